import { useChoice, useDeeds, useDesign } from "../bench/context";
import { duplicate, remove } from "../model/copy";
import { shelfOf, type Selection } from "../model/find";

/** Copies or deletes a thing; after that its shelf is what is selected. */
export function CopyDelete({ of }: { of: Selection }) {
  const design = useDesign();
  const { shelfId } = useChoice();
  const { select, edit, make } = useDeeds();
  return (
    <>
      <button
        type="button"
        className="act"
        onClick={() => {
          const shelf = shelfOf(design, of);
          if (of.kind === "support") return void (shelf && make({ what: "support", shelf: shelf.id, like: of.id }));
          const [p, copy] = duplicate(design, of);
          edit(() => p);
          select(copy);
        }}
      >
        copy
      </button>
      <button
        type="button"
        className="act"
        onClick={() => {
          edit((p) => remove(p, of));
          select(shelfId && of.kind !== "shelf" && of.kind !== "stud" ? { kind: "shelf", id: shelfId } : null);
        }}
      >
        delete
      </button>
    </>
  );
}
