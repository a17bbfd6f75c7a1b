import { useScanner } from "./scanner";
import type { KeepOut, Stud, Wall } from "../../api/types.gen";
import { useAnswer, useCatalogue, useChoice, useDeeds, useDesign, useWords, useSheet } from "../../bench/context";
import { lengthUnit } from "../../format";
import { Group, ListRow, Name, Pick, Row } from "../../ui/fields";
import { TableSheet } from "../../bench/TableSheet";
import { Measure } from "../../bench/Measure";
import { ScannerPanel } from "./ScannerPanel";
import { remove } from "../../model/copy";
import { setKeepOut, setStud, type Edit } from "../../model/edit";
import { assumed, framed } from "../../model/find";
import { addStud, assumeStuds, newKeepOut, newStud } from "../../model/wall";

const setWall =
  (patch: Partial<Wall>): Edit =>
  (p) => ({ ...p, wall: { ...p.wall, ...patch } });

/** What holds in a wall that is not of wood. */
const HOLDS: Record<string, string> = {
  "steel-studs": "Screws count for nothing in steel studs: only anchors in the lining between them, by their rating.",
  masonry: "Only anchors made for masonry count, in sound brick and not in a joint.",
  block: "Only anchors made for masonry count, and only with a rating for hollow block.",
  concrete: "Only anchors made for masonry count.",
};

/** Stage 2: what is behind it? */
export function WallPanel() {
  const design = useDesign();
  const scanner = useScanner();
  const catalogue = useCatalogue();
  const { edit, select } = useDeeds();
  const { selection } = useChoice();
  const words = useWords();
  const [table, setTable] = useSheet("studs");
  const w = design.wall;
  const built = framed(design);
  const studs = [...w.studs].sort((a, b) => a.x_mm - b.x_mm);
  const stud = selection?.kind === "stud" ? studs.find((s) => s.id === selection.id) : undefined;
  const add = () => {
    const last = studs.at(-1)?.x_mm ?? 0;
    const step = catalogue.usual.spacings.find((s) => s.unit === design.units.length)?.step_mm ?? 0;
    const s = newStud(catalogue.usual, Math.min(last + step, w.length_mm));
    edit(addStud(s));
    select({ kind: "stud", id: s.id });
  };
  return (
    <>
      <h2 className="text-head font-semibold">The wall</h2>
      <Group>
        <Measure label="length" kind="length" value={w.length_mm} onValue={(v) => setWall({ length_mm: v })} />
        <Measure label="height" kind="length" value={w.height_mm} onValue={(v) => setWall({ height_mm: v })} />
        <Pick
          label="made of"
          value={w.kind}
          options={words<Wall["kind"]>("WallKind")}
          onChange={(kind) => edit(setWall({ kind }))}
        />
        <Pick
          label="lining"
          value={w.lining.kind}
          options={words<Wall["lining"]["kind"]>("LiningKind")}
          onChange={(kind) => edit(setWall({ lining: { ...w.lining, kind } }))}
        />
        {w.lining.kind !== "none" && (
          <Measure
            label="lining thickness"
            fine
            kind="length"
            value={w.lining.thickness_mm}
            onValue={(v) => setWall({ lining: { ...w.lining, thickness_mm: v } })}
          />
        )}
      </Group>
      {built && scanner.on && <ScannerPanel />}
      {w.kind !== "wood-studs" && <p className="text-small text-ochre">{HOLDS[w.kind]}</p>}
      {built && stud && <StudFields stud={stud} number={studs.indexOf(stud) + 1} />}
      {built && (
        <Group
          title={`${studs.length} studs, centres`}
          action={
            <span className="flex gap-3">
              {!scanner.on && (
                <button type="button" className="act" onClick={scanner.open}>
                  scan
                </button>
              )}
              <button type="button" className="act" onClick={() => setTable(true)}>
                CSV
              </button>
              <button type="button" className="act" onClick={add}>
                add
              </button>
            </span>
          }
        >
          <ul>
            {studs.map((s, i) => (
              <ListRow
                key={s.id}
                on={s.id === stud?.id}
                figure={lengthUnit(s.x_mm, design.units)}
                onClick={() => select({ kind: "stud", id: s.id })}
              >
                stud {i + 1}
                {assumed(s) && <span className="text-ochre"> {s.found === "guess" ? "assumed" : "simulated"}</span>}
              </ListRow>
            ))}
          </ul>
          <QuickLayout first={studs.find((x) => x.found !== "guess")?.x_mm ?? studs[0]?.x_mm ?? 0} />
          {studs.length === 0 && <p className="text-soft">None yet. Without studs no screw is counted.</p>}
        </Group>
      )}
      <TableSheet shelf="" name="Stud marks" open={table} onClose={() => setTable(false)} />
      <KeepOuts />
      <p className="text-small text-soft">
        Measure each stud; never trust even spacing. Find cables and pipes before you drill.
      </p>
    </>
  );
}

/** Fills in studs at an even step; each is a guess until it is found. */
function QuickLayout({ first }: { first: number }) {
  const catalogue = useCatalogue();
  const { units } = useDesign();
  const { edit } = useDeeds();
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 text-small">
      <span className="text-soft">guess the rest, every</span>
      {catalogue.usual.spacings
        .filter((s) => s.unit === units.length)
        .map(({ name, step_mm: step }) => (
          <button
            key={name}
            type="button"
            className="act fig"
            onClick={() => edit(assumeStuds(catalogue.usual, first % step, step))}
          >
            {name}
          </button>
        ))}
    </p>
  );
}

/** What is in the way, behind the wall's face and before it. */
function KeepOuts() {
  const design = useDesign();
  const catalogue = useCatalogue();
  const { edit, select } = useDeeds();
  const { selection } = useChoice();
  const kinds = useWords()<KeepOut["kind"]>("KeepOutKind");
  const called = (k: KeepOut) => k.name || (kinds.find(([key]) => key === k.kind)?.[1] ?? "");
  const outs = design.wall.keep_outs;
  const chosen = selection?.kind === "keepout" ? outs.find((k) => k.id === selection.id) : undefined;
  const add = (kind: KeepOut["kind"]) => {
    const k = newKeepOut(design, catalogue.usual, kind);
    edit(setWall({ keep_outs: [...outs, k] }));
    select({ kind: "keepout", id: k.id });
  };
  const set = (patch: Partial<KeepOut>) => setKeepOut(chosen?.id ?? "", patch);
  return (
    <Group title="In the way">
      <Pick
        label="add"
        value=""
        options={[["", "choose"] as [KeepOut["kind"] | "", string], ...kinds]}
        onChange={(kind) => kind && add(kind)}
      />
      <ul>
        {outs.map((k) => (
          <ListRow
            key={k.id}
            on={k.id === chosen?.id}
            figure={lengthUnit(k.x_mm, design.units)}
            onClick={() => select({ kind: "keepout", id: k.id })}
          >
            {called(k)}
          </ListRow>
        ))}
      </ul>
      {chosen && (
        <div className="border-l-2 border-chalk pl-2">
          <Name label="name" value={called(chosen)} onChange={(name) => edit(set({ name }))} />
          <Measure first label="its left side" kind="length" value={chosen.x_mm} onValue={(v) => set({ x_mm: v })} />
          <Measure label="above the floor" kind="length" value={chosen.y_mm} onValue={(v) => set({ y_mm: v })} />
          <Measure label="wide" kind="length" value={chosen.width_mm} onValue={(v) => set({ width_mm: v })} />
          <Measure label="high" kind="length" value={chosen.height_mm} onValue={(v) => set({ height_mm: v })} />
          <Measure
            label="stands out (0: not known)"
            kind="length"
            value={chosen.out_mm ?? 0}
            onValue={(v) => set({ out_mm: v || undefined })}
          />
          <button
            type="button"
            className="act"
            onClick={() => {
              edit((p) => remove(p, { kind: "keepout", id: chosen.id }));
              select(null);
            }}
          >
            take it away
          </button>
        </div>
      )}
    </Group>
  );
}

function StudFields({ stud, number }: { stud: Stud; number: number }) {
  const catalogue = useCatalogue();
  const report = useAnswer();
  const { edit, select } = useDeeds();
  const bends = report?.studs.find((s) => s.id === stud.id);
  const set = (patch: Partial<Stud>) => setStud(stud.id, patch);
  return (
    <Group
      title={`Stud ${number}`}
      action={
        <button
          type="button"
          className="act"
          onClick={() => {
            edit((p) => remove(p, { kind: "stud", id: stud.id }));
            select(null);
          }}
        >
          delete
        </button>
      }
    >
      {assumed(stud) && (
        <p className="text-ochre">
          {stud.found === "guess"
            ? "Assumed: nobody has found it yet."
            : "From the simulated scanner, which knows nothing of your wall: find it."}{" "}
          <button type="button" className="act" onClick={() => edit(set({ found: "tape", doubt_mm: 2 }))}>
            it is there
          </button>
        </p>
      )}
      {bends !== undefined && bends.used > 0 && (
        <Row label="bent by all that hangs on it" tone={bends.used > 1 ? "bad" : undefined}>
          {Math.ceil(bends.used * 100)} in 100
        </Row>
      )}
      <Measure first label="centre, from the left" kind="length" value={stud.x_mm} onValue={(v) => set({ x_mm: v })} />
      <Measure label="may be off by" fine kind="length" value={stud.doubt_mm} onValue={(v) => set({ doubt_mm: v })} />
      <Measure label="width" kind="length" value={stud.width_mm} onValue={(v) => set({ width_mm: v })} />
      <Measure label="depth" kind="length" value={stud.depth_mm} onValue={(v) => set({ depth_mm: v })} />
      <Pick
        label="wood"
        value={stud.wood}
        options={catalogue.lumber.map((l) => [l.key, l.name])}
        onChange={(wood) => edit(set({ wood }))}
      />
    </Group>
  );
}
