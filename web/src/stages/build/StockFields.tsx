import type { Blank, CuttingReply, Offer, StockOnHand } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { lengthUnit } from "../../format";
import { newId } from "../../model/edit";
import type { BuildDeeds } from "./useCutting";

interface OfStock {
  blank: Blank;
  n: number;
  reply: CuttingReply;
  deeds: BuildDeeds;
}

/** How long the stock is: typed where it is one's own, or a size on one's list. */
export function StockLength({ blank, n, reply, deeds }: OfStock) {
  const u = useDesign().units;
  const own = reply.shop.stock.some((s) => s.id === blank.stock);
  const sold = reply.shop.offers.some((o) => o.id === blank.stock);
  if (!own && !sold) return <span className="fig">{lengthUnit(blank.length_mm, u)}</span>;
  const at = <T extends { id: string }>(list: T[], v: number): T[] =>
    list.map((o) => (o.id === blank.stock ? { ...o, length_mm: v } : o));
  return (
    <Measure
      bare
      label={`length of ${blank.from} ${n}`}
      kind="length"
      value={blank.length_mm}
      onPut={(v) => deeds.shop((s) => ({ ...s, stock: at(s.stock, v), offers: at(s.offers, v) }))}
    />
  );
}

/** What one costs, typed where it is a size on one's list; a usual size is put there by it. */
export function Price({ blank, n, reply, deeds }: OfStock) {
  if (blank.from === "rod") return null;
  const offer = reply.shop.offers.find((o) => o.id === blank.stock);
  const next = (price: number): Offer[] =>
    offer
      ? reply.shop.offers.map((o) => (o === offer ? { ...o, price } : o))
      : [
          ...reply.shop.offers,
          {
            id: newId(),
            name: "",
            wood: blank.wood,
            length_mm: blank.length_mm,
            width_mm: blank.width_mm,
            thickness_mm: blank.thickness_mm,
            price,
            per: "piece",
          },
        ];
  return (
    <>
      , price
      <Measure
        bare
        label={`price of ${blank.from} ${n}`}
        kind="number"
        value={offer?.price ?? 0}
        onPut={(price) => deeds.shop((s) => ({ ...s, offers: next(price) }))}
      />
      {offer && offer.per !== "piece" && ` a ${offer.per.replace("-", " ")}, ${blank.price.toFixed(2)}`}
    </>
  );
}

/** Bad places of an own board, typed under it. */
export function BadPlaces({ blank, reply, deeds }: Omit<OfStock, "n">) {
  const stock = reply.shop.stock.find((s) => s.id === blank.stock);
  if (!stock) return null;
  const put = (bad: StockOnHand["bad"]) =>
    deeds.shop((s) => ({ ...s, stock: s.stock.map((o) => (o.id === stock.id ? { ...o, bad } : o)) }));
  return (
    <span className="flex flex-wrap items-baseline gap-x-4 text-small text-soft">
      {stock.bad.map((b, i) => (
        <span key={i}>
          bad from{" "}
          <Measure
            bare
            label={`bad place ${i + 1}, from`}
            kind="length"
            value={b.from_mm}
            onPut={(from_mm) => put(stock.bad.map((o, k) => (k === i ? { ...o, from_mm } : o)))}
          />{" "}
          to{" "}
          <Measure
            bare
            label={`bad place ${i + 1}, to`}
            kind="length"
            value={b.to_mm}
            onPut={(to_mm) => put(stock.bad.map((o, k) => (k === i ? { ...o, to_mm } : o)))}
          />
        </span>
      ))}
      <button
        type="button"
        className="act"
        onClick={() => void put([...stock.bad, { from_mm: 0, to_mm: Math.min(100, stock.length_mm / 2) }])}
      >
        a bad place
      </button>
    </span>
  );
}
