import type { CutPart, CuttingReply } from "../../api/types.gen";
import { useDeeds, useDesign, useLooks } from "../../bench/context";
import { fine, length } from "../../format";
import { SmallWall } from "./BuildBench";

/** Pieces that would be no longer than this are drawn larger than the others, and say so, px. */
const SMALL = 50;
const TIMES = 3;

/** Every piece flat and to scale, alike ones once, in the order of their letters. */
export function PiecesView({ reply, width }: { reply: CuttingReply; width: number }) {
  const longest = Math.max(600, ...reply.parts.map((p) => p.length_mm));
  const k = Math.min(0.6, (width - 60) / longest);
  const shown = new Set(reply.facts.flatMap((f) => f.pieces.map((p) => p.id)));
  return (
    <div className="flex min-h-0 flex-1 flex-wrap content-start items-end gap-x-8 gap-y-5 overflow-y-auto px-4 py-3">
      {reply.parts.map((p) => (
        <Piece key={p.letter} part={p} k={k} done={p.each.filter((e) => shown.has(e.id)).length} />
      ))}
      <div className="ml-auto w-60 border border-hair max-[700px]:w-full">
        <SmallWall />
      </div>
    </div>
  );
}

function Piece({ part, k, done }: { part: CutPart; k: number; done: number }) {
  const u = useDesign().units;
  const { piece } = useLooks();
  const { hold } = useDeeds();
  const on = part.each.some((e) => e.id === piece);
  const times = part.length_mm * k <= SMALL ? TIMES : 1;
  const s = k * times;
  const wide = part.length_mm * s;
  const high = Math.max(5, part.width_mm * s);
  const marks = [...new Set(part.each.flatMap((e) => (e.mark ? [e.mark] : [])))];
  const n = part.each.length;
  return (
    <button
      type="button"
      aria-pressed={on}
      aria-label={`${part.letter}: ${part.name}, ${n} of ${part.stuff}`}
      className="flex flex-col items-start text-left"
      onClick={() => hold(on ? null : (part.each[0]?.id ?? null))}
    >
      <svg width={wide + 4} height={high + 4} className="block overflow-visible" aria-hidden>
        <Outline part={part} s={s} high={high} on={on} />
        {part.features.map((_, i) => (
          <Feature key={i} part={part} i={i} s={s} high={high} />
        ))}
      </svg>
      <span className="pt-1 whitespace-nowrap">
        <b className="text-head">{part.letter}</b>
        {n > 1 && <b className="text-head"> × {n}</b>} {part.name}
        {marks.map((m) => (
          <span key={m} className="ml-2 text-small text-soft" title={`goes together with all that bears △${m}`}>
            △{m}
          </span>
        ))}
        {done > 0 && <span className="ml-2 text-small text-vial">✓ {done} cut</span>}
      </span>
      <span className="fig text-small text-soft">
        {length(part.length_mm, u)} ×{" "}
        {part.d_mm ? `⌀ ${fine(part.d_mm, u)}` : `${length(part.width_mm, u)} × ${fine(part.thickness_mm, u)}`}
        {times > 1 && `, drawn × ${times}`}
      </span>
    </button>
  );
}

/** The face of a piece, its ends as they are cut, and the narrow face of a bevelled one as a line. */
function Outline({ part, s, high, on }: { part: CutPart; s: number; high: number; on: boolean }) {
  const wide = part.length_mm * s;
  const shift = (deg: number) => Math.min(wide / 2, Math.tan((deg * Math.PI) / 180) * high);
  const [a, b] = part.off_deg.map((d) => shift(d ?? 0)) as [number, number];
  const bevel = part.bevel_deg > 0 ? Math.tan((part.bevel_deg * Math.PI) / 180) * part.thickness_mm * s : 0;
  const look = { stroke: on ? "var(--chalk)" : "var(--ink)", strokeWidth: on ? 2.5 : 1.2 };
  return (
    <g transform="translate(2 2)">
      <polygon points={`${a},0 ${wide - b},0 ${wide},${high} 0,${high}`} fill="var(--timber-light)" {...look} />
      {[0.3, 0.62].map((y) => (
        // The grain runs along it.
        <line
          key={y}
          x1={Math.max(3, a)}
          x2={wide - Math.max(3, b)}
          y1={high * y}
          y2={high * y}
          stroke="var(--timber-ink)"
          strokeWidth="0.5"
          opacity="0.35"
        />
      ))}
      {bevel > 0 && bevel < high && (
        <line x1="0" x2={wide} y1={bevel} y2={bevel} stroke="var(--ink)" strokeDasharray="5 3" strokeWidth="0.8" />
      )}
    </g>
  );
}

/** What is cut into a piece: on its face, behind it, or into an edge or an end. */
function Feature({ part, i, s, high }: { part: CutPart; i: number; s: number; high: number }) {
  const f = part.features[i];
  if (!f) return null;
  const hidden = f.face !== "front" || (f.depth_mm ?? 0) < 0;
  const line = {
    fill: hidden ? "none" : "var(--sheet)",
    stroke: "var(--ink)",
    strokeDasharray: hidden ? "3 2" : undefined,
  };
  const x = 2 + f.x_mm * s;
  const y = 2 + high - f.y_mm * s;
  if (f.face === "front" || f.face === "back") {
    if (f.kind === "bore") return <circle cx={x} cy={y} r={Math.max(1.6, ((f.d_mm ?? 0) * s) / 2)} {...line} />;
    return (
      <rect x={x} y={y - (f.wide_mm ?? 0) * s} width={(f.long_mm ?? 0) * s} height={(f.wide_mm ?? 0) * s} {...line} />
    );
  }
  // Into an edge or an end it is seen from the side: so far along, so deep.
  const deep = Math.max(3, (f.depth_mm ?? 0) * s);
  const half = Math.max(1.5, ((f.d_mm ?? f.long_mm ?? 4) * s) / 2);
  if (f.face === "end")
    return <rect x={2 + part.length_mm * s - deep} y={y - half} width={deep} height={2 * half} {...line} />;
  return (
    <rect x={x - half} y={f.face === "upper edge" ? 2 : 2 + high - deep} width={2 * half} height={deep} {...line} />
  );
}
