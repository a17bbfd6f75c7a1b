import { useQuery } from "@tanstack/react-query";
import { useCallback, useLayoutEffect, useReducer, useRef, useState } from "react";
import { useParams } from "react-router";
import { Checker } from "../api/checker";
import { api, Away, reason, Refused, speak } from "../api/client";
import type {
  Catalogue,
  Column as ColumnReport,
  MakeRequest,
  Project,
  Saved,
  Shelf,
  ShelfReport,
} from "../api/types.gen";
import { FrontView } from "../drawing/FrontView";
import { SectionView } from "../drawing/SectionView";
import { SideView, type Side } from "../drawing/SideView";
import { BoardPanel } from "../stages/board/BoardPanel";
import { HoldPanel } from "../stages/hold/HoldPanel";
import { LoadPanel } from "../stages/load/LoadPanel";
import { useScanner } from "../stages/wall/useScanner";
import { WallPanel } from "../stages/wall/WallPanel";
import { Sheet } from "../ui/Sheet";
import { Band } from "./Band";
import { BenchProvider, linkOf, reportOf, useBench, type BenchValue, type Stage } from "./context";
import { Cautions } from "./Cautions";
import { HistorySheet } from "./HistorySheet";
import { TopBar } from "./TopBar";
import { useCheck } from "./useCheck";
import { keysIn, useKeys } from "./useKeys";
import { pending, useSync, type Pending } from "./useSync";
import { Clash } from "./Clash";
import { useSize } from "../ui/useSize";
import { Verdict } from "./Verdict";
import { WorkingSheet } from "./WorkingSheet";
import { hang, put, setRail, setShelf, setSupport, type Edit } from "../model/edit";
import { formOf, partsOf, railOf, shelfOf, type Selection } from "../model/find";
import { history } from "../model/history";

const PANEL: Record<Stage, () => React.ReactNode> = {
  Load: LoadPanel,
  Wall: WallPanel,
  Board: BoardPanel,
  Hold: HoldPanel,
};

/** Opens a project, with what this browser still holds of it. */
export function BenchPage() {
  const { id = "" } = useParams();
  const saved = useQuery({
    queryKey: ["project", id],
    queryFn: () => api.project(id),
    gcTime: 0,
    staleTime: Infinity,
    retry: retryAway,
  });
  const catalogue = useQuery({
    queryKey: ["catalogue"],
    queryFn: api.catalogue,
    staleTime: Infinity,
    retry: retryAway,
  });
  const kept = useQuery({
    queryKey: ["kept", id, saved.data?.document.version],
    enabled: saved.data !== undefined,
    gcTime: 0,
    staleTime: Infinity,
    retry: retryAway,
    queryFn: () => upgraded(id, saved.data?.document.version ?? 0),
  });
  const err = saved.error ?? catalogue.error ?? kept.error;
  if (err)
    return (
      <main className="p-6">
        <p className="text-red">{reason(err)}</p>
        <a className="act" href="/">
          All walls
        </a>
      </main>
    );
  if (!saved.data || !catalogue.data || kept.data === undefined)
    return <main className="p-6 text-soft">Opening the wall.</main>;
  return (
    <Bench
      key={`${id}-${saved.data.version}-${saved.dataUpdatedAt}`}
      saved={saved.data}
      kept={kept.data}
      catalogue={catalogue.data}
    />
  );
}

/** What this browser still holds of a project, as a document of today's version. */
async function upgraded(id: string, version: number): Promise<Pending | null> {
  const kept = pending(id);
  if (!kept || kept.document.version === version) return kept;
  return { ...kept, document: await api.readFile(JSON.stringify(kept.document)) };
}

const retryAway = (n: number, err: Error) => err instanceof Away && n < 60;

function Bench({ saved, kept, catalogue }: { saved: Saved; kept: Pending | null; catalogue: Catalogue }) {
  const usable = kept !== null && kept.base === saved.version;
  const [h, dispatch] = useReducer(history, {
    past: [],
    now: usable ? kept.document : saved.document,
    future: [],
    tag: null,
  });
  const design = h.now;
  const sync = useSync(saved, design, usable);
  const [stage, setStage] = useState<Stage>("Hold");
  const [selection, select] = useState<Selection | null>(null);
  const [shelf, setShelf] = useState<string | null>(null);
  const [lit, light] = useState<string | null>(null);
  const [open, setOpen] = useState<string | null>(null);
  const [sheet, setSheet] = useState<"keys" | "history" | null>(null);

  const current =
    shelfOf(design, selection)?.id ??
    (design.shelves.some((s) => s.id === shelf) ? shelf : (design.shelves[0]?.id ?? null));
  const [checker] = useState(() => new Checker());
  const checked = useCheck(checker, design, current);
  const choose = useCallback(
    (s: Selection | null) => {
      select(s);
      const on = shelfOf(design, s);
      if (on) setShelf(on.id);
      else if (s?.kind === "shelf") setShelf(s.id);
    },
    [design],
  );
  const latest = useRef(design);
  useLayoutEffect(() => {
    latest.current = design;
    speak(design.units);
  });
  const edit = useCallback((e: Edit, tag?: string) => dispatch({ type: "edit", next: e(latest.current), tag }), []);
  const tryEdit = useCallback(
    async (e: Edit) => {
      const next = e(latest.current);
      try {
        await checker.ask(next, checker.last?.open ?? null);
      } catch (err) {
        if (err instanceof Away || err instanceof Refused) return reason(err);
        throw err;
      }
      dispatch({ type: "edit", next });
      return null;
    },
    [checker],
  );
  const complete = useCallback(async (id: string, e: Edit) => {
    const next = e(latest.current);
    try {
      const { hung } = await api.make({ what: "complete", design: next, shelf: id });
      dispatch({ type: "edit", next: hung ? hang(hung)(next) : next });
    } catch (err) {
      return reason(err);
    }
    return null;
  }, []);
  const make = useCallback(
    async (q: Omit<MakeRequest, "design">) => {
      try {
        const { hung, new: made } = await api.make({ ...q, design: latest.current });
        if (hung) dispatch({ type: "edit", next: hang(hung)(latest.current) });
        if (hung && made) choose(made === hung.shelf.id ? { kind: "shelf", id: made } : { kind: "support", id: made });
      } catch (err) {
        return reason(err);
      }
      return null;
    },
    [choose],
  );
  const [gone, setGone] = useState<string[]>([]);
  const [time, setTime] = useState(8);
  const scanner = useScanner(design.name, design.wall.length_mm);
  const answer = reportOf(checked.report, current);
  const value: BenchValue = {
    design,
    report: checked.report,
    catalogue,
    stage,
    shelfId: current,
    selection,
    select: choose,
    edit,
    tryEdit,
    make,
    complete,
    lit,
    light,
    openWorking: setOpen,
    gone,
    setGone,
    scanner,
    time,
    setTime,
  };
  const undo = () => dispatch({ type: "undo" });
  const redo = () => dispatch({ type: "redo" });
  useKeys({
    design,
    selection,
    select: choose,
    edit,
    make: (q) => void make(q),
    undo,
    redo,
    setStage,
    weakest: () => answer?.first && setOpen(answer.first),
    help: () => setSheet("keys"),
  });

  const Panel = PANEL[stage];
  const saveFile = () => void api.exported("project", { design, shelf: "" });
  return (
    <BenchProvider value={value}>
      <div className="grid min-h-dvh grid-cols-[minmax(0,1fr)] content-start gap-x-4 lg:h-dvh lg:grid-cols-[minmax(0,1fr)_312px] lg:grid-rows-[auto_minmax(0,1fr)_auto]">
        <TopBar
          setStage={setStage}
          undo={h.past.length ? undo : null}
          redo={h.future.length ? redo : null}
          sync={sync}
          onFile={saveFile}
          onHistory={() => setSheet("history")}
          onHelp={() => setSheet("keys")}
        />
        <main className="contents">
          <DrawingArea />
          <aside
            aria-label={`Stage: ${stage}`}
            className="min-h-0 overflow-y-auto pr-4 pb-2 max-lg:order-3 max-lg:overflow-visible max-lg:px-4 max-lg:pt-3 max-[700px]:px-2"
          >
            <Panel />
            <Cautions shelf={answer} />
          </aside>
        </main>
        <footer className="max-lg:order-1 lg:border-t border-hair bg-paper px-4 pt-2 pb-1 max-[700px]:px-2 lg:col-span-2">
          <Verdict shelf={answer} checked={checked} />
          {answer && checked.problems.length === 0 && <BandArea shelf={answer} />}
          <p className="mt-1 flex flex-wrap justify-between gap-x-4 text-[13px] text-soft">
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
      <WorkingSheet link={linkOf(answer, open ?? undefined)} onClose={() => setOpen(null)} />
      <Sheet open={sheet === "keys"} onClose={() => setSheet(null)} title="Keys">
        <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1">
          {keysIn(design.units).map(([key, does]) => (
            <div key={key} className="contents">
              <dt className="fig">{key}</dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
      </Sheet>
      <HistorySheet
        id={saved.id}
        open={sheet === "history"}
        onClose={() => setSheet(null)}
        onTake={(p) => {
          dispatch({ type: "edit", next: p });
          setSheet(null);
        }}
      />
      <Clash
        id={saved.id}
        open={sync.is === "clash" || (kept !== null && !usable)}
        mine={kept && !usable ? kept.document : design}
      />
    </BenchProvider>
  );
}

function BandArea({ shelf }: { shelf: ShelfReport }) {
  const [ref, { width }] = useSize();
  return (
    <div ref={ref} className="mt-1 min-h-[114px]">
      {width > 0 && <Band shelf={shelf} width={width} />}
    </div>
  );
}

/** What the side view is about: what is selected, else what gives first, else the first support. */
function sideOf(p: Project, shelf: Shelf, answer: ShelfReport, selection: Selection | null): Side | null {
  const parts = partsOf(shelf);
  const rail = railOf(p, shelf.rail);
  const wanted = [selection?.id, linkOf(answer, answer.first)?.support, parts[0]?.id, rail?.id];
  for (const id of wanted) {
    const support = parts.find((s) => s.id === id);
    const side = answer.supports.find((s) => s.id === id);
    if (support && side)
      return {
        title: `${cap(side.name)}, from the side`,
        under: side.when,
        geometry: side.geometry,
        load: side.load_n,
        put: (path, v) =>
          formOf(shelf)
            ? setShelf(shelf.id, put(shelf, path, v))
            : path.startsWith("rail.")
              ? setRail(rail?.id ?? "", (r) => put(r, path.slice(5), v))
              : setSupport(support.id, (s) => put(s, path, v)),
      };
    const worst = answer.rail?.geometry.columns.reduce<ColumnReport | undefined>(
      (a, c) => (a && a.moment_nmm >= c.moment_nmm ? a : c),
      undefined,
    );
    if (rail && rail.id === id && worst && answer.rail)
      return {
        title: `${cap(answer.rail.name)}, from the side`,
        under: answer.rail.when,
        geometry: { ...worst, arm_mm: worst.share_n > 0 ? worst.moment_nmm / worst.share_n : 0 },
        load: worst.share_n,
        put: (path, v) => setRail(rail.id, (r) => put(r, path.replace(/^rail\./, ""), v)),
      };
  }
  return null;
}

const cap = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);

/** Front and side view in the room there is. */
function DrawingArea() {
  const [ref, { width, height }] = useSize();
  const { design, report, shelfId, selection, stage } = useBench();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  const answer = reportOf(report, shelfId);
  const beside = width >= 820;
  const section = stage === "Board" && shelf && answer && !formOf(shelf) ? answer.section : null;
  const shown =
    shelf && answer && stage !== "Wall" && !section && (beside || stage === "Hold")
      ? sideOf(design, shelf, answer, selection)
      : null;
  const second = section !== null || shown !== null;
  const sideWidth = !second ? 0 : beside ? Math.min(340, width * 0.37) : width;
  const frontHeight = beside || !second ? height : height - 330;
  return (
    <div
      ref={ref}
      className={`mx-4 max-lg:order-2 min-h-0 overflow-hidden border border-hair bg-sheet max-[700px]:mx-2 lg:mr-0 ${second && !beside ? "h-[690px]" : "h-[360px]"} lg:h-auto`}
    >
      {width > 0 && (
        <div className={beside ? "flex" : ""}>
          <FrontView width={beside ? width - sideWidth : width} height={frontHeight} />
          {section && shelf && (
            <SectionView shelf={shelf} section={section} width={sideWidth} height={beside ? height : 330} />
          )}
          {shown && shelf && <SideView shelf={shelf} side={shown} width={sideWidth} height={beside ? height : 330} />}
        </div>
      )}
    </div>
  );
}
