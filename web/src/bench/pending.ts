import type { Project } from "../api/types.gen";

/** Edits that this browser has and the server may not, with the version that they were made on. */
export interface Pending {
  base: number;
  document: Project;
}

const key = (id: string) => `aguante:pending:${id}`;

/** What this browser keeps of a project; nothing where it keeps nothing, or what makes no sense. */
export function pending(id: string): Pending | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key(id)) ?? "null") as unknown;
    return isPending(kept) ? kept : null;
  } catch {
    return null;
  }
}

/** Keeps edits; false where this browser does not let it, or is full. */
export function keep(id: string, edits: Pending): boolean {
  try {
    localStorage.setItem(key(id), JSON.stringify(edits));
    return true;
  } catch {
    return false;
  }
}

export function forget(id: string) {
  try {
    localStorage.removeItem(key(id));
  } catch {
    // a browser that keeps nothing has nothing to forget
  }
}

const isObject = (v: unknown): v is Record<string, unknown> => typeof v === "object" && v !== null && !Array.isArray(v);

/** A document in outline: what is in it the server reads, or refuses by name. */
function isPending(v: unknown): v is Pending {
  if (!isObject(v) || typeof v["base"] !== "number" || !isObject(v["document"])) return false;
  const { wall, shelves, units, version, name } = v["document"];
  return (
    typeof version === "number" &&
    typeof name === "string" &&
    isObject(units) &&
    isObject(wall) &&
    Array.isArray(wall["studs"]) &&
    Array.isArray(shelves) &&
    shelves.every(
      (s) => isObject(s) && Array.isArray(s["supports"]) && Array.isArray(s["contents"]) && isObject(s["board"]),
    )
  );
}
