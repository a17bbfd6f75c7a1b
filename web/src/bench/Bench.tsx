import { Suspense, useLayoutEffect, useState, type ReactNode } from "react";
import { Checker } from "../api/checker";
import { api, speak } from "../api/client";
import type { Catalogue, Saved, ShelfReport } from "../api/types.gen";
import { STAGES, stageOf } from "../stages/stages";
import { ScannerProvider } from "../stages/wall/scanner";
import { useSize } from "../ui/useSize";
import { Band } from "./Band";
import { Cautions } from "./Cautions";
import { Clash } from "./Clash";
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
} from "./context";
import { DrawingArea } from "./DrawingArea";
import { HistorySheet } from "./HistorySheet";
import { KeysSheet } from "./KeysSheet";
import { TopBar } from "./TopBar";
import { useBenchState, WORKING } from "./useBenchState";
import { useCatalogueIn } from "./useCatalogueIn";
import { useCheck, useStale, type Checked } from "./useCheck";
import { useKeys } from "./useKeys";
import { FoundSheet } from "./FoundSheet";
import type { Pending } from "./pending";
import { useSync, type Sync } from "./useSync";
import { Verdict } from "./Verdict";
import { WorkingSheet } from "./WorkingSheet";

/** One wall on the bench: what is on it, what is asked of it, and what may be done. */
export function Bench({ saved, kept, catalogue }: { saved: Saved; kept: Pending | null; catalogue: Catalogue }) {
  const usable = kept !== null && kept.base === saved.version;
  const [checker] = useState(() => new Checker());
  const b = useBenchState(usable ? kept.document : saved.document, checker);
  const { design, deeds, place } = b;
  const inUnits = useCatalogueIn(design.units).data ?? catalogue;
  useLayoutEffect(() => speak(design.units), [design.units]);
  const checked = useCheck(checker, design, place.shelfId);
  const sync = useSync(saved, design, usable);
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
      undo={b.canUndo ? b.undo : null}
      redo={b.canRedo ? b.redo : null}
      sync={sync}
      archive={api.archiveOf(saved.id)}
      onFile={() => void api.exported("project", { design, shelf: "" })}
    />
  );
  return (
    <CatalogueContext value={inUnits}>
      <DeedsContext value={deeds}>
        <DesignContext value={design}>
          <AnswerContext value={checked.report}>
            <PlaceContext value={place}>
              <LooksContext value={b.looks}>
                <SheetContext value={b.sheet}>
                  <ScannerProvider>
                    <Page bar={bar} checked={checked} answer={answer} sync={sync} />
                  </ScannerProvider>
                  <WorkingSheet
                    link={linkOf(answer, b.sheet?.startsWith(WORKING) ? b.sheet.slice(WORKING.length) : undefined)}
                    onClose={() => deeds.openSheet(null)}
                  />
                  <KeysSheet />
                  <HistorySheet id={saved.id} />
                </SheetContext>
              </LooksContext>
            </PlaceContext>
          </AnswerContext>
        </DesignContext>
      </DeedsContext>
      <FoundSheet id={saved.id} name={saved.document.name} />
      <Clash
        id={saved.id}
        open={sync.is === "clash" || sync.is === "deleted" || (kept !== null && !usable)}
        deleted={sync.is === "deleted"}
        mine={kept && !usable ? kept.document : design}
      />
    </CatalogueContext>
  );
}

/** The bar, the drawing with the stage's panel beside it, and the verdict along the bottom. */
function Page({
  bar,
  checked,
  answer,
  sync,
}: {
  bar: ReactNode;
  checked: Checked;
  answer: ShelfReport | undefined;
  sync: Sync;
}) {
  const stage = stageOf(useChoice().stage);
  const refused = checked.refused.has(useChoice().shelfId ?? "");
  const behind = useStale(checked, useDesign());
  const stale = behind || (refused && answer !== undefined);
  const judged = answer && checked.problems.length === 0 && !refused;
  return (
    <div
      data-stale={stale || undefined}
      className="grid min-h-dvh grid-cols-[minmax(0,1fr)] content-start gap-x-4 lg:h-dvh lg:grid-cols-[minmax(0,1fr)_312px] lg:grid-rows-[auto_minmax(0,1fr)_auto]"
    >
      {bar}
      <main className="contents">
        <DrawingArea />
        <aside
          aria-label={`Stage: ${stage.name}`}
          className="min-h-0 overflow-y-auto pr-4 pb-2 max-lg:order-3 max-lg:overflow-visible max-lg:px-4 max-lg:pt-3 max-[700px]:px-2"
        >
          <Suspense fallback={<p className="text-soft">Opening {stage.name}.</p>}>
            <stage.Panel />
          </Suspense>
          <Cautions shelf={answer} />
        </aside>
      </main>
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
        <Verdict shelf={answer} checked={checked} />
        {judged && <BandArea shelf={answer} />}
        <p className="mt-1 flex flex-wrap justify-between gap-x-4 text-small text-soft">
          <span>
            A check for hobby use, not an engineer’s or a code approval. Local codes and licensed people decide.
          </span>
          <span>
            {checked.away
              ? "The server is away: the answer is the last one it gave."
              : "between the pencil lines: what you ask of it"}
          </span>
        </p>
      </footer>
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
