import type { Project, Saved } from "../api/types.gen";
import { kept, locks, openWindows, tab } from "../api/window";

/** Edits that this browser has and the server may not, with the version that they were made on. */
export interface Pending {
  base: number;
  document: Project;
}

/** Edits that a window left behind that is no longer there. */
export interface Found extends Pending {
  /** Where they are kept. */
  slot: string;
  /** When they were, as milliseconds; 0 where it is not known. */
  at: number;
}

const slots = (id: string) => `aguante:pending:${id}`;
const mine = (id: string) => `${slots(id)}:${tab}`;

/** What is kept in a slot; nothing where that makes no sense. */
function read(slot: string): Found | null {
  return kept(() => {
    const value = JSON.parse(localStorage.getItem(slot) ?? "null") as unknown;
    if (!isPending(value)) return null;
    const at = (value as { at?: unknown }).at;
    return { base: value.base, document: value.document, slot, at: typeof at === "number" ? at : 0 };
  });
}

/** What any window left of a project, this one's own first. */
function all(id: string): Found[] {
  const names = kept(() => Object.keys(localStorage)) ?? [];
  const here = names.filter((k) => k === slots(id) || k.startsWith(`${slots(id)}:`));
  return here.sort((a, b) => Number(b === mine(id)) - Number(a === mine(id))).flatMap((slot) => read(slot) ?? []);
}

/** What windows left behind that are no longer there. */
export async function leftBehind(id: string): Promise<Found[]> {
  const open = await openWindows();
  return all(id).filter((f) => !open(f.slot.slice(slots(id).length + 1)));
}

/**
 * What this window goes on from. Where it has nothing, and another left one thing behind and
 * nothing has been saved since, that.
 */
export async function pending(saved: Saved): Promise<Pending | null> {
  const found = await leftBehind(saved.id);
  const own = read(mine(saved.id));
  if (own) return follows(own, saved);
  const [first, ...more] = found;
  // Without locks nobody knows whether its window is still there: it is offered, and not taken.
  if (!locks || !first || more.length > 0 || first.base !== saved.version) return null;
  if (keep(saved.id, first)) drop(first.slot);
  return first;
}

/** Edits whose own window has saved since, its reply lost, are of what it saved. */
function follows(own: Pending, saved: Saved): Pending {
  const ours = saved.saved_by === tab && (saved.saved_from ?? 0) <= own.base && own.base < saved.version;
  return ours ? { ...own, base: saved.version } : own;
}

/** What there is of a project that has gone from the server. */
export function left(id: string): Pending | null {
  return all(id)[0] ?? null;
}

/** Keeps edits; false where this browser does not let it, or is full. */
export function keep(id: string, edits: Pending): boolean {
  return (
    kept(() => {
      localStorage.setItem(mine(id), JSON.stringify({ base: edits.base, document: edits.document, at: Date.now() }));
      return true;
    }) ?? false
  );
}

/** Forgets this window's own edits. */
export const forget = (id: string) => drop(mine(id));

/** Forgets what is in a slot. */
export const drop = (slot: string) => void kept(() => localStorage.removeItem(slot));

/** Forgets all that is left of a project that cannot be shown, but what open windows look after. */
export async function forgetAll(id: string) {
  forget(id);
  for (const f of await leftBehind(id)) drop(f.slot);
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
