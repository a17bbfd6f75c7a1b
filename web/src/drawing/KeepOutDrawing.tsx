import type { KeepOut, Wall } from "../api/types.gen";
import { useWords } from "../bench/context";
import type { View } from "./view";

const BEHIND = ["cable", "pipe", "duct", "outlet"];

/** Something in the way: hatched where it must not be drilled, outlined where it stands before the wall. */
export function KeepOutDrawing({
  keepOut,
  view,
  wall,
  on,
  area: [wide, high],
  named,
}: {
  keepOut: KeepOut;
  view: View;
  wall: Wall;
  on: boolean;
  /** How wide and high the drawing is, px: what is said stays on it. */
  area: [number, number];
  /** Also what may be drilled beside is named. */
  named: boolean;
}) {
  const x = view.x(keepOut.x_mm);
  const y = view.y(keepOut.y_mm + keepOut.height_mm);
  const w = Math.max(3, keepOut.width_mm * view.k);
  const h = Math.max(3, keepOut.height_mm * view.k);
  const behind = BEHIND.includes(keepOut.kind);
  const color = on ? "var(--chalk)" : "var(--ochre)";
  const kinds = useWords()("KeepOutKind");
  const called = keepOut.name || kinds.find(([k]) => k === keepOut.kind)?.[1];
  const words = `${called}${behind ? ", do not drill" : ""}`;
  const tall = h > w * 1.6;
  const cx = x + w / 2;
  const half = words.length * 3.4 + 4;
  const cy = tall
    ? Math.max(half + 2, Math.min(Math.max(y + h / 2, 130), y + h - 20, high - half - 2))
    : Math.min(Math.max(y + h / 2, 130), y + h - 20);
  const beside = tall && w <= 20 ? -w / 2 - 5 : 4; // across the text
  const shown = tall ? cx + beside > 12 && cx + beside < wide - 4 : cx > half && cx < wide - half;
  return (
    <>
      {keepOut.kind === "outlet" && (
        <g opacity="0.5">
          <rect x={x} y={view.y(wall.height_mm)} width={w} height={wall.height_mm * view.k} fill="url(#keep)" />
          <rect x={view.x(0)} y={y} width={wall.length_mm * view.k} height={h} fill="url(#keep)" />
        </g>
      )}
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        fill={behind ? "url(#keep)" : "none"}
        stroke={color}
        strokeWidth={on ? 2.5 : 1.2}
        strokeDasharray={behind ? undefined : "7 4"}
      />
      {keepOut.kind === "window" && (
        <path d={`M${cx} ${y} v${h} M${x} ${y + h / 2} h${w}`} stroke={color} strokeWidth="0.8" />
      )}
      {shown && (behind || named) && (
        <text
          x={cx}
          y={cy}
          textAnchor="middle"
          fontSize="var(--size-small)"
          fill="var(--ochre)"
          transform={tall ? `rotate(-90 ${cx} ${cy}) translate(0 ${beside})` : undefined}
        >
          {words}
        </text>
      )}
    </>
  );
}
