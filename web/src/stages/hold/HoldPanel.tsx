import { Suspense, useState } from "react";
import { lazy } from "../../ui/lazy";
import { api, reason } from "../../api/client";
import type { Shelf, ShelfReport, Support, SupportReport } from "../../api/types.gen";
import {
  reportOf,
  useAnswer,
  useCatalogue,
  useDrawn,
  useChoice,
  useDeeds,
  useDesign,
  useSheet,
} from "../../bench/context";
import { weight } from "../../format";
import { Group, ListRow, Pick } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { CopyDelete } from "../CopyDelete";
import { ShelfHead } from "../ShelfHead";
import { Spacing } from "./Spacing";
import { BracketStock } from "./BracketStock";
import { LinkList, Marks, Meets } from "./Answers";
import type { PartFields as Fields } from "./PartFields";
import { UntilItBreaks } from "./UntilItBreaks";
import { WhatWouldItTake } from "./WhatWouldItTake";
import { fresh } from "../../model/copy";
import { hang, setShelf, setStandard, setSupport } from "../../model/edit";
import { formOf, isWhole, nearestStud, partsOf, railOf, standardOf } from "../../model/find";
import { moveSupport } from "../../model/move";
import { keepWorn, wearAgain } from "../../model/worn";

// lazy forgets that what it takes goes with the part
const PartFields = lazy(() =>
  import("./PartFields").then((m) => ({ default: m.PartFields })),
) as unknown as typeof Fields;
const FormFields = lazy(() => import("./FormFields").then((m) => ({ default: m.FormFields })));
const FormPartFields = lazy(() => import("./FormFields").then((m) => ({ default: m.FormPartFields })));
const CompareSheet = lazy(() => import("./CompareSheet").then((m) => ({ default: m.CompareSheet })));
const PartsSheet = lazy(() => import("./PartsSheet").then((m) => ({ default: m.PartsSheet })));
const RailFields = lazy(() => import("./RailFields").then((m) => ({ default: m.RailFields })));

/** Stage 4: how does it hang, and what carries it? */
export function HoldPanel() {
  const design = useDesign();
  const report = useAnswer();
  const drawn = useDrawn();
  const { shelfId, selection } = useChoice();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  if (!shelf) return <ShelfHead />;
  const r = reportOf(report, shelf.id);
  const support = selection?.kind === "support" ? shelf.supports.find((s) => s.id === selection.id) : undefined;
  const rail = selection?.kind === "rail" ? railOf(design, shelf.rail) : undefined;
  const part =
    selection?.kind === "support" && formOf(shelf) && partsOf(shelf).some((o) => o.id === selection.id)
      ? selection.id
      : undefined;
  const carriers = <Carriers shelf={shelf} report={reportOf(drawn, shelf.id)} />;
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
          <Suspense fallback={null}>
            <FormPartFields key={part} shelf={shelf} id={part} report={r} />
          </Suspense>
          <Meets hole={r?.supports.find((x) => x.id === part)?.geometry.holes[0]} />
          <Marks marks={r?.supports.find((x) => x.id === part)?.geometry.marks ?? []} />
          <LinkList id={part} />
        </>
      ) : rail ? (
        <Suspense fallback={null}>
          <RailFields key={rail.id} shelf={shelf} rail={rail} report={r} />
        </Suspense>
      ) : (
        <>
          <ShelfHead />
          <WayPick shelf={shelf} />
          {!formOf(shelf) && carriers}
          {r && <UntilItBreaks key={shelf.id} shelf={shelf} answer={r} />}
          {/* What is found late comes last, so that it pushes nothing from under a finger. */}
          {r && <WhatWouldItTake shelf={shelf} answer={r} />}
          <Spacing shelf={shelf} report={r} />
          {formOf(shelf) && (
            <Suspense fallback={null}>
              <FormFields shelf={shelf} />
            </Suspense>
          )}
          {formOf(shelf) && carriers}
        </>
      )}
      {(support || part || rail) && carriers}
    </>
  );
}

/** The way that the shelf hangs in; another one dresses it anew. */
function WayPick({ shelf }: { shelf: Shelf }) {
  const design = useDesign();
  const report = useAnswer();
  const catalogue = useCatalogue();
  const { tryEdit, select, make } = useDeeds();
  const [error, setError] = useState<string | null>(null);
  const [comparing, setComparing] = useSheet("compare");
  const [stock, setStock] = useSheet("parts");
  const now = reportOf(report, shelf.id)?.way ?? "";
  const way = catalogue.ways.find((w) => w.key === now);
  const dress = async (key: string) => {
    try {
      keepWorn(design, shelf, now);
      const why = await tryEdit(wearAgain(shelf, key) ?? hang(await api.dress({ design, shelf: shelf.id, way: key })));
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
      {way && <p className="text-small text-soft">{way.words}</p>}
      {!way?.form && (
        <button type="button" className="act" onClick={() => setComparing(true)}>
          compare the ways
        </button>
      )}
      {way?.onto && !shelf.rail && (
        <button
          type="button"
          className="act ml-4"
          onClick={async () => setError(await make({ what: "backer", shelf: shelf.id }))}
        >
          backer board
        </button>
      )}
      <button type="button" className={way?.form ? "act" : "act ml-4"} onClick={() => setStock(true)}>
        my parts
      </button>
      <Suspense fallback={null}>
        {stock && <PartsSheet onClose={() => setStock(false)} />}
        {comparing && <CompareSheet shelf={shelf} onClose={() => setComparing(false)} />}
      </Suspense>
      {error && (
        <p role="alert" className="text-small text-red">
          {error}
        </p>
      )}
    </Group>
  );
}

/** What carries the shelf: its rail and its supports, with their shares. */
function Carriers({ shelf, report }: { shelf: Shelf; report: ShelfReport | undefined }) {
  const design = useDesign();
  const { selection } = useChoice();
  const { select, make } = useDeeds();
  const rail = railOf(design, shelf.rail);
  const noun = report?.supports.findLast((s) => s.noun)?.noun ?? "bracket";
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
                figure={sr && !(formOf(shelf) && sr.share_kg === 0) ? weight(sr.share_kg * 9.80665, design.units) : ""}
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
  const design = useDesign();
  const { edit, select } = useDeeds();
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
        <h2 className="text-head font-semibold">{report?.number ? `${title} of ${likes}` : title}</h2>
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
      <Suspense fallback={null}>
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
      </Suspense>
    </>
  );
}
