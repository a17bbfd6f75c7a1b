import type { Shelf, ShelfReport } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { extent } from "../../drawing/extent";
import { drawnSag } from "../../drawing/SagCurve";
import type { View } from "../../drawing/view";
import { weight } from "../../format";

/** Where on the front edge a sudden load is worst. */
export function WorstPlaces({ shelf, report, view }: { shelf: Shelf; report: ShelfReport; view: View }) {
  const design = useDesign();
  const marks = [
    ...(report.handling.load_n > 0 ? [{ answer: report.handling, words: "worst place to set down" }] : []),
    ...(report.accident ? [{ answer: report.accident, words: "worst place for an accident" }] : []),
  ];
  const y = view.y(shelf.y_mm);
  const foot = y + Math.max(drawnSag(report, view).deep, extent(report).below * view.k) + 94; // under what is said of the sag
  return (
    <g pointerEvents="none" data-testid="worst-places">
      {marks.map(({ answer, words }, i) => {
        const x = view.x(shelf.x_mm + answer.x_mm);
        const color = answer.verdict === "gives" ? "var(--red)" : "var(--ink)";
        // Beside its line, or under it where that is near the middle, so that it stays on the drawing.
        const off = answer.x_mm / shelf.length_mm - 0.5;
        const middle = Math.abs(off) < 0.3;
        const left = off > 0;
        return (
          <g key={words} fill={color}>
            <line
              x1={x}
              x2={x}
              y1={foot - 6 + 20 * i}
              y2={y + 8}
              stroke={color}
              strokeWidth="1.5"
              strokeDasharray="2 3"
            />
            <path d={`M${x - 6} ${y + 13} l6 -11 l6 11 z`} />
            <text
              x={middle ? x : x + (left ? -8 : 8)}
              y={foot + 20 * i + (middle ? 10 : 0)}
              textAnchor={middle ? "middle" : left ? "end" : "start"}
              fontSize="var(--size-small)"
            >
              {words}: <tspan className="fig">{weight(answer.load_n, design.units)}</tspan>
            </text>
          </g>
        );
      })}
    </g>
  );
}
