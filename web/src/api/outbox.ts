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

/** Sends what waits; says why the server refused something, which is then let go. */
export function flush(id: string): Promise<string | null> {
  const going = sending.get(id);
  if (going) return going.then(() => (box(id).length > 0 ? flush(id) : null));
  const work = (async () => {
    let refused: string | null = null;
    for (let [next, ...rest] = box(id); next; [next, ...rest] = box(id)) {
      try {
        await busy(build.record(id, next.entries, next.design));
      } catch (err) {
        if (err instanceof Away) {
          clearTimeout(timer);
          timer = setTimeout(() => void flush(id), 1500);
          return refused;
        }
        refused = reason(err);
      }
      keep(id, rest);
    }
    return refused;
  })();
  const done = work.finally(() => sending.delete(id));
  sending.set(id, done);
  return done;
}

/** Puts an entry in, and sends it as soon as that can be; says why the server refuses it. */
export function send(id: string, entry: Entry, design: Project): Promise<string | null> {
  keep(id, [...box(id), { entries: [entry], design }]);
  return flush(id);
}

export const waiting = (id: string): number => box(id).length;

export function hearOutbox(hear: () => void): () => void {
  ears.add(hear);
  return () => ears.delete(hear);
}
