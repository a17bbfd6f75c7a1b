import type { OrderReply, WorkStep } from "../../api/types.gen";
import { useChoice, useDeeds, useDesign, useWords } from "../../bench/context";
import { Scroller } from "../../ui/Scroller";
import { clockOf, dayName, stepOf, took, wayTo, when } from "./days";
import { useOrder } from "./useMaking";

/** What to do now, and the way of the chosen shelf from its stock to its load, below every part of this stage. */
export function WorkWay() {
  const { reply, why } = useOrder();
  const { shelfId } = useChoice();
  const design = useDesign();
  if (why || !reply) return null;
  const shelf = design.shelves.find((s) => s.id === shelfId) ?? design.shelves[0];
  return (
    <div className="border-t border-hair px-4 py-1">
      <Next reply={reply} />
      {shelf && stepOf(reply, `load/${shelf.id}`) && <Way reply={reply} last={`load/${shelf.id}`} name={shelf.name} />}
    </div>
  );
}

/** One line: what is next, how long it takes, what waits until when. */
export function Next({ reply }: { reply: OrderReply }) {
  const { turnTo } = useDeeds();
  const next = stepOf(reply, reply.next);
  const begins = reply.schedule.blocks.find((b) => b.step === reply.next)?.from_min ?? 0;
  if (reply.problem)
    return (
      <p role="alert" className="text-red" data-testid="next">
        ✕ No days: {reply.problem}.
      </p>
    );
  if (!next)
    return (
      <p className="text-vial" data-testid="next">
        ✓ Everything is done.
      </p>
    );
  return (
    <p className="line-clamp-2" data-testid="next">
      Next:{" "}
      <button
        type="button"
        className="in-text min-h-[24px] font-semibold underline underline-offset-4"
        onClick={() => turnTo(next.opens || "days")}
      >
        {next.says}
      </button>
      , {took(next.minutes * reply.pace)}, {when(reply.start, Math.max(begins, 0))}.{" "}
      {reply.waits.map((w) => (
        <span key={w.step} className="text-soft">
          {stepOf(reply, w.step)?.says} waits until {when(reply.start, w.until_min)}.{" "}
        </span>
      ))}
    </p>
  );
}

/** Steps of one kind that follow each other, as one part of the way. */
interface Run {
  kind: WorkStep["kind"];
  steps: WorkStep[];
  minutes: number;
  wait: number;
}

function runs(steps: WorkStep[]): Run[] {
  const out: Run[] = [];
  for (const s of steps) {
    const last = out.at(-1);
    if (last?.kind === s.kind && last.wait === 0) {
      last.steps.push(s);
      last.minutes += s.minutes;
      last.wait = s.wait_h;
    } else out.push({ kind: s.kind, steps: [s], minutes: s.minutes, wait: s.wait_h });
  }
  return out;
}

function Way({ reply, last, name }: { reply: OrderReply; last: string; name: string }) {
  const all = runs(wayTo(reply, last));
  const critical = new Set(reply.schedule.critical.map((l) => l.step));
  const total = all.reduce((sum, r) => sum + r.minutes, 0);
  return (
    <Scroller across className="overflow-x-auto" aria-label={`The way of ${name}`}>
      <ol className="flex items-stretch gap-x-[3px] pt-1 pb-2" data-testid="way">
        {all.map((r, i) => (
          <Part
            key={i}
            run={r}
            reply={reply}
            critical={r.steps.some((s) => critical.has(s.id))}
            share={r.minutes / total}
          />
        ))}
      </ol>
    </Scroller>
  );
}

function Part({ run, reply, critical, share }: { run: Run; reply: OrderReply; critical: boolean; share: number }) {
  const { turnTo } = useDeeds();
  const kinds = useWords()("StepKind");
  const kind = kinds.find(([k]) => k === run.kind)?.[1] ?? run.kind;
  const done = run.steps.every((s) => s.done);
  const end = Math.max(...run.steps.map((s) => reply.schedule.ends[s.id] ?? 0));
  const now = run.steps.some((s) => s.id === reply.next);
  const says = run.steps.map((s) => s.says).join("; ");
  return (
    <li className="flex shrink-0 items-stretch gap-x-[3px]">
      <button
        type="button"
        title={`${says}: ${took(run.minutes)}, ${dayName(reply.start, end)} ${clockOf(reply.start, end)}`}
        aria-label={`${says}, ${done ? "done" : took(run.minutes)}`}
        className="flex min-h-11 flex-col items-start justify-between text-left text-small"
        style={{ minWidth: `${Math.max(44, share * 560)}px` }}
        onClick={() => turnTo(run.steps[0]?.opens || "days")}
      >
        <span
          className={`block h-5 w-full border border-ink ${done ? "bg-sheet" : critical ? "bg-timber" : "bg-timber-light"}`}
        >
          {done && <span className="pl-1 text-vial">✓</span>}
        </span>
        <span className={`pr-1 whitespace-nowrap ${now ? "font-semibold text-chalk" : ""}`}>
          {kind}
          {run.steps.length > 1 && ` × ${run.steps.length}`}
        </span>
      </button>
      {run.wait > 0 && (
        <span className="text-small whitespace-nowrap text-soft" title={run.steps.at(-1)?.why}>
          {run.wait >= 48 ? `${(run.wait / 24).toFixed(0)} d` : `${run.wait} h`}
        </span>
      )}
    </li>
  );
}
