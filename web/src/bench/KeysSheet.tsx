import { Sheet } from "../ui/Sheet";
import { useDesign, useSheet } from "./context";
import { keysIn } from "./useKeys";

/** What the keys do. */
export function KeysSheet() {
  const { units } = useDesign();
  const [open, setOpen] = useSheet("keys");
  return (
    <Sheet open={open} onClose={() => setOpen(false)} title="Keys">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
        {keysIn(units).map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="fig">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  );
}
