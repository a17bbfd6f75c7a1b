import { useDrag } from "@use-gesture/react";
import { useState } from "react";
import type { Blank, CuttingReply, Lies, SawCut } from "../../api/types.gen";
import { useDeeds, useDesign, useLooks } from "../../bench/context";
import { Hatches } from "../../drawing/Hatch";
import { length, type Units } from "../../format";
import { useHit } from "../../ui/useCoarse";
import { BadPlaces, Price, StockLength } from "./StockFields";
import { boardsFor, lockBlank, unlock } from "./plan";
import type { BuildDeeds } from "./useCutting";

/** One board, sheet or rod to scale: what is cut from it, what is bad, what is left, and its numbered cuts. */
export function BlankDrawing({
  blank,
  n,
  k,
  reply,
  lit,
  deeds,
  caption,
}: {
  blank: Blank;
  n: number;
  k: number;
  reply: CuttingReply;
  lit: Set<number>;
  deeds: BuildDeeds;
  caption: string;
}) {
  const u = useDesign().units;
  const { piece } = useLooks();
  const { hold } = useDeeds();
  const hit = useHit();
  const wide = blank.length_mm * k;
  const high = Math.max(14, blank.width_mm * k);
  const across = high / blank.width_mm; // a rod is drawn thicker than it is
  const cuts = reply.cutting.cuts.filter((c) => c.blank === blank.id);
  const under = numbered(cuts, blank, k);
  const board = blank.from !== "sheet";
  const small = blank.places.filter((p) => !fits(p, k, across).one).map((p) => p.called);
  const here = blank.places.find((p) => p.piece === piece);
  return (
    <section aria-label={caption} className="pt-2" data-blank={blank.id}>
      <div className="flex flex-wrap items-baseline gap-x-5 text-small text-soft">
        <span>
          {caption} × <StockLength blank={blank} n={n} reply={reply} deeds={deeds} />
          {blank.own ? ", on hand" : ", to buy"}
          {!blank.own && <Price blank={blank} n={n} reply={reply} deeds={deeds} />}
          {small.length > 0 && <span className="text-ink">, of it {small.join(", ")}</span>}
        </span>
        {board && (
          <button
            type="button"
            className="act"
            onClick={() => void deeds.plan(blank.locked ? unlock(blank) : lockBlank(blank))}
          >
            {blank.locked ? "locked: plan it again" : "lock it"}
          </button>
        )}
        {here && board && (
          <button type="button" className="act" onClick={() => void deeds.cut(blank.id, here.piece)}>
            {here.called} is cut
          </button>
        )}
        <button type="button" className="act" onClick={() => void deeds.cut(blank.id)}>
          all of it is cut
        </button>
      </div>
      <svg
        width={wide + 2}
        height={high + (under.length > 0 ? 26 : 4)}
        className="block overflow-visible select-none"
        role="group"
        aria-label={`${caption}, as it is cut`}
      >
        <Hatches />
        <rect x="1" y="1" width={wide} height={high} fill="var(--sheet)" stroke="var(--ink)" />
        <rect x="1" y="1" width={blank.squaring_mm * k} height={high} fill="url(#keep)" />
        {blank.bad.map((b) => (
          <g key={b.from_mm}>
            <rect
              x={1 + b.from_mm * k}
              y="1"
              width={(b.to_mm - b.from_mm) * k}
              height={high}
              fill="url(#keep)"
              stroke="var(--red)"
            />
          </g>
        ))}
        {blank.left.map((p, i) => (
          <Left key={i} p={p} k={k} across={across} high={high} units={u} />
        ))}
        {blank.places.map((p) => (
          <rect
            key={`hit-${p.piece}`}
            {...around({ b: box({ p, k, across, high }), hit })}
            onClick={() => hold(p.piece === piece ? null : (p.piece ?? null))}
          />
        ))}
        {blank.places.map((p) => (
          <Place
            key={p.piece}
            p={p}
            k={k}
            across={across}
            high={high}
            on={p.piece === piece}
            units={u}
            onDrop={(id) => {
              const to = boardsFor(reply, blank).find((b) => b.id === id);
              if (p.piece && to && board) void deeds.move(p.piece, to);
            }}
            onHold={() => hold(p.piece === piece ? null : (p.piece ?? null))}
          />
        ))}
        {cuts
          .filter((c) => lit.has(c.n))
          .map((c) => {
            const [x1, x2] = c.along ? [c.from_mm * k, c.to_mm * k] : [c.at_mm * k, c.at_mm * k];
            const [y1, y2] = c.along ? [c.at_mm, c.at_mm] : [c.from_mm, c.to_mm];
            return (
              <line
                key={c.n}
                x1={1 + x1}
                x2={1 + x2}
                y1={1 + high - y1 * across}
                y2={1 + high - y2 * across}
                stroke="var(--red)"
                strokeWidth="3"
              />
            );
          })}
        {under.map(({ c, x }) => (
          <g key={c.n} pointerEvents="none">
            <line
              x1={1 + c.at_mm * k}
              x2={1 + c.at_mm * k}
              y1="-3"
              y2={high + 6}
              stroke="var(--chalk)"
              strokeDasharray="4 3"
            />
            <text
              x={x}
              y={high + 20}
              textAnchor="middle"
              fontSize="var(--size-small)"
              className="fig"
              fill={lit.has(c.n) ? "var(--red)" : "var(--chalk)"}
            >
              {c.n}
            </text>
          </g>
        ))}
      </svg>
      {blank.own && <BadPlaces blank={blank} reply={reply} deeds={deeds} />}
      <span className="sr-only">
        {n}: {blank.places.map((p) => `${p.called} ${length(p.length_mm, u)}`).join(", ")}
      </span>
    </section>
  );
}

/** The cuts right across a blank, whose numbers have room under it. */
function numbered(cuts: SawCut[], blank: Blank, k: number): { c: SawCut; x: number }[] {
  let last = -30;
  return cuts
    .filter((c) => !c.along && c.to_mm - c.from_mm > blank.width_mm * 0.98)
    .sort((a, b) => a.at_mm - b.at_mm)
    .flatMap((c) => {
      const x = 1 + c.at_mm * k;
      if (x - last < 24) return [];
      last = x;
      return [{ c, x }];
    });
}

interface Lying {
  p: Lies;
  k: number;
  across: number;
  high: number;
  units: Units;
}

const box = ({ p, k, across, high }: Omit<Lying, "units">) => ({
  x: 1 + p.x_mm * k,
  y: 1 + high - (p.y_mm + p.width_mm) * across,
  width: p.length_mm * k,
  height: p.width_mm * across,
});

/** Whether a piece's name has room on it. */
const fits = (p: Lies, k: number, across: number) => ({
  one: p.length_mm * k > (p.called ?? "").length * 9 + 4 && p.width_mm * across >= 15,
});

/** A piece where it lies; pressed it is in hand, and it can be dragged to another board. */
function Place({
  on,
  onHold,
  onDrop,
  ...l
}: Lying & { on: boolean; onHold: () => void; onDrop: (blank: string) => void }) {
  const [by, move] = useState<[number, number]>([0, 0]);
  const bind = useDrag(
    ({ tap, last, movement, xy: [x, y], event }) => {
      if (tap) return onHold();
      move(last ? [0, 0] : movement);
      if (!last || event.type === "pointercancel") return;
      // What is under the pointer, but for the piece itself.
      const under = document.elementsFromPoint(x, y).filter((e) => !e.closest(`[data-piece="${l.p.piece}"]`));
      onDrop(under.map((e) => e.closest("[data-blank]")?.getAttribute("data-blank")).find((id) => id) ?? "");
    },
    { filterTaps: true, pointer: { keys: false } },
  );
  const b = box(l);
  const size = length(l.p.length_mm, l.units);
  const name = l.p.called ?? "";
  const hit = useHit();
  const { one } = fits(l.p, l.k, l.across);
  const two = b.height >= 36 && b.width > size.length * 8 + 6;
  const both = !two && one && b.width > (name.length + size.length + 1) * 9 + 6;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-pressed={on}
      aria-label={`${name}, ${size}`}
      className="cursor-grab"
      data-piece={l.p.piece}
      data-timber
      transform={`translate(${by[0]} ${by[1]})`}
      {...bind()}
      onKeyDown={(e) => {
        if (e.key !== " " && e.key !== "Enter") return;
        e.preventDefault();
        e.stopPropagation();
        onHold();
      }}
    >
      <rect
        {...b}
        fill={on ? "var(--timber)" : "var(--timber-light)"}
        stroke={on ? "var(--chalk)" : "var(--ink)"}
        strokeWidth={on ? 2.5 : 1}
      />
      <rect className="focus-ring" pointerEvents="none" {...around({ b, hit })} />
      {one && (
        <text
          x={b.x + b.width / 2}
          y={b.y + b.height / 2 + (two ? -3 : 5)}
          textAnchor="middle"
          fontSize="var(--size-base)"
          fontWeight="600"
          fill="var(--timber-ink)"
          style={{ stroke: "none" }}
        >
          {name}
          {both && (
            <tspan className="fig" fontWeight="400" dx="6">
              {size}
            </tspan>
          )}
        </text>
      )}
      {two && (
        <text
          x={b.x + b.width / 2}
          y={b.y + b.height / 2 + 14}
          textAnchor="middle"
          fontSize="var(--size-small)"
          className="fig"
          fill="var(--timber-ink)"
          style={{ stroke: "none" }}
        >
          {size}
        </text>
      )}
    </g>
  );
}

/** Small pieces are pressed no smaller than a finger tip needs, where nothing else lies. */
function around({ b, hit }: { b: ReturnType<typeof box>; hit: number }) {
  const w = Math.max(hit, b.width);
  const h = Math.max(hit, b.height);
  return { x: b.x + (b.width - w) / 2, y: b.y + (b.height - h) / 2, width: w, height: h, fill: "transparent" };
}

function Left(l: Lying) {
  const b = box(l);
  const size = length(l.p.length_mm, l.units);
  return (
    <g>
      <rect {...b} fill="url(#stud)" stroke="var(--hair)" />
      {b.width > 130 && b.height >= 18 && (
        <text x={b.x + 8} y={b.y + b.height / 2 + 5} fontSize="var(--size-small)" fill="var(--soft)">
          left over <tspan className="fig">{size}</tspan>
        </text>
      )}
    </g>
  );
}
