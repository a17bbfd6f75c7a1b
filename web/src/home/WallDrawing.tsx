import type { Project, Report } from "../api/types.gen";
import { studsOf } from "../bench/edit";
import { ItemShape } from "../drawing/Contents";
import { Hatches } from "../drawing/Hatch";
import { fit } from "../drawing/view";
import { WallFill } from "../drawing/WallFill";

/** A whole wall, small: its studs, shelves and what stands on them. */
export function WallDrawing({ design, report }: { design: Project; report: Report | undefined }) {
  const width = 590;
  const height = 250;
  const v = fit({ x0: 0, x1: design.wall.length_mm, y0: 0, y1: design.wall.height_mm }, width, height, {
    x: 12,
    top: 12,
    bottom: 12,
  });
  const top = v.y(design.wall.height_mm);
  const floor = v.y(0);
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="block w-full"
      role="img"
      aria-label={`Drawing of ${design.name}`}
    >
      <Hatches />
      <rect
        x={v.x(0)}
        y={top}
        width={design.wall.length_mm * v.k}
        height={floor - top}
        fill="none"
        stroke="var(--hair)"
      />
      <WallFill wall={design.wall} view={v} />
      {studsOf(design).map((s) => (
        <rect
          key={s.id}
          x={v.x(s.x_mm - s.width_mm / 2)}
          y={top}
          width={Math.max(2, s.width_mm * v.k)}
          height={floor - top}
          fill="url(#stud)"
          opacity="0.6"
        />
      ))}
      <line x1={v.x(0)} x2={v.x(design.wall.length_mm)} y1={floor} y2={floor} stroke="var(--soft)" strokeWidth="2" />
      {design.shelves.map((s) => {
        const gives = report?.shelves.find((r) => r.id === s.id)?.verdict === "gives";
        const base = v.y(s.y_mm + s.thickness_mm);
        return (
          <g key={s.id}>
            {s.contents.map((c) => (
              <ItemShape
                key={c.id}
                item={c}
                x0={v.x(s.x_mm + c.from_mm)}
                x1={v.x(s.x_mm + c.to_mm)}
                top={v.y(s.y_mm + s.thickness_mm + c.height_mm)}
                base={base}
              />
            ))}
            <rect
              x={v.x(s.x_mm)}
              y={base}
              width={s.length_mm * v.k}
              height={Math.max(2.5, s.thickness_mm * v.k)}
              fill="var(--timber)"
              stroke={gives ? "var(--red)" : "var(--ink)"}
            />
            {s.supports.map((u) => (
              <rect
                key={u.id}
                x={v.x(u.x_mm) - 2}
                y={v.y(s.y_mm + (u.flat_bracket?.leg_side === "above" ? (u.flat_bracket.leg_mm ?? 0) : 0))}
                width={4}
                height={(u.flat_bracket?.leg_mm ?? 0) * v.k}
                fill="var(--ink)"
              />
            ))}
          </g>
        );
      })}
    </svg>
  );
}
