import type { Stud, Wall } from "../../api/types.gen";
import { useBench } from "../../bench/context";
import { newStud, remove, setStud, type Edit } from "../../bench/edit";
import { lengthUnit } from "../../format";
import { Group, Pick } from "../../ui/fields";
import { Measure } from "../../ui/Measure";

const setWall =
  (patch: Partial<Wall>): Edit =>
  (p) => ({ ...p, wall: { ...p.wall, ...patch } });

/** Stage 2: what is behind it? */
export function WallPanel() {
  const { design, edit, select, selection } = useBench();
  const w = design.wall;
  const studs = [...w.studs].sort((a, b) => a.x_mm - b.x_mm);
  const stud = selection?.kind === "stud" ? studs.find((s) => s.id === selection.id) : undefined;
  const add = () => {
    const last = studs.at(-1)?.x_mm ?? 0;
    const s = newStud(Math.min(last + (design.units.length === "in" ? 406.4 : 400), w.length_mm));
    edit(setWall({ studs: [...studs, s] }));
    select({ kind: "stud", id: s.id });
  };
  return (
    <>
      <h2 className="text-[18px] font-semibold">The wall</h2>
      <Group>
        <Measure label="length" kind="length" value={w.length_mm} onValue={(v) => setWall({ length_mm: v })} />
        <Measure label="height" kind="length" value={w.height_mm} onValue={(v) => setWall({ height_mm: v })} />
        <Pick
          label="lining"
          value={w.lining.kind}
          options={[
            ["gypsum", "gypsum board"],
            ["none", "none, bare studs"],
          ]}
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
      {stud && <StudFields stud={stud} number={studs.indexOf(stud) + 1} />}
      <Group
        title={`${studs.length} studs, centres`}
        action={
          <button type="button" className="act" onClick={add}>
            add
          </button>
        }
      >
        <ul>
          {studs.map((s, i) => (
            <li key={s.id}>
              <button
                type="button"
                aria-pressed={s.id === stud?.id}
                className={`row-field grid min-h-7 w-full grid-cols-[1fr_auto] text-left hover:text-chalk ${s.id === stud?.id ? "font-semibold text-chalk" : ""}`}
                onClick={() => select({ kind: "stud", id: s.id })}
              >
                <span>stud {i + 1}</span>
                <span className="fig font-normal">{lengthUnit(s.x_mm, design.units)}</span>
              </button>
            </li>
          ))}
        </ul>
        {studs.length === 0 && <p className="text-soft">None yet. Without studs no screw is counted.</p>}
      </Group>
      <p className="text-[13px] text-soft">
        Measure each stud; never trust even spacing. Find cables and pipes before you drill.
      </p>
    </>
  );
}

function StudFields({ stud, number }: { stud: Stud; number: number }) {
  const { edit, select, catalogue } = useBench();
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
