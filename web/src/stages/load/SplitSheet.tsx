import { useState } from "react";
import { reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { Parts, Shelf } from "../../api/types.gen";
import { useCatalogue, useDeeds, useDesign } from "../../bench/context";
import { decimal, lengthUnit, mass } from "../../format";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";
import { newItem, addItem } from "../../model/contents";
import { newId } from "../../model/edit";

const FIELDS: [keyof Typed, string, string][] = [
  ["mass", "the whole weighs", ""],
  ["size", "it stacks, or stands in a row, of", "left empty: not known"],
  ["count", "pieces", "left empty: it can be divided anywhere"],
  ["racks", "racks or shelves", ""],
  ["bins", "bins or places on each", ""],
];

interface Typed {
  mass: string;
  size: string;
  count: string;
  racks: string;
  bins: string;
}

/** Shares a total out over shelves, racks or bins. */
export function SplitSheet({ shelf, open, onClose }: { shelf: Shelf; open: boolean; onClose: () => void }) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const { tryEdit, select } = useDeeds();
  const [typed, setTyped] = useState<Typed>({ mass: "", size: "", count: "", racks: "2", bins: "1" });
  const [parts, setParts] = useState<Parts | null>(null);
  const [error, setError] = useState<string | null>(null);
  const u = design.units;
  const work = async () => {
    try {
      setParts(await stages.split({ ...typed, units: u }));
      setError(null);
    } catch (err) {
      setParts(null);
      setError(reason(err));
    }
  };
  const put = async (what: "bin" | "rack") => {
    if (!parts) return;
    const item = {
      ...newItem(shelf, catalogue.usual.item),
      id: newId(),
      name: what === "bin" ? "One bin’s share" : "One rack’s share",
      each_kg: Math.ceil(parts[what].mass_kg * 1000) / 1000,
    };
    const why = await tryEdit(addItem(shelf.id, item));
    if (why) return setError(why);
    select({ kind: "item", id: item.id });
    onClose();
  };
  const line = (name: string, s: Parts["bin"]) => (
    <tr key={name} className="border-t border-hair">
      <th className="py-1 text-left font-normal">{name}</th>
      <td className="fig text-right text-title">
        {mass(s.mass_kg, u)} {u.mass}
      </td>
      <td className="fig text-right">{s.size_mm > 0 ? lengthUnit(s.size_mm, u) : ""}</td>
      <td className="fig text-right">{s.count > 0 ? `${decimal(s.count, 0)} pieces` : ""}</td>
    </tr>
  );
  return (
    <Sheet open={open} onClose={onClose} title="Split a collection">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void work();
        }}
      >
        {FIELDS.map(([field, label, hint]) => (
          <TextField
            key={field}
            label={label}
            hint={hint}
            value={typed[field]}
            onChange={(v) => {
              setTyped({ ...typed, [field]: v });
              setParts(null);
            }}
          />
        ))}
        {error && (
          <p role="alert" className="py-1 text-red">
            {error}
          </p>
        )}
        <button type="submit" className="act mt-2 font-semibold">
          Work it out
        </button>
      </form>
      {parts && (
        <>
          <table className="mt-3 w-full" data-testid="parts">
            <tbody>
              {line("each bin carries", parts.bin)}
              {line("each rack carries", parts.rack)}
              {parts.left_over.mass_kg > 0 && line("left over", parts.left_over)}
            </tbody>
          </table>
          <p className="mt-2 flex gap-6">
            <button type="button" className="act" onClick={() => void put("bin")}>
              one bin’s share onto {shelf.name}
            </button>
            <button type="button" className="act" onClick={() => void put("rack")}>
              one rack’s share onto {shelf.name}
            </button>
          </p>
        </>
      )}
    </Sheet>
  );
}
