import { useState } from "react";
import { useChoice, useDeeds, useDesign } from "../bench/context";
import { Title } from "../ui/fields";
import { CopyDelete } from "./CopyDelete";
import { PlaceFields } from "./PlaceFields";
import { setShelf } from "../model/edit";

/** Which shelf the bench is about. */
export function ShelfPick() {
  const design = useDesign();
  const { shelfId } = useChoice();
  const { select } = useDeeds();
  return (
    <select
      aria-label="Shelf on the bench"
      className="min-h-7 w-full bg-transparent text-chalk"
      value={shelfId ?? ""}
      onChange={(e) => select({ kind: "shelf", id: e.target.value })}
    >
      {design.shelves.map((s) => (
        <option key={s.id} value={s.id} className="bg-sheet">
          {s.name}
        </option>
      ))}
    </select>
  );
}

/** Which shelf the bench is about, with what can be done to it as a whole. */
export function ShelfHead() {
  const design = useDesign();
  const { shelfId } = useChoice();
  const { edit, make } = useDeeds();
  const [error, setError] = useState<string | null>(null);
  const shelf = design.shelves.find((s) => s.id === shelfId);
  const add = async () => setError(await make({ what: "shelf" }));
  return (
    <div className="pb-1">
      {design.shelves.length > 1 && <ShelfPick />}
      {shelf && <Title value={shelf.name} onChange={(name) => edit(setShelf(shelf.id, { name }))} />}
      <div className="flex flex-wrap gap-x-4">
        <button type="button" className="act" onClick={() => void add()}>
          new shelf
        </button>
        {shelf && <CopyDelete of={{ kind: "shelf", id: shelf.id }} />}
      </div>
      {shelf && <PlaceFields key={shelf.id} shelf={shelf} />}
      {error && (
        <p role="alert" className="text-small text-red">
          {error}
        </p>
      )}
    </div>
  );
}
