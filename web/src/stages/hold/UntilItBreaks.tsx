import { Suspense, useState } from "react";
import { lazy } from "../../ui/lazy";
import type { Shelf, ShelfReport } from "../../api/types.gen";

const Breaking = lazy(() => import("./Breaking").then((m) => ({ default: m.Breaking })));

/** Loads the shelf past its working limit to where it would likely break, link by link. */
export function UntilItBreaks({ shelf, answer }: { shelf: Shelf; answer: ShelfReport }) {
  const [open, setOpen] = useState(false);
  if (!open)
    return (
      <div className="border-t border-hair py-1">
        <button type="button" className="act" onClick={() => setOpen(true)}>
          load it until it breaks
        </button>
      </div>
    );
  return (
    <Suspense fallback={null}>
      <Breaking shelf={shelf} answer={answer} onClose={() => setOpen(false)} />
    </Suspense>
  );
}
