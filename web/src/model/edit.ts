import type { Hung, Item, KeepOut, BackPanel, Project, Rail, Shelf, Stud, Support } from "../api/types.gen";
import type { Part } from "./find";

export type Edit = (p: Project) => Project;

/** A new id: opaque, made once, never used again. */
export const newId = (): string => crypto.randomUUID().replaceAll("-", "").slice(0, 16);

/** What stands at a path, e.g. "rating.kg". */
export const at = (o: object, path: string): unknown =>
  path
    .split(".")
    .reduce<unknown>(
      (v, k) => (typeof v === "object" && v !== null ? (v as Record<string, unknown>)[k] : undefined),
      o,
    );

/** The same object with something else at a path; nothing there takes it out. */
export function put<T extends object>(o: T, path: string, v: unknown): T {
  const [k = "", ...rest] = path.split(".");
  const inner = (o as Record<string, unknown>)[k];
  return { ...o, [k]: rest.length ? put((inner ?? {}) as object, rest.join("."), v) : v };
}

/** The same with one thing in it, found by its id however deep, changed; nothing in its place takes it out of its list. */
export function mapThing<T>(v: T, id: string, with_: (o: Part) => Part | undefined): T {
  if (Array.isArray(v))
    return v.flatMap((o: unknown) => {
      const next = mapThing(o, id, with_);
      return next === undefined ? [] : [next];
    }) as T;
  if (typeof v !== "object" || v === null) return v;
  if ((v as unknown as Part).id === id) return with_(v as unknown as Part) as T;
  return Object.fromEntries(Object.entries(v).map(([k, o]) => [k, mapThing(o, id, with_)])) as T;
}

export const changeShelf =
  (id: string, with_: (s: Shelf) => Shelf): Edit =>
  (p) => ({ ...p, shelves: p.shelves.map((s) => (s.id === id ? with_(s) : s)) });

export const setShelf = (id: string, patch: Partial<Shelf>): Edit => changeShelf(id, (s) => ({ ...s, ...patch }));

/** Hangs a shelf, new or known, with the fixtures of its wall as they are then. */
export const hang =
  (h: Hung): Edit =>
  (p) => ({
    ...p,
    fixtures: h.fixtures,
    shelves: p.shelves.some((s) => s.id === h.shelf.id)
      ? p.shelves.map((s) => (s.id === h.shelf.id ? h.shelf : s))
      : [...p.shelves, h.shelf],
  });

export const setSupport =
  (id: string, with_: (s: Support) => Support): Edit =>
  (p) => ({
    ...p,
    shelves: p.shelves.map((s) =>
      s.supports.some((x) => x.id === id) ? { ...s, supports: s.supports.map((x) => (x.id === id ? with_(x) : x)) } : s,
    ),
  });

/** Changes a rail of the wall, or a slotted standard. */
export const setRail =
  (id: string, with_: (r: Rail) => Rail): Edit =>
  (p) => ({
    ...p,
    fixtures: { ...p.fixtures, rails: p.fixtures.rails.map((r) => (r.id === id ? with_(r) : r)) },
  });

export const setPanel =
  (id: string, with_: (a: BackPanel) => BackPanel): Edit =>
  (p) => ({
    ...p,
    fixtures: { ...p.fixtures, panels: p.fixtures.panels.map((a) => (a.id === id ? with_(a) : a)) },
  });

export const setStandard =
  (id: string, with_: <T extends object>(s: T) => T): Edit =>
  (p) => ({
    ...p,
    fixtures: { ...p.fixtures, standards: p.fixtures.standards.map((s) => (s.id === id ? with_(s) : s)) },
  });

export const setItem =
  (id: string, patch: Partial<Item>): Edit =>
  (p) => ({
    ...p,
    shelves: p.shelves.map((s) =>
      s.contents.some((x) => x.id === id)
        ? { ...s, contents: s.contents.map((x) => (x.id === id ? { ...x, ...patch } : x)) }
        : s,
    ),
  });

export const setStud =
  (id: string, patch: Partial<Stud>): Edit =>
  (p) => ({ ...p, wall: { ...p.wall, studs: p.wall.studs.map((s) => (s.id === id ? { ...s, ...patch } : s)) } });

export const setKeepOut =
  (id: string, patch: Partial<KeepOut>): Edit =>
  (p) => ({
    ...p,
    wall: { ...p.wall, keep_outs: p.wall.keep_outs.map((k) => (k.id === id ? { ...k, ...patch } : k)) },
  });
