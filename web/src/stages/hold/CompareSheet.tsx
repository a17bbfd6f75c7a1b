import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, reason } from "../../api/client";
import type { Need, Own, Picture, Shelf, WayRow } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { useOwn } from "../../bench/useOwn";
import { limit, MARK_OF, TONE_OF } from "../../bench/words";
import { Hatches } from "../../drawing/Hatch";
import { lengthUnit, sag } from "../../format";
import { Choice } from "../../ui/fields";
import { Sheet } from "../../ui/Sheet";
import { hang } from "../../model/edit";

type Order = "holds" | "straight" | "holes" | "droop" | "cost";

const BY: Record<Order, (r: WayRow, own: Own | undefined) => number> = {
  holds: (r) => -r.holds.kg,
  straight: (r) => -r.straight.kg,
  holes: (r) => r.holes,
  droop: (r) => r.droop_mm,
  cost: (r, own) => costOf(r.parts, own)?.sum ?? Infinity,
};

/** The same shelf, contents and wall on every way of hanging, in one picture to scale; one press takes a way. */
export function CompareSheet({ shelf, onClose }: { shelf: Shelf; onClose: () => void }) {
  const design = useDesign();
  const { tryEdit } = useDeeds();
  const own = useOwn().data;
  const [order, setOrder] = useState<Order>("holds");
  const [error, setError] = useState<string | null>(null);
  const q = useQuery({
    queryKey: ["compare", shelf.id, design],
    queryFn: ({ signal }) => api.compare({ design, shelf: shelf.id }, signal),
    retry: false,
  });
  const rows = q.data?.rows ?? [];
  const now = rows.find((r) => r.now);
  const able = rows.filter((r) => !r.why && !r.now).sort((a, b) => BY[order](a, own) - BY[order](b, own));
  const not = rows.filter((r) => r.why);
  // One scale for all of them.
  const deep = Math.max(100, ...[...(now ? [now] : []), ...able].map((r) => r.side.back_mm + shelf.depth_mm + 20));
  const take = async (r: WayRow) => {
    const why = r.hung ? await tryEdit(hang(r.hung)) : "it cannot be taken";
    if (why) setError(why);
    else onClose();
  };
  return (
    <Sheet open onClose={onClose} title={`${shelf.name}: every way to hang it`}>
      <p className="text-soft">
        First as it is, then each way with usual parts, fitted to the studs there are. Press one to take it; undo brings
        the old one back.
      </p>
      <Choice
        label="sorted by"
        value={order}
        options={[
          ["holds", "what it holds"],
          ["straight", "straightness"],
          ["droop", "droop"],
          ["holes", "holes"],
          ["cost", "cost"],
        ]}
        onChange={setOrder}
      />
      {q.isError && <p className="text-red">{reason(q.error)}</p>}
      {error && (
        <p role="alert" className="text-red">
          {error}
        </p>
      )}
      {now && (
        <div
          data-way="now"
          className="grid w-full grid-cols-[minmax(0,9.5rem)_minmax(0,1fr)] gap-x-4 border-t border-hair bg-paper py-2 max-[500px]:grid-cols-1"
        >
          <Small picture={now.side} shelf={shelf} deep={deep} />
          <WayText row={now} own={own} />
        </div>
      )}
      <ol data-testid="ways">
        {able.map((r) => (
          <li key={r.key} className="border-t border-hair">
            <button
              type="button"
              data-way={r.key}
              className="group grid w-full grid-cols-[minmax(0,9.5rem)_minmax(0,1fr)] gap-x-4 py-2 text-left max-[500px]:grid-cols-1"
              onClick={() => void take(r)}
            >
              <Small picture={r.side} shelf={shelf} deep={deep} />
              <WayText row={r} own={own} />
            </button>
          </li>
        ))}
        {not.map((r) => (
          <li key={r.key} className="border-t border-hair py-2 text-soft">
            <b className="font-semibold">{r.name}</b>: {r.why}.
          </li>
        ))}
      </ol>
    </Sheet>
  );
}

function WayText({ row: r, own }: { row: WayRow; own: Own | undefined }) {
  const design = useDesign();
  const u = design.units;
  const cost = costOf(r.parts, own);
  return (
    <span>
      <span className="flex flex-wrap items-baseline justify-between gap-x-4">
        <b className={`font-semibold ${r.now ? "" : "text-chalk underline-offset-4 group-hover:underline"}`}>
          {r.name.replace(/^./, (c) => c.toUpperCase())}
        </b>
        <span className={`text-head ${TONE_OF[r.verdict ?? ""] ?? ""}`}>
          <span aria-hidden>{MARK_OF[r.verdict ?? ""]} </span>
          holds <span className="fig">{limit(r.holds, u)}</span>
        </span>
      </span>
      <span className="block">
        First to give: {r.first} ({r.how}).{" "}
        {r.breaks ? `Breaks ${r.breaks.above ? "somewhere" : "at about"} ${limit(r.breaks, u)}. ` : "Break not known. "}
        Straight to <span className="fig">{limit(r.straight, u)}</span>
        {r.droop_mm > 0.05 && (
          <>
            ; droops <span className="fig">{sag(r.droop_mm, u)}</span> in front
          </>
        )}
        .
      </span>
      <span className="block text-small text-soft">
        {r.parts.map((p) => `${p.count} × ${p.what}${p.length_mm ? `, ${lengthUnit(p.length_mm, u)}` : ""}`).join("; ")}
        . <span className="fig">{r.holes}</span> holes in the wall; {r.hidden ? "nothing of it shows" : "it shows"}.
        Takes {r.tools.join(", ")}: {r.hands}.
        {cost && (
          <>
            {" "}
            About <span className="fig">{cost.sum.toFixed(2)}</span>
            {cost.missing > 0 && `, without ${cost.missing} that have no price yet`}.
          </>
        )}
      </span>
    </span>
  );
}

/** What the parts cost by the prices in one's own stock; nothing where none is known. */
function costOf(parts: Need[], own: Own | undefined): { sum: number; missing: number } | null {
  let sum = 0;
  let missing = 0;
  for (const p of parts) {
    const near = (mm: number | undefined) => Math.abs((mm ?? 0) - (p.length_mm ?? 0)) < 1;
    const known = own?.parts.find((o) =>
      p.type
        ? o.type === p.type && near(o.length_mm)
        : o.kind === "bracket" && p.what.endsWith("bracket") && near(o.reach_mm),
    );
    if (known?.price) sum += known.price * p.count;
    else missing++;
  }
  return missing === parts.length ? null : { sum, missing };
}

/** A support from the side, small, on the scale of all of them. */
function Small({ picture: g, shelf, deep }: { picture: Picture; shelf: Shelf; deep: number }) {
  const ys = g.shapes.flatMap((s) => (s.side ?? []).map((p) => p[1]));
  const low = Math.max(-320, Math.min(-30, ...ys));
  const high = Math.min(260, Math.max(shelf.thickness_mm + 20, ...ys));
  const width = 150;
  const k = width / (deep + 70);
  const X = (z: number) => (z + 62) * k;
  const Y = (y: number) => (high + 10 - y) * k;
  const height = (high - low + 20) * k;
  const fill: Record<string, string> = {
    metal: "var(--steel)",
    timber: "var(--timber)",
    sheet: "var(--timber-light)",
    void: "var(--sheet)",
  };
  return (
    <svg width={width} height={height} aria-hidden className="block overflow-hidden">
      <Hatches />
      <rect x={0} y={0} width={X(-g.gap_mm)} height={height} fill="url(#stud)" />
      <rect x={X(-g.gap_mm)} y={0} width={g.gap_mm * k} height={height} fill="var(--paper)" stroke="var(--hair)" />
      <rect
        x={X(g.back_mm)}
        y={Y(shelf.thickness_mm)}
        width={shelf.depth_mm * k}
        height={Math.max(1.5, shelf.thickness_mm * k)}
        fill="var(--timber-light)"
        stroke="var(--ink)"
      />
      {g.shapes.map(
        (s, i) =>
          s.side && (
            <polygon
              key={i}
              points={s.side.map(([z, y]) => `${X(z)},${Y(y)}`).join(" ")}
              fill={fill[s.stuff] ?? "none"}
              stroke="var(--ink)"
              strokeWidth="0.7"
            />
          ),
      )}
      {g.holes.map(
        (h) =>
          h.length_mm > 0 && (
            <line
              key={h.id}
              x1={X(h.head_mm)}
              x2={X(h.head_mm - h.length_mm)}
              y1={Y(h.y_mm)}
              y2={Y(h.y_mm)}
              stroke={h.counts ? "var(--ink)" : "var(--red)"}
              strokeWidth="1.6"
            />
          ),
      )}
    </svg>
  );
}
