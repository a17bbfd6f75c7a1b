import type { Item, Shelf } from "../api/types.gen";
import { changeShelf, newId, setItem, type Edit } from "./edit";
import { clamp, itemOf, shelfOf } from "./find";

/** Stands an item where there is room: after the last thing, else in the first gap, else at the right end. */
export function placeItem(s: Shelf, it: Item): Item {
  const wide = Math.min(it.to_mm - it.from_mm, s.length_mm);
  const sorted = [...s.contents].sort((a, b) => a.from_mm - b.from_mm);
  const starts = [Math.max(0, ...sorted.map((c) => c.to_mm)), 0, ...sorted.map((c) => c.to_mm)];
  const free = (x: number) =>
    x + wide <= s.length_mm && !sorted.some((c) => c.from_mm < x + wide - 1e-6 && c.to_mm > x + 1e-6);
  const from = starts.find(free) ?? s.length_mm - wide;
  return { ...it, from_mm: from, to_mm: from + wide };
}

/** A usual thing of its own, where there is room. */
export const newItem = (s: Shelf, usual: Item): Item => placeItem(s, { ...usual, id: newId() });

/** Puts an item on a shelf, where there is room. */
export const addItem = (id: string, it: Item): Edit =>
  changeShelf(id, (s) => ({ ...s, contents: [...s.contents, placeItem(s, it)] }));

/** What changes of a thing that is hung on one hook, under which it is then, or on those nearest to it. */
export function hungOn(it: Item, shelf: Shelf | undefined, id: string): Partial<Item> {
  const hook = shelf?.hook_rail?.hooks.find((k) => k.id === id);
  if (!shelf || !hook) return { hook: undefined };
  const wide = it.to_mm - it.from_mm;
  const from = clamp(hook.x_mm - shelf.x_mm - wide / 2, 0, Math.max(0, shelf.length_mm - wide));
  return { hook: id, from_mm: from, to_mm: from + wide };
}

/** Stands everything on a shelf with even gaps, in the order it stands in. */
export const evenOut = (id: string): Edit =>
  changeShelf(id, (s) => {
    const sorted = [...s.contents].sort((a, b) => a.from_mm - b.from_mm);
    const taken = sorted.reduce((sum, c) => sum + c.to_mm - c.from_mm, 0);
    const gap = Math.max(0, (s.length_mm - taken) / (sorted.length + 1));
    const places = new Map<string, number>();
    let at = gap;
    for (const c of sorted) {
      const wide = c.to_mm - c.from_mm;
      places.set(c.id, Math.max(0, Math.min(at, s.length_mm - wide)));
      at += wide + gap;
    }
    return {
      ...s,
      contents: s.contents.map((c) => {
        const from = places.get(c.id) ?? c.from_mm;
        return { ...c, from_mm: from, to_mm: from + c.to_mm - c.from_mm };
      }),
    };
  });

/** Fills the room to the right of an item, up to the next thing: a longer row, or as many more whole pieces as fit. */
export const fillTheRest =
  (id: string): Edit =>
  (p) => {
    const it = itemOf(p, id);
    const s = shelfOf(p, { kind: "item", id });
    if (!it || !s) return p;
    const next = Math.min(s.length_mm, ...s.contents.filter((c) => c.from_mm >= it.to_mm - 1e-6).map((c) => c.from_mm));
    if (it.by === "length") return setItem(id, { to_mm: next })(p);
    const each = (it.to_mm - it.from_mm) / Math.max(1, it.count ?? 1);
    const more = Math.floor((next - it.to_mm) / each + 1e-6);
    return setItem(id, { count: (it.count ?? 0) + more, to_mm: it.to_mm + more * each })(p);
  };
