import { Suspense } from "react";
import { lazy } from "../../ui/lazy";
import { useSize } from "../../ui/useSize";
import { Parts, usePart } from "../Parts";
import { Bears } from "./Bears";
import { useOutbox, useProve, useRefusal } from "./useProve";

const TestView = lazy(() => import("./TestView").then((m) => ({ default: m.TestView })));
const YearsView = lazy(() => import("./YearsView").then((m) => ({ default: m.YearsView })));
const BrokeView = lazy(() => import("./BrokeView").then((m) => ({ default: m.BrokeView })));
const LogView = lazy(() => import("./LogView").then((m) => ({ default: m.LogView })));

const BENCHES: [string, string][] = [
  ["test", "Load test"],
  ["years", "Over the years"],
  ["broke", "It broke"],
  ["log", "Logbook"],
];

/** What is laid on the bench while proving: a test, the years, what broke, the log; and below them what the shelf bears. */
export function ProveBench({ width, height }: { width: number; height: number }) {
  const { reply, why, settling } = useProve();
  const left = useOutbox();
  const [refused, letGo] = useRefusal();
  const [ref, room] = useSize();
  const now = usePart(BENCHES);
  return (
    <div className="flex flex-col" style={{ width, height }}>
      <Parts parts={BENCHES}>{settling ? "settling" : ""}</Parts>
      {left > 0 && (
        <p role="alert" className="px-4 font-semibold text-ochre" data-testid="kept">
          ! The server is away: {left} {left === 1 ? "entry is" : "entries are"} kept in this browser and sent when it
          is back. Add no weight until then; unload if you hear or see anything.
        </p>
      )}
      {refused && (
        <p role="alert" className="px-4 text-red" data-testid="refused">
          An entry that waited in this browser was refused: {refused}{" "}
          <button type="button" className="act" onClick={letGo}>
            let it go
          </button>
        </p>
      )}
      {why && left === 0 && (
        <p role="alert" className="px-4 text-red">
          {why}
        </p>
      )}
      <div ref={ref} className="min-h-0 flex-1">
        <Suspense fallback={null}>
          {reply && now === "test" && <TestView reply={reply} width={room.width} height={room.height} />}
          {reply && now === "years" && <YearsView reply={reply} width={room.width} />}
          {reply && now === "broke" && <BrokeView reply={reply} />}
          {now === "log" && <LogView />}
        </Suspense>
      </div>
      {reply && now !== "log" && !(now === "test" && reply.test && width < 700) && <Bears marks={reply.marks} />}
    </div>
  );
}
