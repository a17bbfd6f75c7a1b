import { busy, Away, reason } from "./client";
import { build } from "./build";
import { OUT } from "./left";
import type { Entry, Project } from "./types.gen";

/**
 * Facts on their way into a wall's journal. They are kept in this browser until the server has them, in their order, also
 * when the page is loaded again: what happened in a test has happened, whether the server was there or not.
 */
interface Kept {
  entries: Entry[];
  design: Project;
  /** Why the server refused what nobody waited to hear of: it is kept until a person lets it go. */
  refused?: string;
}

const slot = (id: string) => OUT + id;
const boxes = new Map<string, Kept[]>();
const ears = new Set<() => void>();
let timer: ReturnType<typeof setTimeout> | undefined;

function box(id: string): Kept[] {
  const have = boxes.get(id);
  if (have) return have;
  let read: Kept[] = [];
  try {
    read = JSON.parse(localStorage.getItem(slot(id)) ?? "[]") as Kept[];
  } catch {
    // what another program left there, or a browser that keeps nothing
  }
  boxes.set(id, read);
  return read;
}

function keep(id: string, all: Kept[]) {
  boxes.set(id, all);
  try {
    if (all.length > 0) localStorage.setItem(slot(id), JSON.stringify(all));
    else localStorage.removeItem(slot(id));
  } catch {
    // it is in memory still
  }
  ears.forEach((hear) => hear());
}

const sending = new Map<string, Promise<string | null>>();

const first = (id: string) => box(id).find((k) => k.refused === undefined);

/** Sends what waits. Says why the server refused one's own, which is then let go; what else it refuses is kept, with why. */
export function flush(id: string, own?: Kept): Promise<string | null> {
  const going = sending.get(id);
  if (going) return going.then(() => (first(id) ? flush(id, own) : null));
  const work = (async () => {
    let refused: string | null = null;
    for (let next = first(id); next; next = first(id)) {
      const sent = next;
      let why: string | undefined;
      try {
        await busy(build.record(id, next.entries, next.design));
      } catch (err) {
        if (err instanceof Away) {
          clearTimeout(timer);
          timer = setTimeout(() => void flush(id), 1500);
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
