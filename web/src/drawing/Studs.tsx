import type { Project } from "../api/types.gen";
import { useChoice } from "../bench/context";
import { lengthUnit } from "../format";
import { assumed, studsOf } from "../model/find";
import { isOn, Thing } from "./Thing";
import type { View } from "./view";

/** The studs, from floor to ceiling; strong where the stage is about them. */
export function Studs({ design, view, strong }: { design: Project; view: View; strong: boolean }) {
  const { selection } = useChoice();
  const top = view.y(design.wall.height_mm);
  const floor = view.y(0);
  const studs = studsOf(design);
  // One stop on the way for all of them: from there the arrows walk along.
  const stop = studs.find((s) => isOn(selection, { kind: "stud", id: s.id })) ?? studs[0];
  return studs.map((s) => {
    const x = view.x(s.x_mm);
    const w = s.width_mm * view.k;
    const on = isOn(selection, { kind: "stud", id: s.id });
    return (
      <Thing
        key={s.id}
        sel={{ kind: "stud", id: s.id }}
        label={`Stud at ${lengthUnit(s.x_mm, design.units)}`}
        box={[x - w / 2, top, w, floor - top]}
        className="cursor-ew-resize"
        rove={s === stop}
      >
        <rect
          x={x - w / 2}
          y={top}
          width={w}
          height={floor - top}
          fill={assumed(s) ? "none" : "url(#stud)"}
          strokeDasharray={assumed(s) ? "4 4" : undefined}
          stroke={on ? "var(--chalk)" : assumed(s) ? "var(--ochre)" : "none"}
          strokeWidth={on ? 2 : 1.2}
          opacity={on || assumed(s) || strong ? 1 : 0.65}
        />
        <line
          x1={x}
          x2={x}
          y1={top}
          y2={floor}
          stroke={on ? "var(--chalk)" : "var(--soft)"}
          strokeDasharray="10 4 2 4"
          strokeWidth="0.8"
        />
      </Thing>
    );
  });
}
