import { FORMS } from "../api/types.gen";
import type { Fixtures, Item, BackPanel, Project, Rail, Shelf, Standard, Stud } from "../api/types.gen";

/** What is selected: a kind and the thing's id. */
export interface Selection {
  kind: "shelf" | "support" | "rail" | "item" | "stud" | "keepout";
  id: string;
}

/** A support of a shelf, or an upright, a hook or a post of what holds without a board. */
export interface Part {
  id: string;
  x_mm: number;
}

export type FormName = keyof typeof FORMS;

/** What a shelf is in place of a board on supports. */
export const formOf = (s: Shelf): FormName | undefined => (Object.keys(FORMS) as FormName[]).find((k) => s[k]);

/** Everything that stands on the wall under a shelf. */
export function partsOf(s: Shelf): Part[] {
  const form = formOf(s);
  if (!form) return [...s.supports];
  const of = s[form] as unknown as Record<string, Part[]> & Part;
  const middle = s.x_mm + s.length_mm / 2; // of what has no place of its own
  return FORMS[form].flatMap((list: string) => (list ? (of[list] ?? []) : [{ ...of, x_mm: of.x_mm ?? middle }]));
}

/** What stands at a path, or the nearest thing around it that can be chosen. */
export function thingAt(p: Project, path: (string | number)[]): Selection | null {
  const ids: string[] = [];
  path.reduce<unknown>((o, k) => {
    const v = (o as Record<string | number, unknown> | undefined)?.[k];
    if (typeof v === "object" && v !== null && typeof (v as Part).id === "string") ids.unshift((v as Part).id);
    return v;
  }, p);
  for (const id of ids) {
    if (p.wall.studs.some((s) => s.id === id)) return { kind: "stud", id };
    if (p.wall.keep_outs.some((k) => k.id === id)) return { kind: "keepout", id };
    if (railOf(p, id)) return { kind: "rail", id };
    if (itemOf(p, id)) return { kind: "item", id };
    if (p.shelves.some((s) => s.id === id)) return { kind: "shelf", id };
    if (supportOf(p, id)) return { kind: "support", id };
  }
  return null;
}

/** Whether a part is the whole of what holds: a hook rail's board, a cart. */
export const isWhole = (s: Shelf, id: string): boolean => {
  const form = formOf(s);
  return form !== undefined && (s[form] as unknown as Part).id === id;
};

export const shelfOf = (p: Project, s: Selection | null): Shelf | undefined =>
  s
    ? p.shelves.find(
        (sh) =>
          (s.kind === "shelf" && sh.id === s.id) ||
          (s.kind === "support" && partsOf(sh).some((x) => x.id === s.id)) ||
          (s.kind === "rail" && sh.rail === s.id) ||
          (s.kind === "item" && sh.contents.some((x) => x.id === s.id)),
      )
    : undefined;

export const supportOf = (p: Project, id: string): Part | undefined =>
  p.shelves.flatMap(partsOf).find((x) => x.id === id);

export const railOf = (p: Project, id: string | undefined): Rail | undefined =>
  p.fixtures.rails.find((r) => r.id === id);

export const standardOf = (p: Project, id: string | undefined): Standard | undefined =>
  p.fixtures.standards.find((s) => s.id === id);

export const itemOf = (p: Project, id: string): Item | undefined =>
  p.shelves.flatMap((s) => s.contents).find((x) => x.id === id);

/** The fixtures that a shelf hangs on, by id. */
export const fixturesOf = (s: Shelf): string[] =>
  [s.rail, ...s.supports.map((u) => u.braced_bracket?.standard)].filter((id): id is string => !!id);

/** The fixtures that a shelf hangs on and no other does, with the panels that only these are on. */
export const ownFixtures = (p: Project, s: Shelf): Set<string> => {
  const others = new Set(p.shelves.filter((o) => o.id !== s.id).flatMap(fixturesOf));
  const own = new Set(fixturesOf(s).filter((id) => !others.has(id)));
  for (const a of p.fixtures.panels) {
    const on = p.fixtures.rails.filter((r) => r.panel === a.id);
    if (on.length > 0 && on.every((r) => own.has(r.id))) own.add(a.id);
  }
  return own;
};

export const panelOf = (p: Project, id: string | undefined): BackPanel | undefined =>
  p.fixtures.panels.find((a) => a.id === id);

type Fixture = Rail | Standard | BackPanel;

/** Fixtures of some ids changed, or taken out where nothing comes back. */
export const mapFixtures = (
  f: Fixtures,
  ids: Set<string>,
  with_: <T extends Fixture>(v: T) => T | undefined,
): Fixtures => {
  const each = <T extends Fixture>(list: T[]): T[] =>
    list.flatMap((v) => {
      const next = ids.has(v.id) ? with_(v) : v;
      return next ? [next] : [];
    });
  return { rails: each(f.rails), standards: each(f.standards), panels: each(f.panels) };
};

/** Whether the wall is built of studs. */
export const framed = (p: Project): boolean => p.wall.kind.endsWith("-studs");

/** Whether nobody has found a stud yet: the simulated scanner knows nothing of a real wall. */
export const assumed = (s: Stud): boolean => s.found === "guess" || s.found === "stand-in";

/** The studs that a wall has; those marked before it was said to be of masonry are kept out of sight. */
export const studsOf = (p: Project): Stud[] => (framed(p) ? p.wall.studs : []);

/** The studs to put supports at: only wood holds their screws. */
export const woodStuds = (p: Project): Stud[] => (p.wall.kind.startsWith("wood") ? p.wall.studs : NONE);
const NONE: Stud[] = [];

/** The stud nearest to x that a support may take to, or undefined where there is none. */
export const nearestStud = (p: Project, x: number): Stud | undefined => nearest(woodStuds(p), x);

export const nearest = (studs: Stud[], x: number): Stud | undefined =>
  studs.reduce<Stud | undefined>(
    (best, s) => (!best || Math.abs(s.x_mm - x) < Math.abs(best.x_mm - x) ? s : best),
    undefined,
  );

export const clamp = (v: number, lo: number, hi: number) => Math.max(lo, Math.min(Math.max(lo, hi), v));

/** What of a shelf is as it was built and not as planned: on itself, its supports and what it hangs on. */
export function builtOf(p: Project, shelf: string): number {
  const s = p.shelves.find((x) => x.id === shelf);
  const own = new Set([shelf, s?.rail, ...(s?.supports.map((u) => u.id) ?? [])]);
  return p.making.built.filter((b) => own.has(b.thing)).length;
}
