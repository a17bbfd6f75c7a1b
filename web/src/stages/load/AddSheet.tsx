import { useState } from "react";
import { reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { Shelf } from "../../api/types.gen";
import { useCatalogue, useDeeds, useDesign } from "../../bench/context";
import { useOwn } from "../../bench/useOwn";
import { bare, decimal } from "../../format";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";
import { addItem } from "../../model/contents";
import { newId } from "../../model/edit";

const ASKS: Record<string, string> = {
  piece: "how many",
  metre: "how long a row",
  litre: "how many litres",
  cubic: "how many pieces",
};
const PER: Record<string, string> = {
  piece: "each",
  metre: "a metre of row",
  litre: "a litre",
  cubic: "a cubic metre",
};

/** Adds an amount of something from the catalogue of contents. */
export function AddSheet({ shelf, open, onClose }: { shelf: Shelf; open: boolean; onClose: () => void }) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const { tryEdit, select } = useDeeds();
  const [key, setKey] = useState(catalogue.contents[0]?.key ?? "");
  const [amount, setAmount] = useState("");
  const [sizes, setSizes] = useState(["", "", ""]);
  const [error, setError] = useState<string | null>(null);
  const own = useOwn();
  const rows = [...(own.data?.contents ?? []), ...catalogue.contents];
  const row = rows.find((r) => r.key === key);
  const mine = own.data?.contents.some((r) => r.key === key);
  const groups = [...new Set(rows.map((r) => r.group))];
  const forget = async () => {
    try {
      await stages.forgetContents(key);
      setKey(catalogue.contents[0]?.key ?? "");
      await own.refetch();
    } catch (err) {
      setError(reason(err));
    }
  };
  const factor = design.units.mass === "lb" ? 1 / 0.45359237 : 1;
  const add = async () => {
    try {
      const made = await stages.contents({
        row: key,
        amount,
        sizes,
        unit: design.units.length,
        room_mm: shelf.length_mm,
      });
      const item = { ...made, id: newId() };
      const why = await tryEdit(addItem(shelf.id, item));
      if (why) return setError(why);
      select({ kind: "item", id: item.id });
      setAmount("");
      setError(null);
      onClose();
    } catch (err) {
      setError(reason(err));
    }
  };
  return (
    <Sheet open={open} onClose={onClose} title="From the catalogue">
      <label className="grid grid-cols-[8rem_1fr] items-center gap-2 py-1">
        <span className="text-soft">what</span>
        <select className="min-h-9 bg-transparent text-chalk" value={key} onChange={(e) => setKey(e.target.value)}>
          {groups.map((g) => (
            <optgroup key={g} label={g}>
              {rows
                .filter((r) => r.group === g)
                .map((r) => (
                  <option key={r.key} value={r.key} className="bg-sheet text-ink">
                    {r.name}
                  </option>
                ))}
            </optgroup>
          ))}
        </select>
      </label>
      {row && (
        <p className="py-1">
          <span className="fig">
            {decimal(row.low_kg * factor, 2)} to {decimal(row.high_kg * factor, 2)} {design.units.mass}
          </span>{" "}
          {PER[row.by]}: {row.basis}.{" "}
          {mine && (
            <button type="button" className="act" onClick={() => void forget()}>
              forget it
            </button>
          )}
        </p>
      )}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void add();
        }}
      >
        <TextField
          label={ASKS[row?.by ?? ""] ?? "how much"}
          hint={row?.by === "metre" ? `1.2 m or 47; ${bare(design.units.length)}` : ""}
          value={amount}
          onChange={setAmount}
        />
        {row?.by === "cubic" &&
          ["length", "width", "thickness"].map((name, i) => (
            <TextField
              key={name}
              label={name}
              value={sizes[i] ?? ""}
              onChange={(v) => setSizes(sizes.map((s, k) => (k === i ? v : s)))}
            />
          ))}
        {error && (
          <p role="alert" className="py-1 text-red">
            {error}
          </p>
        )}
        <button type="submit" className="act mt-2 font-semibold">
          Put it on the shelf
        </button>
      </form>
    </Sheet>
  );
}
