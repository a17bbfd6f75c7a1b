import { useScanner } from "./scanner";
import { useDrag } from "@use-gesture/react";
import type { KeyboardEvent } from "react";
import type { ScanReading } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import type { View } from "../../drawing/view";
import { lengthUnit } from "../../format";

const TALL = 74; // pixels of the trace

/** The scanner on the drawn wall, with its trace under it and the marks it found. */
export function ScannerDrawing({ view, height }: { view: View; height: number }) {
  const scanner = useScanner();
  const design = useDesign();
  const base = height - 66;
  const top = base - TALL;
  const bind = useDrag(
    ({ movement: [mx], first, memo, event }) => {
      event.stopPropagation();
      const from = first ? scanner.x : (memo as number);
      scanner.take(from + mx / view.k);
      return from;
    },
    { pointer: { keys: false } },
  );
  const keys = (e: KeyboardEvent) => {
    const end = e.key === "ArrowRight" ? design.wall.length_mm : e.key === "ArrowLeft" ? 0 : null;
    if (end !== null) {
      e.preventDefault();
      e.stopPropagation();
      if (e.shiftKey) scanner.sweep(end);
      else scanner.take(scanner.x + (end > 0 ? 10 : -10));
    } else if (e.key === "c" || e.key === "C") {
      e.stopPropagation();
      scanner.calibrate();
    }
  };
  const y = (level: number) => base - 8 - Math.max(-0.15, Math.min(1.25, level)) * (TALL - 26);
  const marks = scanner.reply?.marks ?? [];
  const x = view.x(scanner.x);
  const narrow = design.wall.length_mm * view.k < 600;
  const x0 = view.x(0);
  const x1 = view.x(design.wall.length_mm);
  return (
    <g>
      <rect x={x0} y={top} width={x1 - x0} height={TALL} fill="var(--sheet)" stroke="var(--hair)" />
      <line x1={x0} x2={x1} y1={y(0.5)} y2={y(0.5)} stroke="var(--soft)" strokeDasharray="3 4" />
      {strokes(scanner.reply?.readings ?? []).map((s, i) => (
        <polyline
          key={i}
          points={s.points.map((r) => `${view.x(r.x_mm).toFixed(1)},${y(r.level).toFixed(1)}`).join(" ")}
          fill="none"
          stroke={s.right ? "var(--chalk)" : "var(--ink)"}
          strokeWidth="1.4"
          strokeDasharray={s.right ? undefined : "5 2"}
        />
      ))}
      {marks.map((m) => {
        const ok = m.kind === "stud";
        const mx = view.x(m.x_mm);
        const w = (m.width_mm / 2) * view.k;
        return (
          <g key={m.x_mm} stroke={ok ? "var(--vial)" : "var(--ochre)"} data-testid="mark">
            <path
              d={`M${mx - w} ${top} v${TALL} M${mx + w} ${top} v${TALL}`}
              strokeDasharray={m.both ? undefined : "3 3"}
            />
            <text
              x={mx}
              y={top - (ok || narrow ? 5 : 21)}
              textAnchor="middle"
              fontSize="var(--size-small)"
              stroke="none"
              fill={ok ? "var(--vial)" : "var(--ochre)"}
            >
              {ok
                ? (narrow ? "" : "stud") + (m.both ? (narrow ? "✓" : "") : "?")
                : narrow
                  ? "✗"
                  : m.kind === "pipe"
                    ? "not a stud"
                    : "too wide"}
            </text>
          </g>
        );
      })}
      <g
        role="slider"
        tabIndex={0}
        aria-label="Stud scanner"
        aria-valuemin={0}
        aria-valuemax={Math.round(design.wall.length_mm)}
        aria-valuenow={Math.round(scanner.x)}
        aria-valuetext={`${lengthUnit(scanner.x, design.units)} along${scanner.seeing ? "" : ", not calibrated"}`}
        className="block cursor-ew-resize touch-none"
        data-testid="scanner"
        onKeyDown={keys}
        {...bind()}
      >
        <rect x={x - 22} y={base - 6} width="44" height="44" fill="transparent" className="focus-ring" />
        <path
          d={`M${x} ${base - 4} l13 12 v22 h-26 v-22 z`}
          fill="var(--paper)"
          stroke={scanner.seeing ? "var(--chalk)" : "var(--red)"}
          strokeWidth="2"
        />
        <line x1={x} x2={x} y1={top} y2={base - 4} stroke={scanner.seeing ? "var(--chalk)" : "var(--red)"} />
        <circle
          cx={x}
          cy={base + 18}
          r="4"
          fill={scanner.seeing && (scanner.reply?.readings.at(-1)?.level ?? 0) > 0.5 ? "var(--vial)" : "none"}
          stroke="var(--ink)"
        />
      </g>
      <text x={x + 30} y={base + 22} fontSize="var(--size-small)" fill="var(--soft)" pointerEvents="none">
        simulated
      </text>
    </g>
  );
}

/** Cuts readings into lines to draw, where the scanner turned or was lost. */
function strokes(readings: ScanReading[]): { right: boolean; points: ScanReading[] }[] {
  const out: { right: boolean; points: ScanReading[] }[] = [];
  let run: ScanReading[] = [];
  const cut = () => {
    const [first] = run;
    const last = run.at(-1);
    if (first && last && run.length > 1) out.push({ right: last.x_mm >= first.x_mm, points: run });
  };
  for (const r of readings) {
    const last = run.at(-1);
    const before = run.at(-2);
    const turns = last && before && (last.x_mm - before.x_mm) * (r.x_mm - last.x_mm) < 0;
    if (r.lost || turns) {
      cut();
      run = turns && !r.lost ? [last] : [];
    }
    if (!r.lost) run.push(r);
  }
  cut();
  return out;
}
