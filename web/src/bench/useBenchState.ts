import { useCallback, useLayoutEffect, useMemo, useReducer, useRef, useState } from "react";
import type { Checker } from "../api/checker";
import { api, Away, busy, reason, Refused } from "../api/client";
import type { Project } from "../api/types.gen";
import { duplicate, remove } from "../model/copy";
import { hang, type Edit } from "../model/edit";
import { shelfOf, type Selection } from "../model/find";
import { merge } from "../model/merge";
import { history, type History } from "../model/history";
import type { Undo } from "./undo";
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
  history: History;
}

/** What a change comes to: why it is not made, or the design then, and what is done after it. */
interface Changed {
  why?: string;
  next?: Project;
  after?: () => void;
}

/** Puts the focus on a thing of the drawing, where it was on one or what had it is gone; on the next one where there is none. */
function focusOn(s: Selection | null) {
  const there = document.activeElement?.closest("[data-thing]");
  setTimeout(() => {
    if (!there && document.activeElement !== document.body) return;
    const thing =
      document.querySelector<SVGElement>(`[data-thing="${s?.kind}:${s?.id}"]`) ??
      document.querySelector<SVGElement>(`[data-thing^="shelf:"]`);
    thing?.focus();
  }, 50);
}

/** Until what was changed is drawn and known to be unsaved. */
const drawnSoon = () => new Promise((go) => setTimeout(go, 20));

/** The last of the times of the sag. */
const END = 8;

/** What is on the bench, where it is looked at, and all that may be done there. */
export function useBenchState(start: Project, checker: Checker, undone: Undo): BenchState {
  const [h, dispatch] = useReducer(history, { ...undone, now: start, tag: null, from: null });
  const design = h.now;
  const [address, go] = usePlace();
  const [selection, setSelection] = useState<Selection | null>(null);
  const [looks, setLooks] = useState<Looks>({ lit: null, loaded: null, time: END, over: null, piece: null });

  const shelfId = design.shelves.some((s) => s.id === address.shelf) ? address.shelf : (design.shelves[0]?.id ?? null);
  // What is chosen on another shelf is let go when the address goes back to this one.
  const of = shelfOf(design, selection)?.id;
  const chosen = of === undefined || of === shelfId ? selection : null;
  const place = useMemo(
    () => ({ stage: address.stage, shelfId, selection: chosen, on: address.on }),
    [address.stage, shelfId, chosen, address.on],
  );

  const latest = useRef(design);
  useLayoutEffect(() => {
    latest.current = design;
  });
  const deeds = useMemo<Deeds>(() => {
    const look = (to: Partial<Looks>) => setLooks((was) => ({ ...was, ...to }));
    const put = (next: Project) => dispatch({ type: "edit", next });
    /** Makes a change that the server has a say in of the latest design; edits that come while it thinks are not lost. */
    const onLatest = (change: (base: Project) => Promise<Changed>): Promise<string | null> => {
      const done = madeOnLatest(change);
      void busy(done.then(drawnSoon, drawnSoon));
      return done;
    };
    const madeOnLatest = async (change: (base: Project) => Promise<Changed>): Promise<string | null> => {
      try {
        const base = latest.current;
        const { why, next, after } = await change(base);
        if (why !== undefined) return why;
        latest.current = merge(base, next ?? base, latest.current); // another edit may have come since
        put(latest.current);
        after?.();
        return null;
      } catch (err) {
        if (err instanceof Away || err instanceof Refused) return reason(err);
        throw err;
      }
    };
    const select = (s: Selection | null, on = shelfOf(latest.current, s)?.id) => {
      setSelection(s);
      const shelf = on ?? (s?.kind === "shelf" ? s.id : undefined);
      if (shelf) go({ shelf });
    };
    const edit = (e: Edit, tag?: string) => {
      const next = e(latest.current);
      latest.current = next; // another edit may come before this one is drawn
      dispatch({ type: "edit", next, tag });
    };
    const choose = (s: Selection | null) => {
      select(s);
      focusOn(s);
    };
    const made: Deeds = {
      select: (s) => {
        // By key out of a list that goes with it, the focus would be nowhere.
        if (document.activeElement?.matches("aside :focus-visible")) choose(s);
        else select(s);
      },
      edit,
      copy: (of) => {
        const shelf = shelfOf(latest.current, of);
        if (of.kind === "support") return void (shelf && made.make({ what: "support", shelf: shelf.id, like: of.id }));
        const [next, copy] = duplicate(latest.current, of);
        edit(() => next);
        choose(copy);
      },
      drop: (of) => {
        const shelf = of.kind === "shelf" ? undefined : shelfOf(latest.current, of);
        edit((p) => remove(p, of));
        choose(shelf ? { kind: "shelf", id: shelf.id } : null);
      },
      undo: () => dispatch({ type: "undo" }),
      tryEdit: (e) =>
        onLatest(async (base) => {
          const next = e(base);
          const [why] = await checker.newlyWrong(base, next);
          return why ? { why: why.message } : { next };
        }),
      typeIn: (e) =>
        onLatest(async (base) => {
          const next = e(base);
          const alone = (await checker.newlyWrong(base, next)).find((b) => b.alone);
          return alone ? { why: alone.message } : { next };
        }),
      complete: (id, e) =>
        onLatest(async (base) => {
          const next = e(base);
          const { hung } = await api.make({ what: "complete", design: next, shelf: id });
          return { next: hung ? hang(hung)(next) : next };
        }),
      make: (q) =>
        onLatest(async (base) => {
          const { hung, new: made } = await api.make({ ...q, design: base });
          if (!hung) return { next: base };
          const kind = made === hung.shelf.id ? "shelf" : made === hung.shelf.rail ? "rail" : "support";
          const after = () => {
            if (!made) return;
            select({ kind, id: made }, hung.shelf.id);
            focusOn({ kind, id: made });
          };
          return { next: hang(hung)(base), after };
        }),
      light: (lit) => look({ lit }),
      setLoaded: (loaded) => look({ loaded }),
      setTime: (time) => look({ time }),
      setOver: (over) => look({ over }),
      openWorking: (link) => go({ sheet: `${WORKING}${link}` }),
      hold: (piece) => look({ piece }),
      turnTo: (on) => go({ on }),
      keepLetters: (letters) => {
        const was = latest.current;
        latest.current = { ...was, making: { ...was.making, letters } };
        dispatch({ type: "settle", next: latest.current });
      },
      openSheet: (sheet) => go({ sheet }),
    };
    return made;
  }, [checker, go]);
  const redo = useCallback(() => dispatch({ type: "redo" }), []);
  return {
    design,
    place,
    looks,
    sheet: address.sheet,
    deeds,
    go,
    undo: deeds.undo,
    redo,
    history: h,
  };
}

/** How the name of the sheet begins that is the sum behind a link. */
export const WORKING = "working:";
