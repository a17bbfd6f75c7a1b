import type { Hole, Measure as Dimension, Shelf, SupportReport } from "../api/types.gen";
import { useDesign } from "../bench/context";
import { length, lengthUnit, weight } from "../format";
import { Measure } from "../bench/Measure";
import { Facts } from "./Facts";
import { Arrows, DimensionLines, Load, place } from "./SideParts";
import { Hatches } from "./Hatch";
import { type Edit } from "../model/edit";
import { formOf, framed } from "../model/find";

/** What is looked at from the side: a support, or the rail at one of its studs. */
export interface Side {
  title: string;
  under: string;
  geometry: SupportReport["geometry"];
  /** What comes down on it and how far out, N and mm; 0 where nothing is drawn. */
  load: number;
  /** Puts a figure that is typed on a dimension into the design. */
  put: (path: string, v: number) => Edit;
}

const FILL: Record<string, string> = {
  metal: "var(--steel)",
  timber: "var(--timber)",
  sheet: "var(--timber-light)",
  void: "var(--sheet)",
  within: "none",
};

/** One support from the side, larger: the levers, the heel, what pulls and pushes. */
export function SideView({ shelf, side, width, height }: { shelf: Shelf; side: Side; width: number; height: number }) {
  const design = useDesign();
  const u = design.units;
  const g = side.geometry;
  const stud = Math.max(
    60,
    ...g.holes.map((h) => h.stud_depth_mm),
    ...g.holes.map((h) => h.length_mm - h.head_mm - g.gap_mm),
  );
  const below = Math.max(50, -g.low_mm) + 30;
  const above = Math.max(g.high_mm + 20, shelf.thickness_mm + 50);
  const head = width < 420 ? 96 : 78;
  const foot = 112;
  const k = Math.min(
    (width - (g.measures.some((m) => m.edit && m.y1_mm !== m.y2_mm) ? 76 : 40)) /
      (stud + g.gap_mm + (formOf(shelf) ? g.reach_mm : Math.max(g.back_mm + shelf.depth_mm, g.reach_mm))),
    (height - head - foot) / (above + below),
  );
  const face = 14 + (stud + g.gap_mm) * k;
  const y0 = head + (height - head - foot - (above + below) * k) / 2 + above * k;
  const X = (z: number) => face + z * k;
  const Y = (y: number) => y0 - y * k;
  const top = Y(above) - 6;
  const bottom = Y(-below) + 6;
  const solid = !framed(design);
  const behind = solid || g.holes.length === 0 || g.holes.some((h) => h.meets === "stud" || h.meets === "edge");
  const lining = g.holes.some((h) => h.meets === "lining");
  const high = Math.min(Y(shelf.thickness_mm) - 44, Y(g.high_mm) - 22);
  // Dimensions to type on stand clear of the drawing: level ones under it, upright ones before it.
  const typed = g.measures.filter((m) => m.edit);
  const front = X(formOf(shelf) ? g.reach_mm : Math.max(g.back_mm + shelf.depth_mm, g.reach_mm));
  const upright = (m: (typeof typed)[number]) => m.y1_mm !== m.y2_mm;
  const beside = (m: (typeof typed)[number]) =>
    Math.min(front + 28 + typed.filter(upright).indexOf(m) * 44, width - 30);
  const arrows = place(
    g.forces.filter((f) => f.n > 0.05),
    X,
    Y,
    width,
    bottom + 44,
    [
      ...typed.filter(upright).map((m) => ({ x: beside(m), y: (Y(m.y1_mm) + Y(m.y2_mm)) / 2 + 4 })),
      ...g.measures
        .filter((m) => !m.edit)
        .map((m) =>
          m.y1_mm === m.y2_mm
            ? { x: (X(m.z1_mm) + X(m.z2_mm)) / 2, y: Y(m.y1_mm) + 16 }
            : { x: X(m.z1_mm) + (atRight(X(m.z1_mm)) ? 26 : -40), y: (Y(m.y1_mm) + Y(m.y2_mm)) / 2 + 4 },
        ),
    ],
  );
  const dims = typed.map((m, i) => {
    const level = !upright(m);
    const before = typed.slice(0, i).filter((o) => !upright(o)).length;
    const y = Math.max(bottom, Y(g.low_mm), ...arrows.map((a) => a.ty + 6)) + 14 + before * 26;
    const x = beside(m);
    return level
      ? { m, x1: X(m.z1_mm), x2: X(m.z2_mm), y1: y, y2: y }
      : { m, x1: x, x2: x, y1: Y(m.y1_mm), y2: Y(m.y2_mm) };
  });
  const spoken = g.forces.map((f) => `${f.name} ${weight(f.n, u)}`).join(", ");
  return (
    <div className="answered relative border-l border-hair bg-sheet" style={{ width, height }}>
      <div className="absolute top-1 left-3 right-2">
        <h2 className="font-semibold">{side.title}</h2>
        <p className="text-small leading-tight text-soft">{side.under}</p>
      </div>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`${side.title}. ${side.load > 0 ? `Load ${weight(side.load, u)} at ${lengthUnit(g.arm_mm, u)} from the wall. ` : ""}${spoken}.`}
        className="block"
      >
        <Hatches />
        <Behind
          x={face - (g.gap_mm + stud) * k}
          y={top}
          w={stud * k}
          h={bottom - top}
          there={behind}
          solid={solid}
          lining={lining}
        />
        {g.gap_mm > 0 && (
          <rect
            x={face - g.gap_mm * k}
            y={top}
            width={g.gap_mm * k}
            height={bottom - top}
            fill="var(--paper)"
            stroke="var(--soft)"
            strokeWidth="0.8"
          />
        )}
        {!formOf(shelf) && <Board shelf={shelf} x={X(g.back_mm)} y={Y(shelf.thickness_mm)} k={k} />}
        {g.shapes.map(
          (s, i) =>
            s.side && (
              <polygon
                key={i}
                points={s.side.map(([z, y]) => `${X(z)},${Y(y)}`).join(" ")}
                fill={FILL[s.stuff] ?? "none"}
                stroke="var(--timber-ink)"
                strokeWidth={s.stuff === "within" ? 0.9 : 1.1}
                strokeDasharray={s.stuff === "within" || s.stuff === "void" ? "3 2" : undefined}
              />
            ),
        )}
        {g.holes.map((h) => (
          <Screw key={h.id} hole={h} X={X} Y={Y} k={k} />
        ))}
        {side.load > 0 && g.arm_mm > 1 && (
          <Load
            n={side.load}
            arm={g.arm_mm}
            X={X}
            y={high}
            down={(formOf(shelf) ? high + 40 : Y(shelf.thickness_mm)) - 2}
            right={width - 66}
            units={u}
          />
        )}
        {g.measures
          .filter((m) => !m.edit)
          .map((m, i) => (
            <Lever key={i} m={m} X={X} Y={Y} />
          ))}
        <DimensionLines dims={dims} />
        <Arrows arrows={arrows} units={u} />
      </svg>
      {dims.map((d) => (
        <div
          key={d.m.edit}
          className="absolute -translate-x-1/2 -translate-y-1/2"
          style={{ left: Math.max(26, Math.min((d.x1 + d.x2) / 2, width - 30)), top: (d.y1 + d.y2) / 2 }}
        >
          <Measure
            bare
            label={`${d.m.name}, ${side.title}`}
            kind="length"
            value={d.m.mm}
            onValue={(v) => side.put(d.m.edit ?? "", v)}
          />
        </div>
      ))}
      <p className="absolute right-2 bottom-1 left-3 max-h-[84px] overflow-y-auto text-small leading-snug text-soft">
        <Facts facts={g.facts} holes={g.holes} />
      </p>
    </div>
  );
}

function Board({ shelf, x, y, k }: { shelf: Shelf; x: number; y: number; k: number }) {
  const at = { x, y, width: shelf.depth_mm * k, height: Math.max(2, shelf.thickness_mm * k) };
  return (
    <>
      <rect {...at} fill="var(--timber-light)" />
      <rect {...at} fill="url(#grain)" stroke="var(--ink)" />
    </>
  );
}

/** What stands behind the lining: a stud, masonry, or nothing. */
function Behind({
  x,
  y,
  w,
  h,
  there,
  solid,
  lining,
}: {
  x: number;
  y: number;
  w: number;
  h: number;
  there: boolean;
  solid: boolean;
  lining: boolean;
}) {
  if (there)
    return (
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        fill={solid ? "url(#masonry)" : "url(#stud)"}
        stroke="var(--soft)"
        strokeWidth="0.8"
      />
    );
  const color = lining ? "var(--soft)" : "var(--red)";
  return (
    <g>
      <rect x={x} y={y} width={w} height={h} fill="none" stroke={color} strokeDasharray="5 4" />
      <text x={x + w / 2} y={y + h - 8} textAnchor="middle" fontSize="var(--size-small)" fill={color}>
        {lining ? "hollow" : "nothing"}
      </text>
    </g>
  );
}

function Screw({ hole, X, Y, k }: { hole: Hole; X: (z: number) => number; Y: (y: number) => number; k: number }) {
  if (hole.length_mm === 0) return null;
  const z = hole.head_mm;
  return (
    <g stroke={hole.counts ? "var(--timber-ink)" : "var(--red)"}>
      <line
        x1={X(z)}
        x2={X(z - hole.length_mm)}
        y1={Y(hole.y_mm)}
        y2={Y(hole.y_mm)}
        strokeWidth={Math.max(2, hole.d_mm * k)}
        opacity="0.85"
      />
      <line x1={X(z) + 2} x2={X(z) + 2} y1={Y(hole.y_mm) - 5} y2={Y(hole.y_mm) + 5} strokeWidth="2.5" />
    </g>
  );
}

/** Whether a lever's figure has no room on its left. */
const atRight = (x: number) => x < 74;

/** A lever: upright beside what turns on it, or level under what reaches out. */
function Lever({ m, X, Y }: { m: Dimension; X: (z: number) => number; Y: (y: number) => number }) {
  const design = useDesign();
  const level = m.y1_mm === m.y2_mm;
  const off = level ? 0 : -10;
  const right = !level && atRight(X(m.z1_mm));
  const [x1, x2, y1, y2] = [X(m.z1_mm) + off, X(m.z2_mm) + off, Y(m.y1_mm), Y(m.y2_mm)];
  if (Math.hypot(x2 - x1, y2 - y1) < 10) return null;
  return (
    <g stroke="var(--chalk)" fill="var(--chalk)">
      <line x1={x1} x2={x2} y1={y1} y2={y2} markerStart="url(#arrow)" markerEnd="url(#arrow)" />
      <text
        x={level ? (x1 + x2) / 2 : right ? x1 + 16 : x1 - 4}
        y={level ? y1 + 16 : (y1 + y2) / 2 + 4}
        textAnchor={level ? "middle" : right ? "start" : "end"}
        fontSize="var(--size-small)"
        className="fig"
        style={{ stroke: "var(--sheet)" }}
      >
        {length(m.mm, design.units)}
      </text>
    </g>
  );
}
