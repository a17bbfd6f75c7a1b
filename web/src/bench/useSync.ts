import { useCallback, useEffect, useRef, useState } from "react";
import { api, Away, reason, Refused } from "../api/client";
import type { Project, Saved } from "../api/types.gen";
import { tab } from "../api/window";
import { forget, keep } from "./pending";

export type SyncState =
  | { is: "saved"; at: Date | null }
  | { is: "saving" }
  | { is: "away" }
  | { is: "refused"; why: string }
  | { is: "clash" }
  | { is: "deleted" };

/** Whether the server has the design, the version that it has of it, and whether this browser could keep it until then. */
export type Sync = SyncState & { keeps: boolean; version: number };

/**
 * Saves the design a moment after each pause. Until the server has it, it is
 * kept in this browser, so that neither a crash nor a server gone loses it.
 */
export function useSync(saved: Saved, design: Project, dirtyAtStart: boolean): Sync {
  const [state, set] = useState<SyncState>({ is: "saved", at: null });
  const [kept, setKept] = useState<Project | null>(dirtyAtStart ? null : design);
  const [keeps, setKeeps] = useState(true);
  const [version, setVersion] = useState(saved.version);
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
        const reply = await api.replace(saved.id, base.current, doc, tab);
        base.current = reply.version;
        setVersion(reply.version);
        stored.current = doc;
        setKept(doc);
        if (wanted.current === doc) forget(saved.id);
        set({ is: "saved", at: new Date() });
      } catch (err) {
        if (err instanceof Away) {
          stored.current = null; // what was sent may have come all the same
          set({ is: "away" });
          retry = true;
        } else if (err instanceof Refused && err.status === 409) {
          halted.current = true;
          set({ is: "clash" });
        } else if (err instanceof Refused && err.status === 404) {
          halted.current = true;
          set({ is: "deleted" });
        } else {
          set({ is: "refused", why: reason(err) });
          retry = err instanceof Refused && err.status >= 500; // not of the design: it may pass
        }
        break;
      }
    }
    busy.current = false;
    if (retry) setTimeout(() => again.current?.(), 1500);
  }, [saved.id]);

  useEffect(() => {
    again.current = () => void save();
    wanted.current = design;
    if (stored.current === design && !busy.current) {
      forget(saved.id); // an edit that was undone before it was saved
      return;
    }
    setKeeps(keep(saved.id, { base: base.current, document: design }));
    const timer = setTimeout(() => void save(), 600);
    return () => clearTimeout(timer);
  }, [design, save, saved.id]);

  useEffect(() => {
    const leave = () => {
      const doc = wanted.current;
      if (stored.current === doc || halted.current) return;
      // the page is not there for the answer; what it kept is known again when it comes back
      void api.replace(saved.id, base.current, doc, tab, true).catch(() => undefined);
    };
    addEventListener("pagehide", leave);
    return () => {
      removeEventListener("pagehide", leave);
      void save(); // to another page of the app
    };
  }, [saved.id, save]);

  return { ...(state.is === "saved" && kept !== design ? { is: "saving" } : state), keeps, version };
}
