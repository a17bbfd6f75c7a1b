import type { Project, Report } from "../api/types.gen";
import { ItemShape } from "../drawing/Contents";
import { Hatches } from "../drawing/Hatch";
import { FILL, reach } from "../drawing/extent";
import { fit } from "../drawing/view";
import { WallFill } from "../drawing/WallFill";
import { formOf, railOf, studsOf } from "../model/find";

/** A whole wall, small: its studs, shelves and what stands on them. What is lit is what a piece belongs to. */
export function WallDrawing({
  design,
  report,
  lit,
  onPick,
}: {
  design: Project;
  report: Report | undefined;
  lit?: string;
  onPick?: (owner: string) => void;
}) {
  const part = (id: string, usual: string) => ({
    stroke: id === lit ? "var(--chalk)" : usual,
    strokeWidth: id === lit ? 5 : 0.8,
    className: onPick && "cursor-pointer",
    onClick: onPick && (() => onPick(id)),
  });
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
        const answer = report?.shelves.find((r) => r.id === s.id);
        const gives = answer?.verdict === "gives";
        const base = v.y(s.y_mm + s.thickness_mm);
        const rail = railOf(design, s.rail);
        const before = formOf(s) || rail?.kind === "cleat"; // the goods stand before what holds them
        const contents = s.contents.map((c) => (
          <ItemShape
            key={c.id}
            item={c}
            x0={v.x(s.x_mm + c.from_mm)}
            x1={v.x(s.x_mm + c.to_mm)}
            top={v.y(s.y_mm + reach(s, answer, c)[1])}
            base={v.y(s.y_mm + reach(s, answer, c)[0])}
          />
        ));
        return (
          <g key={s.id}>
            {!before && contents}
            {!formOf(s) && (
              <rect
                x={v.x(s.x_mm)}
                y={base}
                width={s.length_mm * v.k}
                height={Math.max(2.5, s.thickness_mm * v.k)}
                fill="var(--timber)"
                {...part(s.id, gives ? "var(--red)" : "var(--ink)")}
              />
            )}
            {rail && (
              <rect
                x={v.x(rail.x_mm)}
                y={v.y(rail.bottom_mm + rail.height_mm)}
                width={rail.length_mm * v.k}
                height={Math.max(1.5, rail.height_mm * v.k)}
                fill="transparent"
                {...part(rail.id, "var(--ink)")}
              />
            )}
            {answer?.supports.map((u) => {
              const at = u.x_mm;
              return u.geometry.shapes?.map(
                (shape, i) =>
                  shape.front && (
                    <polygon
                      key={`${u.id}-${i}`}
                      points={shape.front.map(([x, y]) => `${v.x(at + x)},${v.y(s.y_mm + y)}`).join(" ")}
                      fill={FILL[shape.stuff] ?? "none"}
                      {...part(formOf(s) ? s.id : u.id, "var(--ink)")}
                    />
                  ),
              );
            })}
            {before && contents}
          </g>
        );
      })}
    </svg>
  );
}
