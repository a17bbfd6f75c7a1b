import type { BackPanel, Project, Rail, Shelf, Standard } from "../api/types.gen";
import { changeShelf, mapThing, setItem, setKeepOut, setRail, setStud, type Edit } from "./edit";
import {
  clamp,
  formOf,
  isWhole,
  itemOf,
  mapFixtures,
  ownFixtures,
  partsOf,
  railOf,
  shelfOf,
  supportOf,
  woodStuds,
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

/** Moves a shelf with its supports and what they alone hang on. */
export const moveShelf =
  (id: string, x: number, y: number): Edit =>
  (p) => {
    const shelf = p.shelves.find((s) => s.id === id);
    if (!shelf) return p;
    const dx = x - shelf.x_mm;
    const dy = y - shelf.y_mm;
    const moved = <T extends Rail | Standard | BackPanel>(f: T): T => ({
      ...shiftX(f, dx),
      bottom_mm: f.bottom_mm + dy,
    });
    return {
      ...changeShelf(id, (s) => ({
        ...s,
        x_mm: s.x_mm + dx,
        y_mm: s.y_mm + dy,
        supports: s.supports.map((u) => ({ ...u, x_mm: u.x_mm + dx })),
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
  (id: string, to: number): Edit =>
  (p) => {
    const shelf = shelfOf(p, { kind: "support", id });
    if (!shelf) return p;
    if (isWhole(shelf, id) && "length_mm" in (shelf[formOf(shelf) ?? "rack"] ?? {})) {
      const from = supportOf(p, id)?.x_mm ?? 0;
      return changeShelf(shelf.id, (s) => ({ ...s, ...shiftForm(s, to - from) }))(p);
    }
    if (isWhole(shelf, id) && !("x_mm" in (shelf[formOf(shelf) ?? "rack"] ?? {}))) {
      // It is as long as its shelf, and goes along what it hangs on.
      const left = to - shelf.length_mm / 2;
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
export function follow(p: Project, was: Shelf): Project {
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
export const moveRail = (id: string, x: number, bottom_mm: number): Edit =>
  setRail(id, (r) => shiftRail({ ...r, bottom_mm }, x));

/** A rail changed; where its left end is typed, that end goes there, and its fasteners and its right end stay. */
export const changeRail = (id: string, next: Rail): Edit =>
  setRail(id, (was) => {
    const by = was.x_mm - next.x_mm;
    return by === 0 ? next : { ...next, length_mm: was.length_mm + by, joints_mm: next.joints_mm?.map((j) => j + by) };
  });

/** A panel changed in the same way. */
export const changePanel = (was: BackPanel, next: BackPanel): BackPanel =>
  next.x_mm === was.x_mm ? next : { ...next, width_mm: was.width_mm + was.x_mm - next.x_mm };

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

/** Moves an item along its shelf. */
const moveItem =
  (id: string, from_mm: number): Edit =>
  (p) => {
    const it = itemOf(p, id);
    return it ? setItem(id, { from_mm, to_mm: from_mm + it.to_mm - it.from_mm })(p) : p;
  };

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

/** How long and how high a thing is on what it is moved along, and how long and high that is. */
function roomOf(p: Project, sel: Selection): [long: number, high: number, length: number, height: number] {
  const { length_mm: length, height_mm: height } = p.wall;
  const shelf = shelfOf(p, sel);
  switch (sel.kind) {
    case "keepout": {
      const k = p.wall.keep_outs.find((o) => o.id === sel.id);
      return [k?.width_mm ?? 0, k?.height_mm ?? 0, length, height];
    }
    case "rail": {
      const r = railOf(p, sel.id);
      return [r?.length_mm ?? 0, r?.height_mm ?? 0, length, height];
    }
    case "item": {
      const it = itemOf(p, sel.id);
      return [it ? it.to_mm - it.from_mm : 0, 0, shelf?.length_mm ?? length, height];
    }
    case "shelf":
      return [shelf?.length_mm ?? 0, 0, length, height];
    case "support":
      return [
        shelf && isWhole(shelf, sel.id) && "x_mm" in (shelf[formOf(shelf) ?? "rack"] ?? {}) ? shelf.length_mm : 0,
        0,
        length,
        height,
      ];
    case "stud":
      return [0, 0, length, height];
  }
}

/** Moves a thing by hand to a place: it stays on its wall, or its board. */
export const moveTo =
  (sel: Selection, x: number, y: number): Edit =>
  (p) => {
    const [long, high, length, height] = roomOf(p, sel);
    const to = clamp(x, 0, length - long);
    const up = clamp(y, 0, height - high);
    const moves: Record<Selection["kind"], () => Edit> = {
      stud: () => setStud(sel.id, { x_mm: to }),
      keepout: () => setKeepOut(sel.id, { x_mm: to, y_mm: up }),
      support: () => moveSupport(sel.id, to),
      rail: () => moveRail(sel.id, to, up),
      item: () => moveItem(sel.id, to),
      shelf: () => moveShelf(sel.id, to, up),
    };
    return moves[sel.kind]()(p);
  };

/** Moves the selected thing by a step, as the arrow keys do. */
export function nudge(p: Project, sel: Selection, dx: number, dy: number): Project {
  const [x, y] = placeOf(p, sel);
  return moveTo(sel, x + dx, y + dy)(p);
}

/** Each of a shelf's supports on a stud of its own, the nearest that is left behind the shelf; those for which there is none stay. */
export const toStuds =
  (id: string): Edit =>
  (p) => {
    const s = p.shelves.find((o) => o.id === id);
    if (!s) return p;
    const left = woodStuds(p)
      .map((k) => k.x_mm)
      .filter((x) => x >= s.x_mm + 15 && x <= s.x_mm + s.length_mm - 15);
    const parts = partsOf(s).filter((o) => !isWhole(s, o.id));
    const at = new Map<string, number>();
    for (const o of [...parts].sort((a, b) => a.x_mm - b.x_mm)) {
      const x = left.reduce<number | undefined>(
        (best, k) => (best === undefined || Math.abs(k - o.x_mm) < Math.abs(best - o.x_mm) ? k : best),
        undefined,
      );
      if (x === undefined) continue;
      at.set(o.id, x);
      left.splice(left.indexOf(x), 1);
    }
    return [...at].reduce((q, [part, x]) => moveSupport(part, x)(q), p);
  };
