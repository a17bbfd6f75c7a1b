import type { BackPanel, Project, Rail, Shelf, Standard } from "../api/types.gen";
import { changeShelf, mapThing, setItem, setKeepOut, setRail, setStud, type Edit } from "./edit";
import {
  clamp,
  formOf,
  isWhole,
  itemOf,
  mapFixtures,
  ownFixtures,
  railOf,
  shelfOf,
  supportOf,
  type Selection,
} from "./find";

/** Everything in it moved along the wall. Places in a joint are not along the wall. */
function shiftX<T>(v: T, dx: number): T {
  if (Array.isArray(v)) return v.map((o: unknown) => shiftX(o, dx)) as T;
  if (typeof v !== "object" || v === null) return v;
  return Object.fromEntries(
    Object.entries(v).map(([k, o]) => [
      k,
      k === "joint" ? o : k === "x_mm" && typeof o === "number" ? o + dx : shiftX(o, dx),
    ]),
  ) as T;
}

const shiftForm = (s: Shelf, dx: number): Partial<Shelf> => {
  const form = formOf(s);
  return form ? { [form]: shiftX(s[form], dx) } : {};
};

const shiftRail = (r: Rail, x: number): Rail => shiftX(r, x - r.x_mm);

/** Moves a shelf with its supports and what they alone hang on, kept on the wall. */
export const moveShelf =
  (id: string, x: number, y: number): Edit =>
  (p) => {
    const shelf = p.shelves.find((s) => s.id === id);
    if (!shelf) return p;
    const dx = clamp(x, 0, p.wall.length_mm - shelf.length_mm) - shelf.x_mm;
    const dy = clamp(y, 0, p.wall.height_mm) - shelf.y_mm;
    const along = (v: number) => clamp(v + dx, 0, p.wall.length_mm);
    const moved = <T extends Rail | Standard | BackPanel>(f: T): T => {
      const long = "length_mm" in f ? f.length_mm : "thickness_mm" in f ? f.width_mm : 0;
      return {
        ...shiftX(f, clamp(f.x_mm + dx, 0, p.wall.length_mm - long) - f.x_mm),
        bottom_mm: f.bottom_mm + dy,
      };
    };
    return {
      ...changeShelf(id, (s) => ({
        ...s,
        x_mm: s.x_mm + dx,
        y_mm: s.y_mm + dy,
        supports: s.supports.map((u) => ({ ...u, x_mm: along(u.x_mm) })),
        ...shiftForm(s, dx),
      }))(p),
      fixtures: mapFixtures(p.fixtures, ownFixtures(p, shelf), moved),
    };
  };

/** Moves one end of a shelf; what stands on it keeps its place on the wall. */
export const moveEnd =
  (id: string, end: "left" | "right", x: number): Edit =>
  (p) => {
    const was = p.shelves.find((s) => s.id === id);
    const next = changeShelf(id, (s) => {
      const right = s.x_mm + s.length_mm;
      const inner = s.contents.map((c) => (end === "left" ? s.x_mm + c.from_mm : s.x_mm + c.to_mm));
      if (end === "right") {
        const to = clamp(x, Math.max(s.x_mm + 50, ...inner), p.wall.length_mm);
        return { ...s, length_mm: to - s.x_mm };
      }
      const to = clamp(x, 0, Math.min(right - 50, ...inner));
      const dx = to - s.x_mm;
      return {
        ...s,
        x_mm: to,
        length_mm: right - to,
        contents: s.contents.map((c) => ({ ...c, from_mm: c.from_mm - dx, to_mm: c.to_mm - dx })),
      };
    })(p);
    return was ? follow(next, was) : next;
  };

/** Moves a support, an upright, a hook or a post; a bracket takes its slotted standard with it, and all on that. */
export const moveSupport =
  (id: string, x: number): Edit =>
  (p) => {
    const shelf = shelfOf(p, { kind: "support", id });
    if (!shelf) return p;
    const to = clamp(x, 0, p.wall.length_mm);
    if (isWhole(shelf, id) && "length_mm" in (shelf[formOf(shelf) ?? "rack"] ?? {})) {
      const from = supportOf(p, id)?.x_mm ?? 0;
      return changeShelf(shelf.id, (s) => ({
        ...s,
        ...shiftForm(s, clamp(x, 0, p.wall.length_mm - s.length_mm) - from),
      }))(p);
    }
    if (isWhole(shelf, id) && !("x_mm" in (shelf[formOf(shelf) ?? "rack"] ?? {}))) {
      // It is as long as its shelf, and goes along what it hangs on.
      const left = clamp(to - shelf.length_mm / 2, 0, p.wall.length_mm - shelf.length_mm);
      return changeShelf(shelf.id, (s) => ({ ...s, x_mm: left, ...shiftForm(s, left - s.x_mm) }))(p);
    }
    const standard = shelf.supports.find((u) => u.id === id)?.braced_bracket?.standard;
    if (!standard) return changeShelf(shelf.id, (s) => mapThing(s, id, (o) => ({ ...o, x_mm: to })))(p);
    return {
      ...p,
      fixtures: mapFixtures(p.fixtures, new Set([standard]), (f) => ({ ...f, x_mm: to })),
      shelves: p.shelves.map((s) => ({
        ...s,
        supports: s.supports.map((u) => (u.braced_bracket?.standard === standard ? { ...u, x_mm: to } : u)),
      })),
    };
  };

/** Puts some parts of a shelf at places, one by one. */
export const spread =
  (ids: string[], at: number[]): Edit =>
  (p) =>
    ids.reduce((q, id, i) => moveSupport(id, at[i] ?? 0)(q), p);

/** What went from end to end of a shelf goes on doing so: its own rail and panel, or the board of its hooks. */
function follow(p: Project, was: Shelf): Project {
  const now = p.shelves.find((s) => s.id === was.id);
  if (!now) return p;
  const right = (s: Shelf) => s.x_mm + s.length_mm;
  const by = (at: number, end: number, next: number) => (Math.abs(at - end) < 40 ? at + next - end : at);
  const ends = (x: number, long: number): [number, number] => [
    by(x, was.x_mm, now.x_mm),
    by(x + long, right(was), right(now)),
  ];
  const inside = <T extends { x_mm: number }>(list: T[], from: number, to: number) => {
    const left = list.filter((s) => s.x_mm > from + 10 && s.x_mm < to - 10);
    return left.length > 0 ? left : list.map((s) => ({ ...s, x_mm: clamp(s.x_mm, from + 10, to - 10) }));
  };
  const fixtures = mapFixtures(p.fixtures, ownFixtures(p, was), (f) => {
    if ("length_mm" in f) {
      const [from, to] = ends(f.x_mm, f.length_mm);
      return to - from < 60 ? f : { ...f, x_mm: from, length_mm: to - from, spots: inside(f.spots, from, to) };
    }
    if ("thickness_mm" in f) {
      const [from, to] = ends(f.x_mm, f.width_mm);
      return to - from < 60 ? f : { ...f, x_mm: from, width_mm: to - from, spots: inside(f.spots, from, to) };
    }
    return f;
  });
  const h = now.hook_rail;
  if (!h) return { ...p, fixtures };
  const [from, to] = ends(h.x_mm, h.length_mm);
  if (to - from < 60) return { ...p, fixtures };
  const hook_rail = {
    ...h,
    x_mm: from,
    length_mm: to - from,
    spots: inside(h.spots, from, to),
    hooks: h.hooks.map((k) => ({ ...k, x_mm: clamp(k.x_mm, from + 5, to - 5) })),
  };
  return changeShelf(now.id, (s) => ({ ...s, hook_rail }))({ ...p, fixtures });
}

/** A shelf so long from its left end. */
export const setLength =
  (id: string, length_mm: number): Edit =>
  (p) => {
    const was = p.shelves.find((s) => s.id === id);
    return was ? follow(changeShelf(id, (s) => ({ ...s, length_mm }))(p), was) : p;
  };

/** Moves a rail with its fasteners along the wall, and up or down. */
export const moveRail =
  (id: string, x: number, bottom: number): Edit =>
  (p) =>
    setRail(id, (r) =>
      shiftRail(
        { ...r, bottom_mm: clamp(bottom, 0, p.wall.height_mm - r.height_mm) },
        clamp(x, 0, p.wall.length_mm - r.length_mm),
      ),
    )(p);

/** A rail changed; where its left end is typed, its fasteners go with it. */
export const changeRail = (id: string, next: Rail): Edit =>
  setRail(id, (was) => (next.x_mm === was.x_mm ? next : shiftRail({ ...next, x_mm: was.x_mm }, next.x_mm)));

/** A panel changed; where its left edge is typed, its fasteners go with it. */
export const shiftPanel = (was: BackPanel, next: BackPanel): BackPanel =>
  next.x_mm === was.x_mm ? next : shiftX({ ...next, x_mm: was.x_mm }, next.x_mm - was.x_mm);

/** Hangs a shelf on another rail of the wall; a rail that nothing hangs on any more goes. */
export const hangOn =
  (shelf: string, rail: string): Edit =>
  (p) => {
    const was = p.shelves.find((s) => s.id === shelf);
    if (!was) return p;
    const gone = ownFixtures(p, was);
    gone.delete(rail);
    const next = changeShelf(shelf, (s) => ({ ...s, rail }))(p);
    const on = railOf(p, rail)?.panel;
    if (on) gone.delete(on);
    return { ...next, fixtures: mapFixtures(next.fixtures, gone, () => undefined) };
  };

export const moveKeepOut =
  (id: string, x: number, y: number): Edit =>
  (p) => {
    const k = p.wall.keep_outs.find((o) => o.id === id);
    if (!k) return p;
    return setKeepOut(id, {
      x_mm: clamp(x, 0, p.wall.length_mm - k.width_mm),
      y_mm: clamp(y, 0, p.wall.height_mm - k.height_mm),
    })(p);
  };

/** Moves an item along its shelf, kept on the board. */
export const moveItem =
  (id: string, from: number): Edit =>
  (p) => {
    const it = itemOf(p, id);
    const shelf = shelfOf(p, { kind: "item", id });
    if (!it || !shelf) return p;
    const wide = it.to_mm - it.from_mm;
    const to = clamp(from, 0, shelf.length_mm - wide);
    return setItem(id, { from_mm: to, to_mm: to + wide })(p);
  };

export const moveStud =
  (id: string, x: number): Edit =>
  (p) =>
    setStud(id, { x_mm: clamp(x, 0, p.wall.length_mm) })(p);

/** Where a thing is on the wall: along it, and up. */
export function placeOf(p: Project, sel: Selection): [number, number] {
  switch (sel.kind) {
    case "stud":
      return [p.wall.studs.find((x) => x.id === sel.id)?.x_mm ?? 0, 0];
    case "keepout": {
      const k = p.wall.keep_outs.find((o) => o.id === sel.id);
      return [k?.x_mm ?? 0, k?.y_mm ?? 0];
    }
    case "support":
      return [supportOf(p, sel.id)?.x_mm ?? 0, 0];
    case "rail": {
      const r = railOf(p, sel.id);
      return [r?.x_mm ?? 0, r?.bottom_mm ?? 0];
    }
    case "item":
      return [itemOf(p, sel.id)?.from_mm ?? 0, 0];
    case "shelf": {
      const s = shelfOf(p, sel);
      return [s?.x_mm ?? 0, s?.y_mm ?? 0];
    }
  }
}

/** Moves a thing to a place. */
export const moveTo = (sel: Selection, x: number, y: number): Edit =>
  ({
    stud: () => moveStud(sel.id, x),
    keepout: () => moveKeepOut(sel.id, x, y),
    support: () => moveSupport(sel.id, x),
    rail: () => moveRail(sel.id, x, y),
    item: () => moveItem(sel.id, x),
    shelf: () => moveShelf(sel.id, x, y),
  })[sel.kind]();

/** Moves the selected thing by a step, as the arrow keys do. */
export function nudge(p: Project, sel: Selection, dx: number, dy: number): Project {
  const [x, y] = placeOf(p, sel);
  return moveTo(sel, x + dx, y + dy)(p);
}
