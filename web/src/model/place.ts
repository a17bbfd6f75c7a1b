import type { Project, Shelf } from "../api/types.gen";
import { changeShelf, type Edit } from "./edit";
import { formOf, partsOf, woodStuds } from "./find";
import { follow, moveShelf } from "./move";

/** How high a shelf reaches over its underside, or its foot, mm: its board, or what holds without one. */
export type Tall = (s: Shelf) => number;

/** A shelf over or under another: the gap between them, from how high, and where the other has to be for a gap, mm. */
export interface Beside {
  label: string;
  over: boolean;
  gap: number;
  from: number;
  put: (gap: number) => Edit;
}

const overlaps = (a: Shelf, b: Shelf) => a.x_mm < b.x_mm + b.length_mm && b.x_mm < a.x_mm + a.length_mm;

/** The nearest shelf over one, and the nearest under it. */
export function neighbours(p: Project, s: Shelf, tall: Tall): Beside[] {
  const beside = (o: Shelf): Beside => {
    const over = o.y_mm > s.y_mm;
    const [lower, upper] = over ? [s, o] : [o, s];
    const from = lower.y_mm + tall(lower);
    const put = (gap: number) => moveShelf(s.id, s.x_mm, over ? o.y_mm - tall(s) - gap : from + gap);
    return { label: `gap to ${o.name} ${over ? "above" : "below"}`, over, gap: upper.y_mm - from, from, put };
  };
  const all = p.shelves.filter((o) => o.id !== s.id && overlaps(o, s)).map(beside);
  const nearest = (list: Beside[]) => list.sort((a, b) => a.gap - b.gap).slice(0, 1);
  return [...nearest(all.filter((o) => o.over)), ...nearest(all.filter((o) => !o.over))];
}

/** A board at a place, over the supports and the studs that it has. */
const slideBoard =
  (id: string, x_mm: number): Edit =>
  (p) => {
    const was = p.shelves.find((s) => s.id === id);
    return was ? follow(changeShelf(id, (s) => ({ ...s, x_mm }))(p), was) : p;
  };

/** Places for a shelf along the wall: what each is called, and what puts it there, null where it is there already. */
export function places(p: Project, s: Shelf): [words: string, put: Edit | null][] {
  const at = (x: number, put: (id: string, x: number) => Edit): Edit | null =>
    Math.abs(x - s.x_mm) < 0.1 ? null : put(s.id, x);
  const all = (x: number) => at(x, (id, to) => moveShelf(id, to, s.y_mm));
  const out: [string, Edit | null][] = [["centre it on the wall", all((p.wall.length_mm - s.length_mm) / 2)]];
  const middle = s.x_mm + s.length_mm / 2;
  const beside = p.shelves.filter((o) => o.id !== s.id && Math.abs(o.y_mm - s.y_mm) < 250);
  const edges = [
    ...beside.flatMap((o) => [o.x_mm, o.x_mm + o.length_mm]),
    ...p.wall.keep_outs
      .filter((k) => k.y_mm < s.y_mm && k.y_mm + k.height_mm > s.y_mm)
      .flatMap((k) => [k.x_mm, k.x_mm + k.width_mm]),
  ];
  const left = Math.max(0, ...edges.filter((x) => x <= middle));
  const right = Math.min(p.wall.length_mm, ...edges.filter((x) => x > middle));
  if ((left > 0 || right < p.wall.length_mm) && right - left >= s.length_mm)
    out.push(["centre it between what is beside it", all((left + right - s.length_mm) / 2)]);
  if (formOf(s)) return out;
  const parts = partsOf(s).map((o) => o.x_mm);
  const on = woodStuds(p)
    .map((k) => k.x_mm)
    .filter((x) => x > s.x_mm && x < s.x_mm + s.length_mm);
  const over = (xs: number[]) => at((Math.min(...xs) + Math.max(...xs) - s.length_mm) / 2, slideBoard);
  if (on.length > 1) out.push(["centre it on its studs", over(on)]);
  if (parts.length > 1) out.push(["centre it on its supports", over(parts)]);
  return out;
}

/** Shelves in rows from the lowest up: the next always so much higher, and so much further along the wall. */
export const stagger =
  (up: number | null, along: number | null): Edit =>
  (p) => {
    const rows = [...p.shelves].sort((a, b) => a.y_mm - b.y_mm || a.x_mm - b.x_mm);
    const [low] = rows;
    if (!low) return p;
    return rows.reduce(
      (q, s, i) =>
        moveShelf(s.id, along === null ? s.x_mm : low.x_mm + i * along, up === null ? s.y_mm : low.y_mm + i * up)(q),
      p,
    );
  };
