import type { Item } from "../api/types.gen";

/** An item as a simple shape, from x0 to x1 above the board's top, in pixels. */
export function ItemShape({
  item,
  x0,
  x1,
  top,
  base,
}: {
  item: Item;
  x0: number;
  x1: number;
  top: number;
  base: number;
}) {
  const w = x1 - x0;
  const h = base - top;
  if (item.shape === "jars" || item.shape === "cans") {
    // As many side by side as there are, where it is known how wide one is; else as many as look right.
    const one = item.wide_mm ? (item.wide_mm * w) / Math.max(1, item.to_mm - item.from_mm) : Math.max(8, h * 0.62);
    const room = item.wide_mm ? Math.floor(w / one + 0.01) : Math.round(w / one);
    const n = Math.max(1, Math.min(item.count ?? 1, room));
    const each = w / n;
    const wide = item.wide_mm ? Math.min(one, each) : each;
    return (
      <g>
        {Array.from({ length: n }, (_, i) => {
          const a = x0 + i * each + (each - wide) / 2 + wide * 0.06;
          const b = wide * 0.88;
          return item.shape === "jars" ? (
            <g key={i}>
              <rect
                x={a + b * 0.12}
                y={top}
                width={b * 0.76}
                height={h * 0.12}
                fill="var(--sheet)"
                stroke="var(--ink)"
                strokeWidth="0.9"
              />
              <path
                d={`M${a} ${base} v${-h * 0.78} q0 ${-h * 0.1} ${b * 0.12} ${-h * 0.1} h${b * 0.76} q${b * 0.12} 0 ${b * 0.12} ${h * 0.1} v${h * 0.78} z`}
                fill="var(--timber-light)"
                stroke="var(--ink)"
                strokeWidth="0.9"
              />
            </g>
          ) : (
            <rect
              key={i}
              x={a}
              y={top}
              width={b}
              height={h}
              rx={Math.min(3, b / 5)}
              fill="var(--timber-light)"
              stroke="var(--ink)"
              strokeWidth="0.9"
            />
          );
        })}
      </g>
    );
  }
  if (item.shape === "books") {
    const n = Math.max(1, Math.round(w / 12));
    return (
      <g>
        {Array.from({ length: n }, (_, i) => {
          const tall = h * (0.78 + 0.22 * Math.abs(Math.sin(i * 2.4)));
          return (
            <rect
              key={i}
              x={x0 + (i * w) / n}
              y={base - tall}
              width={w / n}
              height={tall}
              fill="var(--timber-light)"
              stroke="var(--ink)"
              strokeWidth="0.8"
            />
          );
        })}
      </g>
    );
  }
  return (
    <g>
      <rect x={x0} y={top} width={w} height={h} fill="var(--timber-light)" stroke="var(--ink)" />
      {[0.25, 0.5, 0.75].map((t) => (
        <line
          key={t}
          x1={x0}
          x2={x1}
          y1={top + h * t}
          y2={top + h * t}
          stroke="var(--ink)"
          strokeWidth="0.6"
          opacity="0.5"
        />
      ))}
    </g>
  );
}
