import { useEffect, useRef, useState } from "react";
import { api, Away, Refused } from "../api/client";
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
export function useCheck(design: Project): Checked {
  const [state, set] = useState<Checked>({ report: null, problems: [], away: false, of: null });
  const wanted = useRef(design);
  const busy = useRef(false);
  const seq = useRef(0);
  useEffect(() => {
    wanted.current = design;
    let stop = false;
    const ask = async () => {
      if (busy.current) return;
      busy.current = true;
      let asked: Project | null = null;
      while (asked !== wanted.current) {
        asked = wanted.current;
        const mine = ++seq.current;
        try {
          const reply = await api.check(asked, mine);
          if (reply.seq === seq.current) set({ report: reply.report, problems: [], away: false, of: asked });
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
  }, [design]);
  return state;
}
