import { Suspense } from "react";
import { lazy } from "../../ui/lazy";
import { useAnswer, useDeeds, useDesign, useLooks } from "../../bench/context";
import { WallDrawing } from "../../home/WallDrawing";
import { Parts, usePart } from "../Parts";
import { pieceOf, useCutting } from "./useCutting";

const PiecesView = lazy(() => import("./PiecesView").then((m) => ({ default: m.PiecesView })));
const CuttingView = lazy(() => import("./CuttingView").then((m) => ({ default: m.CuttingView })));
const SetupsView = lazy(() => import("./SetupsView").then((m) => ({ default: m.SetupsView })));
const HolesView = lazy(() => import("./HolesView").then((m) => ({ default: m.HolesView })));
const ShoppingView = lazy(() => import("./ShoppingView").then((m) => ({ default: m.ShoppingView })));
const DaysView = lazy(() => import("./DaysView").then((m) => ({ default: m.DaysView })));
const WorkWay = lazy(() => import("./WorkWay").then((m) => ({ default: m.WorkWay })));
const PaperView = lazy(() => import("./PaperView").then((m) => ({ default: m.PaperView })));

const BENCHES: [string, string][] = [
  ["pieces", "Pieces"],
  ["cutting", "Cutting"],
  ["setups", "Set-ups"],
  ["wall", "At the wall"],
  ["paper", "Paper"],
  ["shopping", "Shopping"],
  ["days", "Days"],
];

/** What is laid on the bench while building: the pieces, or how they are cut. */
export function BuildBench({ width, height }: { width: number; height: number }) {
  const { reply, why, settling } = useCutting();
  const now = usePart(BENCHES);
  return (
    <div className="flex flex-col" style={{ width, height }}>
      <Parts parts={BENCHES}>
        {settling ? "settling" : reply?.cutting.settled === false ? "the best found so far" : ""}
      </Parts>
      {why && (
        <p role="alert" className="px-4 text-red">
          {why}
        </p>
      )}
      <Suspense fallback={null}>
        {reply && now === "pieces" && <PiecesView reply={reply} width={width} />}
        {reply && now === "cutting" && <CuttingView reply={reply} width={width} />}
        {now === "setups" && <SetupsView />}
        {now === "wall" && <HolesView width={width} />}
        {now === "paper" && <PaperView />}
        {now === "shopping" && <ShoppingView />}
        {now === "days" && <DaysView />}
        <WorkWay />
      </Suspense>
    </div>
  );
}

/** The wall, small, with what the piece in hand belongs to; a part of it pressed finds its piece. */
export function SmallWall() {
  const design = useDesign();
  const report = useAnswer();
  const { reply } = useCutting();
  const { piece } = useLooks();
  const { hold } = useDeeds();
  const lit = pieceOf(reply, piece)?.each.owner;
  const pick = (owner: string) => {
    const mine = reply?.parts.flatMap((p) => p.each).filter((e) => e.owner === owner || e.shelf === owner) ?? [];
    const found = mine.find((e) => e.owner === owner) ?? mine[0];
    if (found) hold(found.id);
  };
  return <WallDrawing design={design} report={report ?? undefined} lit={lit ?? ""} onPick={pick} />;
}
