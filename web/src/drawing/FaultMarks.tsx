import { useTogether } from "../bench/useTogether";
import type { View } from "./view";

/** Where something of a shelf does not go together: crossed out in red, and said. */
export function FaultMarks({ shelf, view }: { shelf: string; view: View }) {
  return useTogether(shelf).map((f, i) => (
    <g
      key={i}
      role="img"
      aria-label={`does not go together: ${f.name} ${f.says}`}
      pointerEvents="none"
      stroke="var(--red)"
    >
      <circle cx={view.x(f.x_mm)} cy={view.y(f.y_mm)} r="9" fill="none" strokeWidth="2" />
      <path d={`M${view.x(f.x_mm) - 5} ${view.y(f.y_mm) - 5} l10 10 m0 -10 l-10 10`} strokeWidth="2" />
    </g>
  ));
}
