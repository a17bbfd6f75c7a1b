import type { FlatBracket, Shelf, Support, SupportReport } from "../../api/types.gen";
import { reportOf, useBench } from "../../bench/context";
import {
  moveSupport,
  nearestStud,
  newBracket,
  newId,
  setShelf,
  setSupport,
  woodStuds,
  type Edit,
} from "../../bench/edit";
import { figureOf } from "../../bench/words";
import { fine, length, lengthUnit, weight } from "../../format";
import { Choice, Group, ListRow, Pick, Row } from "../../ui/fields";
import { Measure } from "../../ui/Measure";
import { FixingFields } from "./FixingFields";
import { CopyDelete } from "../CopyDelete";
import { ShelfHead } from "../ShelfHead";

/** Stage 4: how does it hang, and what carries it? */
export function HoldPanel() {
  const { design, report, shelfId, selection, select, edit } = useBench();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  if (!shelf) return <ShelfHead />;
  const r = reportOf(report, shelf.id);
  const numbered = (s: Support) => r?.supports.find((x) => x.id === s.id)?.number ?? 0;
  const support = selection?.kind === "support" ? shelf.supports.find((s) => s.id === selection.id) : undefined;
  const add = () => {
    const taken = (x: number) => shelf.supports.some((s) => Math.abs(s.x_mm - x) < 20);
    const stud = woodStuds(design).find(
      (s) => s.x_mm > shelf.x_mm && s.x_mm < shelf.x_mm + shelf.length_mm && !taken(s.x_mm),
    );
    const like = shelf.supports[0];
    const fresh = newBracket(design, stud?.x_mm ?? shelf.x_mm + shelf.length_mm / 2 + shelf.supports.length * 5);
    if (like?.flat_bracket)
      fresh.flat_bracket = { ...like.flat_bracket, holes: like.flat_bracket.holes.map((h) => ({ ...h, id: newId() })) };
    edit(setShelf(shelf.id, { supports: [...shelf.supports, fresh] }));
    select({ kind: "support", id: fresh.id });
  };
  return (
    <>
      {support ? (
        <SupportFields
          key={support.id}
          shelf={shelf}
          support={support}
          report={r?.supports.find((x) => x.id === support.id)}
        />
      ) : (
        <ShelfHead />
      )}
      <Group
        title="Supports"
        action={
          <button type="button" className="act" onClick={add}>
            add a bracket
          </button>
        }
      >
        <ul>
          {[...shelf.supports]
            .sort((a, b) => a.x_mm - b.x_mm)
            .map((s) => {
              const sr = r?.supports.find((x) => x.id === s.id);
              return (
                <ListRow
                  key={s.id}
                  on={s.id === support?.id}
                  figure={sr ? weight(sr.share_kg * 9.80665, design.units) : ""}
                  onClick={() => select({ kind: "support", id: s.id })}
                >
                  {numbered(s) ? `bracket ${numbered(s)}` : "bracket, not under the board"}
                </ListRow>
              );
            })}
        </ul>
      </Group>
    </>
  );
}

function SupportFields({
  shelf,
  support,
  report,
}: {
  shelf: Shelf;
  support: Support;
  report: SupportReport | undefined;
}) {
  const { design, edit, select, openWorking } = useBench();
  const b = support.flat_bracket;
  if (!b) return null;
  const set = (patch: Partial<FlatBracket>): Edit =>
    setSupport(support.id, (s) => ({ ...s, flat_bracket: { ...b, ...patch } }));
  const stud = nearestStud(design, support.x_mm);
  return (
    <>
      <div className="flex items-baseline justify-between pb-1">
        <h2 className="text-[18px] font-semibold">
          {report?.number ? `Bracket ${report.number} of ${shelf.supports.length}` : "Bracket"}
        </h2>
        <button type="button" className="act" onClick={() => select({ kind: "shelf", id: shelf.id })}>
          the shelf
        </button>
      </div>
      <Group>
        <Measure
          first
          label="from the wall's left end"
          kind="length"
          value={support.x_mm}
          onValue={(v) => setSupport(support.id, (s) => ({ ...s, x_mm: v }))}
        />
        <Measure label="reach" kind="length" value={b.reach_mm} onValue={(v) => set({ reach_mm: v })} />
        <Measure label="leg on the wall" kind="length" value={b.leg_mm} onValue={(v) => set({ leg_mm: v })} />
        <Measure label="bar, wide" fine kind="length" value={b.width_mm} onValue={(v) => set({ width_mm: v })} />
        <Measure
          label="bar, thick"
          fine
          kind="length"
          value={b.thickness_mm}
          onValue={(v) => set({ thickness_mm: v })}
        />
        <Choice
          label="steel"
          value={b.steel}
          options={[
            ["unmarked", "not marked"],
            ["structural", "structural"],
          ]}
          onChange={(steel) => edit(set({ steel }))}
        />
        <Choice
          label="wall leg"
          value={b.leg_side}
          options={[
            ["below", "below"],
            ["above", "above"],
          ]}
          onChange={(leg_side) => edit(set({ leg_side }))}
        />
        <div className="flex flex-wrap gap-x-4">
          {stud && (
            <button
              type="button"
              className="act"
              disabled={stud.x_mm === support.x_mm}
              onClick={() => edit(moveSupport(support.id, stud.x_mm))}
            >
              to the stud
            </button>
          )}
          <CopyDelete of={{ kind: "support", id: support.id }} />
          <button
            type="button"
            className="act"
            onClick={() =>
              edit(
                setShelf(shelf.id, {
                  supports: shelf.supports.map((s) => ({
                    ...s,
                    flat_bracket: s.flat_bracket && {
                      ...b,
                      holes: s.id === support.id ? b.holes : b.holes.map((h) => ({ ...h, id: newId() })),
                    },
                  })),
                }),
              )
            }
          >
            all like this
          </button>
        </div>
      </Group>
      <ScrewFields b={b} set={set} report={report} />
      <BoardScrewFields b={b} set={set} />
      {report && <LinkList id={support.id} open={openWorking} />}
    </>
  );
}

const MEETS: Record<string, string> = {
  stud: "the stud",
  edge: "the stud's edge",
  lining: "the lining",
  wall: "the wall",
};

function ScrewFields({
  b,
  set,
  report,
}: {
  b: FlatBracket;
  set: (p: Partial<FlatBracket>) => Edit;
  report: SupportReport | undefined;
}) {
  const { design, edit } = useBench();
  const u = design.units;
  const hole = report?.geometry.holes[0];
  return (
    <Group
      title={`${b.holes.length} into the wall`}
      action={
        b.holes.length < 12 && (
          <button
            type="button"
            className="act"
            onClick={() => {
              const far = Math.max(0, ...b.holes.map((h) => h.from_corner_mm));
              edit(
                set({
                  holes: [...b.holes, { id: newId(), from_corner_mm: Math.min(far + 20, b.leg_mm - 2), offset_mm: 0 }],
                }),
              );
            }}
          >
            add
          </button>
        )
      }
    >
      <FixingFields fixing={b.screw} set={(screw) => set({ screw })} />
      {b.holes.map((h, i) => (
        <div key={h.id} className="flex items-center gap-2">
          <div className="min-w-0 flex-1">
            <Measure
              label={`hole ${i + 1}, from the corner`}
              kind="length"
              value={h.from_corner_mm}
              onValue={(v) => set({ holes: b.holes.map((o) => (o.id === h.id ? { ...o, from_corner_mm: v } : o)) })}
            />
          </div>
          <button
            type="button"
            className="act"
            aria-label={`Remove hole ${i + 1}`}
            onClick={() => edit(set({ holes: b.holes.filter((o) => o.id !== h.id) }))}
          >
            ✕
          </button>
        </div>
      ))}
      <Measure label="holes, wide" fine kind="length" value={b.hole_mm} onValue={(v) => set({ hole_mm: v })} />
      {hole && (
        <>
          <Row label="meets" tone={hole.counts ? "good" : "bad"}>
            {hole.counts ? MEETS[hole.meets] : hole.why || "nothing"}
          </Row>
          {hole.chance_of_a_miss > 0 && hole.meets !== "misses" && (
            <Row label="chance of a miss" tone="close">
              {Math.ceil(hole.chance_of_a_miss * 100)} in 100
            </Row>
          )}
          {hole.meets !== "misses" && (
            <>
              <Row label="in it" tone={hole.in_stud_mm < hole.least_mm ? "bad" : undefined}>
                {lengthUnit(hole.in_stud_mm, u)}
              </Row>
              <Row label="needs there">{lengthUnit(hole.least_mm, u)}</Row>
              <Row label="shortest that counts">{lengthUnit(hole.would_need_mm, u)}</Row>
              <Row label="pilot bit">{fine(hole.pilot_mm, u)}</Row>
            </>
          )}
        </>
      )}
    </Group>
  );
}

function BoardScrewFields({ b, set }: { b: FlatBracket; set: (p: Partial<FlatBracket>) => Edit }) {
  const { design, edit, catalogue } = useBench();
  const s = b.board_screws;
  if (!s)
    return (
      <Group
        title="Board lies loose on it"
        action={
          <button
            type="button"
            className="act"
            onClick={() =>
              edit(
                set({
                  board_screws: {
                    ...(design.units.length === "in"
                      ? { type: "wood-8", length_mm: 19.05 }
                      : { type: "wood-4", length_mm: 20 }),
                    count: 2,
                    from_wall_mm: Math.round(b.reach_mm / 2),
                  },
                }),
              )
            }
          >
            screw it down
          </button>
        }
      >
        {null}
      </Group>
    );
  return (
    <Group
      title="Screws up into the board"
      action={
        <button type="button" className="act" onClick={() => edit(set({ board_screws: undefined }))}>
          lay it loose
        </button>
      }
    >
      <Measure
        label="how many"
        kind="number"
        value={s.count}
        onValue={(v) => set({ board_screws: { ...s, count: Math.round(v) } })}
      />
      <Pick
        label="screw"
        value={s.type}
        options={catalogue.fasteners.filter((f) => f.kind === "wood-screw").map((f) => [f.key, f.name])}
        onChange={(type) => edit(set({ board_screws: { ...s, type } }))}
      />
      <Measure
        label="long"
        kind="length"
        value={s.length_mm}
        onValue={(v) => set({ board_screws: { ...s, length_mm: v } })}
      />
      <Measure
        label="from the wall"
        kind="length"
        value={s.from_wall_mm}
        onValue={(v) => set({ board_screws: { ...s, from_wall_mm: v } })}
      />
      <p className="text-[13px] text-soft">
        Bar and board take {length(b.thickness_mm, design.units)} and what is left of the screw.
      </p>
    </Group>
  );
}

/** Every link of the selected support, worst first; each opens its working. */
function LinkList({ id, open }: { id: string; open: (link: string) => void }) {
  const { design, report, shelfId, light } = useBench();
  const links = reportOf(report, shelfId)?.links.filter((l) => l.support === id) ?? [];
  return (
    <Group title="What each part holds">
      <ul>
        {links
          .slice()
          .sort((a, b) => b.used - a.used)
          .map((l) => (
            <li key={l.id}>
              <button
                type="button"
                className={`row-field grid min-h-7 w-full grid-cols-[1fr_auto] gap-2 text-left hover:text-chalk ${l.used > 1 ? (l.kind === "stiffness" ? "text-ochre" : "text-red") : ""}`}
                onMouseEnter={() => light(l.id)}
                onMouseLeave={() => light(null)}
                onClick={() => open(l.id)}
              >
                <span>{l.name}</span>
                <span className="fig text-right text-[13px]">{figureOf(l, design.units)}</span>
              </button>
            </li>
          ))}
      </ul>
    </Group>
  );
}
