import { useCallback, useLayoutEffect, useMemo, useReducer, useRef, useState } from "react";
import type { Checker } from "../api/checker";
import { api, Away, reason, Refused } from "../api/client";
import type { Project } from "../api/types.gen";
import { hang } from "../model/edit";
import { shelfOf, type Selection } from "../model/find";
import { history } from "../model/history";
import type { Deeds, Looks, Place } from "./context";
import { usePlace, type Address } from "./usePlace";

export interface BenchState {
  design: Project;
  place: Place;
  looks: Looks;
  sheet: string | null;
  deeds: Deeds;
  go: (to: Partial<Address>) => void;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
}

/** The last of the times of the sag. */
const END = 8;

/** What is on the bench, where it is looked at, and all that may be done there. */
export function useBenchState(start: Project, checker: Checker): BenchState {
  const [h, dispatch] = useReducer(history, { past: [], now: start, future: [], tag: null });
  const design = h.now;
  const [address, go] = usePlace();
  const [selection, setSelection] = useState<Selection | null>(null);
  const [looks, setLooks] = useState<Looks>({ lit: null, gone: [], time: END, over: null });

  const shelfId = design.shelves.some((s) => s.id === address.shelf) ? address.shelf : (design.shelves[0]?.id ?? null);
  // What is chosen on another shelf is let go when the address goes back to this one.
  const of = shelfOf(design, selection)?.id;
  const chosen = of === undefined || of === shelfId ? selection : null;
  const place = useMemo(() => ({ stage: address.stage, shelfId, selection: chosen }), [address.stage, shelfId, chosen]);

  const latest = useRef(design);
  useLayoutEffect(() => {
    latest.current = design;
  });
  const deeds = useMemo<Deeds>(() => {
    const look = (to: Partial<Looks>) => setLooks((was) => ({ ...was, ...to }));
    const put = (next: Project) => dispatch({ type: "edit", next });
    const select = (s: Selection | null, on = shelfOf(latest.current, s)?.id) => {
      setSelection(s);
      const shelf = on ?? (s?.kind === "shelf" ? s.id : undefined);
      if (shelf) go({ shelf });
    };
    return {
      select,
      edit: (e, tag) => {
        const next = e(latest.current);
        latest.current = next; // another edit may come before this one is drawn
        dispatch({ type: "edit", next, tag });
      },
      tryEdit: async (e) => {
        const next = e(latest.current);
        try {
          const before = checker.refused.get(latest.current);
          const { refused, later } = await checker.ask(next, checker.last?.open ?? null);
          for (const [id, [why]] of refused) if (why && !later && !before?.has(id)) return why.message;
        } catch (err) {
          if (err instanceof Away || err instanceof Refused) return reason(err);
          throw err;
        }
        put(next);
        return null;
      },
      complete: async (id, e) => {
        const next = e(latest.current);
        try {
          const { hung } = await api.make({ what: "complete", design: next, shelf: id });
          put(hung ? hang(hung)(next) : next);
        } catch (err) {
          return reason(err);
        }
        return null;
      },
      make: async (q) => {
        try {
          const { hung, new: made } = await api.make({ ...q, design: latest.current });
          if (hung) put(hang(hung)(latest.current));
          if (hung && made)
            select(
              { kind: made === hung.shelf.id ? "shelf" : made === hung.shelf.rail ? "rail" : "support", id: made },
              hung.shelf.id,
            );
        } catch (err) {
          return reason(err);
        }
        return null;
      },
      light: (lit) => look({ lit }),
      setGone: (gone) => look({ gone }),
      setTime: (time) => look({ time }),
      setOver: (over) => look({ over }),
      openWorking: (link) => go({ sheet: `${WORKING}${link}` }),
      openSheet: (sheet) => go({ sheet }),
    };
  }, [checker, go]);
  const undo = useCallback(() => dispatch({ type: "undo" }), []);
  const redo = useCallback(() => dispatch({ type: "redo" }), []);
  return {
    design,
    place,
    looks,
    sheet: address.sheet,
    deeds,
    go,
    undo,
    redo,
    canUndo: h.past.length > 0,
    canRedo: h.future.length > 0,
  };
}

/** How the name of the sheet begins that is the sum behind a link. */
export const WORKING = "working:";
