import type { StopAt, TestPlan, TestPoint } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { dial, round, type Units } from "../../format";
import { Depths } from "./Depths";

const LEFT = 58;
const FOOT = 34;
const HEAD = 24;

/** Load against sag: the predicted line with its band, what was read, and where the rules of the gauge speak. */
export function TestChart({
  plan,
  points,
  stops,
  spread,
  width,
  height,
}: {
  plan: TestPlan;
  points: TestPoint[];
  stops: StopAt[];
  /** By how much a board’s stiffness may be off its mean. */
  spread: number;
  width: number;
  height: number;
}) {
  const u = useDesign().units;
  const most = plan.load_kg * 1.04;
  const end = plan.mm_per_kg * plan.load_kg;
  const deep = Math.max(end / (1 - spread), ...points.map((p) => p.mm), ...stops.map((s) => s.mm), 0.1) * 1.08;
  const x = (kg: number) => LEFT + (kg / most) * (width - LEFT - 12);
  const y = (mm: number) => height - FOOT - (Math.max(mm, 0) / deep) * (height - FOOT - HEAD);
  const line = (at: { kg: number; mm: number }[]) => at.map((p, i) => `${i ? "L" : "M"}${x(p.kg)} ${y(p.mm)}`).join("");
  const steps = [0, ...plan.steps.map((s) => s.loads_kg.at(-1) ?? 0)];
  const shown = steps
    .filter((kg, i) => i === steps.length - 1 || x(steps[steps.length - 1] ?? 0) - x(kg) > 44)
    .filter((kg, i, all) => i === 0 || x(kg) - x(all[i - 1] ?? 0) > 34);
  const at = points.filter((p) => p.kg > 0);
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={saying(plan, at, u)}
      className="block"
      data-testid="chart"
    >
      {plan.mm_per_kg > 0 && (
        <>
          <path
            d={`M${x(0)} ${y(0)}L${x(plan.load_kg)} ${y(end / (1 - spread))}L${x(plan.load_kg)} ${y(end / (1 + spread))}Z`}
            fill="var(--timber-light)"
            opacity="0.55"
          />
          <path
            d={line([
              { kg: 0, mm: 0 },
              { kg: plan.load_kg, mm: end },
            ])}
            stroke="var(--soft)"
            strokeDasharray="5 4"
            fill="none"
          />
        </>
      )}
      {stops.length > 1 && (
        <>
          <path d={line(stops)} stroke="var(--red)" strokeDasharray="3 3" fill="none" />
          <text
            x={x(stops[stops.length - 1]?.kg ?? 0)}
            y={y(stops[stops.length - 1]?.mm ?? 0) - 6}
            textAnchor="end"
            fontSize="13"
            fill="var(--red)"
          >
            unload past this
          </text>
        </>
      )}
      <path d={`M${LEFT} ${HEAD - 6}V${height - FOOT}H${width - 8}`} stroke="var(--ink)" fill="none" />
      <text x={LEFT - 6} y={14} fontSize="13" fill="var(--soft)" textAnchor="start">
        sag
      </text>
      <Depths most={deep} x={LEFT} y={y} say={(mm) => dial(mm, u).split(" ")[0] ?? ""} />
      <text x={8} y={y(0) + 4} fontSize="13" fill="var(--soft)">
        0 {u.length}
      </text>
      {shown.slice(1).map((kg) => (
        <g key={kg}>
          <line x1={x(kg)} x2={x(kg)} y1={height - FOOT} y2={height - FOOT + 5} stroke="var(--ink)" />
          <text x={x(kg)} y={height - FOOT + 19} textAnchor="middle" fontSize="13" fill="var(--soft)" className="fig">
            {round(kg, u).split(" ")[0]}
          </text>
        </g>
      ))}
      <text x={LEFT} y={height - FOOT + 19} fontSize="13" fill="var(--soft)">
        {u.mass}
      </text>
      <path d={line([{ kg: 0, mm: 0 }, ...at])} stroke="var(--chalk)" strokeWidth="2" fill="none" />
      {at.map((p, i) => (
        <circle
          key={i}
          cx={x(p.kg)}
          cy={y(p.mm)}
          r={i === at.length - 1 ? 5 : 3.5}
          fill="var(--sheet)"
          stroke="var(--chalk)"
          strokeWidth="2"
        />
      ))}
    </svg>
  );
}

function saying(plan: TestPlan, at: TestPoint[], u: Units): string {
  const last = at.at(-1);
  return `Load against sag to ${round(plan.load_kg, u)}: predicted ${dial(plan.mm_per_kg * plan.load_kg, u)}; ${
    last ? `read last ${dial(last.mm, u)} under ${round(last.kg, u)}` : "nothing read yet"
  }.`;
}
