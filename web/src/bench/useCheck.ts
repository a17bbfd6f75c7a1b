import { useEffect, useRef, useState } from "react";
import { Away, Refused } from "../api/client";
import type { Checker } from "../api/checker";
import type { FileProblem, Project, Report } from "../api/types.gen";

export interface Checked {
  report: Report | null;
  /** Why the design on screen cannot be checked; the report is then an older one. */
  problems: FileProblem[];
  away: boolean;
  /** The design that the report is about. */
  of: Project | null;
}

/** Keeps a report of the design: one question at a time, the newest wins. */
export function useCheck(checker: Checker, design: Project, open: string | null): Checked {
  const [state, set] = useState<Checked>({ report: null, problems: [], away: false, of: null });
  const wanted = useRef({ design, open });
  const busy = useRef(false);
  useEffect(() => {
    const mine = { design, open };
    wanted.current = mine;
    let stop = false;
    const ask = async () => {
      if (busy.current) return;
      busy.current = true;
      for (let asked = null as typeof mine | null; asked !== wanted.current;) {
        const now = (asked = wanted.current);
        try {
          const last = checker.last;
          const known = last && last.design === now.design && last.open === now.open;
          const report = known ? last.report : await checker.ask(now.design, now.open);
          set({ report, problems: [], away: false, of: now.design });
        } catch (err) {
          if (err instanceof Refused)
            set((s) => ({
              ...s,
              away: false,
              problems: err.failure.problems ?? [{ path: err.failure.path ?? "", message: err.message }],
            }));
          else if (err instanceof Away) {
            set((s) => ({ ...s, away: true }));
            setTimeout(() => !stop && void ask(), 1500);
            break;
          }
        }
      }
      busy.current = false;
    };
    void ask();
    return () => {
      stop = true;
    };
  }, [checker, design, open]);
  return state;
}
