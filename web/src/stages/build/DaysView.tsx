import { useState } from "react";
import { useDrag } from "@use-gesture/react";
import type { OrderReply, WorkBlock, WorkStep } from "../../api/types.gen";
import { useDeeds } from "../../bench/context";
import { Measure } from "../../bench/Measure";
import { clockOf, dateOf, dayName, daysOf, stepOf, tickOf, took, type Day } from "./days";
import { Press } from "../../ui/Press";
import { useBuildDeeds, useCutting } from "./useCutting";
import { useFacts, useOrder } from "./useMaking";

/** The person's own days with what is done on each: ticked, moved by hand, marked off. */
export function DaysView() {
  const { reply, why } = useOrder();
  const cutting = useCutting();
  const deeds = useBuildDeeds(cutting.reply);
  const facts = useFacts();
  if (why)
    return (
      <p role="alert" className="px-4 py-2 text-red">
        {why}
      </p>
    );
  if (!reply) return null;
  const days = daysOf(reply);
  const end = reply.schedule.end_min;
  const put = async (step: string, on: string | null, lock: boolean) => {
    await deeds.plan((p) => ({
      ...p,
      days: [...p.days.filter((d) => d.step !== step), ...(on ? [{ step, on, locked: lock || undefined }] : [])],
    }));
    await facts.again();
  };
  const off = async (date: string) => {
    await deeds.plan((p) => ({ ...p, days_off: [...p.days_off, date] }));
    await facts.again();
  };
  const away = cutting.reply?.plan.days_off ?? [];
  const moved = new Map((cutting.reply?.plan.days ?? []).map((d) => [d.step, d]));
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-3">
      {reply.problem ? (
        <p role="alert" className="pt-2 text-red" data-testid="end">
          ✕ {reply.problem}.
        </p>
      ) : (
        <h2 className="pt-2 text-head font-semibold" data-testid="end">
          {days.length === 0
            ? "Nothing is left to do."
            : `${took(reply.schedule.total_min)} of work on ${days.length} days; all done and waited for on ${dayName(reply.start, end)}.`}
        </h2>
      )}
      {reply.assumed && (
        <p className="text-ochre">
          ! Nobody has said when they work: two evenings and a Saturday are taken. Say it at the side.
        </p>
      )}
      {(deeds.error ?? facts.error) && (
        <p role="alert" className="text-red">
          {deeds.error ?? facts.error}
        </p>
      )}
      <ol data-testid="days">
        {days.map((d, i) => (
          <DayRow
            key={d.date}
            day={d}
            reply={reply}
            gap={i > 0 ? (d.minute - (days[i - 1]?.minute ?? 0)) / 1440 - 1 : 0}
            facts={facts}
            onMove={(step, on) => void put(step, on, false)}
            onOff={() => void off(d.date)}
            moved={moved}
          />
        ))}
      </ol>
      {away.length > 0 && (
        <p className="pt-2 text-soft">
          Without work:{" "}
          {away.map((a) => (
            <button
              key={a}
              type="button"
              className="act mr-3"
              onClick={() =>
                void deeds.plan((p) => ({ ...p, days_off: p.days_off.filter((x) => x !== a) })).then(facts.again)
              }
            >
              {a} ✕
            </button>
          ))}
        </p>
      )}
      <IsDone reply={reply} facts={facts} />
      <Why reply={reply} />
      <h3 className="pt-3 font-semibold">Afterwards</h3>
      <ul>
        {reply.after.map((t) => (
          <li key={t}>{t}</li>
        ))}
      </ul>
    </div>
  );
}

function DayRow({
  day,
  reply,
  gap,
  facts,
  onMove,
  onOff,
  moved,
}: {
  day: Day;
  reply: OrderReply;
  gap: number;
  facts: ReturnType<typeof useFacts>;
  onMove: (step: string, on: string | null) => void;
  onOff: () => void;
  moved: Map<string, { on: string }>;
}) {
  return (
    <>
      {gap > 0 && (
        <li className="py-0.5 text-small text-soft" aria-hidden>
          {gap} {gap === 1 ? "day" : "days"} without work
        </li>
      )}
      <li
        className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-x-3 border-t border-hair py-1 max-[700px]:grid-cols-1"
        data-day={day.date}
      >
        <div className="flex items-baseline justify-between gap-x-2 sm:block">
          <b>{dayName(reply.start, day.minute)}</b>
          <br />
          <button type="button" className="act text-small" onClick={onOff}>
            no time
          </button>
        </div>
        <ul>
          {day.blocks.map((b) => (
            <BlockRow
              key={`${b.step}${b.from_min}`}
              block={b}
              reply={reply}
              facts={facts}
              onMove={onMove}
              moved={moved.get(b.step)}
            />
          ))}
        </ul>
      </li>
    </>
  );
}

function BlockRow({
  block,
  reply,
  facts,
  onMove,
  moved,
}: {
  block: WorkBlock;
  reply: OrderReply;
  facts: ReturnType<typeof useFacts>;
  onMove: (step: string, on: string | null) => void;
  moved: { on: string } | undefined;
}) {
  const { turnTo } = useDeeds();
  const [lift, setLift] = useState<[number, number] | null>(null);
  const step = stepOf(reply, block.step);
  const bind = useDrag(
    ({ movement: [x, y], last, xy: [px, py] }) => {
      setLift(last ? null : [x, y]);
      if (!last) return;
      const date = document
        .elementsFromPoint(px, py)
        .map((e) => e.closest("[data-day]")?.getAttribute("data-day"))
        .find(Boolean);
      if (date && date !== dateOf(reply.start, block.from_min)) onMove(block.step, date);
    },
    { filterTaps: true },
  );
  if (!step) return null;
  // A caution stands where it is first met, until it is read.
  const like = reply.steps.filter((s) => s.caution === step.caution);
  const warns =
    step.caution &&
    !like.some((s) => reply.read.includes(s.kind)) &&
    reply.schedule.blocks.find((b) => stepOf(reply, b.step)?.caution === step.caution)?.step === step.id;
  return (
    <li
      className={`grid grid-cols-[auto_6.5rem_minmax(0,1fr)_auto] items-center gap-x-3 py-0.5 max-[700px]:grid-cols-[auto_minmax(0,1fr)] ${lift ? "relative z-10 bg-paper shadow" : ""}`}
      style={lift ? { transform: `translate(${lift[0]}px, ${lift[1]}px)`, pointerEvents: "none" } : undefined}
      data-step={block.step}
    >
      <Tick step={step} facts={facts} />
      <span
        className="fig cursor-grab touch-none whitespace-nowrap select-none max-[700px]:row-start-2 max-[700px]:col-start-2"
        {...bind()}
      >
        {clockOf(reply.start, block.from_min)}–{clockOf(reply.start, block.to_min)}
      </span>
      <span className="min-w-0">
        <button
          type="button"
          className="min-h-[24px] text-left hover:text-chalk"
          onClick={() => turnTo(step.opens || "days")}
        >
          {step.says}
        </button>{" "}
        <span className="text-small text-soft">
          {step.hands > 1 && "two people, "}
          {step.wait_h > 0 &&
            `then ${step.wait_h >= 48 ? `${step.wait_h / 24} days` : `${step.wait_h} h`}: ${step.why}`}
        </span>
        {step.notes.map((n) => (
          <span key={n} className="block text-small text-soft">
            {n}
          </span>
        ))}
        {reply.schedule.late.includes(step.id) && (
          <span className="block text-small text-ochre">! It cannot be done on the day that you put it on.</span>
        )}
        {warns && (
          <span className="block text-small text-ochre">
            ! {step.caution}{" "}
            <button
              type="button"
              className="act"
              onClick={() =>
                void facts.record({ kind: "acknowledge", about: `caution/${step.kind}`, text: step.caution })
              }
            >
              read
            </button>
          </span>
        )}
      </span>
      {moved && (
        <button type="button" className="act text-small" onClick={() => onMove(block.step, null)}>
          put on {moved.on}: let go
        </button>
      )}
    </li>
  );
}

function Tick({ step, facts }: { step: WorkStep; facts: ReturnType<typeof useFacts> }) {
  return (
    <span className="max-[700px]:row-span-2">
      <Press onClick={() => void facts.tick(tickOf(step.id), step.done, step.says)}>
        <span aria-label={`${step.says}: done`}>{step.done ? "✓" : "○"}</span>
      </Press>
    </span>
  );
}

/** What is done: it can be taken back, and how long it took is what the pace is learned from. */
function IsDone({ reply, facts }: { reply: OrderReply; facts: ReturnType<typeof useFacts> }) {
  const done = reply.steps
    .filter((s) => s.done)
    .sort((a, b) => (reply.schedule.ends[b.id] ?? 0) - (reply.schedule.ends[a.id] ?? 0));
  if (done.length === 0) return null;
  return (
    <section className="pt-3">
      <h3 className="font-semibold">Done</h3>
      {reply.learned && (
        <p className="text-small text-soft">Your pace, as learned: {reply.pace.toFixed(2)} of the table.</p>
      )}
      <ul data-testid="done">
        {done.map((s) => (
          <li key={s.id} className="flex flex-wrap items-baseline gap-x-4">
            <span className="min-w-0">
              <span className="text-vial">✓ </span>
              {s.says}
            </span>
            <span className="w-56">
              <Measure
                label="it took, minutes"
                kind="number"
                value={s.took_min || Math.round(s.minutes)}
                onPut={(value) =>
                  facts.record({ kind: "measure", about: `took/${s.id}`, data: { key: `took/${s.id}`, value } })
                }
              />
            </span>
            <button type="button" className="act" onClick={() => void facts.tick(tickOf(s.id), s.done)}>
              it is not
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Why it ends when it does: the critical way, back from the end. */
function Why({ reply }: { reply: OrderReply }) {
  return (
    <details className="pt-3">
      <summary className="act cursor-pointer">why it ends on that day</summary>
      <ol data-testid="why">
        {reply.schedule.critical.map((l) => (
          <li key={l.step}>
            <b className="fig">{dayName(reply.start, l.from_min)}</b> {stepOf(reply, l.step)?.says}{" "}
            <span className="text-soft">({l.why})</span>
          </li>
        ))}
      </ol>
    </details>
  );
}
