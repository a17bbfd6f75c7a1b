import { useEffect, useMemo, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { Away, Refused } from "../api/client";
import type { Checker } from "../api/checker";
import type { FileProblem, Project, Report } from "../api/types.gen";
import { steps } from "../model/mend";
import { thingAt } from "../model/find";

export interface Checked {
  report: Report | null;
  /** Why the design on screen cannot be checked; the report is then an older one. */
  problems: FileProblem[];
  /** Why single shelves cannot be, by their ids; the others are judged without them. */
  refused: Map<string, FileProblem[]>;
  /** Shelves of which the report is what was said before. */
  old: Set<string>;
  away: boolean;
  /** The design that the report is about. */
  of: Project | null;
}

/** How long an answer may be behind the design before the screen says so, in milliseconds. */
const BEHIND = 60;

/** Whether what stands on the screen is not of this design, for longer than a drag takes. */
export function useStale(checked: Checked, design: Project): boolean {
  const behind = checked.report !== null && checked.of !== design;
  const [late, setLate] = useState<Project | null>(null); // the answer that has been late
  useEffect(() => {
    if (!behind) return;
    // at once: edits that follow one another must not put it off
    const timer = setTimeout(() => flushSync(() => setLate(checked.of)), BEHIND);
    return () => clearTimeout(timer);
  }, [behind, checked.of]);
  return behind && late === checked.of;
}

/** Keeps a report of the design: one question at a time, the newest wins. */
export function useCheck(checker: Checker, design: Project, open: string | null): Checked {
  const [state, set] = useState<Checked>({
    report: null,
    problems: [],
    refused: new Map(),
    old: new Set(),
    away: false,
    of: null,
  });
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
          const said = known && !last.later ? last : await checker.ask(now.design, now.open);
          const { report, problems, refused, old } = said;
          set({ report, problems, refused, old, away: false, of: now.design });
          if (said.later) asked = null;
        } catch (err) {
          if (err instanceof Away) {
            set((s) => ({ ...s, away: true }));
            setTimeout(() => !stop && void ask(), 1500);
            break;
          }
          set((s) => ({ ...s, away: false, problems: problemsOf(err) }));
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

/** The things that something is wrong with, as kind:id. */
export function useWrongOf({ problems, refused }: Checked, design: Project): Set<string> {
  return useMemo(() => {
    const all = [...problems, ...[...refused.values()].flat()];
    return new Set(
      all.flatMap((b) => {
        const at = thingAt(design, steps(b.path));
        return at ? [`${at.kind}:${at.id}`] : [];
      }),
    );
  }, [problems, refused, design]);
}

/** Why there is no answer, whatever the cause. */
function problemsOf(err: unknown): FileProblem[] {
  const { problems, path } = err instanceof Refused ? err.failure : {};
  return problems ?? [{ path: path ?? "", message: err instanceof Error ? err.message : String(err) }];
}
