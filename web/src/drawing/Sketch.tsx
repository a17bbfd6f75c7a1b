import type { Drawing, DrawnMark } from "../api/types.gen";

const INK: Record<DrawnMark["layer"], string> = {
  cut: "var(--ink)",
  hidden: "var(--ink)",
  wood: "var(--ink)",
  tool: "var(--chalk)",
  datum: "var(--chalk)",
  size: "var(--chalk)",
  words: "var(--ink)",
  faint: "var(--soft)",
  bad: "var(--red)",
};

const WIDE: Partial<Record<DrawnMark["layer"], number>> = { tool: 0.5, cut: 0.4, wood: 0.35 };
const DASH: Partial<Record<DrawnMark["layer"], string>> = { hidden: "1.6 1", bad: "1.2 1" };

/** A drawing of the server's, as a list of marks: y up, in millimetres of its own. */
export function Sketch({ drawing, says, className }: { drawing: Drawing; says: string; className?: string }) {
  const h = drawing.height_mm;
  return (
    <svg viewBox={`0 0 ${drawing.width_mm} ${h}`} className={className} role="img" aria-label={says}>
      {drawing.marks.map((m, i) => (
        <Mark key={i} m={m} h={h} />
      ))}
    </svg>
  );
}

function Mark({ m, h }: { m: DrawnMark; h: number }) {
  const [x = 0, y = 0] = m.points[0] ?? [];
  if (m.text)
    return (
      <text
        x={x}
        y={h - y}
        fontSize={m.high}
        textAnchor={m.anchor === 1 ? "end" : m.anchor === 0.5 ? "middle" : "start"}
        fill={INK[m.layer]}
        fontWeight={m.bold ? 700 : 400}
      >
        {m.text}
      </text>
    );
  const line = {
    stroke: INK[m.layer],
    strokeWidth: WIDE[m.layer] ?? 0.25,
    strokeDasharray: DASH[m.layer],
    fill: m.layer === "wood" ? "var(--timber-light)" : "none",
  };
  if (m.r) return <circle cx={x} cy={h - y} r={m.r} {...line} />;
  const points = m.points.map(([a, b]) => `${a},${h - b}`).join(" ");
  return m.closed ? <polygon points={points} {...line} /> : <polyline points={points} {...line} />;
}
