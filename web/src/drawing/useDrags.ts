import { createUseGesture, pinchAction, useDrag, wheelAction } from "@use-gesture/react";
import { useCallback, useLayoutEffect, useRef, type RefObject } from "react";
import type { Project } from "../api/types.gen";
import { useChoice, useDeeds } from "../bench/context";
import { nearestStud, shelfOf } from "../model/find";
import { moveEnd, moveTo, placeOf } from "../model/move";
import type { Bind, DragKind } from "./Thing";
import type { Viewing } from "./useView";

/** What a drag began with. */
interface Begun {
  x: number;
  y: number;
  edited: boolean;
}

/**
 * Makes the things on the wall draggable, and the wall itself. A mouse drags a thing, and the wall
 * where there is none; a finger drags only a grip, so that the page can be moved under it, and two
 * fingers, or the wheel, bring the wall nearer.
 */
export function useDrags(
  design: Project,
  viewing: Viewing,
  small: boolean,
  paper: RefObject<SVGSVGElement | null>,
): Bind {
  const { shelfId } = useChoice();
  const { select, edit, undo } = useDeeds();
  const drags = useRef(0);
  const grid = (mm: number) => {
    const step = design.units.length === "in" ? 25.4 / 16 : 1;
    return Math.round(mm / step) * step;
  };
  const choose = (kind: Exclude<DragKind, "pan">, id: string) =>
    select(kind === "left" || kind === "right" ? { kind: "shelf", id } : { kind, id });
  const { view, hold } = viewing;

  const bind = useDrag(
    ({ args, movement: [mx, my], delta, first, last, memo, altKey, event, tap }) => {
      const [kind, id, grip] = args as [DragKind, string, boolean | undefined];
      if (tap) {
        hold(false);
        if (kind !== "pan") choose(kind, id);
        else if (!small) select(shelfId ? { kind: "shelf", id: shelfId } : null);
        return memo as Begun | undefined;
      }
      const finger = (event as PointerEvent).pointerType === "touch";
      if (finger && !grip) return memo as Begun | undefined;
      if (kind === "pan") {
        if (!first) viewing.look(1, [0, 0], delta);
        return memo as Begun | undefined;
      }
      let begun = memo as Begun | undefined;
      if (first || !begun) {
        choose(kind, id);
        hold(true);
        drags.current++;
        const [x, y] = before(design, kind, id);
        begun = { x, y, edited: false };
      }
      if (event.type === "pointercancel") {
        // The browser took the finger away: what it had done so far is undone.
        hold(false);
        if (begun.edited) undo();
        return begun;
      }
      if (last) hold(false);
      const x = begun.x + mx / view.k;
      const y = begun.y - my / view.k;
      const tag = `drag-${drags.current}`;
      const studs = kind === "support" && !altKey ? nearestStud(design, x) : undefined;
      const near = studs && Math.abs(studs.x_mm - x) * view.k < 16;
      if (kind === "left" || kind === "right") edit(moveEnd(id, kind, grid(x)), tag);
      else if (kind === "support") edit(moveTo({ kind, id }, near ? studs.x_mm : grid(x), 0), tag);
      else edit(moveTo({ kind, id }, kind === "shelf" && altKey ? x : grid(x), grid(y)), tag);
      begun.edited = true;
      return begun;
    },
    { filterTaps: true, keyboardDisplacement: 0, pointer: { keys: false } },
  );
  useNearer(viewing, paper);
  const latest = useRef(bind);
  useLayoutEffect(() => {
    latest.current = bind;
  });
  return useCallback((kind, id, grip) => latest.current(kind, id, grip), []);
}

const useGesture = createUseGesture([pinchAction, wheelAction]);

/** The wheel, and two fingers, bring the wall nearer about where they are. */
function useNearer(viewing: Viewing, paper: RefObject<SVGSVGElement | null>) {
  const at = (x: number, y: number): [number, number] => {
    const r = paper.current?.getBoundingClientRect();
    return [x - (r?.left ?? 0), y - (r?.top ?? 0)];
  };
  useGesture(
    {
      onWheel: ({ event, delta: [, dy] }) => {
        event.preventDefault();
        if (dy !== 0) viewing.look(Math.exp(-dy / 500), at(event.clientX, event.clientY), [0, 0]);
      },
      onPinch: ({ origin, offset: [scale], first, memo }) => {
        const was = (memo as { scale: number; origin: [number, number] } | undefined) ?? { scale, origin };
        if (!first)
          viewing.look(scale / was.scale, at(...was.origin), [origin[0] - was.origin[0], origin[1] - was.origin[1]]);
        return { scale, origin };
      },
    },
    { target: paper, eventOptions: { passive: false }, pinch: { pinchOnWheel: false, pointer: { touch: true } } },
  );
}

/** Where a thing, or an end of a shelf, is before it is dragged. */
function before(design: Project, kind: Exclude<DragKind, "pan">, id: string): [number, number] {
  if (kind !== "left" && kind !== "right") return placeOf(design, { kind, id });
  const [x, y] = placeOf(design, { kind: "shelf", id });
  return kind === "left" ? [x, y] : [x + (shelfOf(design, { kind: "shelf", id })?.length_mm ?? 0), y];
}
