import { useState } from "react";
import type { Blank, BlankCount, CuttingReply } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { fine, length } from "../../format";
import { BlankDrawing } from "./BlankDrawing";
import { SmallWall } from "./BuildBench";
import { letGo } from "./plan";
import { useBuildDeeds } from "./useCutting";

const MANY: Record<string, [string, string]> = {
  board: ["board", "boards"],
  sheet: ["sheet", "sheets"],
  rod: ["rod", "rods"],
};

/** How many boards or sheets, and whether fewer could do. */
export function counted(c: BlankCount): string {
  const [one, more] = MANY[c.from] ?? ["piece", "pieces"];
  const n = `${c.blanks} ${c.blanks === 1 ? one : more}`;
  if (c.blanks <= c.least) return c.least <= 1 ? n : `${n}, and no plan can do with ${c.least - 1}`;
  return `${n}; perhaps ${c.least}`;
}

/** Boards one under another and sheets after them, each as it is cut, and the settings in their order. */
export function CuttingView({ reply, width }: { reply: CuttingReply; width: number }) {
  const u = useDesign().units;
  const deeds = useBuildDeeds(reply);
  const [setting, light] = useState<number | null>(null);
  const c = reply.cutting;
  const total = c.blanks.length;
  const buy = c.blanks.filter((b) => !b.own).length;
  const longest = Math.max(1000, ...c.blanks.map((b) => b.length_mm));
  const room = width - 40;
  const k = room / longest;
  const lit = new Set(setting === null ? [] : (c.settings[setting]?.cuts ?? []));
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-3">
      <h2 className="pt-2 text-head font-semibold" data-testid="plan">
        {total === 0
          ? reply.facts.length > 0
            ? "Everything is cut."
            : "There is nothing to cut on this wall."
          : `${total} to cut from, ${buy} to buy${c.price > 0 ? `: ${c.price.toFixed(2)} to pay` : ""}${c.price > 0 && c.unpriced > 0 ? `, and ${c.unpriced} more without a price` : ""}.`}
      </h2>
      <ul className="pb-1 text-small text-soft" data-testid="counts">
        {c.counts
          .filter((n) => n.blanks > 1)
          .map((n) => (
            <li key={`${n.from}${n.stuff}${n.thickness_mm}${n.width_mm}`} className="mr-5 inline-block">
              {n.stuff}{" "}
              <span className="fig">
                {n.width_mm > 0 ? `${fine(n.thickness_mm, u)} × ${length(n.width_mm, u)}` : fine(n.thickness_mm, u)}
              </span>
              : {counted(n)}
              {n.blade && <span className="text-ochre">: {n.blade}</span>}
            </li>
          ))}
      </ul>
      {c.uncut.map((x) => (
        <p key={x.piece} role="alert" className="text-red" data-testid="uncut">
          ✕ {x.why}
        </p>
      ))}
      {c.unmet.length > 0 && (
        <p role="status" className="text-ochre" data-testid="unmet">
          ≈ What was put together by hand on {c.unmet.length === 1 ? "a board" : `${c.unmet.length} boards`} does not
          fit there any more: it is planned anew.{" "}
          <button type="button" className="act" onClick={() => void deeds.plan(letGo(c.unmet))}>
            let go of it
          </button>
        </p>
      )}
      {deeds.error && (
        <p role="alert" className="text-red">
          {deeds.error}
        </p>
      )}
      {c.blanks.map((b, i) => (
        <BlankDrawing
          key={b.id}
          blank={b}
          n={i + 1}
          k={k}
          reply={reply}
          lit={lit}
          deeds={deeds}
          caption={caption(b, i + 1)}
        />
      ))}
      <div className="grid grid-cols-[minmax(0,1fr)_15rem] gap-6 pt-2 max-[700px]:grid-cols-1">
        <div>
          <h3 className="font-semibold">In this order</h3>
          <ol className="pt-1">
            {c.settings.map((s, i) => (
              <li key={s.cuts[0]}>
                <button
                  type="button"
                  aria-pressed={setting === i}
                  className={`row-field grid min-h-7 w-full grid-cols-[5.5rem_minmax(0,1fr)] gap-2 text-left hover:text-chalk ${setting === i ? "text-chalk" : ""}`}
                  onClick={() => light(setting === i ? null : i)}
                >
                  <span className="fig text-soft">
                    {s.cuts.length > 1 ? `${s.cuts[0]} to ${s.cuts.at(-1)}` : s.cuts[0]}
                  </span>
                  <span>{s.says}</span>
                </button>
              </li>
            ))}
          </ol>
        </div>
        <div className="border border-hair self-start">
          <SmallWall />
        </div>
      </div>
    </div>
  );

  function caption(b: Blank, n: number): string {
    const size =
      b.from === "rod" ? `⌀ ${fine(b.thickness_mm, u)}` : `${fine(b.thickness_mm, u)} × ${length(b.width_mm, u)}`;
    return `${MANY[b.from]?.[0] ?? ""} ${n}: ${b.name ? `${b.name}, ` : ""}${b.stuff} ${size}`;
  }
}
