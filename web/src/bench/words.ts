import type { Catalogue, Limit, Link, ShelfReport } from "../api/types.gen";
import { asked, holds, sag, type Units } from "../format";

/** Roles whose links say better by their own names what they are. */
export const OWN = ["bar", "bore", "joint", "unhooks", "rail", "rail-sags", "near"];

/** The times at which the sag is looked at, as a person says them. */
export const TIMES = [
  "today",
  "in a day",
  "in a week",
  "in a month",
  "in two months",
  "in a year",
  "in two years",
  "in five years",
  "in ten years",
];

/** What a board is made of, by its key. */
export const nameOf = (c: Catalogue, key: string | undefined): string =>
  [...c.woods, ...c.lumber, ...c.panels].find((m) => m.key === key)?.name ?? "board";

/** A mass limit as it is said: "above" where nothing gave. */
export const limit = (l: Limit, u: Units): string => `${l.above ? "above " : ""}${holds(l.kg, u)}`;

/** What a link holds, in a few words. */
export function figureOf(l: Link, u: Units): string {
  if (l.kind === "gate") return l.fails ? "holds nothing" : l.limit.above ? "holds" : `to ${holds(l.limit.kg, u)}`;
  if (l.kind === "stiffness")
    return l.used > 1
      ? `${sag(l.value_mm ?? 0, u)} of ${sag(l.allowed_mm ?? 0, u)}`
      : `straight to ${holds(l.limit.kg, u)}`;
  return l.limit.above ? limit(l.limit, u) : `holds ${limit(l.limit, u)}`;
}

/** Link name and place: "corner screw, bracket 2". */
export const named = (l: Link): string => (l.where === "board" || l.where === "" ? l.name : `${l.name}, ${l.where}`);

/** The verdict's first sentence, in two parts: what is stressed, and the rest. */
export function headline(s: ShelfReport, u: Units): [string, string] {
  const can = limit(s.holds, u);
  if (s.verdict === "cannot-say") return ["Cannot say", `: ${s.why ?? ""}.`];
  if (s.evenly) return [`Would hold ${can}`, " spread evenly. Nothing stands on it yet."];
  if (s.verdict === "gives") return [`Holds ${can}`, ` of the ${asked(s.asked_kg, u)} you ask.`];
  if (s.verdict === "loose")
    return [
      `Holds ${can}, but lies loose${s.straight.kg < s.asked_kg ? ", and sags" : ""}`,
      `: ${s.loose ?? ""}. Screw it down.`,
    ];
  if (s.verdict === "sags") return [`Holds ${can}, but sags`, `; you ask ${asked(s.asked_kg, u)}.`];
  return [`Holds ${can}`, ` and stays straight; you ask ${asked(s.asked_kg, u)}.`];
}

/** How a verdict is coloured, and the mark before it. */
export const TONE_OF: Record<string, string> = {
  holds: "text-vial",
  sags: "text-ochre",
  loose: "text-ochre",
  gives: "text-red",
  "cannot-say": "text-ochre",
};
export const MARK_OF: Record<string, string> = { holds: "✓", sags: "≈", loose: "≈", gives: "✕", "cannot-say": "?" };

/** Neither good nor bad where nothing is asked yet. */
export const tone = (s: ShelfReport): "bad" | "close" | "good" | "open" =>
  s.verdict === "holds" && s.evenly ? "open" : s.verdict === "gives" ? "bad" : s.verdict === "holds" ? "good" : "close";

const TONE = { bad: "text-red", close: "text-ochre", good: "text-vial", open: "text-ink" };

/** The colour of a verdict; never alone. */
export const colour = (s: ShelfReport): string => TONE[tone(s)];

/** The mark before a verdict; none where nothing is asked yet. */
export const mark = (s: ShelfReport): string => (tone(s) === "open" ? "" : (MARK_OF[s.verdict] ?? ""));

/** The answer in one line, for Home: what it holds, what is asked, and what would give. */
export function line(s: ShelfReport, u: Units): string {
  const [a, b] = headline(s, u);
  const first = s.verdict === "gives" && s.links.find((l) => l.id === s.first);
  return a + b.replace(" and stays straight", "").replace(/\.$/, first ? `: ${named(first)}.` : ".");
}
