import type { Box, MakeUp, Cut, Ply, Shelf, Strip } from "../../api/types.gen";
import { useCatalogue, useDeeds, useDesign, useWords } from "../../bench/context";
import { Choice, Group, Pick } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { stuffOf } from "./StuffFields";
import { setBuild, setKind, setPlies } from "../../model/board";
import { newId, type Edit } from "../../model/edit";

/** How the board is made up: solid, laminated or hollow; lips; what is cut out of it. */
export function MakeUpFields({ shelf }: { shelf: Shelf }) {
  const catalogue = useCatalogue();
  const { edit } = useDeeds();
  const words = useWords();
  const b = shelf.build;
  return (
    <>
      <Group title="Made up">
        <Choice
          label="it is"
          value={b.kind}
          options={words<MakeUp["kind"]>("MakeUpKind")}
          onChange={(kind) => edit(setKind(shelf.id, kind, catalogue.usual))}
        />
        {b.kind === "laminated" && <Plies shelf={shelf} plies={b.plies ?? []} />}
        {b.kind === "hollow" && b.hollow && <Hollow shelf={shelf} box={b.hollow} />}
        <Measure
          label="edge band (counts for nothing)"
          fine
          kind="length"
          value={b.edge_band_mm ?? 0}
          onValue={(v) => setBuild(shelf.id, { edge_band_mm: v })}
        />
      </Group>
      <Lip shelf={shelf} edge="front" lip={b.front} />
      <Lip shelf={shelf} edge="back" lip={b.back} />
      {b.kind !== "hollow" && <Cuts shelf={shelf} cuts={b.cuts ?? []} />}
    </>
  );
}

/** A wood of its own for a part, or the board's. */
function Wood({ value, set }: { value: string | undefined; set: (wood: string | undefined) => void }) {
  const catalogue = useCatalogue();
  return (
    <Pick
      label="wood"
      value={value ?? ""}
      options={[["", "as the board"], ...stuffOf(catalogue)]}
      onChange={(v) => set(v || undefined)}
    />
  );
}

function Remove({ what, onClick }: { what: string; onClick: () => void }) {
  return (
    <button type="button" className="act" aria-label={`Remove ${what}`} onClick={onClick}>
      ✕
    </button>
  );
}

function Plies({ shelf, plies }: { shelf: Shelf; plies: Ply[] }) {
  const { edit } = useDeeds();
  const put = (i: number, patch: Partial<Ply>): Edit =>
    setPlies(
      shelf.id,
      plies.map((p, j) => (j === i ? { ...p, ...patch } : p)),
    );
  return (
    <>
      <Choice
        label="layers are"
        value={shelf.build.loose ? "loose" : "glued"}
        options={[
          ["glued", "glued"],
          ["loose", "only screwed"],
        ]}
        onChange={(v) => edit(setBuild(shelf.id, { loose: v === "loose" || undefined }))}
      />
      {plies.map((p, i) => (
        <div key={i} className="flex items-center gap-2">
          <div className="min-w-0 flex-1">
            <Measure
              label={`layer ${i + 1} from below`}
              fine
              kind="length"
              value={p.thickness_mm}
              onValue={(v) => put(i, { thickness_mm: v })}
            />
          </div>
          <button
            type="button"
            className="act w-14 text-right"
            aria-label={`Grain of layer ${i + 1}: ${p.across ? "across" : "along"}; turn it`}
            onClick={() => edit(put(i, { across: !p.across || undefined }))}
          >
            {p.across ? "across" : "along"}
          </button>
          {plies.length > 2 && (
            <Remove
              what={`layer ${i + 1}`}
              onClick={() =>
                edit(
                  setPlies(
                    shelf.id,
                    plies.filter((_, j) => j !== i),
                  ),
                )
              }
            />
          )}
        </div>
      ))}
      <button
        type="button"
        className="act"
        onClick={() => edit(setPlies(shelf.id, [...plies, { thickness_mm: plies.at(-1)?.thickness_mm ?? 6 }]))}
      >
        add a layer
      </button>
    </>
  );
}

function Hollow({ shelf, box }: { shelf: Shelf; box: Box }) {
  const { edit } = useDeeds();
  const set = (patch: Partial<Box>): Edit => setBuild(shelf.id, { hollow: { ...box, ...patch } });
  const ribs = box.ribs ?? [];
  const fields: [keyof Box & ("skin_mm" | "front_mm" | "back_mm" | "ends_mm"), string][] = [
    ["skin_mm", "each skin, thick"],
    ["front_mm", "front piece, wide"],
    ["back_mm", "back piece, wide"],
    ["ends_mm", "ends, wide"],
  ];
  return (
    <>
      {fields.map(([key, label]) => (
        <Measure key={key} label={label} fine kind="length" value={box[key] ?? 0} onValue={(v) => set({ [key]: v })} />
      ))}
      {ribs.map((r, i) => (
        <div key={i} className="flex items-center gap-2">
          <div className="min-w-0 flex-1">
            <Measure
              label={`rib ${i + 1}, from the wall`}
              kind="length"
              value={r.from_wall_mm}
              onValue={(v) => set({ ribs: ribs.map((o, j) => (j === i ? { ...o, from_wall_mm: v } : o)) })}
            />
            <Measure
              label={`rib ${i + 1}, wide`}
              fine
              kind="length"
              value={r.width_mm}
              onValue={(v) => set({ ribs: ribs.map((o, j) => (j === i ? { ...o, width_mm: v } : o)) })}
            />
          </div>
          <Remove what={`rib ${i + 1}`} onClick={() => edit(set({ ribs: ribs.filter((_, j) => j !== i) }))} />
        </div>
      ))}
      <Wood value={box.wood} set={(wood) => edit(set({ wood }))} />
      <button
        type="button"
        className="act"
        onClick={() =>
          edit(
            set({
              ribs: [
                ...ribs,
                { from_wall_mm: Math.round((shelf.depth_mm * (ribs.length + 1)) / (ribs.length + 2)), width_mm: 18 },
              ],
            }),
          )
        }
      >
        add a rib
      </button>
    </>
  );
}

function Lip({ shelf, edge, lip }: { shelf: Shelf; edge: "front" | "back"; lip: Strip | undefined }) {
  const design = useDesign();
  const { edit } = useDeeds();
  const words = useWords();
  const put = (s: Strip | undefined): Edit => setBuild(shelf.id, { [edge]: s });
  const title = edge === "front" ? "lip along the front" : "strip along the back";
  if (!lip)
    return (
      <button
        type="button"
        className="act block"
        onClick={() =>
          edit(
            put({
              width_mm: design.units.length === "in" ? 19.05 : 20,
              height_mm: design.units.length === "in" ? 38.1 : 40,
              goes: "down",
              glued: true,
            }),
          )
        }
      >
        add a {title}
      </button>
    );
  return (
    <Group
      title={title[0]?.toUpperCase() + title.slice(1)}
      action={
        <button type="button" className="act" onClick={() => edit(put(undefined))}>
          take it off
        </button>
      }
    >
      <Measure
        label={`${edge} lip, thick`}
        fine
        kind="length"
        value={lip.width_mm}
        onValue={(v) => put({ ...lip, width_mm: v })}
      />
      <Measure
        label={`${edge} lip, stands proud`}
        fine
        kind="length"
        value={lip.height_mm}
        onValue={(v) => put({ ...lip, height_mm: v })}
      />
      <Choice
        label="goes"
        value={lip.goes}
        options={words<Strip["goes"]>("Goes")}
        onChange={(goes) => edit(put({ ...lip, goes }))}
      />
      <Choice
        label="it is"
        value={lip.glued ? "glued" : "screwed"}
        options={[
          ["glued", "glued"],
          ["screwed", "only screwed"],
        ]}
        onChange={(v) => edit(put({ ...lip, glued: v === "glued" }))}
      />
      <Wood value={lip.wood} set={(wood) => edit(put({ ...lip, wood }))} />
    </Group>
  );
}

function Cuts({ shelf, cuts }: { shelf: Shelf; cuts: Cut[] }) {
  const { edit } = useDeeds();
  const put = (id: string, patch: Partial<Cut>): Edit =>
    setBuild(shelf.id, { cuts: cuts.map((c) => (c.id === id ? { ...c, ...patch } : c)) });
  const fields: [keyof Cut & ("from_mm" | "length_mm" | "from_wall_mm" | "width_mm" | "depth_mm"), string][] = [
    ["from_mm", "from the left end"],
    ["length_mm", "along the board"],
    ["from_wall_mm", "from the wall"],
    ["width_mm", "across the board"],
    ["depth_mm", "deep (0: right through)"],
  ];
  return (
    <Group title={cuts.length > 0 ? "Cut out" : undefined} action={undefined}>
      {cuts.map((c, i) => (
        <div key={c.id} className="border-l-2 border-hair pl-2">
          <div className="flex items-baseline justify-between">
            <span className="text-soft">cut {i + 1}</span>
            <Remove
              what={`cut ${i + 1}`}
              onClick={() => edit(setBuild(shelf.id, { cuts: cuts.filter((o) => o.id !== c.id) }))}
            />
          </div>
          {fields.map(([key, label]) => (
            <Measure
              key={key}
              label={`cut ${i + 1}, ${label}`}
              fine={key === "depth_mm"}
              kind="length"
              value={c[key] ?? 0}
              onValue={(v) => put(c.id, { [key]: v })}
            />
          ))}
          {(c.depth_mm ?? 0) > 0 && (
            <Choice
              label="into the"
              value={c.top ? "top" : "underside"}
              options={[
                ["underside", "underside"],
                ["top", "top"],
              ]}
              onChange={(v) => edit(put(c.id, { top: v === "top" || undefined }))}
            />
          )}
        </div>
      ))}
      <button
        type="button"
        className="act"
        onClick={() =>
          edit(
            setBuild(shelf.id, {
              cuts: [
                ...cuts,
                {
                  id: newId(),
                  from_mm: Math.round(shelf.length_mm / 2 - 25),
                  length_mm: 50,
                  from_wall_mm: 0,
                  width_mm: Math.min(40, Math.round(shelf.depth_mm / 4)),
                },
              ],
            }),
          )
        }
      >
        cut a notch, hole or pocket
      </button>
    </Group>
  );
}
