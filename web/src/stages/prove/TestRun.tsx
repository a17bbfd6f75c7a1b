import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { useParams } from "react-router";
import { prove } from "../../api/prove";
import type { TestEvent, TestNow } from "../../api/types.gen";
import { reportOf, useAnswer, useChoice, useDesign, useWords } from "../../bench/context";
import { dial } from "../../format";
import { Press } from "../../ui/Press";
import { ReadField } from "./ReadField";
import { TestChart } from "./TestChart";
import { TestDrawing } from "./TestDrawing";
import { stamp, useClock, useOutbox, useRecord } from "./useProve";

type Record = (did: TestEvent["did"], more?: Partial<TestEvent>) => Promise<string | null>;

/** A load test as it goes: one large instruction at a time, the clock, the gauge, what is heard and seen. */
export function TestRun({
  test,
  spread,
  width,
  height,
}: {
  test: TestNow;
  spread: number;
  width: number;
  height: number;
}) {
  const design = useDesign();
  const { shelfId } = useChoice();
  const report = reportOf(useAnswer(), shelfId);
  const { record: put, error, again } = useRecord();
  const left = useOutbox();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  const { plan, advice } = test;
  const [noticed, setNoticed] = useState(false);
  const record: Record = (did, more) => {
    setNoticed(did === "saw" || did === "stop" || (did === "heard" && more?.what !== "creak"));
    return put({ kind: "test", about: plan.shelf, data: { test: test.id, did, ...more } });
  };
  const elapsed = useElapsed(test, again);
  if (noticed && left > 0)
    return <Unload why="The server is away, and you noticed something" record={record} height={height} />;
  if (advice.do === "unload") return <Unload why={advice.why ?? ""} record={record} height={height} />;
  const wide = width > 820;
  const seen = wide ? Math.floor(width * 0.5) : width;
  const last = test.points.at(-1);
  const more = (
    <>
      <Noticed record={record} />
      <p className="flex flex-wrap items-center gap-2 pt-2">
        <Press grave onClick={() => void record("stop")}>
          I want it off
        </Press>
        <Press grave onClick={() => void record("broke")}>
          It let go
        </Press>
        {test.last !== test.id && (
          <button
            type="button"
            className="act min-h-11"
            onClick={() => void put({ kind: "take-back", takes_back: test.last })}
          >
            the last entry was wrong
          </button>
        )}
      </p>
    </>
  );
  return (
    <div className={`h-full overflow-y-auto px-4 pb-2 max-[700px]:px-2 ${wide ? "flex gap-x-4" : ""}`}>
      <div style={{ width: seen - 16 }} className="min-w-0">
        <p
          className="pt-1 text-[26px] leading-tight font-semibold"
          data-testid="instruction"
          data-do={advice.do}
          data-last={test.last}
          aria-live="polite"
        >
          {advice.says}
        </p>
        {advice.why && <p className="text-ochre">! {advice.why}.</p>}
        {error && (
          <p role="alert" className="text-red">
            {error}
          </p>
        )}
        <Clock due={advice.due_s ?? 0} elapsed={elapsed} />
        <Next test={test} record={record} away={left > 0} />
        {!wide && more}
        {shelf && report && report.curve.now_mm.length > 0 && (
          <TestDrawing
            shelf={shelf}
            report={report}
            plan={plan}
            kg={test.kg}
            next={advice.kg}
            mm={last && last.kg === test.kg ? last.mm : null}
            width={seen - 16}
          />
        )}
      </div>
      <div className="min-w-0 flex-1">
        {plan.mm_per_kg > 0 && (
          <TestChart
            spread={spread}
            plan={plan}
            points={test.points}
            stops={test.stops}
            width={wide ? width - seen - 20 : width - 16}
            height={wide ? Math.max(190, height - 270) : 200}
          />
        )}
        {test.coarse && (
          <p className="text-ochre">
            ! {plan.gauge === "none" ? "No gauge" : "This gauge is too coarse to warn you"}: listen and look.
          </p>
        )}
        {wide && more}
      </div>
    </div>
  );
}

/** How long the test has gone on, s; the server is asked again when a clock runs out. */
function useElapsed(test: TestNow, again: () => Promise<unknown>): number {
  const now = useClock(500);
  const elapsed = (now - Date.parse(test.begun)) / 1000;
  const { ask_s: ask = 0 } = test.advice;
  const over = ask > 0 && elapsed >= ask;
  const asked = useRef(0);
  useEffect(() => {
    if (!over || asked.current === ask) return;
    asked.current = ask;
    void again();
  }, [over, ask, again]);
  return elapsed;
}

function Clock({ due, elapsed }: { due: number; elapsed: number }) {
  if (due <= 0) return null;
  const left = Math.max(0, Math.ceil(due - elapsed));
  const [h, m, s] = [Math.floor(left / 3600), Math.floor((left % 3600) / 60), left % 60];
  return (
    <p className="fig text-[40px] leading-tight text-chalk" data-testid="clock" role="timer">
      {h > 0 ? `${h}:${String(m).padStart(2, "0")}` : m}:{String(s).padStart(2, "0")}
    </p>
  );
}

/** What is pressed or typed now. */
function Next({ test, record, away }: { test: TestNow; record: Record; away: boolean }) {
  const { advice, plan } = test;
  const gauge = plan.gauge !== "none";
  if (advice.do === "put" || advice.do === "off")
    return (
      <p className="py-2">
        <Press strong off={away && advice.do === "put"} onClick={() => void record("put", { kg: advice.kg })}>
          {advice.do === "put" ? "It is on" : "It is all off"}
        </Press>
      </p>
    );
  if (advice.do === "zero")
    return (
      <div className="py-2">
        <Gauge test={test} label="left of the bedding" press="zeroed" onRead={(mm) => record("zero", { mm })} />
      </div>
    );
  if (advice.do === "read" || advice.do === "recover")
    return (
      <div className="py-2">
        {gauge ? (
          <Gauge test={test} label="read" press="looked and read" onRead={(mm) => record("read", { mm })} />
        ) : (
          <Press strong onClick={() => void record("read")}>
            Looked: nothing to see
          </Press>
        )}
      </div>
    );
  return null;
}

/** The field for a reading, with what the gauge at the shelf shows where it is a dial. */
function Gauge({
  test,
  label,
  press,
  onRead,
}: {
  test: TestNow;
  label: string;
  press: string;
  onRead: (mm: number) => Promise<string | null>;
}) {
  const { id = "" } = useParams();
  const u = useDesign().units;
  const shown = useQuery({
    queryKey: ["gauge", id, test.id],
    queryFn: () => prove.gauge(id, test.id, stamp()),
    enabled: test.plan.gauge === "dial",
    refetchInterval: 1000,
    gcTime: 0,
    staleTime: 0,
    retry: false,
  }).data;
  return (
    <>
      <ReadField label={label} press={press} onRead={onRead} />
      {shown && (
        <p className="pt-1" data-testid="gauge">
          <span className="text-small text-soft">{shown.simulated ? "simulated dial gauge" : "your gauge"}</span>{" "}
          {shown.fault ? (
            <span className="text-soft">{shown.fault}</span>
          ) : (
            <button type="button" className="act fig min-h-11 text-head" onClick={() => void onRead(shown.mm)}>
              take {dial(shown.mm, u)}
            </button>
          )}
        </p>
      )}
    </>
  );
}

/** What is heard and seen, each a press away at any time. */
function Noticed({ record }: { record: Record }) {
  const words = useWords()<NonNullable<TestEvent["what"]> & string>("Noticed").filter(([k]) => (k as string) !== "");
  const heard = words.slice(0, 3);
  const seen = words.slice(3);
  return (
    <div>
      <p className="flex flex-wrap items-center gap-2 pt-1">
        <span className="w-12 text-soft">heard</span>
        {heard.map(([k, name]) => (
          <Press key={k} onClick={() => void record("heard", { what: k })}>
            {name}
          </Press>
        ))}
      </p>
      <p className="flex flex-wrap items-center gap-2 pt-2">
        <span className="w-12 text-soft">seen</span>
        {seen.map(([k, name]) => (
          <Press key={k} onClick={() => void record("saw", { what: k })}>
            {name}
          </Press>
        ))}
      </p>
    </div>
  );
}

/** It takes the whole canvas, with its reason. */
function Unload({ why, record, height }: { why: string; record: Record; height: number }) {
  return (
    <div
      role="alert"
      className="flex flex-col items-center justify-center gap-4 border-4 border-red p-4 text-center"
      style={{ minHeight: height }}
      data-testid="unload"
    >
      <p className="text-[44px] leading-none font-semibold text-red">Unload now</p>
      <p className="max-w-[32rem] text-title">{why}.</p>
      <p className="text-soft">From the side, the last on first. Hands and feet clear of where it would come down.</p>
      <p className="flex flex-wrap justify-center gap-3">
        <Press strong onClick={() => void record("put", { kg: 0 })}>
          It is all off
        </Press>
        <Press grave onClick={() => void record("broke")}>
          It let go
        </Press>
      </p>
    </div>
  );
}
