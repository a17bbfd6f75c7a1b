import { useState } from "react";
import type { Fixing, Hole, Rail, Shelf, ShelfReport } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { lengthUnit } from "../../format";
import { Choice, Group, Pick } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { FixingFields } from "./FixingFields";
import { PartFields } from "./PartFields";
import { newId, setPanel, setRail, type Edit } from "../../model/edit";
import { panelOf, studsOf } from "../../model/find";
import { changePanel, changeRail, hangOn, moveRail } from "../../model/move";

import { LinkList, Marks, Meets } from "./Answers";

/** The rail: its sizes, its fasteners in columns and rows, the lengths it is pieced together from. */
export function RailFields({ shelf, rail, report }: { shelf: Shelf; rail: Rail; report: ShelfReport | undefined }) {
  const design = useDesign();
  const { edit, select } = useDeeds();
  const set = (with_: (r: Rail) => Rail): Edit => setRail(rail.id, with_);
  const columns = [...new Set(rail.spots.map((s) => s.x_mm))].sort((a, b) => a - b);
  const rows = [...new Set(rail.spots.map((s) => s.y_mm))].sort((a, b) => a - b);
  const ownAt = (x: number) => rail.spots.find((s) => s.x_mm === x)?.screw;
  const spotsAt = (xs: number[], ys: number[]) =>
    xs.flatMap((x_mm) => ys.map((y_mm) => ({ id: newId(), x_mm, y_mm, screw: ownAt(x_mm) })));
  const setOwn = (x: number, screw: Fixing | undefined): Edit =>
    set((r) => ({ ...r, spots: r.spots.map((s) => (s.x_mm === x ? { ...s, screw } : s)) }));
  const studs = studsOf(design)
    .map((s) => s.x_mm)
    .filter((x) => x > rail.x_mm + 20 && x < rail.x_mm + rail.length_mm - 20);
  const joints = rail.joints_mm ?? [];
  const holes = report?.rail?.geometry.columns.flatMap((c) => c.holes) ?? [];
  const name = report?.rail?.name ?? rail.kind;
  return (
    <>
      <div className="flex items-baseline justify-between pb-1">
        <h2 className="text-head font-semibold">{name.replace(/^./, (c) => c.toUpperCase())} on the wall</h2>
        <button type="button" className="act" onClick={() => select({ kind: "shelf", id: shelf.id })}>
          the shelf
        </button>
      </div>
      <PartFields shelf={shelf.id} fields="rail" part={rail} set={(r) => changeRail(rail.id, r)} />
      <Measure
        label="all of it with its screws, left end to"
        kind="length"
        value={rail.x_mm}
        onValue={(v) => moveRail(rail.id, v, rail.bottom_mm)}
      />
      {rail.kind === "cleat" && <Behind shelf={shelf} rail={rail} />}
      {rail.kind === "strip" && <Rip shelf={shelf} />}
      <Group
        title={`${rail.spots.length} ${rail.panel && rail.from_behind ? "from behind, through the panel" : "into the wall"}`}
      >
        <FixingFields fixing={rail.screw} set={(screw) => set((r) => ({ ...r, screw }))} />
        <Choice
          label="rows"
          value={String(Math.min(rows.length, 3))}
          options={[
            ["1", "one"],
            ["2", "two"],
            ["3", "three"],
          ]}
          onChange={(n) => {
            const h = rail.height_mm;
            const in_ = Math.min(20, h / 3);
            const ys = { "1": [h / 2], "2": [in_, h - in_], "3": [in_, h / 2, h - in_] }[n] ?? [h / 2];
            edit(set((r) => ({ ...r, spots: spotsAt(columns, ys) })));
          }}
        />
        {rows.map((y, i) => (
          <Measure
            key={i}
            label={`row ${i + 1}, over the lower edge`}
            kind="length"
            value={y}
            onValue={(v) => set((r) => ({ ...r, spots: r.spots.map((s) => (s.y_mm === y ? { ...s, y_mm: v } : s)) }))}
          />
        ))}
        {columns.map((x, i) => (
          <Column
            key={i}
            n={i + 1}
            x={x}
            own={ownAt(x)}
            hole={holes.find((h) => rail.spots.some((s) => s.id === h.id && s.x_mm === x))}
            usual={rail.screw}
            move={(v) => set((r) => ({ ...r, spots: r.spots.map((s) => (s.x_mm === x ? { ...s, x_mm: v } : s)) }))}
            setOwn={(screw) => setOwn(x, screw)}
            remove={set((r) => ({ ...r, spots: r.spots.filter((s) => s.x_mm !== x) }))}
          />
        ))}
        <div className="flex flex-wrap gap-x-4">
          {studs.length > 0 && (
            <button
              type="button"
              className="act"
              onClick={() =>
                edit(set((r) => ({ ...r, spots: spotsAt(studs, rows.length ? rows : [rail.height_mm / 2]) })))
              }
            >
              one at every stud
            </button>
          )}
          <button
            type="button"
            className="act"
            onClick={() => {
              const x = Math.min(rail.x_mm + rail.length_mm - 20, (columns.at(-1) ?? rail.x_mm) + 100);
              edit(
                set((r) => ({ ...r, spots: [...r.spots, ...spotsAt([x], rows.length ? rows : [rail.height_mm / 2])] })),
              );
            }}
          >
            one more column
          </button>
          {rows.length > 1 && (
            <button
              type="button"
              className="act"
              onClick={() =>
                edit(
                  set((r) => ({
                    ...r,
                    spots: columns.flatMap((x, i) => spotsAt([x], [rows[i % rows.length] ?? r.height_mm / 2])),
                  })),
                )
              }
            >
              stagger them
            </button>
          )}
        </div>
      </Group>
      <Group
        title={joints.length ? `Pieced together from ${joints.length + 1} lengths` : "In one length"}
        action={
          <button
            type="button"
            className="act"
            onClick={() => edit(set((r) => ({ ...r, joints_mm: [...joints, r.length_mm / 2].sort((a, b) => a - b) })))}
          >
            cut it
          </button>
        }
      >
        {joints.map((j, i) => (
          <div key={i} className="flex items-center gap-2">
            <div className="min-w-0 flex-1">
              <Measure
                label={`cut ${i + 1}, from its left end`}
                kind="length"
                value={j}
                onValue={(v) => set((r) => ({ ...r, joints_mm: joints.map((o, k) => (k === i ? v : o)) }))}
              />
            </div>
            <button
              type="button"
              className="act"
              aria-label={`Remove cut ${i + 1}`}
              onClick={() => edit(set((r) => ({ ...r, joints_mm: joints.filter((_, k) => k !== i) })))}
            >
              ✕
            </button>
          </div>
        ))}
      </Group>
      <Meets hole={report?.rail?.geometry.columns[0]?.holes[0]} />
      <Marks marks={report?.rail?.geometry.marks ?? []} />
      <LinkList id={rail.id} />
    </>
  );
}

/** The strip ripped off the shelf's own board. */
function Rip({ shelf }: { shelf: Shelf }) {
  const { make } = useDeeds();
  const [error, setError] = useState<string | null>(null);
  return (
    <p>
      <button
        type="button"
        className="act"
        onClick={async () => setError(await make({ what: "rip", shelf: shelf.id }))}
      >
        rip it off the shelf&apos;s own board
      </button>
      {error && (
        <span role="alert" className="block text-small text-red">
          {error}
        </span>
      )}
    </p>
  );
}

/** Which rail of the wall the shelf hangs on, and the panel behind it. */
function Behind({ shelf, rail }: { shelf: Shelf; rail: Rail }) {
  const design = useDesign();
  const { edit, make } = useDeeds();
  const panel = panelOf(design, rail.panel);
  const [error, setError] = useState<string | null>(null);
  const rails = design.fixtures.rails.filter((r) => r.kind === rail.kind);
  return (
    <>
      <Group title={panel ? "Its panel" : undefined}>
        {rails.length > 1 && (
          <Pick
            label="hangs on the rail"
            value={rail.id}
            options={rails.map((r): [string, string] => [r.id, `${lengthUnit(r.bottom_mm, design.units)} up`])}
            onChange={(id) => edit(hangOn(shelf.id, id))}
          />
        )}
        {panel ? (
          <>
            <Choice
              label="the rail's screws go in"
              value={String(rail.from_behind ?? false)}
              options={[
                ["true", "from behind"],
                ["false", "into the wall"],
              ]}
              onChange={(v) => edit(setRail(rail.id, (r) => ({ ...r, from_behind: v === "true" })))}
            />
            <button
              type="button"
              className="act"
              onClick={async () => setError(await make({ what: "on-wall", shelf: shelf.id }))}
            >
              off the panel
            </button>
          </>
        ) : (
          <>
            <button
              type="button"
              className="act"
              onClick={async () => setError(await make({ what: "panel", shelf: shelf.id }))}
            >
              put a panel behind it
            </button>
            {design.fixtures.panels.map((a) => (
              <button
                key={a.id}
                type="button"
                className="act ml-4"
                onClick={() => edit(setRail(rail.id, (r) => ({ ...r, panel: a.id, from_behind: true })))}
              >
                on the panel {lengthUnit(a.bottom_mm, design.units)} up
              </button>
            ))}
            {error && (
              <p role="alert" className="text-small text-red">
                {error}
              </p>
            )}
          </>
        )}
      </Group>
      {panel && (
        <PartFields
          shelf={shelf.id}
          fields="panel"
          part={panel}
          set={(a) => setPanel(panel.id, (was) => changePanel(was, a))}
        />
      )}
    </>
  );
}

/** One column of a rail's fasteners: where it stands, and what it is where it is not what the others are. */
function Column({
  n,
  x,
  own,
  hole,
  usual,
  move,
  setOwn,
  remove,
}: {
  n: number;
  x: number;
  own: Fixing | undefined;
  hole: Hole | undefined;
  usual: Fixing;
  move: (x: number) => Edit;
  setOwn: (f: Fixing | undefined) => Edit;
  remove: Edit;
}) {
  const { edit } = useDeeds();
  return (
    <div className={own ? "my-1 border-l-2 border-hair pl-2" : undefined}>
      <div className="flex items-center gap-2">
        <div className="min-w-0 flex-1">
          <Measure label={`column ${n}, along the wall`} kind="length" value={x} onValue={move} />
        </div>
        <button type="button" className="act" aria-label={`Remove column ${n}`} onClick={() => edit(remove)}>
          ✕
        </button>
      </div>
      {own && <FixingFields fixing={own} set={setOwn} />}
      {own && <Meets hole={hole} title={`In column ${n}`} />}
      <div className="flex justify-end">
        <button
          type="button"
          className="act text-small"
          aria-label={own ? `Column ${n} as the others` : `Another fastener at column ${n}`}
          onClick={() => edit(setOwn(own ? undefined : { ...usual }))}
        >
          {own ? "as the others" : "another fastener here"}
        </button>
      </div>
    </div>
  );
}
