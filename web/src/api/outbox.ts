import { busy, Away, reason } from "./client";
import { build } from "./build";
import { OUT } from "./left";
import { kept, openWindows, tab } from "./window";
import type { Entry, Project } from "./types.gen";

/**
 * Facts on their way into a wall's journal. They are kept in this browser until the server has them, in their order, also
 * when the page is loaded again: what happened in a test has happened, whether the server was there or not. Each window has a slot
 * of its own, so that none writes over what another keeps.
 */
interface Kept {
  entries: Entry[];
  design: Project;
  /** Why the server refused what nobody waited to hear of: it is kept until a person lets it go. */
  refused?: string;
}

const slots = (id: string) => OUT + id;
const mine = (id: string) => `${slots(id)}:${tab}`;
const boxes = new Map<string, Kept[]>();
const ears = new Set<() => void>();
const later = new Map<string, ReturnType<typeof setTimeout>>();

/** What is kept in a slot; nothing where that makes no sense. */
function read(slot: string): Kept[] {
  const all = kept(() => JSON.parse(localStorage.getItem(slot) ?? "[]") as unknown);
  return Array.isArray(all) ? (all as Kept[]) : [];
}

function box(id: string): Kept[] {
  const have = boxes.get(id);
  if (have) return have;
  const all = read(mine(id));
  boxes.set(id, all);
  return all;
}

/** Keeps what waits under this window's own name; false where the browser keeps nothing: it is in memory still. */
function keep(id: string, all: Kept[]): boolean {
  boxes.set(id, all);
  const done = kept(() => {
    if (all.length > 0) localStorage.setItem(mine(id), JSON.stringify(all));
    else localStorage.removeItem(mine(id));
    return true;
  });
  ears.forEach((hear) => hear());
  return done ?? false;
}

/**
 * Takes over what windows that are no longer there left behind. An entry that two take over is one entry of the journal, which
 * knows it by its id. Those that are there still send their own; one that closes before it has done so is looked for again.
 */
async function takeOver(id: string) {
  const open = await openWindows();
  const names = kept(() => Object.keys(localStorage)) ?? [];
  for (const slot of names.filter((k) => k === slots(id) || k.startsWith(`${slots(id)}:`))) {
    const name = slot.slice(slots(id).length + 1);
    if (open(name)) {
      if (name !== tab) again(id, 3000);
      continue;
    }
    const was = localStorage.getItem(slot);
    if (keep(id, [...box(id), ...read(slot)]) && localStorage.getItem(slot) === was) localStorage.removeItem(slot);
  }
}

function again(id: string, ms: number) {
  clearTimeout(later.get(id));
  later.set(
    id,
    setTimeout(() => void flush(id), ms),
  );
}

const sending = new Map<string, Promise<string | null>>();

const first = (id: string) => box(id).find((k) => k.refused === undefined);

/** Sends what waits. Says why the server refused one's own, which is then let go; what else it refuses is kept, with why. */
export function flush(id: string, own?: Kept): Promise<string | null> {
  const going = sending.get(id);
  if (going) return going.then(() => (first(id) ? flush(id, own) : null));
  const work = (async () => {
    let refused: string | null = null;
    await takeOver(id);
    for (let next = first(id); next; next = first(id)) {
      const sent = next;
      let why: string | undefined;
      try {
        await busy(build.record(id, next.entries, next.design));
      } catch (err) {
        if (err instanceof Away) {
          again(id, 1500);
          return refused;
        }
        why = reason(err);
      }
      if (sent === own) refused = why ?? null;
      const left = sent === own || why === undefined ? [] : [{ ...sent, refused: why }];
      keep(
        id,
        box(id).flatMap((k) => (k === sent ? left : [k])),
      );
    }
    return refused;
  })();
  const done = work.finally(() => sending.delete(id));
  sending.set(id, done);
  return done;
}

/** Puts an entry in, and sends it as soon as that can be; says why the server refuses it. */
export function send(id: string, entry: Entry, design: Project): Promise<string | null> {
  const own: Kept = { entries: [entry], design };
  keep(id, [...box(id), own]);
  return flush(id, own);
}

export const waiting = (id: string): number => box(id).filter((k) => k.refused === undefined).length;

/** Why the first that the server refused was refused, "" where none was; and what lets it go. */
export const refusal = (id: string): string => box(id).find((k) => k.refused !== undefined)?.refused ?? "";
export function letGo(id: string) {
  const gone = box(id).find((k) => k.refused !== undefined);
  keep(
    id,
    box(id).filter((k) => k !== gone),
  );
}

export function hearOutbox(hear: () => void): () => void {
  ears.add(hear);
  return () => ears.delete(hear);
}
