import { useDeeds } from "../bench/context";
import type { Selection } from "../model/find";

/** Copies or deletes a thing; after that its shelf is what is selected. */
export function CopyDelete({ of }: { of: Selection }) {
  const { copy, drop } = useDeeds();
  return (
    <>
      <button type="button" className="act" onClick={() => copy(of)}>
        copy
      </button>
      <button type="button" className="act" onClick={() => drop(of)}>
        delete
      </button>
    </>
  );
}
