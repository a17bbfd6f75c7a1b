import type { Shelf, ShelfReport, TestPlan } from "../../api/types.gen";
import { dial, round } from "../../format";
import { useDesign } from "../../bench/context";

const HIGH = 190;
const BOARD = 96;
const STACK = 70;

/**
 * The shelf from the front with the test load on it as far as it is on, what comes next dashed, the sag by a curve drawn
 * so many times as deep, the gauge where it is read, and the blocks that catch it.
 */
export function TestDrawing({
  shelf,
  report,
  plan,
  kg,
  next,
  mm,
  width,
}: {
  shelf: Shelf;
  report: ShelfReport | undefined;
  plan: TestPlan;
  kg: number;
  next: number;
  /** What was read last, mm. */
  mm: number | null;
  width: number;
}) {
  const u = useDesign().units;
  const k = (width - 24) / shelf.length_mm;
  const x = (at: number) => 12 + at * k;
  const thick = Math.max(6, shelf.thickness_mm * k);
  const spans = loads(plan);
  const part = (load: number) => load / plan.load_kg;
  const curve = report?.curve;
  const steps = (curve?.now_mm.length ?? 1) - 1;
  const deepest = Math.max(...(curve?.now_mm ?? [0]).map((v, i) => v - (curve?.self_mm[i] ?? 0)), 1e-9);
  const read = Math.max(0, mm ?? plan.mm_per_kg * kg);
  const times = read > 0 ? Math.max(1, 2 ** Math.floor(Math.log2(26 / (read * k)))) : 1;
  const down = (i: number) => (((curve?.now_mm[i] ?? 0) - (curve?.self_mm[i] ?? 0)) / deepest) * read * k * times;
  const under = BOARD + thick;
  const line =
    steps > 0
      ? Array.from(
          { length: steps + 1 },
          (_, i) => `${i ? "L" : "M"}${x((i / steps) * shelf.length_mm)} ${under + down(i)}`,
        ).join("")
      : "";
  const far = plan.at > 0.5; // the gauge is to the right, and what is said to the left
  const gauge = x(plan.at * shelf.length_mm);
  return (
    <svg
      width={width}
      height={HIGH}
      role="img"
      aria-label={`${shelf.name} with ${round(kg, u)} of ${round(plan.load_kg, u)} on it`}
      className="block"
      data-testid="loaded"
    >
      {spans.map((s, i) => {
        const on = STACK * part(kg) * s.high;
        const then = STACK * part(Math.max(next, kg)) * s.high;
        return (
          <g key={i}>
            {next > kg && (
              <rect
                x={x(s.from)}
                y={BOARD - then}
                width={(s.to - s.from) * k}
                height={then - on}
                fill="none"
                stroke="var(--chalk)"
                strokeDasharray="4 3"
                strokeWidth="1.5"
              />
            )}
            {on > 0 && (
              <rect
                x={x(s.from)}
                y={BOARD - on}
                width={(s.to - s.from) * k}
                height={on}
                fill="var(--timber-light)"
                stroke="var(--ink)"
              />
            )}
          </g>
        );
      })}
      <rect x={x(0)} y={BOARD} width={shelf.length_mm * k} height={thick} fill="var(--timber)" stroke="var(--ink)" />
      {(report?.supports ?? []).flatMap((s) =>
        s.geometry.shapes.map((of, n) => (
          <polygon
            key={`${s.id}${n}`}
            points={(of.front ?? [])
              .map(([a, b]) => `${x(s.x_mm - shelf.x_mm + a)},${Math.min(under - b * k, HIGH - 40)}`)
              .join(" ")}
            fill={of.stuff === "metal" ? "var(--steel)" : "var(--timber)"}
            stroke="var(--ink)"
          />
        )),
      )}
      {line && read > 0 && <path d={line} stroke="var(--chalk)" strokeWidth="2" fill="none" />}
      {plan.mm_per_kg > 0 && plan.gauge === "dial" && (
        <g>
          <line x1={gauge} x2={gauge} y1={under} y2={under + 34} stroke="var(--chalk)" />
          <circle cx={gauge} cy={under + 44} r="10" fill="var(--sheet)" stroke="var(--chalk)" strokeWidth="2" />
          <line x1={gauge} x2={gauge + 5} y1={under + 44} y2={under + 38} stroke="var(--chalk)" strokeWidth="2" />
        </g>
      )}
      <text x={far ? 12 : width - 12} y={HIGH - 22} textAnchor={far ? "start" : "end"} fontSize="13" fill="var(--soft)">
        {read > 0
          ? `sag ${mm === null ? "reckoned" : "read"} ${dial(read, u)}${times > 1 ? `, drawn ${times} ×` : ""}`
          : ""}
      </text>
      <rect
        x={x(shelf.length_mm * 0.06)}
        y={HIGH - 14}
        width={shelf.length_mm * 0.88 * k}
        height="6"
        fill="var(--hair)"
      />
    </svg>
  );
}

/** Where the load stands, and how high beside the others. */
function loads(plan: TestPlan): { from: number; to: number; high: number }[] {
  const dense = (s: TestPlan["stands"][number]) => s.part / Math.max(1, s.to_mm - s.from_mm);
  const most = Math.max(...plan.stands.map(dense), 1e-12);
  return plan.stands.map((s) => ({ from: s.from_mm, to: s.to_mm, high: dense(s) / most }));
}
