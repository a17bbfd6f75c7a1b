import { useEffect, useRef, useState } from "react";
import { api, reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { Deed, Reading, Shelf } from "../../api/types.gen";
import { useCatalogue, useDeeds, useDesign } from "../../bench/context";
import { mass } from "../../format";
import { Sheet } from "../../ui/Sheet";
import { TextField } from "../../ui/TextField";
import { newItem, addItem } from "../../model/contents";
import { newId } from "../../model/edit";

/** The weighing scale: put the crate on, tare, fill it, and add what it reads to the tally. */
export function ScaleSheet({ shelf, onClose }: { shelf: Shelf; onClose: () => void }) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const { tryEdit, select } = useDeeds();
  const u = design.units;
  const [deeds, setDeeds] = useState<Deed[]>([]);
  const [text, setText] = useState("");
  const [name, setName] = useState("Weighed crate");
  const [reading, setReading] = useState<Reading | null>(null);
  const [dropped, setDropped] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [on] = useState(() => ({ at: performance.now(), seed: Math.floor(performance.now()) }));
  const latest = useRef(deeds);
  const now = () => (performance.now() - on.at) / 1000;
  const lies = deeds.filter((d) => !d.tare).at(-1)?.put_kg ?? 0;

  useEffect(() => {
    latest.current = deeds;
  }, [deeds]);
  useEffect(() => {
    let gone = false;
    const tick = async () => {
      try {
        const r = await stages.scale({
          seed: on.seed,
          deeds: latest.current,
          at_s: (performance.now() - on.at) / 1000,
        });
        if (gone) return;
        setDropped(r.fault === "no reading");
        if (r.fault !== "no reading") setReading(r); // what was read before stands
      } catch (err) {
        if (!gone) setError(reason(err));
      }
      if (!gone) setTimeout(() => void tick(), 250);
    };
    void tick();
    return () => {
      gone = true;
    };
  }, [on]);

  const put = async (more: boolean) => {
    try {
      const { value } = await api.quantity(text, "mass", u.mass);
      const next = [...deeds, { at_s: now(), put_kg: more ? lies + value : value, tare: false }];
      await stages.scale({ seed: on.seed, deeds: next, at_s: now() });
      setDeeds(next);
      setError(null);
    } catch (err) {
      setError(reason(err));
    }
  };
  const keep = async () => {
    if (!reading?.stable || reading.fault || reading.kg <= 0) return;
    const item = { ...newItem(shelf, catalogue.usual.item), id: newId(), name, each_kg: reading.kg };
    const why = await tryEdit(addItem(shelf.id, item));
    if (why) return setError(why);
    select({ kind: "item", id: item.id });
    onClose();
  };
  const fault = reading?.fault === "overload" ? "too heavy for this scale" : "";
  return (
    <Sheet open onClose={onClose} title="Weigh it">
      <p className="text-soft">
        A simulated scale stands in for yours: it settles, drifts a little and now and then drops a reading. Say what
        you put on it; with a scale of your own, type what it shows under “each weighs”.
      </p>
      <p
        className="my-3 border border-ink bg-paper p-3 text-right"
        data-testid="scale"
        data-stable={reading?.stable ?? false}
      >
        <span className="fig text-reading">{fault || (reading ? `${mass(reading.kg, u)} ${u.mass}` : "—")}</span>
        <span className="block text-small text-soft">
          simulated scale, {dropped ? "no reading came through" : reading?.stable ? "at rest" : "settling"}
        </span>
      </p>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void put(true);
        }}
      >
        <TextField label="put on" hint="the crate first, then what goes in it" value={text} onChange={setText} />
        <p className="flex flex-wrap gap-x-5">
          <button type="submit" className="act">
            put it on
          </button>
          <button
            type="button"
            className="act"
            onClick={() => setDeeds([...deeds, { at_s: now(), put_kg: lies, tare: true }])}
          >
            tare
          </button>
          <button
            type="button"
            className="act"
            onClick={() => setDeeds([...deeds, { at_s: now(), put_kg: 0, tare: false }])}
          >
            take all off
          </button>
        </p>
      </form>
      {error && (
        <p role="alert" className="py-1 text-red">
          {error}
        </p>
      )}
      <TextField label="call it" value={name} onChange={setName} />
      <button
        type="button"
        className="act font-semibold"
        disabled={!reading?.stable || reading.kg <= 0}
        onClick={() => void keep()}
      >
        Add to the tally
      </button>
    </Sheet>
  );
}
