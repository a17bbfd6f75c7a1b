import { useBench } from "../bench/context";
import { duplicate, remove, type Selection } from "../bench/edit";

/** Copies or deletes a thing; after that its shelf is what is selected. */
export function CopyDelete({ of }: { of: Selection }) {
  const { design, shelfId, select, edit } = useBench();
  return (
    <>
      <button
        type="button"
        className="act"
        onClick={() => {
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
