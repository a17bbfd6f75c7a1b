import type { Force, Measure as Dimension } from "../api/types.gen";
import { length, weight, type Units } from "../format";

export interface Dim {
  m: Dimension;
  x1: number;
  x2: number;
  y1: number;
  y2: number;
}

export function DimensionLines({ dims }: { dims: Dim[] }) {
  return dims.map((d) => (
    <g key={d.m.edit} stroke="var(--chalk)">
      <line x1={d.x1} x2={d.x2} y1={d.y1} y2={d.y2} markerStart="url(#arrow)" markerEnd="url(#arrow)" />
      {d.y1 === d.y2 ? (
        <path d={`M${d.x1} ${d.y1 - 6}v12M${d.x2} ${d.y1 - 6}v12`} />
      ) : (
        <path d={`M${d.x1 - 6} ${d.y1}h12M${d.x1 - 6} ${d.y2}h12`} />
      )}
    </g>
  ));
}

/** What pushes and pulls, each with its name and how much. */
export function Arrows({ arrows, units: u }: { arrows: Arrow[]; units: Units }) {
  return arrows.map((a, i) => (
    <g key={i} fill={a.over ? "var(--red)" : "var(--ink)"} stroke={a.over ? "var(--red)" : "var(--ink)"}>
      <line x1={a.x1} y1={a.y1} x2={a.x2} y2={a.y2} strokeWidth="2" markerEnd="url(#arrow)" />
      {Math.abs(a.ty - a.y2) > 14 && <line x1={a.x2} y1={a.y2} x2={a.tx} y2={a.ty - 5} strokeWidth="0.6" />}
      <text
        x={a.tx}
        y={a.ty}
        fontSize="var(--size-small)"
        textAnchor={a.end ? "end" : "start"}
        stroke="none"
        style={{ paintOrder: "stroke", stroke: "var(--sheet)" }}
      >
        {a.force.name}{" "}
        <tspan className="fig" fontWeight="500">
          {weight(a.force.n, u)}
        </tspan>
      </text>
    </g>
  ));
}

/** What comes down, and how far out from the wall. */
export function Load({
  n,
  arm,
  X,
  y,
  down,
  right,
  units,
}: {
  n: number;
  arm: number;
  X: (z: number) => number;
  y: number;
  down: number;
  right: number;
  units: Units;
}) {
  return (
    <g>
      <line x1={X(arm)} x2={X(arm)} y1={y} y2={down} stroke="var(--ink)" strokeWidth="2" markerEnd="url(#arrow)" />
      <text
        x={Math.min(X(arm) + 6, right)}
        y={y + 4}
        fontSize="var(--size-base)"
        fontWeight="500"
        className="fig"
        fill="var(--ink)"
      >
        {weight(n, units)}
      </text>
      <line
        x1={X(0)}
        x2={X(arm)}
        y1={y + 20}
        y2={y + 20}
        stroke="var(--chalk)"
        markerStart="url(#arrow)"
        markerEnd="url(#arrow)"
      />
      <text
        x={(X(0) + X(arm)) / 2}
        y={y + 16}
        textAnchor="middle"
        fontSize="var(--size-small)"
        className="fig"
        fill="var(--chalk)"
      >
        {length(arm, units)}
      </text>
    </g>
  );
}

export interface Arrow {
  force: Force;
  over: boolean;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  tx: number;
  ty: number;
  end: boolean;
}

/** Where something is written, px: its middle, and where its letters stand. */
export interface Written {
  x: number;
  y: number;
}

/** Arrows of one length with their words clear of one another, and of what is written already. */
export function place(
  forces: Force[],
  X: (z: number) => number,
  Y: (y: number) => number,
  width: number,
  bottom: number,
  taken: Written[],
): Arrow[] {
  const out = forces.map((force): Arrow => {
    const x = X(force.z_mm);
    const y = Y(force.y_mm);
    const n = Math.hypot(force.dz, force.dy) || 1;
    const dx = force.dz / n;
    const dy = -force.dy / n;
    const inward = force.dz < 0 || (force.dz === 0 && force.dy < 0);
    const from = inward ? 40 : 6;
    const to = inward ? 4 : 40;
    const side = inward ? -1 : 1;
    const x1 = x + dx * side * from;
    const y1 = y + dy * side * from;
    const x2 = x + dx * side * to;
    const y2 = y + dy * side * to;
    const tx = Math.max(x1, x2) + 6;
    return {
      force,
      over: (force.takes_n ?? 0) > 0 && force.n > (force.takes_n ?? 0),
      x1,
      y1,
      x2,
      y2,
      tx,
      ty: (force.dz === 0 ? y1 : y2) + 4,
      end: false,
    };
  });
  out.sort((a, b) => a.ty - b.ty);
  const written: { x0: number; x1: number; y: number }[] = taken.map((w) => ({ x0: w.x - 32, x1: w.x + 32, y: w.y }));
  for (const a of out) {
    const long = (a.force.name.length + 8) * 7;
    a.end = a.tx + long > width;
    if (a.end) a.tx = width - 6;
    const x0 = a.end ? a.tx - long : a.tx;
    // Where it would be, else below, else above, where nothing is written yet.
    const free = (y: number) =>
      y > 12 && y <= bottom - 4 && !written.some((w) => w.x1 > x0 && w.x0 < x0 + long && Math.abs(w.y - y) < 16);
    const at = Math.min(a.ty, bottom - 4);
    const steps = [0, 8, 16, -8, 24, -16, 32, -24, 40, -32, 48, -40, 56, -48, 64, -64, 80, -80];
    a.ty = at + (steps.find((d) => free(at + d)) ?? 0);
    written.push({ x0, x1: x0 + long, y: a.ty });
  }
  return out;
}
