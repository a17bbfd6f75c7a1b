import { Fragment } from "react";
import type { BuyList, BuyRow } from "../../api/types.gen";
import { useDesign, useWords } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { decimal } from "../../format";
import { Press } from "../../ui/Press";
import { useBuildDeeds, useCutting } from "./useCutting";
import { useFacts, useShopping } from "./useMaking";

const UNIT: Record<BuyRow["unit"], string> = { pieces: "", g: " g", l: " l", sheets: " sheets" };

const amount = (v: number, u: BuyRow["unit"]) => `${decimal(v, u === "l" ? 2 : 0)}${UNIT[u]}`;

/** What has to be had: needed, on hand, to buy as it is sold, its price, where, and whether it is bought. */
export function ShoppingView() {
  const { reply, why } = useShopping();
  const words = useWords();
  const design = useDesign();
  if (why)
    return (
      <p role="alert" className="px-4 py-2 text-red">
        {why}
      </p>
    );
  if (!reply) return null;
  const kinds = words<BuyRow["kind"]>("BuyKind");
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-3">
      <h2 className="pt-2 text-head font-semibold" data-testid="total">
        {reply.rows.length === 0
          ? "Nothing has to be bought for this wall."
          : `${reply.total.toFixed(2)} to pay${reply.unpriced > 0 ? `, and ${reply.unpriced} things without a price` : ""}.`}
      </h2>
      <table className="w-full" data-testid="shopping">
        <thead className="max-[700px]:hidden">
          <tr className="text-left text-soft">
            {["bought", "what", "needed", "have", "buy", "price, each", "cost"].map((t) => (
              <th key={t} className="border-b border-hair py-1 pr-3 font-normal">
                {t}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {kinds.map(([kind, title]) => {
            const rows = reply.rows.filter((r) => r.kind === kind);
            return (
              rows.length > 0 && (
                <Fragment key={kind}>
                  <tr>
                    <th colSpan={7} className="pt-3 pb-1 text-left font-semibold">
                      {title}
                    </th>
                  </tr>
                  {rows.map((r) => (
                    <Line key={r.key} row={r} />
                  ))}
                </Fragment>
              )
            );
          })}
        </tbody>
      </table>
      <ByShelf list={reply} names={Object.fromEntries(design.shelves.map((s) => [s.id, s.name]))} />
    </div>
  );
}

function Line({ row }: { row: BuyRow }) {
  const cutting = useCutting();
  const deeds = useBuildDeeds(cutting.reply);
  const facts = useFacts();
  const cell = "border-b border-hair py-1 pr-3 align-top max-[700px]:border-0 max-[700px]:py-0";
  const toggle = () =>
    void facts.record(
      row.bought
        ? { kind: "take-back", takes_back: row.bought }
        : { kind: "purchase", about: `buy/${row.key}`, text: row.name },
    );
  return (
    <tr
      className="max-[700px]:grid max-[700px]:grid-cols-[auto_minmax(0,1fr)_auto] max-[700px]:border-b max-[700px]:border-hair max-[700px]:py-1"
      data-row={row.key}
    >
      <td className={cell}>
        <Press off={row.buy === 0} onClick={toggle}>
          <span aria-label={`${row.name}: bought`}>{row.bought ? "✓" : row.buy === 0 ? "–" : "○"}</span>
        </Press>
      </td>
      <td className={cell}>
        {row.name}
        {row.note && <span className="block text-small text-soft">{row.note}</span>}
      </td>
      <td className={`fig whitespace-nowrap max-[700px]:hidden ${cell}`}>{amount(row.needed, row.unit)}</td>
      <td className={`fig max-[700px]:hidden ${cell}`}>{row.have > 0 ? amount(row.have, row.unit) : ""}</td>
      <td className={`fig whitespace-nowrap ${cell}`}>
        <b>{row.pack === 1 && row.unit !== "l" ? row.buy : `${row.buy} × ${amount(row.pack, row.unit)}`}</b>
      </td>
      <td className={`min-w-28 max-[700px]:col-start-2 ${cell}`}>
        {row.kind === "boards" ? (
          <span className="fig">{row.price > 0 ? row.price.toFixed(2) : "in my boards and prices"}</span>
        ) : (
          <Measure
            bare
            label={`price of ${row.name}`}
            kind="number"
            value={row.price}
            onPut={async (price) => {
              if (!(price >= 0 && price <= 100_000)) return "give a price from 0 to 100000";
              const no = await deeds.shop((s) => ({
                ...s,
                prices: [
                  ...(s.prices ?? []).filter((p) => p.key !== row.key),
                  { ...(s.prices ?? []).find((p) => p.key === row.key), key: row.key, price },
                ],
              }));
              await facts.again();
              return no;
            }}
          />
        )}
      </td>
      <td className={`fig text-right ${cell}`}>{row.cost > 0 ? row.cost.toFixed(2) : ""}</td>
    </tr>
  );
}

function ByShelf({ list, names }: { list: BuyList; names: Record<string, string> }) {
  const all = Object.entries(list.by_shelf).filter(([, v]) => (v ?? 0) > 0);
  if (all.length === 0) return null;
  return (
    <p className="pt-3 text-soft" data-testid="by-shelf">
      {all.map(([id, v]) => `${names[id] ?? "shared"} ${(v ?? 0).toFixed(2)}`).join(" · ")}
    </p>
  );
}
