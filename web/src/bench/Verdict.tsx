import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api } from "../api/client";
import type { Project, ShelfReport, Sudden as SuddenReport } from "../api/types.gen";
import { asked, holds } from "../format";
import { builtOf } from "../model/find";
import { Spoken } from "../ui/Spoken";
import { useLater } from "../ui/useLater";
import { linkOf, useChoice, useDeeds, useDesign } from "./context";
import type { Checked } from "./useCheck";
import { colour, headline, limit, mark, named } from "./words";

/** What the shelf comes to, in a sentence, with what gives first. */
export function Verdict({
  shelf,
  checked,
  from,
  short,
}: {
  shelf: ShelfReport | undefined;
  checked: Checked;
  /** What the last change was made on. */
  from: Project | null;
  /** Its first sentence alone. */
  short?: boolean;
}) {
  const design = useDesign();
  const { openWorking, select } = useDeeds();
  const { shelfId } = useChoice();
  const held = useHeld(checked);
  const u = design.units;
  const problem = checked.problems[0] ?? checked.refused.get(shelfId ?? "")?.[0];
  if (problem)
    return (
      <p className="min-h-[54px] text-title text-red" data-testid="verdict">
        <b>Cannot say:</b> <span className="text-base">{problem.message}</span>
        <Spoken text={`Cannot say: ${problem.message}`} />
      </p>
    );
  const left = design.shelves.filter((s) => checked.refused.has(s.id));
  if (!shelf)
    return (
      <p className="min-h-[54px] text-title text-soft" data-testid="verdict">
        {checked.report || design.shelves.length === 0 ? "No shelf on this wall yet." : "Working it out."}
      </p>
    );
  const [strong, rest] = headline(shelf, u);
  const mine = design.shelves.find((s) => s.id === shelf.id);
  const first = linkOf(shelf, shelf.first);
  const bends = linkOf(shelf, shelf.first_sag);
  return (
    <div className="answered flex flex-wrap items-baseline gap-x-5 gap-y-0.5">
      <p className="text-verdict leading-tight" data-testid="verdict">
        <b className={colour(shelf)}>
          <span aria-hidden>{mark(shelf)} </span>
          {strong}
        </b>
        {rest}
      </p>
      <Spoken text={`${shelf.name}: ${strong}${rest}${first ? ` First to give: ${named(first)}.` : ""}`} />
      <Change shelf={shelf} checked={checked} from={from} held={held} />
      {short && <span className="text-soft">{shelf.name}</span>}
      {builtOf(design, shelf.id) > 0 && (
        <span className="text-soft" data-testid="as-built">
          as built, not as planned
        </span>
      )}
      <p className={short ? "hidden" : "said min-w-0"}>
        {first && (
          <span>
            First to give:{" "}
            <button
              type="button"
              className="in-text min-h-[24px] underline underline-offset-4 hover:text-chalk"
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
          </span>
        )}
        <span>
          {shelf.breaks
            ? `It would break ${shelf.breaks.above ? "somewhere" : "at about"} ${limit(shelf.breaks, u)}. `
            : "Where it would break is not known. "}
        </span>
        {bends && (
          <span className={shelf.verdict === "sags" || bends.used > 1 ? "text-ochre" : ""}>
            {bends.used > 1 && <span aria-hidden>≈ </span>}
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
      {gives && <span aria-hidden>✕ </span>}
      {gives ? `Does not take ${what}${link ? ` (${named(link)})` : ""}.` : `Takes ${what}.`}
    </span>
  );
}

/** What the last change did to what the shelf holds, by its name; nothing where it did nothing, or was undone. */
function Change({
  shelf,
  checked,
  from,
  held,
}: {
  shelf: ShelfReport;
  checked: Checked;
  from: Project | null;
  held: Held;
}) {
  const design = useDesign();
  const rested = useLater(design, 250);
  const before = from && held.get(from)?.get(shelf.id);
  const said = (kg: number) => holds(kg, design.units);
  const differs = before !== null && before !== undefined && said(before) !== said(shelf.holds.kg);
  const { data } = useQuery({
    queryKey: ["change", from, rested],
    queryFn: ({ signal }) => (from ? api.changes(from, rested, signal) : null),
    enabled: from !== null && differs && rested === design,
    gcTime: 0,
  });
  if (!differs || checked.of !== design) return null;
  return (
    <span data-testid="change">
      <span className="fig text-soft">
        {said(before)} → {limit(shelf.holds, design.units)}
      </span>{" "}
      {rested === design && data?.changes[0] && <span className="text-small text-soft">{data.changes[0]}</span>}
    </span>
  );
}

/** What shelves held in designs, kg by their ids. */
type Held = WeakMap<Project, Map<string, number>>;

/** What shelves held in designs that were answered in this window, kg by their ids. */
function useHeld({ of, report, old }: Checked): Held {
  const [held] = useState(() => new WeakMap<Project, Map<string, number>>());
  useEffect(() => {
    if (of && report)
      held.set(
        of,
        new Map(report.shelves.filter((s) => s.links.length > 0 && !old.has(s.id)).map((s) => [s.id, s.holds.kg])),
      );
  }, [held, of, report, old]);
  return held;
}
