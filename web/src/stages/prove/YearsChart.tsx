import type { Banded, Years } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { sag } from "../../format";
import { Depths } from "./Depths";

const LEFT = 62;
const FOOT = 30;
const HEAD = 22;
const TEN = 3652.5;

/** Days are spread so that creep is nearly straight. */
const spread = (day: number) => Math.max(0, day / TEN) ** 0.2;

const MARKS: [number, string][] = [
  [0, "loaded"],
  [1, "1 day"],
  [7, "week"],
  [30, "month"],
  [182, "½ year"],
  [365, "year"],
  [1826, "5 years"],
  [TEN, "10"],
];

/** Sag against time: what was read, the curve through it with its band, and what is allowed. */
export function YearsChart({ years, width, height }: { years: Years; width: number; height: number }) {
  const u = useDesign().units;
  const most = Math.max(...years.curve.map((c) => c.day), TEN);
  const x = (day: number) => LEFT + (spread(day) / spread(most)) * (width - LEFT - 20);
  const top =
    Math.max(...years.curve.map((c) => c.high_mm), ...years.readings.map((r) => r.mm), years.limit_mm ?? 0) * 1.06;
  const low = Math.min(0, ...years.readings.map((r) => r.mm));
  const y = (mm: number) => HEAD + ((mm - low) / (top - low)) * (height - FOOT - HEAD); // down is down
  const at = years.curve.filter((c) => c.day >= 0);
  const edge = (of: (c: Banded) => number) => at.map((c) => `${x(c.day)} ${y(Math.max(low, of(c)))}`);
  const band = `M${edge((c) => c.low_mm).join("L")}L${edge((c) => c.high_mm)
    .reverse()
    .join("L")}Z`;
  const marks = MARKS.filter(([d], i) => i === 0 || x(d) - x(MARKS[i - 1]?.[0] ?? 0) > 46 || d === TEN);
  const limit = years.limit_mm;
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={saying(years, (mm) => sag(mm, u))}
      className="block"
      data-testid="years-chart"
    >
      <path d={band} fill="var(--timber-light)" opacity="0.55" />
      <path d={`M${edge((c) => c.mm).join("L")}`} fill="none" stroke="var(--soft)" strokeDasharray="5 4" />
      {limit && (
        <>
          <line x1={LEFT} x2={width - 12} y1={y(limit)} y2={y(limit)} stroke="var(--red)" strokeDasharray="3 3" />
          <text x={LEFT + 6} y={y(limit) - 5} fontSize="13" fill="var(--red)">
            allowed {sag(limit, u)}
          </text>
        </>
      )}
      <path d={`M${LEFT} ${HEAD - 8}V${height - FOOT}M${LEFT} ${y(0)}H${width - 12}`} stroke="var(--ink)" fill="none" />
      <text x={LEFT - 6} y={y(0) + 5} textAnchor="end" fontSize="13" fill="var(--soft)">
        straight
      </text>
      <Depths most={top} x={LEFT} y={y} say={(mm) => sag(mm, u)} />
      {marks.map(([d, name]) => (
        <g key={d}>
          <line x1={x(d)} x2={x(d)} y1={y(0)} y2={height - FOOT} stroke="var(--hair)" />
          <text
            x={x(d)}
            y={height - FOOT + 18}
            textAnchor={d === TEN ? "end" : "middle"}
            fontSize="13"
            fill="var(--soft)"
          >
            {d === TEN ? "10 years" : name}
          </text>
        </g>
      ))}
      {years.readings.map((r) => (
        <circle
          key={r.entry}
          cx={x(r.day)}
          cy={y(r.mm)}
          r="4"
          fill={r.earlier ? "none" : r.outside ? "var(--red)" : "var(--sheet)"}
          stroke={r.earlier ? "var(--soft)" : r.outside ? "var(--red)" : "var(--chalk)"}
          strokeWidth="2"
        >
          <title>{`${sag(r.mm, u)}, ${r.when.slice(0, 10)}`}</title>
        </circle>
      ))}
    </svg>
  );
}

const saying = (y: Years, say: (mm: number) => string) =>
  `Sag over the years: ${y.readings.length} readings; in ten years ${say(y.ten.mm)}, ${say(Math.max(0, y.ten.low_mm))} to ${say(y.ten.high_mm)}${y.limit_mm ? `, allowed ${say(y.limit_mm)}` : ""}.`;
