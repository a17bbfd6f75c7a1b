import { useState } from "react";
import { build } from "../../api/build";
import { api, reason } from "../../api/client";
import type { Bad, CuttingReply, Offer, Shop, StockOnHand } from "../../api/types.gen";
import { useCatalogue, useWords } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { nameOf } from "../../bench/words";
import { stuffs } from "../../bench/stuffs";
import { newId } from "../../model/edit";
import { Choice, Group, Name, Pick } from "../../ui/fields";
import { FileButton } from "../../ui/FileButton";
import { download } from "../../ui/files";
import { Sheet } from "../../ui/Sheet";
import { useBuildDeeds } from "./useCutting";

type Sized = Pick<StockOnHand, "length_mm" | "width_mm" | "thickness_mm">;
type Change = (s: Shop) => Promise<string | null>;

/** The person's shop: boards on hand with their bad places, what can be bought and for how much, and the saw. */
export function ShopSheet({ reply, onClose }: { reply: CuttingReply; onClose: () => void }) {
  const catalogue = useCatalogue();
  const words = useWords();
  const deeds = useBuildDeeds(reply);
  const s = reply.shop;
  const [bad, setBad] = useState<Bad[]>([]);
  const put: Change = (next) => deeds.shop(() => next);
  const first = reply.parts.find((p) => p.wood);
  const fresh = (): Sized & { wood: string } => ({
    wood: first?.wood ?? stuffs(catalogue)[0]?.[0] ?? "",
    length_mm: 2400,
    width_mm: first?.width_mm ?? 200,
    thickness_mm: first?.thickness_mm ?? 18,
  });
  const bought = reply.cutting.blanks.filter(
    (b) => !b.own && !s.offers.some((o) => o.id === b.stock) && b.from !== "rod",
  );
  const unpriced = bought.filter((b, i) => bought.findIndex((o) => o.stock === b.stock) === i);
  return (
    <Sheet open onClose={onClose} title="My shop">
      {deeds.error && (
        <p role="alert" className="text-red">
          {deeds.error}
        </p>
      )}
      {bad.map((b) => (
        <p key={b.line} role="alert" className="text-red">
          {b.line > 0 ? `Line ${b.line}: ` : ""}
          {b.message}
        </p>
      ))}
      <Group title="The saw">
        <Measure label="saw cuts" kind="length" fine value={s.kerf_mm} onPut={(kerf_mm) => put({ ...s, kerf_mm })} />
        <Measure
          label="cut off a rough end"
          kind="length"
          value={s.squaring_mm}
          onPut={(squaring_mm) => put({ ...s, squaring_mm })}
        />
        <Measure
          label="cut off a sheet's edges"
          kind="length"
          value={s.trim_mm ?? 0}
          onPut={(trim_mm) => put({ ...s, trim_mm })}
        />
        <div className="grid grid-cols-2 gap-x-4 max-[700px]:grid-cols-1">
          <Measure
            label="largest to carry, long"
            kind="length"
            value={s.carry.length_mm}
            onPut={(length_mm) => put({ ...s, carry: { ...s.carry, length_mm } })}
          />
          <Measure
            label="and wide"
            kind="length"
            value={s.carry.width_mm}
            onPut={(width_mm) => put({ ...s, carry: { ...s.carry, width_mm } })}
          />
        </div>
        <Choice
          label="the saw cuts first"
          value={s.first_cuts || "any"}
          options={words<NonNullable<Shop["first_cuts"]>>("First")}
          onChange={(first_cuts) => void put({ ...s, first_cuts })}
        />
      </Group>
      <Group
        title="On hand"
        action={
          <button
            type="button"
            className="act"
            onClick={() =>
              void put({ ...s, stock: [...s.stock, { id: newId(), name: "", count: 1, bad: [], ...fresh() }] })
            }
          >
            add a board or a sheet
          </button>
        }
      >
        {s.stock.length === 0 && (
          <p className="text-soft">Nothing yet. What is on hand is used before anything is bought.</p>
        )}
        {s.stock.map((b, i) => (
          <OnHand key={b.id} stock={b} put={(next) => put({ ...s, stock: at(s.stock, i, next) })} />
        ))}
      </Group>
      <Group
        title="To buy"
        action={
          <button
            type="button"
            className="act"
            onClick={() =>
              void put({ ...s, offers: [...s.offers, { id: newId(), name: "", price: 0, per: "piece", ...fresh() }] })
            }
          >
            add a size
          </button>
        }
      >
        {s.offers.map((o, i) => (
          <ToBuy key={o.id} offer={o} put={(next) => put({ ...s, offers: at(s.offers, i, next) })} />
        ))}
        {unpriced.map((b) => (
          <p key={b.stock} className="flex flex-wrap items-baseline justify-between gap-x-4">
            <span className="text-soft">{nameOf(catalogue, b.wood)}, a usual size without a price</span>
            <button
              type="button"
              className="act"
              onClick={() =>
                void put({
                  ...s,
                  offers: [
                    ...s.offers,
                    {
                      id: newId(),
                      name: "",
                      wood: b.wood,
                      length_mm: b.length_mm,
                      width_mm: b.width_mm,
                      thickness_mm: b.thickness_mm,
                      price: 0,
                      per: "piece",
                    },
                  ],
                })
              }
            >
              give it one
            </button>
          </p>
        ))}
      </Group>
      <p className="flex flex-wrap gap-x-5 border-t border-hair pt-2">
        <button
          type="button"
          className="act"
          onClick={() =>
            download("shop.aguante-shop.json", new Blob([JSON.stringify(s, null, 2)], { type: "application/json" }))
          }
        >
          save the shop as a file
        </button>
        <button type="button" className="act" onClick={() => void api.exported("stock", null)}>
          boards on hand as CSV
        </button>
        <FileButton
          label="Boards on hand"
          accept=".csv,text/csv"
          onFile={async (f) => {
            try {
              const read = await build.stockTable(await f.text());
              setBad(read.bad);
              if (read.stock.length > 0) await put({ ...s, stock: [...s.stock, ...read.stock] });
            } catch (err) {
              setBad([{ line: 0, message: reason(err) }]);
            }
          }}
        >
          add boards from a CSV
        </FileButton>
        <FileButton
          label="Shop's file"
          accept=".json,application/json"
          onFile={async (f) => {
            await deeds.takeIn(await f.text());
          }}
        >
          open a shop's file
        </FileButton>
      </p>
    </Sheet>
  );
}

/** A list with one of it changed, or taken out. */
const at = <T,>(list: T[], i: number, next: T | null): T[] =>
  list.flatMap((o, k) => (k !== i ? [o] : next ? [next] : []));

interface Part<T> {
  put: (next: T | null) => Promise<string | null>;
}

function OnHand({ stock, put }: { stock: StockOnHand } & Part<StockOnHand>) {
  const set = (patch: Partial<StockOnHand>) => put({ ...stock, ...patch });
  return (
    <div className="border-b border-hair py-2 last:border-b-0">
      <Size value={stock} set={set} />
      <Measure
        label="how many"
        kind="number"
        value={stock.count}
        onPut={(count) => set({ count: Math.round(count) })}
      />
      {stock.bad.map((b, i) => (
        <div key={i} className="grid grid-cols-[1fr_1fr_auto] gap-x-4 max-[700px]:grid-cols-1">
          <Measure
            label="bad from"
            kind="length"
            value={b.from_mm}
            onPut={(from_mm) => set({ bad: at(stock.bad, i, { ...b, from_mm }) })}
          />
          <Measure
            label="bad to"
            kind="length"
            value={b.to_mm}
            onPut={(to_mm) => set({ bad: at(stock.bad, i, { ...b, to_mm }) })}
          />
          <button
            type="button"
            className="act"
            aria-label="this place is sound"
            onClick={() => void set({ bad: at(stock.bad, i, null) })}
          >
            ✕
          </button>
        </div>
      ))}
      <p className="flex gap-x-5">
        <button
          type="button"
          className="act"
          onClick={() => void set({ bad: [...stock.bad, { from_mm: 0, to_mm: Math.min(100, stock.length_mm / 2) }] })}
        >
          a bad place
        </button>
        <button type="button" className="act" onClick={() => void put(null)}>
          it is gone
        </button>
      </p>
    </div>
  );
}

function ToBuy({ offer, put }: { offer: Offer } & Part<Offer>) {
  const words = useWords();
  const set = (patch: Partial<Offer>) => put({ ...offer, ...patch });
  return (
    <div className="border-b border-hair py-2 last:border-b-0">
      <Size value={offer} set={set} />
      <Measure label="price" kind="number" value={offer.price} onPut={(price) => set({ price })} />
      <Choice
        label="for"
        value={offer.per}
        options={words<Offer["per"]>("Per")}
        onChange={(per) => void set({ per })}
      />
      <button type="button" className="act" onClick={() => void put(null)}>
        take it off the list
      </button>
    </div>
  );
}

function Size({
  value,
  set,
}: {
  value: Sized & { name: string; wood: string };
  set: (patch: Partial<Sized> & { name?: string; wood?: string }) => Promise<string | null>;
}) {
  const catalogue = useCatalogue();
  return (
    <>
      <Pick label="made of" value={value.wood} options={stuffs(catalogue)} onChange={(wood) => void set({ wood })} />
      <Name label="called" value={value.name} onChange={(name) => void set({ name })} />
      <div className="grid grid-cols-3 gap-x-4 max-[700px]:grid-cols-1">
        <Measure label="long" kind="length" value={value.length_mm} onPut={(length_mm) => set({ length_mm })} />
        <Measure label="wide" kind="length" value={value.width_mm} onPut={(width_mm) => set({ width_mm })} />
        <Measure
          label="thick"
          kind="length"
          fine
          value={value.thickness_mm}
          onPut={(thickness_mm) => set({ thickness_mm })}
        />
      </div>
    </>
  );
}
