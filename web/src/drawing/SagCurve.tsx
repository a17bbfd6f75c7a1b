import type { SagAt, Shelf, ShelfReport } from "../api/types.gen";
import { linkOf, useLooks } from "../bench/context";
import { TIMES } from "../bench/words";
import { sag, type Units } from "../format";
import { extent } from "./extent";
import type { View } from "./view";

/** By how much the sag is drawn larger than it is, and how deep it goes then, in pixels. */
export function drawnSag(report: ShelfReport, view: View): { times: number; deep: number } {
  const deepest = Math.max(0.01, ...report.curve.later_mm.map(Math.abs)) * view.k;
  const times = [100, 50, 20, 10, 5, 2, 1].find((f) => deepest * f <= 34) ?? 1;
  return { times, deep: report.curve.now_mm.length ? deepest * times : 0 };
}

/** How long the words about the sag are, in pixels. */
const WORDS = 250;

/** The board's line at a time, larger than life by a stated factor, with its true figure. */
export function SagCurve({
  shelf,
  report,
  units,
  view,
}: {
  shelf: Shelf;
  report: ShelfReport;
  units: Units;
  view: View;
}) {
  const { time } = useLooks();
  const sagging = report.sagging;
  const link = linkOf(report, sagging?.link);
  const at = sagging?.times[Math.min(time, sagging.times.length - 1)];
  const today = sagging?.times[0];
  if (!link || !at || !today || report.curve.now_mm.length === 0) return null;
  const { self_mm: self, now_mm: now } = report.curve;
  const { times, deep } = drawnSag(report, view);
  const y0 = view.y(shelf.y_mm);
  const path = (t: SagAt) =>
    "M" +
    self
      .map((own, i) => {
        const x = shelf.x_mm + (shelf.length_mm * i) / (self.length - 1);
        const down = own * t.self + ((now[i] ?? own) - own) * t.contents;
        return `${view.x(x).toFixed(1)} ${(y0 + down * times * view.k).toFixed(1)}`;
      })
      .join("L");
  const half = Math.min(WORDS / 2, (shelf.length_mm * view.k) / 2); // so that it stays under the board
  const x = Math.min(
    Math.max(view.x(shelf.x_mm + (link.x_mm ?? 0)), view.x(shelf.x_mm) + half),
    view.x(shelf.x_mm + shelf.length_mm) - half,
  );
  const y = y0 + Math.max(deep, extent(report).below * view.k) + 50;
  return (
    <g pointerEvents="none" className="answered">
      <path d={path(today)} fill="none" stroke="var(--chalk)" strokeWidth="1" strokeDasharray="3 3" />
      <path d={path(at)} fill="none" stroke="var(--chalk)" strokeWidth="1.8" />
      <g textAnchor="middle" fill="var(--chalk)">
        <text x={x} y={y} fontSize="var(--size-note)">
          sags <tspan className="fig">{sag(today.sag_mm, units)}</tspan>, {TIMES[time]}{" "}
          <tspan className="fig" data-testid="sag">
            {sag(at.sag_mm, units)}
          </tspan>
        </text>
        <text x={x} y={y + 17} fontSize="var(--size-small)" fill="var(--soft)">
          drawn × {times}; straight is {sag(link.allowed_mm ?? 0, units)}
        </text>
      </g>
    </g>
  );
}
