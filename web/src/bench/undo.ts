import { useEffect, useRef } from "react";
import type { Project, Saved } from "../api/types.gen";
import type { History } from "../model/history";
import { tab } from "../api/window";

/** What can be undone and redone. */
export type Undo = Pick<History, "past" | "future">;

/** How many states are kept over a reload. */
const DEEP = 30;

const slot = (id: string) => `aguante:undo:${id}`;

/** What could be undone in this window before it was loaded again; nothing where the wall was changed elsewhere since. */
export function undoOf(saved: Saved): Undo {
  try {
    const kept = JSON.parse(sessionStorage.getItem(slot(saved.id)) ?? "null") as (Undo & { base: number }) | null;
    const ours = saved.saved_by === tab && (saved.saved_from ?? 0) <= (kept?.base ?? -1);
    const current = (p: Project) => p.version === saved.document.version;
    if (kept && (kept.base === saved.version || (ours && kept.base < saved.version)))
      return { past: kept.past.filter(current), future: kept.future.filter(current) };
  } catch {
    // this browser keeps nothing, or something else
  }
  return { past: [], future: [] };
}

/** Keeps what can be undone in this window, for when it is loaded again; base is the version that the design was saved as last. */
export function useKeptUndo(id: string, base: number, { past, future }: Undo) {
  const latest = useRef(() => {});
  useEffect(() => {
    latest.current = () => {
      try {
        const kept = { base, past: past.slice(-DEEP), future: future.slice(0, DEEP) };
        sessionStorage.setItem(slot(id), JSON.stringify(kept));
      } catch {
        sessionStorage.removeItem(slot(id)); // full: there is less to undo after a reload
      }
    };
    const timer = setTimeout(() => latest.current(), 400);
    return () => clearTimeout(timer);
  }, [id, base, past, future]);
  useEffect(() => {
    const leave = () => latest.current();
    addEventListener("pagehide", leave);
    return () => removeEventListener("pagehide", leave);
  }, []);
}
