import { useId } from "react";
import type { Wall } from "../api/types.gen";
import type { View } from "./view";

/** What a wall without studs is made of, in its true courses: mm long and high. */
const COURSES: Record<string, [number, number]> = { masonry: [225, 75], block: [450, 225], concrete: [1200, 1200] };

/** The face of a masonry wall, faint behind everything. */
export function WallFill({ wall, view }: { wall: Wall; view: View }) {
  const id = useId();
  const size = COURSES[wall.kind];
  if (!size) return null;
  const w = size[0] * view.k;
  const h = size[1] * view.k;
  const top = view.y(wall.height_mm);
  const stagger = wall.kind === "concrete" ? 0 : w / 2;
  return (
    <g pointerEvents="none">
      <pattern
        id={id}
        width={w}
        height={2 * h}
        patternUnits="userSpaceOnUse"
        patternTransform={`translate(${view.x(0)} ${view.y(0)})`}
      >
        <path
          d={`M0 0H${w}M0 ${h}H${w}M${w / 2} 0V${h}M${w / 2 - stagger} ${h}V${2 * h}`}
          fill="none"
          stroke="var(--timber)"
          strokeWidth="1"
          opacity="0.55"
        />
      </pattern>
      <rect
        x={view.x(0)}
        y={top}
        width={wall.length_mm * view.k}
        height={Math.max(0, view.y(0) - top)}
        fill={`url(#${id})`}
      />
    </g>
  );
}
