import type { Hole, Rail, Shape, Shelf, ShelfReport, Stud, SupportReport } from "../api/types.gen";
import { useChoice, useLooks } from "../bench/context";
import { lengthUnit, weight, type Units } from "../format";
import type { View } from "./view";
import { formOf, nearest, type Part } from "../model/find";
import { FILL, idle } from "./extent";
import { isOn, Thing } from "./Thing";

/** A hole as what it meets: a dot in the stud, a half dot at its edge, a crossed ring in air. */
export function HoleMark({ hole, x, y, wide }: { hole: Hole; x: number; y: number; wide: number }) {
  const r = Math.max(2.5, Math.min(4.5, wide * 0.28));
  if (hole.counts && hole.meets !== "edge") return <circle cx={x} cy={y} r={r} fill="var(--timber-ink)" />;
  const color = hole.counts ? "var(--ochre)" : "var(--red)";
  return (
    <g stroke={color} strokeWidth="2" fill="var(--sheet)">
      <circle cx={x} cy={y} r={r + 1.5} />
      {hole.counts ? (
        <path d={`M${x} ${y - r} a${r} ${r} 0 0 1 0 ${2 * r} z`} fill={color} />
      ) : (
        <path d={`M${x - 3} ${y - 3} l6 6 m0 -6 l-6 6`} />
      )}
    </g>
  );
}

/** The outlines of a part from the front, no thinner than can be seen. */
function Fronts({
  shapes,
  x,
  under,
  k,
  stroke,
  wide,
}: {
  shapes: Shape[];
  x: number;
  under: number;
  k: number;
  stroke: string;
  wide: number;
}) {
  return shapes.map((s, i) => {
    if (!s.front) return null;
    const xs = s.front.map((p) => p[0] * k);
    const grow = Math.max(0, 4 - (Math.max(...xs) - Math.min(...xs))) / 2;
    const mid = (Math.max(...xs) + Math.min(...xs)) / 2;
    const points = s.front
      .map((p) => `${x + p[0] * k + Math.sign(p[0] * k - mid) * grow},${under - p[1] * k}`)
      .join(" ");
    const inside = s.stuff === "void" || s.stuff === "within";
    return (
      <polygon
        key={i}
        points={points}
        fill={inside ? "none" : (FILL[s.stuff] ?? "none")}
        stroke={stroke}
        strokeWidth={wide}
        strokeDasharray={inside ? "3 2" : undefined}
      />
    );
  });
}

/** One support with its fasteners and its share of the load. */
export function SupportDrawing({
  support,
  shelf,
  report,
  studs,
  units,
  view,
  named,
  alone,
  foot,
}: {
  support: Part;
  shelf: Shelf;
  report: SupportReport | undefined;
  studs: Stud[];
  units: Units;
  view: View;
  named: boolean;
  alone: boolean; // the only idle one: there is room for the reason
  foot: number; // under all that carries the shelf, where shares are written
}) {
  const { selection } = useChoice();
  const { lit, loaded } = useLooks();
  const broken = loaded?.gone.includes(support.id) ?? false;
  const x = view.x(support.x_mm);
  const under = view.y(shelf.y_mm);
  const shapes = report?.geometry.shapes ?? [];
  const points = shapes.flatMap((s) => s.front ?? []);
  const left = Math.min(-2, ...points.map((p) => p[0]));
  const right = Math.max(2, ...points.map((p) => p[0]));
  const low = Math.min(0, ...points.map((p) => p[1]));
  const high = Math.max(0, ...points.map((p) => p[1]));
  const holes = (report?.geometry.holes ?? []).slice(0, report?.own_holes);
  const bad = report !== undefined && idle(report);
  const on = isOn(selection, { kind: "support", id: support.id });
  const shown = lit?.includes(`/${support.id}/`) ?? false;
  const stud = nearest(studs, support.x_mm);
  const name = report?.name ?? "support";
  const label =
    `${name}, ${lengthUnit(support.x_mm, units)} along the wall` +
    (report ? `, carries ${weight(report.share_kg * 9.80665, units)}` : "") +
    (bad ? `, ${report.fails}` : "");
  return (
    <Thing
      sel={{ kind: "support", id: support.id }}
      label={label}
      box={[x + left * view.k, under - high * view.k, (right - left) * view.k, (high - low) * view.k]}
      className="cursor-ew-resize"
    >
      <Fronts
        shapes={shapes}
        x={x}
        under={under}
        k={view.k}
        stroke={bad || broken ? "var(--red)" : on || shown ? "var(--chalk)" : "var(--timber-ink)"}
        wide={on || shown || bad ? 2.5 : 1.2}
      />
      {holes.map((o) => (
        <HoleMark
          key={o.id}
          wide={(right - left) * view.k}
          hole={o}
          x={x + (o.x_mm - support.x_mm) * view.k || x}
          y={under - o.y_mm * view.k}
        />
      ))}
      {broken && <path d={`M${x - 10} ${under - 10} l20 20 m0 -20 l-20 20`} stroke="var(--red)" strokeWidth="4" />}
      {named && report && !broken && !(formOf(shelf) && report.share_kg === 0) && (
        <text
          x={x}
          y={foot + 20}
          textAnchor="middle"
          fontSize="var(--size-share)"
          fontWeight="500"
          className="fig answered"
          fill={bad ? "var(--red)" : "var(--ink)"}
        >
          {report.number === 0 ? "carries nothing" : weight(report.share_kg * 9.80665, units)}
        </text>
      )}
      {named && bad && report.number > 0 && (
        <text x={x} y={foot + 38} textAnchor="middle" fontSize="var(--size-small)" fill="var(--red)">
          {holes[0]?.meets === "misses" && holes[0].edge_mm < 0 && stud
            ? `misses: ${lengthUnit(Math.abs(stud.x_mm - support.x_mm), units)} to the stud`
            : alone
              ? report.fails
              : "not counted"}
        </text>
      )}
    </Thing>
  );
}

/** The piece on the wall that the supports hang on, and its fasteners. */
export function RailDrawing({
  shelf,
  rail,
  report,
  units,
  view,
}: {
  shelf: Shelf;
  rail: Rail;
  report: ShelfReport | undefined;
  units: Units;
  view: View;
}) {
  const { selection } = useChoice();
  const { lit, loaded } = useLooks();
  const on = isOn(selection, { kind: "rail", id: rail.id });
  const shown = lit?.includes("/rail/") ?? false;
  const x = view.x(rail.x_mm);
  const y = view.y(rail.bottom_mm + rail.height_mm);
  const w = rail.length_mm * view.k;
  const h = Math.max(3, rail.height_mm * view.k);
  const holes = report?.rail?.geometry.columns.flatMap((c) => c.holes) ?? [];
  const ends = (rail.joints_mm ?? []).map((j) => view.x(rail.x_mm + j));
  return (
    <Thing
      sel={{ kind: "rail", id: rail.id }}
      label={`${report?.rail?.name ?? rail.kind}, ${lengthUnit(rail.length_mm, units)} long, ${lengthUnit(rail.height_mm, units)} high`}
      box={[x, y, w, h]}
      className="cursor-move"
    >
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        fill="var(--timber-light)"
        stroke={on || shown ? "var(--chalk)" : "var(--timber-ink)"}
        strokeWidth={on || shown ? 2.5 : 1}
      />
      {rail.kind === "cleat" && (
        <line
          x1={x}
          x2={x + w}
          y1={y + rail.thickness_mm * Math.tan(((rail.bevel_deg ?? 45) * Math.PI) / 180) * view.k}
          y2={y + rail.thickness_mm * Math.tan(((rail.bevel_deg ?? 45) * Math.PI) / 180) * view.k}
          stroke="var(--timber-ink)"
          strokeDasharray="5 3"
          strokeWidth="0.8"
        />
      )}
      {ends.map((e) => (
        <line key={e} x1={e} x2={e} y1={y} y2={y + h} stroke="var(--timber-ink)" strokeWidth="2" />
      ))}
      {holes.map((o) => (
        <HoleMark
          key={o.id}
          wide={14}
          hole={loaded?.gone.includes(o.id) ? { ...o, counts: false } : o}
          x={view.x(o.x_mm)}
          y={view.y(shelf.y_mm + o.y_mm)}
        />
      ))}
    </Thing>
  );
}
