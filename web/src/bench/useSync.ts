import { useCallback, useEffect, useRef, useState } from "react";
import { api, Away, reason, Refused } from "../api/client";
import type { Project, Saved } from "../api/types.gen";

export type SyncState =
  | { is: "saved"; at: Date | null }
  | { is: "saving" }
  | { is: "away" }
  | { is: "refused"; why: string }
  | { is: "clash"; version: number };

export interface Pending {
  base: number;
  document: Project;
}

const key = (id: string) => `aguante:pending:${id}`;

/** Edits of a project that this browser has and the server may not. */
export function pending(id: string): Pending | null {
  try {
    const text = localStorage.getItem(key(id));
    return text ? (JSON.parse(text) as Pending) : null;
  } catch {
    return null;
  }
}

export const forget = (id: string) => localStorage.removeItem(key(id));

/**
 * Saves the design a moment after each pause. Until the server has it, it is
 * kept in this browser, so that neither a crash nor a server gone loses it.
 */
export function useSync(saved: Saved, design: Project, dirtyAtStart: boolean): SyncState {
  const [state, set] = useState<SyncState>({ is: "saved", at: null });
  const [kept, setKept] = useState<Project | null>(dirtyAtStart ? null : design);
  const base = useRef(saved.version);
  const stored = useRef<Project | null>(dirtyAtStart ? null : design);
  const wanted = useRef(design);
  const busy = useRef(false);
  const halted = useRef(false);
  const again = useRef<(() => void) | null>(null);

  const save = useCallback(async () => {
    if (busy.current || halted.current) return;
    busy.current = true;
    let retry = false;
    while (stored.current !== wanted.current && !halted.current) {
      const doc = wanted.current;
      set({ is: "saving" });
      try {
        const reply = await api.replace(saved.id, base.current, doc);
        base.current = reply.version;
        stored.current = doc;
        setKept(doc);
        if (wanted.current === doc) forget(saved.id);
        set({ is: "saved", at: new Date() });
      } catch (err) {
        if (err instanceof Away) {
          set({ is: "away" });
          retry = true;
        } else if (err instanceof Refused && err.status === 409) {
          halted.current = true;
          set({ is: "clash", version: err.failure.version ?? 0 });
        } else set({ is: "refused", why: reason(err) });
        break;
      }
    }
    busy.current = false;
    if (retry) setTimeout(() => again.current?.(), 1500);
  }, [saved.id]);

  useEffect(() => {
    again.current = () => void save();
    wanted.current = design;
    if (stored.current === design) return;
    localStorage.setItem(key(saved.id), JSON.stringify({ base: base.current, document: design } satisfies Pending));
    const timer = setTimeout(() => void save(), 600);
    return () => clearTimeout(timer);
  }, [design, save, saved.id]);

  return state.is === "saved" && kept !== design ? { is: "saving" } : state;
}
