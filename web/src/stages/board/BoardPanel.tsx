import type { Shelf } from "../../api/types.gen";
import { linkOf, reportOf, useBench } from "../../bench/context";
import { setShelf } from "../../bench/edit";
import { sag } from "../../format";
import { Group, Pick, Row } from "../../ui/fields";
import { Measure } from "../../ui/Measure";
import { limit } from "../../bench/words";
import { ShelfHead } from "../ShelfHead";

/** Stage 3: what is the board? */
export function BoardPanel() {
  const { design, report, shelfId, edit, catalogue } = useBench();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  if (!shelf) return <ShelfHead />;
  const r = reportOf(report, shelf.id);
  const b = shelf.board;
  const set = (patch: Partial<Shelf>) => setShelf(shelf.id, patch);
  const other = catalogue.woods.find((w) => !b.woods.includes(w.key))?.key;
  const setWoods = (woods: string[]) => edit(set({ board: { ...b, woods } }));
  const sags = r?.links.filter((l) => l.role === "sags").sort((x, y) => y.used - x.used)[0];
  const bends = linkOf(r, r?.links.find((l) => l.role === "bends")?.id);
  const governs = catalogue.woods.find((w) => w.key === sags?.wood)?.name;
  return (
    <>
      <ShelfHead />
      <Group title="Board">
        <Measure
          first
          label="thickness"
          fine
          kind="length"
          value={shelf.thickness_mm}
          onValue={(v) => set({ thickness_mm: v })}
        />
        <Measure label="depth" kind="length" value={shelf.depth_mm} onValue={(v) => set({ depth_mm: v })} />
        <Measure label="length" kind="length" value={shelf.length_mm} onValue={(v) => set({ length_mm: v })} />
      </Group>
      <Group
        title={b.woods.length > 1 ? "One of these woods" : "Wood"}
        action={
          other &&
          b.woods.length < 8 && (
            <button type="button" className="act" onClick={() => setWoods([...b.woods, other])}>
              not sure: add one
            </button>
          )
        }
      >
        {b.woods.map((key, i) => (
          <div key={i} className="flex items-center gap-2">
            <div className="min-w-0 flex-1">
              <Pick
                label={i === 0 ? "wood" : "or"}
                value={key}
                options={catalogue.woods.map((w) => [w.key, w.name])}
                onChange={(v) => setWoods(b.woods.map((o, j) => (j === i ? v : o)))}
              />
            </div>
            {b.woods.length > 1 && (
              <button
                type="button"
                className="act"
                aria-label={`Not ${key}`}
                onClick={() => setWoods(b.woods.filter((_, j) => j !== i))}
              >
                ✕
              </button>
            )}
          </div>
        ))}
        {b.woods.length > 1 && governs && <Row label="softest of them">{governs}</Row>}
        <Pick
          label="grade"
          value={b.grade}
          options={catalogue.grades.map((g) => [g.key, g.name])}
          onChange={(grade) => edit(set({ board: { ...b, grade } }))}
        />
        <Pick
          label="moisture"
          value={b.condition}
          options={[
            ["dry", "dry, heated room"],
            ["damp", "sheltered, unheated"],
            ["drying", "bought wet, drying in place"],
            ["wet", "stays wet"],
          ]}
          onChange={(condition) => edit(set({ board: { ...b, condition } }))}
        />
      </Group>
      <Group title="Straight enough">
        <Pick
          label="judged by"
          value={shelf.sag.school}
          options={[
            ["eye", "the eye: 1/32 in a foot"],
            ["span/360", "span / 360"],
            ["span/240", "span / 240, workshop"],
            ["span/180", "span / 180, rough store"],
            ["figure", "a figure"],
          ]}
          onChange={(school) => edit(set({ sag: { school, figure_mm: shelf.sag.figure_mm || 3 } }))}
        />
        {shelf.sag.school === "figure" && (
          <Measure
            label="at most"
            fine
            kind="length"
            value={shelf.sag.figure_mm ?? 0}
            onValue={(v) => set({ sag: { ...shelf.sag, figure_mm: v } })}
          />
        )}
        <Measure
          label="a support may stand off by"
          fine
          kind="length"
          value={shelf.misfit_mm}
          onValue={(v) => set({ misfit_mm: v })}
        />
        {sags && (
          <>
            <Row label={`sags now, ${sags.where}`}>{sag(sags.now_mm ?? 0, design.units)}</Row>
            <Row label="at the end" tone={sags.used > 1 ? "close" : "good"}>
              {sag(sags.value_mm ?? 0, design.units)}
            </Row>
            <Row label="straight is up to">{sag(sags.allowed_mm ?? 0, design.units)}</Row>
          </>
        )}
        {bends && <Row label="bends without breaking to">{limit(bends.limit, design.units)}</Row>}
      </Group>
    </>
  );
}
