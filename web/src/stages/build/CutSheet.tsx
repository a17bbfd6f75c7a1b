import type { CuttingReply } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { decimal, fine, length } from "../../format";
import { Sheet } from "../../ui/Sheet";
import { counted } from "./CuttingView";

/** The cut sheet and the labels, to print: what to cut from what, in which order, and a label for each piece. */
export function CutSheet({ reply, onClose }: { reply: CuttingReply; onClose: () => void }) {
  const design = useDesign();
  const u = design.units;
  const c = reply.cutting;
  const cell = "border-b border-hair py-1 pr-3 text-left align-top";
  return (
    <Sheet open onClose={onClose} title={`Cut sheet: ${design.name}`} printable>
      <p className="print:hidden">
        <button type="button" className="act font-semibold" onClick={() => window.print()}>
          print it
        </button>
      </p>
      <ul>
        {c.counts.map((n) => (
          <li key={`${n.from}${n.stuff}${n.thickness_mm}${n.width_mm}`}>
            {n.stuff} <span className="fig">{fine(n.thickness_mm, u)}</span>: {counted(n)}
          </li>
        ))}
      </ul>
      <h3 className="pt-3 font-semibold">Pieces</h3>
      <table className="w-full">
        <tbody>
          {reply.parts.map((p) => (
            <tr key={p.letter}>
              <td className={`${cell} font-semibold`}>{p.letter}</td>
              <td className={cell}>{p.each.length} ×</td>
              <td className={cell}>
                {p.name}, {p.stuff}
              </td>
              <td className={`fig ${cell} whitespace-nowrap`}>
                {length(p.length_mm + p.longer_mm, u)} ×{" "}
                {p.d_mm ? `⌀ ${fine(p.d_mm, u)}` : `${length(p.width_mm + p.wider_mm, u)} × ${fine(p.thickness_mm, u)}`}
              </td>
              <td className={cell}>{p.bevel_deg > 0 ? `bevel ${decimal(p.bevel_deg, 1)}°` : ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="pt-3 font-semibold">From these</h3>
      <ol>
        {c.blanks.map((b, i) => (
          <li key={b.id} className="py-0.5">
            <b>
              {b.from} {i + 1}
            </b>
            , {b.stuff}{" "}
            <span className="fig">
              {fine(b.thickness_mm, u)} × {length(b.width_mm, u)} × {length(b.length_mm, u)}
            </span>
            {b.own ? ", on hand" : ", to buy"}: {b.places.map((p) => p.called).join(", ")}
          </li>
        ))}
      </ol>
      <h3 className="pt-3 font-semibold">In this order</h3>
      <ol>
        {c.settings.map((s) => (
          <li key={s.cuts[0]} className="grid grid-cols-[1.5rem_6rem_minmax(0,1fr)] py-0.5">
            <span aria-hidden className="inline-block size-4 border border-ink" />
            <span className="fig">{s.cuts.length > 1 ? `${s.cuts[0]} to ${s.cuts.at(-1)}` : s.cuts[0]}</span>
            <span>{s.says}</span>
          </li>
        ))}
      </ol>
      <h3 className="pt-3 font-semibold">Labels</h3>
      <ul className="grid grid-cols-3 gap-2">
        {reply.parts.flatMap((p) =>
          p.each.map((e) => (
            <li key={e.id} className="border border-ink p-2">
              <b className="text-title">{e.called}</b> {e.mark ? `△${e.mark}` : ""}
              <br />
              {p.name}
              <br />
              <span className="fig text-small">
                {length(p.length_mm, u)} × {p.d_mm ? `⌀ ${fine(p.d_mm, u)}` : length(p.width_mm, u)}
              </span>
              <br />
              <span className="text-small text-soft">{design.shelves.find((s) => s.id === e.shelf)?.name}</span>
            </li>
          )),
        )}
      </ul>
    </Sheet>
  );
}
