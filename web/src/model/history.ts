import type { Project } from "../api/types.gen";

/** The open design with what can be undone and redone. */
export interface History {
  past: Project[];
  now: Project;
  future: Project[];
  /** Edits with the same tag in a row, such as one drag, are undone as one. */
  tag: string | null;
  /** What the last change was made on; null after undoing. */
  from: Project | null;
}

/** To settle is to write down what follows from the design: no change of its own, and not to be undone. */
export type Action =
  | { type: "edit"; next: Project; tag?: string }
  | { type: "settle"; next: Project }
  | { type: "undo" }
  | { type: "redo" };

const DEEP = 200;

export function history(h: History, a: Action): History {
  switch (a.type) {
    case "edit":
      if (a.next === h.now) return h;
      if (a.tag && a.tag === h.tag) return { ...h, now: a.next, future: [] };
      return { past: [...h.past, h.now].slice(-DEEP), now: a.next, future: [], tag: a.tag ?? null, from: h.now };
    case "settle":
      return { ...h, now: a.next };
    case "undo": {
      const last = h.past.at(-1);
      return last ? { past: h.past.slice(0, -1), now: last, future: [h.now, ...h.future], tag: null, from: null } : h;
    }
    case "redo": {
      const [next, ...rest] = h.future;
      return next ? { past: [...h.past, h.now], now: next, future: rest, tag: null, from: h.now } : h;
    }
  }
}
