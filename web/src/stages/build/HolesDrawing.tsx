import type { Schedule, WallHole } from "../../api/types.gen";
import { useAnswer, useDesign } from "../../bench/context";
import { Hatches } from "../../drawing/Hatch";
import { FILL } from "../../drawing/extent";
import { fit, type View } from "../../drawing/view";
import { formOf, railOf, studsOf } from "../../model/find";

/** The wall from the front with its holes numbered, level lines, and what to keep clear of. */
export function HolesDrawing({
  width,
  schedule,
  chosen,
  onChoose,
}: {
  width: number;
  schedule: Schedule;
  chosen: string;
  onChoose: (key: string) => void;
}) {
  const design = useDesign();
  const report = useAnswer();
  const height = Math.min(460, Math.max(220, (width * design.wall.height_mm) / design.wall.length_mm));
  const v = fit({ x0: 0, x1: design.wall.length_mm, y0: 0, y1: design.wall.height_mm }, width, height, {
    x: 10,
    top: 10,
    bottom: 10,
  });
  const datum = design.making.datum;
  const stud = design.wall.studs.find((s) => s.id === datum.stud);
  const from = datum.from === "right" ? design.wall.length_mm : datum.from === "stud" && stud ? stud.x_mm : 0;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} className="block w-full" role="img" aria-label="The wall with its holes">
      <Hatches />
      <rect
        x={v.x(0)}
        y={v.y(design.wall.height_mm)}
        width={design.wall.length_mm * v.k}
        height={design.wall.height_mm * v.k}
        fill="none"
        stroke="var(--hair)"
      />
      {studsOf(design).map((s) => (
        <rect
          key={s.id}
          x={v.x(s.x_mm - s.width_mm / 2)}
          y={v.y(design.wall.height_mm)}
          width={Math.max(2, s.width_mm * v.k)}
          height={design.wall.height_mm * v.k}
          fill="url(#stud)"
          opacity="0.5"
        />
      ))}
      {design.wall.keep_outs.map((k) => (
        <rect
          key={k.id}
          x={v.x(k.x_mm)}
          y={v.y(k.y_mm + k.height_mm)}
          width={k.width_mm * v.k}
          height={k.height_mm * v.k}
          fill="none"
          stroke="var(--red)"
          strokeDasharray="4 3"
        />
      ))}
      {design.shelves.map((s) => {
        const rail = railOf(design, s.rail);
        const answer = report?.shelves.find((r) => r.id === s.id);
        return (
          <g key={s.id} stroke="var(--soft)" strokeWidth="0.7" opacity="0.75">
            {!formOf(s) && (
              <rect
                x={v.x(s.x_mm)}
                y={v.y(s.y_mm + s.thickness_mm)}
                width={s.length_mm * v.k}
                height={Math.max(2, s.thickness_mm * v.k)}
                fill="var(--timber-light)"
              />
            )}
            {rail && (
              <rect
                x={v.x(rail.x_mm)}
                y={v.y(rail.bottom_mm + rail.height_mm)}
                width={rail.length_mm * v.k}
                height={Math.max(1.5, rail.height_mm * v.k)}
                fill="none"
              />
            )}
            {answer?.supports.flatMap((u) =>
              (u.geometry.shapes ?? []).map(
                (shape, i) =>
                  shape.front && (
                    <polygon
                      key={`${u.id}-${i}`}
                      points={shape.front.map(([x, y]) => `${v.x(u.x_mm + x)},${v.y(s.y_mm + y)}`).join(" ")}
                      fill={FILL[shape.stuff] ?? "none"}
                    />
                  ),
              ),
            )}
          </g>
        );
      })}
      {schedule.lines.map((l) => (
        <line
          key={l.shelf}
          x1={v.x(Math.max(0, l.from_mm - 80))}
          x2={v.x(Math.min(design.wall.length_mm, l.to_mm + 80))}
          y1={v.y(l.up_mm)}
          y2={v.y(l.up_mm)}
          stroke="var(--chalk)"
          strokeWidth="0.7"
          strokeDasharray="7 3 1.5 3"
        />
      ))}
      <line x1={v.x(from)} x2={v.x(from)} y1={4} y2={height - 4} stroke="var(--chalk)" strokeWidth="2" />
      {datum.up === "line" && (
        <line
          x1={4}
          x2={width - 4}
          y1={v.y(datum.line_mm)}
          y2={v.y(datum.line_mm)}
          stroke="var(--chalk)"
          strokeWidth="2"
        />
      )}
      {numbered(schedule.holes, chosen, v).map(({ hole: h, x, y }) => {
        const on = h.key === chosen;
        const ink = h.counts && !h.against ? "var(--chalk)" : "var(--red)";
        return (
          <g key={h.key} className="cursor-pointer" onClick={() => onChoose(h.key)}>
            <circle
              cx={v.x(h.x_mm)}
              cy={v.y(h.up_mm)}
              r={on ? 6 : 3}
              fill={h.done ? "var(--vial)" : on ? ink : "var(--sheet)"}
              stroke={ink}
              strokeWidth="1.4"
            />
            {x !== null && (
              <text
                x={x}
                y={y}
                fontSize={on ? 16 : 13}
                fontWeight={on ? 700 : 400}
                fill="var(--ink)"
                stroke="var(--sheet)"
                strokeWidth="2.5"
                paintOrder="stroke"
              >
                {h.n}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

interface Numbered {
  hole: WallHole;
  x: number | null;
  y: number;
}

/** Numbers beside their holes, on whichever side there is room; the chosen one first, and none where there is no room. */
function numbered(holes: WallHole[], chosen: string, v: View): Numbered[] {
  const taken: [number, number, number, number][] = [];
  const order = [...holes].sort((a, b) => Number(b.key === chosen) - Number(a.key === chosen));
  const placed = new Map<string, [number, number]>();
  for (const h of order) {
    const size = h.key === chosen ? 16 : 13;
    const w = String(h.n).length * size * 0.62;
    const [cx, cy] = [v.x(h.x_mm), v.y(h.up_mm)];
    for (const [x, y] of [
      [cx + 7, cy + size * 0.35],
      [cx - 7 - w, cy + size * 0.35],
      [cx - w / 2, cy - 7],
      [cx - w / 2, cy + 7 + size * 0.75],
    ] as [number, number][]) {
      const box: [number, number, number, number] = [x, y - size, x + w, y + size * 0.3];
      if (taken.some((o) => box[0] < o[2] && o[0] < box[2] && box[1] < o[3] && o[1] < box[3])) continue;
      taken.push(box);
      placed.set(h.key, [x, y]);
      break;
    }
  }
  return holes.map((hole) => {
    const at = placed.get(hole.key);
    return { hole, x: at?.[0] ?? null, y: at?.[1] ?? 0 };
  });
}
