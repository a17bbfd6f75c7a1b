import { useDrag } from "@use-gesture/react";
import { useCallback, useLayoutEffect, useRef } from "react";
import type { Project } from "../api/types.gen";
import { useChoice, useDeeds } from "../bench/context";
import { itemOf, nearestStud, railOf, shelfOf, supportOf } from "../model/find";
import { moveEnd, moveItem, moveKeepOut, moveRail, moveShelf, moveStud, moveSupport } from "../model/move";
import type { Bind, DragKind } from "./Thing";
import type { Viewing } from "./useView";

/** Makes the things on the wall draggable, and the wall itself. */
export function useDrags(design: Project, viewing: Viewing, small: boolean): Bind {
  const { shelfId } = useChoice();
  const { select, edit } = useDeeds();
  const drags = useRef(0);
  const grid = (mm: number) => {
    const step = design.units.length === "in" ? 25.4 / 16 : 1;
    return Math.round(mm / step) * step;
  };
  const choose = (kind: Exclude<DragKind, "pan">, id: string) =>
    select(kind === "left" || kind === "right" ? { kind: "shelf", id } : { kind, id });
  const { view, pan, setPan, hold } = viewing;

  const bind = useDrag(
    ({ args, movement: [mx, my], first, last, memo, altKey, event, tap }) => {
      const [kind, id] = args as [DragKind, string];
      event.stopPropagation();
      if (tap) {
        hold(false);
        if (kind !== "pan") choose(kind, id);
        else if (!small) select(shelfId ? { kind: "shelf", id: shelfId } : null);
        return memo;
      }
      if (first) {
        if (kind !== "pan") {
          choose(kind, id);
          hold(true);
        }
        drags.current++;
        memo = kind === "pan" ? pan : placeOf(design, kind, id);
      }
      if (last) hold(false);
      const [x0, y0] = memo as [number, number];
      const x = x0 + mx / view.k;
      const tag = `drag-${drags.current}`;
      if (kind === "pan") setPan([x0 + mx, y0 + my]);
      else if (kind === "support") {
        const stud = nearestStud(design, x);
        const near = stud && Math.abs(stud.x_mm - x) * view.k < 16;
        edit(moveSupport(id, near && !altKey ? stud.x_mm : grid(x)), tag);
      } else if (kind === "shelf") edit(moveShelf(id, altKey ? x : grid(x), grid(y0 - my / view.k)), tag);
      else if (kind === "rail") edit(moveRail(id, grid(x), grid(y0 - my / view.k)), tag);
      else if (kind === "item") edit(moveItem(id, grid(x)), tag);
      else if (kind === "stud") edit(moveStud(id, grid(x)), tag);
      else if (kind === "keepout") edit(moveKeepOut(id, grid(x), grid(y0 - my / view.k)), tag);
      else edit(moveEnd(id, kind, grid(x)), tag);
      return memo;
    },
    { filterTaps: true, keyboardDisplacement: 0, pointer: { keys: false } },
  );
  const latest = useRef(bind);
  useLayoutEffect(() => {
    latest.current = bind;
  });
  return useCallback((kind, id) => latest.current(kind, id), []);
}

/** Where a thing is before it is dragged: x along the wall, or the board, and y. */
function placeOf(design: Project, kind: Exclude<DragKind, "pan">, id: string): [number, number] {
  if (kind === "item") return [itemOf(design, id)?.from_mm ?? 0, 0];
  if (kind === "stud") return [design.wall.studs.find((s) => s.id === id)?.x_mm ?? 0, 0];
  if (kind === "keepout") {
    const k = design.wall.keep_outs.find((o) => o.id === id);
    return [k?.x_mm ?? 0, k?.y_mm ?? 0];
  }
  if (kind === "rail") {
    const r = railOf(design, id);
    return [r?.x_mm ?? 0, r?.bottom_mm ?? 0];
  }
  if (kind === "support") return [supportOf(design, id)?.x_mm ?? 0, 0];
  const s = shelfOf(design, { kind: "shelf", id });
  if (!s) return [0, 0];
  return kind === "right" ? [s.x_mm + s.length_mm, 0] : [s.x_mm, s.y_mm];
}
