const isObject = (v: unknown): v is Record<string, unknown> => typeof v === "object" && v !== null && !Array.isArray(v);

const byId = (list: unknown): Map<string, unknown> | null => {
  if (!Array.isArray(list)) return null;
  const ids = list.map((o) => (isObject(o) && typeof o["id"] === "string" ? o["id"] : null));
  return ids.includes(null) ? null : new Map(ids.map((id, i) => [id ?? "", list[i] as unknown]));
};

/**
 * What two changes of one thing come to together, figure by figure, things of lists by their ids; where both
 * changed one, the later one holds.
 */
export function merge<T>(base: T, first: T, later: T): T {
  if (Object.is(base, later)) return first;
  if (Object.is(base, first)) return later;
  if (isObject(base) && isObject(first) && isObject(later)) {
    const out: Record<string, unknown> = {};
    for (const k of new Set([...Object.keys(first), ...Object.keys(later)])) {
      const v: unknown = merge(base[k], first[k], later[k]);
      if (v !== undefined) out[k] = v;
    }
    return out as T;
  }
  const [was, a, b] = [byId(base), byId(first), byId(later)];
  if (was && a && b) {
    const ids = [...a.keys(), ...[...b.keys()].filter((id) => !a.has(id))];
    const kept = ids.filter((id) => !was.has(id) || (a.has(id) && b.has(id)));
    return kept.map((id) => merge(was.get(id), a.get(id), b.get(id))) as T;
  }
  return JSON.stringify(base) === JSON.stringify(later) ? first : later;
}
