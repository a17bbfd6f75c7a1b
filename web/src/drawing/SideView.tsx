import type { Shelf, Support, SupportReport } from "../api/types.gen";
import { useBench } from "../bench/context";
import { framed } from "../bench/edit";
import { fine, length, lengthUnit, weight } from "../format";
import { Hatches } from "./Hatch";

/** One support from the side, larger: the lever, the heel, what pulls and pushes. */
export function SideView({
  shelf,
  support,
  report,
  width,
  height,
}: {
  shelf: Shelf;
  support: Support;
  report: SupportReport;
  width: number;
  height: number;
}) {
  const { design } = useBench();
  const u = design.units;
  const b = support.flat_bracket;
  const g = report.geometry;
  if (!b) return null;
  const stud = Math.max(60, ...g.holes.map((h) => h.stud_depth_mm));
  const below = -Math.min(g.leg_bottom_mm, -50) + 40;
  const above = Math.max(g.leg_top_mm + 20, shelf.thickness_mm + 60);
  const head = 52;
  const foot = 64;
  const k = Math.min(
    (width - 46) / (stud + g.gap_mm + Math.max(shelf.depth_mm, g.reach_mm)),
    (height - head - foot) / (above + below),
  );
  const face = 16 + (stud + g.gap_mm) * k;
  const used = (above + below) * k;
  const y0 = head + (height - head - foot - used) / 2 + above * k;
  const X = (z: number) => face + z * k;
  const Y = (y: number) => y0 - y * k;
  const top = Y(above) - 8;
  const bottom = Y(-below) + 8;
  const solid = !framed(design);
  const behind = solid || g.holes.some((h) => h.meets === "stud" || h.meets === "edge");
  const lining = g.holes.some((h) => h.meets === "lining");
  const load = report.load_n;
  const arm = g.arm_mm;
  const t = g.thickness_mm;
  const high = Y(shelf.thickness_mm) - Math.min(52, above * k * 0.55);
  const near = g.holes.find((h) => h.near);
  const over = near !== undefined && near.pull_n > near.takes_n;
  const label = `Bracket from the side. Load ${weight(load, u)} at ${lengthUnit(arm, u)} from the wall. Corner screw pulls ${weight(g.near_pull_n, u)}. Heel pushes ${weight(g.push_n, u)}.`;
  return (
    <div className="relative border-l border-hair bg-sheet" style={{ width, height }}>
      <div className="absolute top-1 left-3 right-2">
        <h2 className="font-semibold">{report.number ? `Bracket ${report.number}` : "Bracket"}, from the side</h2>
        <p className="truncate text-[13px] text-soft">
          bar {fine(b.width_mm, u)} × {fine(b.thickness_mm, u)}, wall leg {b.leg_side}
        </p>
      </div>
      <svg width={width} height={height} role="img" aria-label={label} className="block">
        <Hatches />
        {behind ? (
          <rect
            x={face - (g.gap_mm + stud) * k}
            y={top}
            width={stud * k}
            height={bottom - top}
            fill={solid ? "url(#masonry)" : "url(#stud)"}
            stroke="var(--soft)"
            strokeWidth="0.8"
          />
        ) : (
          <g>
            <rect
              x={face - (g.gap_mm + stud) * k}
              y={top}
              width={stud * k}
              height={bottom - top}
              fill="none"
              stroke={lining ? "var(--soft)" : "var(--red)"}
              strokeDasharray="5 4"
            />
            <text
              x={face - (g.gap_mm + stud / 2) * k}
              y={bottom - 8}
              textAnchor="middle"
              fontSize="13"
              fill={lining ? "var(--soft)" : "var(--red)"}
            >
              {lining ? "hollow" : "nothing"}
            </text>
          </g>
        )}
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
        <rect
          x={X(0)}
          y={Y(shelf.thickness_mm)}
          width={shelf.depth_mm * k}
          height={Math.max(2, shelf.thickness_mm * k)}
          fill="var(--timber-light)"
        />
        <rect
          x={X(0)}
          y={Y(shelf.thickness_mm)}
          width={shelf.depth_mm * k}
          height={Math.max(2, shelf.thickness_mm * k)}
          fill="url(#grain)"
          stroke="var(--ink)"
        />
        <g fill="var(--steel)" stroke="var(--ink)">
          <rect
            x={X(0)}
            y={Y(g.leg_top_mm)}
            width={Math.max(2, t * k)}
            height={Math.max(2, (g.leg_top_mm - g.leg_bottom_mm) * k)}
          />
          <rect x={X(0)} y={Y(0)} width={g.reach_mm * k} height={Math.max(2, t * k)} />
        </g>
        {g.holes.map((h) => {
          const color = h.counts ? "var(--ink)" : "var(--red)";
          return (
            <g key={h.id} stroke={color}>
              <line
                x1={X(t) + 3}
                x2={X(t - h.length_mm)}
                y1={Y(h.y_mm)}
                y2={Y(h.y_mm)}
                strokeWidth={Math.max(2, h.d_mm * k)}
                opacity="0.85"
              />
              <line x1={X(t) + 3} x2={X(t) + 3} y1={Y(h.y_mm) - 5} y2={Y(h.y_mm) + 5} strokeWidth="2.5" />
            </g>
          );
        })}
        {load > 0 && (
          <g>
            <line
              x1={X(arm)}
              x2={X(arm)}
              y1={high}
              y2={Y(shelf.thickness_mm) - 2}
              stroke="var(--ink)"
              strokeWidth="2"
              markerEnd="url(#arrow)"
            />
            <text
              x={Math.min(X(arm) + 6, width - 66)}
              y={high + 4}
              fontSize="15"
              fontWeight="500"
              className="fig"
              fill="var(--ink)"
            >
              {weight(load, u)}
            </text>
            <line
              x1={X(0)}
              x2={X(arm)}
              y1={high + 22}
              y2={high + 22}
              stroke="var(--chalk)"
              markerStart="url(#arrow)"
              markerEnd="url(#arrow)"
            />
            <text
              x={(X(0) + X(arm)) / 2}
              y={high + 17}
              textAnchor="middle"
              fontSize="13"
              className="fig"
              fill="var(--chalk)"
            >
              {length(arm, u)}
            </text>
          </g>
        )}
        {near && (
          <g fill={over ? "var(--red)" : "var(--ink)"}>
            <line
              x1={X(t) + 8}
              x2={X(t) + 52}
              y1={Y(near.y_mm)}
              y2={Y(near.y_mm)}
              stroke={over ? "var(--red)" : "var(--ink)"}
              strokeWidth="2"
              markerEnd="url(#arrow)"
            />
            <text x={X(t) + 58} y={Y(near.y_mm) + 4} fontSize="13">
              pulls{" "}
              <tspan className="fig" fontWeight="500">
                {weight(g.near_pull_n, u)}
              </tspan>
            </text>
            <text x={X(t) + 58} y={Y(near.y_mm) + 20} fontSize="13" fill="var(--soft)">
              takes <tspan className="fig">{weight(near.takes_n, u)}</tspan>
            </text>
          </g>
        )}
        {near && g.push_n > 0 && (
          <g>
            <line
              x1={X(t) + 44}
              x2={X(0) + 4}
              y1={Y(g.heel_mm)}
              y2={Y(g.heel_mm)}
              stroke="var(--ink)"
              strokeWidth="1.6"
              markerEnd="url(#arrow)"
            />
            <text x={X(t) + 50} y={Y(g.heel_mm) + 5} fontSize="13" fill="var(--ink)">
              heel <tspan className="fig">{weight(g.push_n, u)}</tspan>
            </text>
          </g>
        )}
      </svg>
      <p className="absolute right-2 bottom-1 left-3 text-[13px] leading-snug text-soft">
        {near ? (
          <>
            In the {solid ? "wall" : lining ? "lining" : "stud"}:{" "}
            <span className="fig">{length(near.in_stud_mm, u)}</span>, needs{" "}
            <span className="fig">{lengthUnit(near.least_mm, u)}</span>. Turned over (leg{" "}
            {b.leg_side === "below" ? "above" : "below"}) the near one would pull{" "}
            <span className="fig">{weight(g.turned_pull_n, u)}</span>
            {g.holes.length > 1 && (
              <>
                , the other <span className="fig">{weight(g.turned_other_pull_n, u)}</span> in place of{" "}
                <span className="fig">{weight(g.other_pull_n, u)}</span>
              </>
            )}
            .
          </>
        ) : (
          <span className="text-red">Nothing in this bracket is counted: {g.holes[0]?.why || "it has none"}.</span>
        )}
      </p>
    </div>
  );
}
