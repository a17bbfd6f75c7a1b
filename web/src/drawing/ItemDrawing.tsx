import type { Item, Shelf, ShelfReport } from "../api/types.gen";
import { useChoice } from "../bench/context";
import { round, type Units } from "../format";
import { ItemShape } from "./Contents";
import { reach } from "./extent";
import { isOn, Thing } from "./Thing";
import type { View } from "./view";

/** One thing on a shelf, with its name and mass where there is room. */
export function ItemDrawing({
  item,
  shelf,
  report,
  units,
  view,
  named,
}: {
  item: Item;
  shelf: Shelf;
  report: ShelfReport | undefined;
  units: Units;
  view: View;
  named: boolean;
}) {
  const { selection } = useChoice();
  const a = view.x(shelf.x_mm + item.from_mm);
  const b = view.x(shelf.x_mm + item.to_mm);
  const [low, high] = reach(shelf, report, item);
  const base = view.y(shelf.y_mm + low);
  const top = view.y(shelf.y_mm + high);
  const kg = report?.contents.find((c) => c.id === item.id)?.kg;
  const words = kg === undefined ? "" : round(kg, units);
  const count = item.by === "count" && (item.count ?? 0) > 1 ? `${item.count} × ` : "";
  const on = isOn(selection, { kind: "item", id: item.id });
  return (
    <Thing
      sel={{ kind: "item", id: item.id }}
      label={`${count}${item.name}, ${words}, standing at the ${item.place}`}
      box={[a, top, b - a, base - top]}
    >
      <ItemShape item={item} x0={a} x1={b} top={top} base={base} />
      {on && <rect x={a} y={top} width={b - a} height={base - top} fill="none" stroke="var(--chalk)" strokeWidth="2" />}
      {named && (
        <text
          x={(a + b) / 2}
          y={report?.hangs ? Math.max(top + 16, (top + base) / 2) : top - 8}
          textAnchor="middle"
          fontSize="var(--size-note)"
          fill="var(--ink)"
        >
          {b - a + 40 > (count + item.name).length * 7 + 60 ? count + item.name : ""}
          <tspan className="fig" dx="6">
            {words}
          </tspan>
        </text>
      )}
    </Thing>
  );
}
