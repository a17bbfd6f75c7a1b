import type { Project, Shelf } from "../api/types.gen";
import { changeShelf, mapThing, newId, setShelf } from "./edit";
import { clamp, fixturesOf, formOf, isWhole, mapFixtures, ownFixtures, shelfOf, type Selection } from "./find";

/** The same thing with ids of its own, all the way down; ids that are kept say what theirs have become. */
export function fresh<T>(v: T, kept: Map<string, string> = new Map()): T {
  if (Array.isArray(v)) return v.map((o: unknown) => fresh(o, kept)) as T;
  if (typeof v !== "object" || v === null) return v;
  return Object.fromEntries(
    Object.entries(v).map(([key, o]) => {
      if ((key === "id" || key === "hole") && typeof o === "string") {
        const id = newId();
        kept.set(o, id);
        return [key, id];
      }
      return [key, fresh(o, kept)];
    }),
  ) as T;
}

/** A shelf once more, above or below, with rails and standards of its own. */
function copyShelf(p: Project, shelf: Shelf): [Project, Shelf] {
  const up = shelf.y_mm + 400 > p.wall.height_mm ? -Math.min(400, shelf.y_mm) : 400;
  const ids = new Map<string, string>();
  const on = new Set(fixturesOf(shelf));
  for (const r of p.fixtures.rails) if (on.has(r.id) && r.panel) on.add(r.panel);
  const raised = <T extends { id: string; bottom_mm: number }>(list: T[]): T[] => [
    ...list,
    ...list.filter((f) => on.has(f.id)).map((f) => fresh({ ...f, bottom_mm: f.bottom_mm + up }, ids)),
  ];
  const panels = raised(p.fixtures.panels);
  const rails = raised(p.fixtures.rails);
  const fixtures = {
    panels,
    rails: rails.map((r, i) => (i < p.fixtures.rails.length || !r.panel ? r : { ...r, panel: ids.get(r.panel) })),
    standards: raised(p.fixtures.standards),
  };
  const made = fresh({ ...shelf, name: `${shelf.name} copy`, y_mm: shelf.y_mm + up }, ids);
  const copy: Shelf = {
    ...made,
    rail: made.rail && ids.get(made.rail),
    contents: made.contents.map((it) => (it.hook ? { ...it, hook: ids.get(it.hook) } : it)),
    supports: made.supports.map((u) =>
      u.braced_bracket?.standard
        ? { ...u, braced_bracket: { ...u.braced_bracket, standard: ids.get(u.braced_bracket.standard) } }
        : u,
    ),
  };
  return [{ ...p, fixtures, shelves: [...p.shelves, copy] }, copy];
}

/** The selected thing once more; the copy is what is selected next. A support is made by the server, from its neighbours. */
export function duplicate(p: Project, sel: Selection): [Project, Selection] {
  if (sel.kind === "stud") {
    const s = p.wall.studs.find((x) => x.id === sel.id);
    if (!s) return [p, sel];
    const copy = { ...s, id: newId(), x_mm: clamp(s.x_mm + 400, 0, p.wall.length_mm) };
    const studs = [...p.wall.studs, copy].sort((a, b) => a.x_mm - b.x_mm);
    return [
      { ...p, wall: { ...p.wall, studs } },
      { kind: "stud", id: copy.id },
    ];
  }
  if (sel.kind === "keepout") {
    const k = p.wall.keep_outs.find((o) => o.id === sel.id);
    if (!k) return [p, sel];
    const copy = { ...k, id: newId(), x_mm: clamp(k.x_mm + k.width_mm + 50, 0, p.wall.length_mm - k.width_mm) };
    return [
      { ...p, wall: { ...p.wall, keep_outs: [...p.wall.keep_outs, copy] } },
      { kind: "keepout", id: copy.id },
    ];
  }
  const shelf = shelfOf(p, sel);
  if (!shelf) return [p, sel];
  if (sel.kind === "shelf") {
    const [next, copy] = copyShelf(p, shelf);
    return [next, { kind: "shelf", id: copy.id }];
  }
  const it = shelf.contents.find((x) => x.id === sel.id);
  if (!it) return [p, sel];
  const wide = it.to_mm - it.from_mm;
  const from = Math.min(it.to_mm, shelf.length_mm - wide);
  const copy = { ...it, id: newId(), from_mm: from, to_mm: from + wide };
  return [setShelf(shelf.id, { contents: [...shelf.contents, copy] })(p), { kind: "item", id: copy.id }];
}

/** Takes a thing out, and with a shelf or a support what nothing else hangs on. */
export function remove(p: Project, sel: Selection): Project {
  if (sel.kind === "stud") return { ...p, wall: { ...p.wall, studs: p.wall.studs.filter((s) => s.id !== sel.id) } };
  if (sel.kind === "keepout")
    return { ...p, wall: { ...p.wall, keep_outs: p.wall.keep_outs.filter((k) => k.id !== sel.id) } };
  const of = shelfOf(p, sel);
  if (!of) return p;
  const without = (next: Project): Project => {
    const left = next.shelves.find((s) => s.id === of.id);
    const still = new Set(left ? fixturesOf(left) : []);
    const gone = new Set([...ownFixtures(p, of)].filter((id) => !still.has(id)));
    return { ...next, fixtures: mapFixtures(next.fixtures, gone, () => undefined) };
  };
  switch (sel.kind) {
    case "shelf":
      return without({ ...p, shelves: p.shelves.filter((s) => s.id !== sel.id) });
    case "rail":
      return without(changeShelf(of.id, (s) => ({ ...s, rail: undefined }))(p));
    case "item":
      return changeShelf(of.id, (s) => ({ ...s, contents: s.contents.filter((c) => c.id !== sel.id) }))(p);
    case "support":
      if (isWhole(of, sel.id)) return p; // nothing would be left
      if (formOf(of)) return changeShelf(of.id, (s) => mapThing(s, sel.id, () => undefined))(p);
      return without(changeShelf(of.id, (s) => ({ ...s, supports: s.supports.filter((u) => u.id !== sel.id) }))(p));
  }
}
