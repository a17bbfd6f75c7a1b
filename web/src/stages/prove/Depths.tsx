import { useDesign } from "../../bench/context";
import type { Units } from "../../format";

/** Two to five round figures up to a depth, mm, in the unit that is read. */
function depths(most: number, u: Units): number[] {
  const one = u.length === "in" ? 25.4 : 1;
  const half = most / one / 2;
  const power = 10 ** Math.floor(Math.log10(half));
  const step = one * power * ([5, 2].find((k) => k * power <= half) ?? 1);
  return Array.from({ length: Math.floor(most / step + 1e-9) }, (_, i) => step * (i + 1));
}

/** The figures beside an axis of sag at x, down or up to `most`. */
export function Depths({
  most,
  x,
  y,
  say,
}: {
  most: number;
  x: number;
  y: (mm: number) => number;
  say: (mm: number) => string;
}) {
  const u = useDesign().units;
  return depths(most, u).map((mm) => (
    <g key={mm}>
      <line x1={x - 4} x2={x} y1={y(mm)} y2={y(mm)} stroke="var(--ink)" />
      <text x={x - 7} y={y(mm) + 4} textAnchor="end" fontSize="13" fill="var(--soft)" className="fig">
        {say(mm)}
      </text>
    </g>
  ));
}
