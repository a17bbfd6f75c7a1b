import { Suspense, useLayoutEffect, useState, type ReactNode } from "react";
import { lazy } from "../ui/lazy";
import { Checker } from "../api/checker";
import { api, speak } from "../api/client";
import type { Catalogue, Project, Saved, ShelfReport } from "../api/types.gen";
import { STAGES, stageOf } from "../stages/stages";
import { ScannerProvider } from "../stages/wall/scanner";
import { TermContext } from "../ui/Term";
import { Scroller } from "../ui/Scroller";
import { useInView } from "../ui/useInView";
import { useSize } from "../ui/useSize";
import { Band } from "./Band";
import { Cautions } from "./Cautions";
import {
  AnswerContext,
  CatalogueContext,
  DeedsContext,
  DesignContext,
  linkOf,
  LooksContext,
  PlaceContext,
  reportOf,
  SheetContext,
  useChoice,
  useDesign,
  WrongContext,
} from "./context";
import { DrawingArea } from "./DrawingArea";
import { TopBar } from "./TopBar";
import { useBenchState, WORKING } from "./useBenchState";
import { useCatalogueIn } from "./useCatalogueIn";
import { useCheck, useStale, useWrongOf, type Checked } from "./useCheck";
import { useKeys } from "./useKeys";
import type { Pending } from "./pending";
import { undoOf, useKeptUndo } from "./undo";
import { useSync, type Sync } from "./useSync";
import { colour, headline, mark } from "./words";
import { Verdict } from "./Verdict";

const Clash = lazy(() => import("./Clash").then((m) => ({ default: m.Clash })));
const WorkingSheet = lazy(() => import("./WorkingSheet").then((m) => ({ default: m.WorkingSheet })));
const Problems = lazy(() => import("./Problems").then((m) => ({ default: m.Problems })));
const FoundSheet = lazy(() => import("./FoundSheet").then((m) => ({ default: m.FoundSheet })));
const KeysSheet = lazy(() => import("./KeysSheet").then((m) => ({ default: m.KeysSheet })));
const WordsSheet = lazy(() => import("./WordsSheet").then((m) => ({ default: m.WordsSheet })));
const HistorySheet = lazy(() => import("./HistorySheet").then((m) => ({ default: m.HistorySheet })));

/** One wall on the bench: what is on it, what is asked of it, and what may be done. */
export function Bench({ saved, kept, catalogue }: { saved: Saved; kept: Pending | null; catalogue: Catalogue }) {
  const usable = kept !== null && kept.base === saved.version;
  const [checker] = useState(() => new Checker());
  const [undone] = useState(() => undoOf(saved));
  const b = useBenchState(usable ? kept.document : saved.document, checker, undone);
  const { design, deeds, place } = b;
  const inUnits = useCatalogueIn(design.units).data ?? catalogue;
  useLayoutEffect(() => speak(design.units), [design.units]);
  const checked = useCheck(checker, design, place.shelfId);
  const wrong = useWrongOf(checked, design);
  const sync = useSync(saved, design, usable);
  useKeptUndo(saved.id, sync.version, b.history);
  const clash = sync.is === "clash" || sync.is === "deleted" || (kept !== null && !usable);
  const undo = b.history.past.length > 0 ? b.undo : null;
  const answer = reportOf(checked.report, place.shelfId);
  useKeys({
    design,
    selection: place.selection,
    deeds,
    undo: b.undo,
    redo: b.redo,
    stage: (n) => {
      const stage = STAGES[n];
      if (stage) b.go({ stage: stage.key });
      return stage !== undefined;
    },
    weakest: () => answer?.first && deeds.openWorking(answer.first),
  });
  const bar = (
    <TopBar
      setStage={(stage) => b.go({ stage })}
      undo={undo}
      redo={b.history.future.length > 0 ? b.redo : null}
      sync={sync}
      archive={api.archiveOf(saved.id)}
      onFile={() => void api.exported("project", { design, shelf: "" })}
    />
  );
  return (
    <TermContext value={api.word}>
      <CatalogueContext value={inUnits}>
        <DeedsContext value={deeds}>
          <DesignContext value={design}>
            <AnswerContext value={checked.report}>
              <PlaceContext value={place}>
                <LooksContext value={b.looks}>
                  <SheetContext value={b.sheet}>
                    <WrongContext value={wrong}>
                      <ScannerProvider>
                        <Page
                          bar={bar}
                          checked={checked}
                          answer={answer}
                          sync={sync}
                          undo={undo}
                          from={b.history.from}
                        />
                      </ScannerProvider>
                    </WrongContext>
                    <Suspense fallback={null}>
                      {b.sheet?.startsWith(WORKING) && (
                        <WorkingSheet
                          link={linkOf(answer, b.sheet.slice(WORKING.length))}
                          onClose={() => deeds.openSheet(null)}
                        />
                      )}
                      {b.sheet === "keys" && <KeysSheet />}
                      {b.sheet === "words" && <WordsSheet />}
                      {b.sheet === "history" && <HistorySheet id={saved.id} />}
                    </Suspense>
                  </SheetContext>
                </LooksContext>
              </PlaceContext>
            </AnswerContext>
          </DesignContext>
        </DeedsContext>
        <Suspense fallback={null}>
          <FoundSheet id={saved.id} name={saved.document.name} />
        </Suspense>
        {clash && (
          <Suspense fallback={null}>
            <Clash id={saved.id} open deleted={sync.is === "deleted"} mine={kept && !usable ? kept.document : design} />
          </Suspense>
        )}
      </CatalogueContext>
    </TermContext>
  );
}

/** The bar, the drawing with the stage's panel beside it, and the verdict along the bottom. */
function Page({
  bar,
  checked,
  answer,
  sync,
  undo,
  from,
}: {
  bar: ReactNode;
  checked: Checked;
  answer: ShelfReport | undefined;
  sync: Sync;
  undo: (() => void) | null;
  /** What the last change was made on. */
  from: Project | null;
}) {
  const stage = stageOf(useChoice().stage);
  const { shelfId } = useChoice();
  const refused = checked.refused.has(shelfId ?? "");
  const behind = useStale(checked, useDesign());
  const stale = behind || (checked.old.has(shelfId ?? "") && answer !== undefined);
  const judged = answer && checked.problems.length === 0 && !refused;
  return (
    <div
      data-stale={stale || undefined}
      className="grid min-h-dvh grid-cols-[minmax(0,1fr)] content-start gap-x-4 lg:h-dvh lg:grid-cols-[minmax(0,1fr)_312px] lg:grid-rows-[auto_minmax(0,1fr)_auto]"
    >
      {bar}
      <main className="contents">
        <DrawingArea />
        <aside aria-label={`Stage: ${stage.name}`} className="flex min-h-0 flex-col max-lg:order-3">
          <Scroller className="min-h-0 flex-1 overflow-y-auto pr-4 pb-2 max-lg:overflow-visible max-lg:px-4 max-lg:pt-3 max-[700px]:px-2">
            {(checked.problems.length > 0 || refused) && (
              <Suspense fallback={null}>
                <Problems checked={checked} undo={undo} />
              </Suspense>
            )}
            <Suspense fallback={<p className="text-soft">Opening {stage.name}.</p>}>
              <stage.Panel />
            </Suspense>
            {!stage.canvas.Bench && <Cautions shelf={refused ? undefined : answer} />}
          </Scroller>
        </aside>
      </main>
      <Headline answer={judged ? answer : undefined} />
      <footer className="relative max-lg:order-1 lg:border-t border-hair bg-paper px-4 pt-2 pb-1 max-[700px]:px-2 lg:col-span-2">
        {sync.is === "refused" && (
          <p role="alert" className="text-red" data-testid="not-saved">
            Not saved: {sync.why}. It is saved as soon as that is mended.
          </p>
        )}
        {!sync.keeps && (
          <p role="status" className="text-small text-ochre" data-testid="keeps-nothing">
            This browser keeps nothing here: until it says “saved”, closing the page loses the last change.
          </p>
        )}
        {stale && (
          <p
            role="status"
            className="font-semibold text-ochre lg:absolute lg:bottom-full lg:left-0 lg:bg-paper lg:px-4 lg:py-1"
            data-testid="stale"
          >
            Not of this design:{" "}
            {checked.away ? "the server is away" : judged ? "still working it out" : "it cannot be judged"}. What is
            grey is the answer before.
          </p>
        )}
        <Verdict shelf={answer} checked={checked} from={from} short={stage.canvas.Bench !== undefined} />
        {judged && !stage.canvas.Bench && <BandArea shelf={answer} />}
        <p className="mt-1 flex flex-wrap justify-between gap-x-4 text-small text-soft">
          <span>
            A check for hobby use, not an engineer’s or a code approval. Local codes and licensed people decide.
          </span>
          <span>
            {checked.away
              ? "The server is away: the answer is the last one it gave."
              : (stage.canvas.foot ?? "between the pencil lines: what you ask of it")}
          </span>
        </p>
      </footer>
    </div>
  );
}

/** Where the page is rolled, the verdict's first sentence stays over the fields that change it. */
function Headline({ answer }: { answer: ShelfReport | undefined }) {
  const u = useDesign().units;
  const [seat, inView] = useInView();
  const [strong, rest] = answer ? headline(answer, u) : ["Cannot say", ""];
  return (
    <div ref={seat} className="order-1 lg:hidden">
      {!inView && (
        <p
          aria-hidden
          className="answered fixed inset-x-0 top-0 z-20 truncate border-b border-hair bg-paper px-2 py-1 text-head"
        >
          <b className={answer ? colour(answer) : "text-red"}>
            {answer ? mark(answer) : "?"} {strong}
          </b>
          {rest}
        </p>
      )}
    </div>
  );
}

function BandArea({ shelf }: { shelf: ShelfReport }) {
  const [ref, { width }] = useSize();
  return (
    <div ref={ref} className="answered mt-1 min-h-[114px]">
      {width > 0 && <Band shelf={shelf} width={width} />}
    </div>
  );
}
