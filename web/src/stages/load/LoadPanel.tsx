import { stages } from "../../api/stages";
import type { Item, Row as KeptRow, Shelf } from "../../api/types.gen";
import {
  reportOf,
  useAnswer,
  useCatalogue,
  useChoice,
  useDeeds,
  useDesign,
  useSheet,
  useWords,
} from "../../bench/context";
import { asked, lengthUnit, mass } from "../../format";
import { Choice, Group, ListRow, Name, Pick, Row } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { stuffs } from "../../bench/stuffs";
import { Keep } from "../Keep";
import { CopyDelete } from "../CopyDelete";
import { AddSheet } from "./AddSheet";
import { ScaleSheet } from "./ScaleSheet";
import { SplitSheet } from "./SplitSheet";
import { TableSheet } from "../../bench/TableSheet";
import { ShelfHead } from "../ShelfHead";
import { evenOut, fillTheRest, hungOn, newItem } from "../../model/contents";
import { setItem, setShelf } from "../../model/edit";
import { shelfOf } from "../../model/find";

/** Stage 1: what must it hold? */
export function LoadPanel() {
  const design = useDesign();
  const report = useAnswer();
  const catalogue = useCatalogue();
  const { shelfId, selection } = useChoice();
  const { select, edit } = useDeeds();
  const words = useWords();
  const [adding, setAdding] = useSheet("add");
  const [splitting, setSplitting] = useSheet("split");
  const [table, setTable] = useSheet("contents");
  const [scale, setScale] = useSheet("scale");
  const shelf = design.shelves.find((s) => s.id === shelfId);
  if (!shelf) return <ShelfHead />;
  const r = reportOf(report, shelf.id);
  const item = selection?.kind === "item" ? shelf.contents.find((c) => c.id === selection.id) : undefined;
  return (
    <>
      <ShelfHead />
      <Group
        title="What stands on it"
        action={
          <button
            type="button"
            className="act"
            onClick={() => {
              const it = newItem(shelf, catalogue.usual.item);
              edit(setShelf(shelf.id, { contents: [...shelf.contents, it] }));
              select({ kind: "item", id: it.id });
            }}
          >
            add
          </button>
        }
      >
        <p className="flex flex-wrap gap-x-4">
          <button type="button" className="act" onClick={() => setAdding(true)}>
            from the catalogue
          </button>
          <button type="button" className="act" onClick={() => setSplitting(true)}>
            split a collection
          </button>
          {shelf.contents.length > 1 && (
            <button type="button" className="act" onClick={() => edit(evenOut(shelf.id))}>
              even out
            </button>
          )}
          <button type="button" className="act" onClick={() => setScale(true)}>
            weigh
          </button>
          <button type="button" className="act" onClick={() => setTable(true)}>
            CSV
          </button>
        </p>
        <AddSheet shelf={shelf} open={adding} onClose={() => setAdding(false)} />
        {scale && <ScaleSheet shelf={shelf} onClose={() => setScale(false)} />}
        <TableSheet shelf={shelf.id} name={shelf.name} open={table} onClose={() => setTable(false)} />
        <SplitSheet shelf={shelf} open={splitting} onClose={() => setSplitting(false)} />
        <ul>
          {shelf.contents.map((c) => (
            <ListRow
              key={c.id}
              on={item?.id === c.id}
              figure={kg(r?.contents.find((x) => x.id === c.id)?.kg)}
              onClick={() => select({ kind: "item", id: c.id })}
            >
              {c.name}
            </ListRow>
          ))}
        </ul>
        {shelf.contents.length === 0 && <p className="text-soft">Nothing yet.</p>}
        {shelf.contents.length > 0 && (
          <p className="grid grid-cols-[1fr_auto] border-t border-ink pt-1 font-semibold">
            <span>asked</span>
            <span className="fig">{r && !r.evenly ? asked(r.asked_kg, design.units) : ""}</span>
          </p>
        )}
      </Group>
      {item && <ItemFields item={item} />}
      <Group title="How long, and over what">
        <Pick
          label="stays"
          value={shelf.duration}
          options={words<Shelf["duration"]>("Duration")}
          onChange={(duration) => edit(setShelf(shelf.id, { duration }))}
        />
        <Pick
          label="below it"
          value={shelf.below}
          options={words<Shelf["below"]>("Below")}
          onChange={(below) => edit(setShelf(shelf.id, { below }))}
        />
        <Pick
          label="and if"
          value={shelf.accident}
          options={words<Shelf["accident"]>("Accident")}
          onChange={(accident) =>
            edit(setShelf(shelf.id, accident === "pet" ? { accident, pet_kg: shelf.pet_kg || 5 } : { accident }))
          }
        />
        {shelf.accident === "pet" && (
          <Measure
            label="the pet weighs"
            kind="mass"
            value={shelf.pet_kg ?? 0}
            onValue={(v) => setShelf(shelf.id, { pet_kg: v })}
          />
        )}
        {r && (
          <Row label="the board itself">{`${mass(Math.round(r.self_kg * 10) / 10, design.units)} ${design.units.mass}`}</Row>
        )}
      </Group>
      <p className="text-small text-soft">
        Give the high guess: the check goes by it. A thing set down counts double for the moment.
      </p>
    </>
  );

  function kg(v: number | undefined) {
    return v === undefined ? "" : `${mass(Math.round(v * 10) / 10, design.units)} ${design.units.mass}`;
  }
}

/** An item as a row of one's own catalogue, told as the item is. */
const rowOf = (it: Item): Omit<KeptRow, "key" | "group"> => {
  const wide = it.to_mm - it.from_mm;
  const shared = {
    name: it.name,
    shape: it.shape,
    depth_mm: it.depth_mm ?? 0,
    height_mm: it.height_mm,
    basis: "your own figure",
  };
  const high = it.by === "count" ? it.each_kg : (it.per_metre_kg ?? 0);
  if (it.by === "count")
    return {
      ...shared,
      by: "piece",
      high_kg: high,
      low_kg: it.each_low_kg || high,
      width_mm: it.wide_mm || wide / Math.max(1, it.count ?? 1),
    };
  return {
    ...shared,
    by: "metre",
    high_kg: high,
    low_kg: it.per_metre_low_kg || high,
    width_mm: Math.max(1, (it.each_kg / (high || 1)) * 1000), // of one piece, from its mass
  };
};

function ItemFields({ item }: { item: Item }) {
  const design = useDesign();
  const report = useAnswer();
  const { edit } = useDeeds();
  const shelf = shelfOf(design, { kind: "item", id: item.id });
  const levels = (shelf && reportOf(report, shelf.id)?.tiers_mm) ?? [];
  const words = useWords();
  const hooks = (shelf?.hook_rail ?? shelf?.tool_holder)?.hooks ?? [];
  const catalogue = useCatalogue();
  const of = item.by === "count" ? item.of : undefined;
  const kg = shelf && reportOf(report, shelf.id)?.contents.find((c) => c.id === item.id)?.kg;
  const set = (patch: Partial<Item>) => setItem(item.id, patch);
  return (
    <Group
      title={item.name}
      action={
        <span className="flex gap-3">
          <button type="button" className="act" onClick={() => edit(fillTheRest(item.id))}>
            fill the rest
          </button>
          <Keep what={() => stages.keepContents(rowOf(item))} />
          <CopyDelete of={{ kind: "item", id: item.id }} />
        </span>
      }
    >
      <Name label="name" value={item.name} onChange={(name) => edit(set({ name }))} />
      <Choice
        label="told by"
        value={item.by}
        options={words<Item["by"]>("By")}
        onChange={(by) =>
          edit(set(by === "length" && !item.per_metre_kg ? { by, per_metre_kg: 25 } : { by, count: item.count || 1 }))
        }
      />
      {item.by === "count" ? (
        <Measure
          first
          label="how many"
          kind="number"
          value={item.count ?? 0}
          onValue={(v) => set({ count: Math.round(v) })}
        />
      ) : (
        <Measure
          first
          label="a metre of row weighs"
          kind="mass"
          value={item.per_metre_kg ?? 0}
          onValue={(v) => set({ per_metre_kg: v })}
        />
      )}
      {of ? (
        <>
          <Pick
            label="of"
            value={of.wood}
            options={stuffs(catalogue)}
            onChange={(wood) => edit(set({ of: { ...of, wood } }))}
          />
          <Pick
            label="it is"
            value={of.condition ?? "dry"}
            options={words<NonNullable<typeof of.condition>>("Condition")}
            onChange={(condition) => edit(set({ of: { ...of, condition } }))}
          />
          {(["long_mm", "wide_mm", "thick_mm"] as const).map((k) => (
            <Measure
              key={k}
              label={`each, ${k.replace("_mm", "")}`}
              kind="length"
              value={of[k]}
              onValue={(v) => set({ of: { ...of, [k]: v } })}
            />
          ))}
          <Row label="each weighs">
            {kg && item.count
              ? `${mass(Math.round((kg / item.count) * 10) / 10, design.units)} ${design.units.mass}`
              : ""}
          </Row>
        </>
      ) : (
        <Measure
          label={item.by === "count" ? "each weighs" : "heaviest piece"}
          kind="mass"
          value={item.each_kg}
          onValue={(v) => set({ each_kg: v })}
        />
      )}
      {item.by === "count" && (
        <button
          type="button"
          className="act"
          onClick={() =>
            edit(
              set({
                of: of
                  ? undefined
                  : {
                      wood: shelf?.board.woods[0] ?? catalogue.woods[0]?.key ?? "",
                      long_mm: item.to_mm - item.from_mm,
                      wide_mm: item.depth_mm || 200,
                      thick_mm: 25,
                    },
              }),
            )
          }
        >
          {of ? "weigh it otherwise" : "sheets or boards: by their size"}
        </button>
      )}
      {of ? null : item.by === "count" ? (
        <Measure
          label="at least (0: the same)"
          kind="mass"
          value={item.each_low_kg ?? 0}
          onValue={(v) => set({ each_low_kg: v })}
        />
      ) : (
        <Measure
          label="a metre, at least (0: the same)"
          kind="mass"
          value={item.per_metre_low_kg ?? 0}
          onValue={(v) => set({ per_metre_low_kg: v })}
        />
      )}
      <Measure
        label="from the left end"
        kind="length"
        value={item.from_mm}
        onValue={(v) => set({ from_mm: v, to_mm: v + item.to_mm - item.from_mm })}
      />
      <Measure
        label="takes up along it"
        kind="length"
        value={item.to_mm - item.from_mm}
        onValue={(v) => set({ to_mm: item.from_mm + v })}
      />
      {levels.length > 1 && (
        <Pick
          label="on level"
          value={String(Math.min(item.level ?? 0, levels.length - 1))}
          options={levels.map((up, n): [string, string] => [String(n), `${n + 1}, ${lengthUnit(up, design.units)} up`])}
          onChange={(n) => edit(set({ level: Number(n) || undefined }))}
        />
      )}
      {hooks.length > 0 && (
        <Pick
          label="hangs on"
          value={item.hook ?? ""}
          options={[["", "the hooks nearest to it"], ...hooks.map((k, i): [string, string] => [k.id, `hook ${i + 1}`])]}
          onChange={(id) => edit(set(hungOn(item, shelf, id)))}
        />
      )}
      <Choice
        label="stands at the"
        value={item.place}
        options={words<Item["place"]>("Place")}
        onChange={(place) => edit(set({ place }))}
      />
      <Measure
        label="depth (0: not known)"
        kind="length"
        value={item.depth_mm ?? 0}
        onValue={(v) => set({ depth_mm: v })}
      />
      <Measure label="height" kind="length" value={item.height_mm} onValue={(v) => set({ height_mm: v })} />
      {item.by === "count" && (
        <Measure
          label="one is so wide (0: not known)"
          kind="length"
          value={item.wide_mm ?? 0}
          onValue={(v) => set({ wide_mm: v || undefined })}
        />
      )}
      <Pick
        label="drawn as"
        value={item.shape}
        options={words<Item["shape"]>("Shape")}
        onChange={(shape) => edit(set({ shape }))}
      />
    </Group>
  );
}
