import { useState } from "react";
import { api, reason } from "../../api/client";
import type { Hole, Rail, Shelf, ShelfReport, Support, SupportReport } from "../../api/types.gen";
import { reportOf, useBench } from "../../bench/context";
import { figureOf } from "../../bench/words";
import { factText } from "../../drawing/Facts";
import { fine, lengthUnit, weight } from "../../format";
import { Choice, Group, ListRow, Pick, Row } from "../../ui/fields";
import { Measure } from "../../ui/Measure";
import { CopyDelete } from "../CopyDelete";
import { ShelfHead } from "../ShelfHead";
import { FixingFields } from "./FixingFields";
import { FormFields, FormPartFields, SpaceHooks } from "./FormFields";
import { BracketStock } from "./BracketStock";
import { CompareSheet } from "./CompareSheet";
import { PartFields } from "./PartFields";
import { PartsSheet } from "./PartsSheet";
import { UntilItBreaks } from "./UntilItBreaks";
import { WhatWouldItTake } from "./WhatWouldItTake";
import { fresh } from "../../model/copy";
import { hang, newId, setRail, setShelf, setStandard, setSupport, type Edit } from "../../model/edit";
import { formOf, isWhole, nearestStud, partsOf, railOf, standardOf, studsOf } from "../../model/find";
import { changeRail, moveSupport } from "../../model/move";

/** Stage 4: how does it hang, and what carries it? */
export function HoldPanel() {
  const { design, report, shelfId, selection } = useBench();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  if (!shelf) return <ShelfHead />;
  const r = reportOf(report, shelf.id);
  const support = selection?.kind === "support" ? shelf.supports.find((s) => s.id === selection.id) : undefined;
  const rail = selection?.kind === "rail" ? railOf(design, shelf.rail) : undefined;
  const part =
    selection?.kind === "support" && formOf(shelf) && partsOf(shelf).some((o) => o.id === selection.id)
      ? selection.id
      : undefined;
  const carriers = <Carriers shelf={shelf} report={r} />;
  return (
    <>
      {support ? (
        <SupportFields
          key={support.id}
          shelf={shelf}
          support={support}
          report={r?.supports.find((x) => x.id === support.id)}
        />
      ) : part ? (
        <>
          <FormPartFields key={part} shelf={shelf} id={part} report={r} />
          <Meets hole={r?.supports.find((x) => x.id === part)?.geometry.holes[0]} />
          <Marks marks={r?.supports.find((x) => x.id === part)?.geometry.marks ?? []} />
          <LinkList id={part} />
        </>
      ) : rail ? (
        <RailFields key={rail.id} shelf={shelf} rail={rail} report={r} />
      ) : (
        <>
          <ShelfHead />
          <WayPick shelf={shelf} />
          {!formOf(shelf) && carriers}
          {r && <UntilItBreaks key={shelf.id} shelf={shelf} answer={r} />}
          {/* What is found late comes last, so that it pushes nothing from under a finger. */}
          {r && <WhatWouldItTake shelf={shelf} answer={r} />}
          <SpaceHooks shelf={shelf} />
          <FormFields shelf={shelf} />
          {formOf(shelf) && carriers}
        </>
      )}
      {(support || part || rail) && carriers}
    </>
  );
}

/** The way that the shelf hangs in; another one dresses it anew. */
function WayPick({ shelf }: { shelf: Shelf }) {
  const { design, report, catalogue, tryEdit, select } = useBench();
  const [error, setError] = useState<string | null>(null);
  const [comparing, setComparing] = useState(false);
  const [stock, setStock] = useState(false);
  const now = reportOf(report, shelf.id)?.way ?? "";
  const way = catalogue.ways.find((w) => w.key === now);
  const dress = async (key: string) => {
    try {
      const next = await api.dress({ design, shelf: shelf.id, way: key });
      const why = await tryEdit(hang(next));
      setError(why);
      if (!why) select({ kind: "shelf", id: shelf.id });
    } catch (err) {
      setError(reason(err));
    }
  };
  return (
    <Group>
      <Pick
        label="hangs on"
        value={now}
        options={[
          ...(now ? [] : [["", "nothing yet"] as [string, string]]),
          ...catalogue.ways.map((w): [string, string] => [w.key, w.name]),
        ]}
        onChange={(key) => void dress(key)}
      />
      {way && <p className="text-[13px] text-soft">{way.words}</p>}
      {!way?.form && (
        <button type="button" className="act" onClick={() => setComparing(true)}>
          compare the ways
        </button>
      )}
      <button type="button" className={way?.form ? "act" : "act ml-4"} onClick={() => setStock(true)}>
        my parts
      </button>
      {stock && <PartsSheet onClose={() => setStock(false)} />}
      {comparing && <CompareSheet shelf={shelf} onClose={() => setComparing(false)} />}
      {error && (
        <p role="alert" className="text-[13px] text-red">
          {error}
        </p>
      )}
    </Group>
  );
}

/** What carries the shelf: its rail and its supports, with their shares. */
function Carriers({ shelf, report }: { shelf: Shelf; report: ShelfReport | undefined }) {
  const { design, selection, select, make } = useBench();
  const rail = railOf(design, shelf.rail);
  const noun = report?.supports.at(-1)?.name.replace(/ \d+$/, "") ?? "bracket";
  const parts = partsOf(shelf);
  const add = () => void make({ what: "support", shelf: shelf.id, like: parts.at(-1)?.id });
  return (
    <Group
      title="What carries it"
      action={
        parts.some((o) => !isWhole(shelf, o.id)) && (
          <button type="button" className="act" onClick={add}>
            add {/^[aeiou]/.test(noun) ? "an" : "a"} {noun}
          </button>
        )
      }
    >
      <ul>
        {rail && (
          <ListRow
            on={selection?.kind === "rail"}
            figure={`${report?.rail?.geometry.columns.reduce((n, c) => n + c.holes.filter((h) => h.counts).length, 0) ?? ""} hold`}
            onClick={() => select({ kind: "rail", id: rail.id })}
          >
            {report?.rail?.name ?? rail.kind} on the wall
          </ListRow>
        )}
        {parts
          .sort((a, b) => a.x_mm - b.x_mm)
          .map((s) => {
            const sr = report?.supports.find((x) => x.id === s.id);
            return (
              <ListRow
                key={s.id}
                on={s.id === selection?.id}
                figure={sr ? weight(sr.share_kg * 9.80665, design.units) : ""}
                onClick={() => select({ kind: "support", id: s.id })}
              >
                {!sr ? noun : sr.number ? sr.name : `${sr.name}, not under the board`}
              </ListRow>
            );
          })}
      </ul>
    </Group>
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
  const { design, edit, select } = useBench();
  const key = support.kind.replaceAll("-", "_") as "pin";
  const part = support[key];
  const standard = standardOf(design, support.braced_bracket?.standard);
  if (!part) return null;
  const stud = nearestStud(design, support.x_mm);
  const title = (report?.name ?? support.kind).replace(/^./, (c) => c.toUpperCase());
  const likes = shelf.supports.filter((s) => s.kind === support.kind).length;
  return (
    <>
      <div className="flex items-baseline justify-between pb-1">
        <h2 className="text-[18px] font-semibold">{report?.number ? `${title} of ${likes}` : title}</h2>
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
          onValue={(v) => moveSupport(support.id, v)}
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
          {likes > 1 && (
            <button
              type="button"
              className="act"
              onClick={() =>
                edit(
                  setShelf(shelf.id, {
                    supports: shelf.supports.map((s) =>
                      s.id === support.id || s.kind !== support.kind
                        ? s
                        : {
                            ...s,
                            [key]: { ...fresh(part), ...(standard && { standard: s.braced_bracket?.standard }) },
                          },
                    ),
                  }),
                )
              }
            >
              all like this
            </button>
          )}
        </div>
      </Group>
      <BracketStock support={support} />
      <PartFields
        shelf={shelf.id}
        fields={key}
        part={part}
        set={(p) => setSupport(support.id, (s) => ({ ...s, [key]: p }))}
      />
      {standard && (
        <>
          <h3 className="border-t border-hair pt-2 font-semibold">Its slotted standard</h3>
          <PartFields
            shelf={shelf.id}
            fields="standard"
            part={standard}
            set={(p) => setStandard(standard.id, () => p as never)}
          />
        </>
      )}
      {report && <Meets hole={report.geometry.holes[0]} />}
      <Marks marks={report?.geometry.marks ?? []} />
      <LinkList id={support.id} />
    </>
  );
}

/** The rail: its sizes, its fasteners in columns and rows, the lengths it is pieced together from. */
function RailFields({ shelf, rail, report }: { shelf: Shelf; rail: Rail; report: ShelfReport | undefined }) {
  const { design, edit, select } = useBench();
  const set = (with_: (r: Rail) => Rail): Edit => setRail(rail.id, with_);
  const columns = [...new Set(rail.spots.map((s) => s.x_mm))].sort((a, b) => a - b);
  const rows = [...new Set(rail.spots.map((s) => s.y_mm))].sort((a, b) => a - b);
  const spotsAt = (xs: number[], ys: number[]) => xs.flatMap((x_mm) => ys.map((y_mm) => ({ id: newId(), x_mm, y_mm })));
  const studs = studsOf(design)
    .map((s) => s.x_mm)
    .filter((x) => x > rail.x_mm + 20 && x < rail.x_mm + rail.length_mm - 20);
  const joints = rail.joints_mm ?? [];
  const name = report?.rail?.name ?? rail.kind;
  return (
    <>
      <div className="flex items-baseline justify-between pb-1">
        <h2 className="text-[18px] font-semibold">{name.replace(/^./, (c) => c.toUpperCase())} on the wall</h2>
        <button type="button" className="act" onClick={() => select({ kind: "shelf", id: shelf.id })}>
          the shelf
        </button>
      </div>
      <PartFields shelf={shelf.id} fields="rail" part={rail} set={(r) => changeRail(rail.id, r)} />
      <Group title={`${rail.spots.length} into the wall`}>
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
          <div key={i} className="flex items-center gap-2">
            <div className="min-w-0 flex-1">
              <Measure
                label={`column ${i + 1}, along the wall`}
                kind="length"
                value={x}
                onValue={(v) =>
                  set((r) => ({ ...r, spots: r.spots.map((s) => (s.x_mm === x ? { ...s, x_mm: v } : s)) }))
                }
              />
            </div>
            <button
              type="button"
              className="act"
              aria-label={`Remove column ${i + 1}`}
              onClick={() => edit(set((r) => ({ ...r, spots: r.spots.filter((s) => s.x_mm !== x) })))}
            >
              ✕
            </button>
          </div>
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

const MEETS: Record<string, string> = {
  stud: "the stud",
  edge: "the stud's edge",
  lining: "the lining",
  wall: "the wall",
};

/** What the first fastener finds behind the wall's face, and the bits for it. */
function Meets({ hole }: { hole: Hole | undefined }) {
  const { design } = useBench();
  const u = design.units;
  if (!hole || hole.length_mm === 0) return null;
  return (
    <Group title="The first fastener">
      {hole.counts ? (
        <Row label="meets" tone="good">
          {MEETS[hole.meets] ?? hole.meets}
        </Row>
      ) : (
        <p className="text-red">It {hole.why || "meets nothing"}.</p>
      )}
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
          {hole.better_mm !== undefined && (
            <p className="text-[13px] text-soft">
              Of this <span className="fig">{lengthUnit(hole.length_mm, u)}</span> one{" "}
              <span className="fig">{lengthUnit(hole.in_stud_mm, u)}</span> are in the stud;{" "}
              <span className="fig text-ink">{lengthUnit(hole.better_mm, u)}</span> would{" "}
              {hole.better_times ? (
                <>
                  hold <span className="fig text-ink">{hole.better_times.toFixed(1)} ×</span>
                </>
              ) : (
                "count"
              )}
              .
            </p>
          )}
          <Row label="pilot bit">{fine(hole.pilot_mm, u)}</Row>
          {hole.clearance_mm !== undefined && <Row label="clearance bit">{fine(hole.clearance_mm, u)}</Row>}
        </>
      )}
    </Group>
  );
}

/** What to mark out and cut by. */
function Marks({ marks }: { marks: Parameters<typeof factText>[0][] }) {
  const { design } = useBench();
  if (marks.length === 0) return null;
  return (
    <Group title="Marking out">
      {marks.map((m, i) => (
        <Row key={i} label={m.name} tone={m.bad ? "bad" : undefined}>
          {factText(m, design.units)}
        </Row>
      ))}
    </Group>
  );
}

/** Every link of the selected thing, worst first; each opens its working. */
function LinkList({ id }: { id: string }) {
  const { design, report, shelfId, light, openWorking } = useBench();
  const links = reportOf(report, shelfId)?.links.filter((l) => l.support === id) ?? [];
  if (links.length === 0) return null;
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
                onClick={() => openWorking(l.id)}
              >
                <span>
                  {l.name}
                  {l.where.startsWith("stud") && <span className="text-soft">, {l.where}</span>}
                </span>
                <span className="fig text-right text-[13px]">{figureOf(l, design.units)}</span>
              </button>
            </li>
          ))}
      </ul>
    </Group>
  );
}
