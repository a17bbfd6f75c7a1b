import type { Mend, Project } from "../api/types.gen";
import type { Edit } from "./edit";
import { moveShelf } from "./move";

/** The steps of a path of a problem, e.g. "shelves[0].supports[1].x_mm". */
export const steps = (path: string): (string | number)[] =>
  path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .map((k) => (/^\d+$/.test(k) ? Number(k) : k));

/** The same with something else at the end of some steps; nothing there takes one out of its list. */
function putIn(o: unknown, [k, ...rest]: (string | number)[], v: unknown): unknown {
  if (k === undefined) return v;
  if (Array.isArray(o))
    return o.flatMap((e: unknown, i) => (i !== k ? [e] : rest.length || v !== undefined ? [putIn(e, rest, v)] : []));
  return { ...(o as object), [k]: putIn((o as Record<string, unknown>)[k], rest, v) };
}

/** Makes one change that the server has found to mend something; a shelf takes what carries it along. */
export const mend =
  (m: Mend): Edit =>
  (p) => {
    const path = steps(m.path);
    const [list, i, key, ...rest] = path;
    const shelf = list === "shelves" && typeof i === "number" && rest.length === 0 ? p.shelves[i] : undefined;
    if (shelf && !m.drop && (key === "x_mm" || key === "y_mm"))
      return moveShelf(shelf.id, key === "x_mm" ? m.value : shelf.x_mm, key === "y_mm" ? m.value : shelf.y_mm)(p);
    return putIn(p, path, m.drop ? undefined : m.value) as Project;
  };
