import { useRef, useState, useEffect } from "react";
import type { ShelfReport, Sudden as SuddenReport } from "../api/types.gen";
import { asked, holds } from "../format";
import { linkOf, useChoice, useDeeds, useDesign } from "./context";
import type { Checked } from "./useCheck";
import { headline, limit, named, tone } from "./words";

const TONE = { bad: "text-red", close: "text-ochre", good: "text-vial", open: "text-ink" };
const MARK = { bad: "✕", close: "≈", good: "✓", open: "" };

/** What the shelf comes to, in a sentence, with what gives first. */
export function Verdict({ shelf, checked }: { shelf: ShelfReport | undefined; checked: Checked }) {
  const design = useDesign();
  const { openWorking, select } = useDeeds();
  const { shelfId } = useChoice();
  const was = useBefore(shelf);
  const u = design.units;
  const problem = checked.problems[0] ?? checked.refused.get(shelfId ?? "")?.[0];
  if (problem)
    return (
      <p role="status" className="min-h-[54px] text-title text-red" data-testid="verdict">
        <b>Cannot say:</b> <span className="text-base">{problem.message}</span>
      </p>
    );
  const left = design.shelves.filter((s) => checked.refused.has(s.id));
  if (!shelf)
    return (
      <p role="status" className="min-h-[54px] text-title text-soft" data-testid="verdict">
        {checked.report || design.shelves.length === 0 ? "No shelf on this wall yet." : "Working it out."}
      </p>
    );
  const [strong, rest] = headline(shelf, u);
  const mine = design.shelves.find((s) => s.id === shelf.id);
  const first = linkOf(shelf, shelf.first);
  const bends = linkOf(shelf, shelf.first_sag);
  const t = tone(shelf);
  return (
    <div className="answered flex flex-wrap items-baseline gap-x-5 gap-y-0.5">
      <p role="status" aria-live="polite" className="text-verdict leading-tight" data-testid="verdict">
        <b className={TONE[t]}>
          <span aria-hidden>{shelf.verdict === "cannot-say" ? "?" : MARK[t]} </span>
          {strong}
        </b>
        {rest}
      </p>
      {was && (
        <span className="fig text-soft" data-testid="change">
          {was} → {limit(shelf.holds, u)}
        </span>
      )}
      <p className="min-w-0">
        {first && (
          <>
            First to give:{" "}
            <button
              type="button"
              className="underline underline-offset-4 hover:text-chalk"
              data-testid="first"
              onClick={() => {
                if (first.support)
                  select({ kind: first.support === shelf.rail?.id ? "rail" : "support", id: first.support });
                openWorking(first.id);
              }}
            >
              {named(first)}
            </button>{" "}
            ({first.how}).{" "}
          </>
        )}
        {shelf.breaks
          ? `It would break ${shelf.breaks.above ? "somewhere" : "at about"} ${limit(shelf.breaks, u)}. `
          : "Where it would break is not known. "}
        {bends && (
          <span className={shelf.verdict === "sags" || bends.used > 1 ? "text-ochre" : ""}>
            Stays straight to {limit(shelf.straight, u)} ({named(bends)}).{" "}
          </span>
        )}
        {shelf.handling.load_n > 0 && (
          <Sudden
            testid="handling"
            answer={shelf.handling}
            shelf={shelf}
            what={`its heaviest thing ${mine?.hook_rail ? "dropped on one hook" : "set down hard on the front edge"}`}
          />
        )}{" "}
        {shelf.accident && (
          <Sudden
            testid="accident"
            answer={shelf.accident}
            shelf={shelf}
            what={ACCIDENT[mine?.accident ?? ""] ?? "an accident"}
          />
        )}
        {left.length > 0 && (
          <span className="text-ochre" data-testid="left-out">
            {" "}
            Not judged: {left.map((s) => s.name).join(", ")}; what {left.length > 1 ? "they put" : "it puts"} on the
            wall is not counted here.
          </span>
        )}
        {shelf.on_assumed.length > 0 && (
          <span className="text-ochre" data-testid="assumed">
            {" "}
            {shelf.on_assumed.map((id) => nameIn(shelf, id)).join(", ")}{" "}
            {shelf.on_assumed.length > 1 ? "count" : "counts"} on a stud that nobody has found yet.
          </span>
        )}
        {shelf.low && shelf.low.verdict !== shelf.verdict && (
          <span className="text-ochre">
            {" "}
            By the low guess, {asked(shelf.low.asked_kg, u)}, it {LOW[shelf.low.verdict]}.
          </span>
        )}
      </p>
    </div>
  );
}

/** What a support, or the rail that they hang on, is called. */
const nameIn = (s: ShelfReport, id: string): string =>
  s.supports.find((u) => u.id === id)?.name ?? (s.rail?.id === id ? `the ${s.rail.name}` : "something");

const ACCIDENT: Record<string, string> = {
  lean: "a person leaning on it",
  child: "a child climbing it",
  pet: "a pet landing on it",
};

const LOW: Record<string, string> = {
  holds: "holds and stays straight",
  sags: "holds, but sags",
  loose: "holds, but lies loose",
  gives: "does not hold",
  "cannot-say": "cannot be judged",
};

/** The verdict on a load that comes down all at once. */
function Sudden({
  answer,
  shelf,
  what,
  testid,
}: {
  answer: SuddenReport;
  shelf: ShelfReport;
  what: string;
  testid: string;
}) {
  const link = linkOf(shelf, answer.link);
  const gives = answer.verdict === "gives";
  return (
    <span className={gives ? "text-red" : ""} data-testid={testid}>
      {gives ? `Does not take ${what}${link ? ` (${named(link)})` : ""}.` : `Takes ${what}.`}
    </span>
  );
}

/** What it held before the last change, for a few seconds. */
function useBefore(shelf: ShelfReport | undefined): string | null {
  const design = useDesign();
  const last = useRef<{ id: string; kg: number } | null>(null);
  const [was, setWas] = useState<number | null>(null);
  const kg = shelf?.holds.kg;
  const said = (kg: number) => holds(kg, design.units);
  const id = shelf?.id ?? "";
  useEffect(() => {
    if (kg === undefined) return;
    const before = last.current;
    last.current = { id, kg };
    if (!before || before.id !== id) return setWas(null);
    if (before.kg !== kg) {
      setWas((w) => w ?? before.kg);
      const timer = setTimeout(() => setWas(null), 6000);
      return () => clearTimeout(timer);
    }
  }, [kg, id]);
  return was === null || kg === undefined || said(was) === said(kg) ? null : said(was);
}
