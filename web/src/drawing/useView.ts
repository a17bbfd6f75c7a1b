import { useMemo, useState } from "react";
import type { Project, Shelf, ShelfReport } from "../api/types.gen";
import { contentsLow, contentsTop, extent } from "./extent";
import { fit, type Box, type View } from "./view";

interface Looking {
  width: number;
  height: number;
  design: Project;
  shelf: Shelf | undefined;
  answer: ShelfReport | undefined;
  /** The wall at its whole length. */
  wide: boolean;
  /** Something is laid over the whole wall. */
  over: boolean;
}

export interface Viewing {
  view: View;
  whole: boolean;
  /** Nearer by a factor about a point, px, and moved by so many. */
  look: (nearer: number, about: [number, number], by: [number, number]) => void;
  zoomBy: (f: number) => void;
  /** Shows the shelf, or all of the wall. */
  show: (all: boolean) => void;
  /** While something is dragged the view stands still under it. */
  hold: (on: boolean) => void;
}

/** How near the wall is seen, and how far it is moved, px. */
interface Lens {
  zoom: number;
  pan: [number, number];
}

const STRAIGHT: Lens = { zoom: 1, pan: [0, 0] };

/** Up to how wide a drawing has no room beside a shelf, px. */
export const NARROW = 440;

/** What of the wall is seen, and how large. */
export function useView(l: Looking): Viewing {
  const [whole, setWhole] = useState(false);
  const [{ zoom, pan }, setLens] = useState<Lens>(STRAIGHT);
  const [held, setHeld] = useState<View | null>(null);
  const { width, height } = l;
  const small = width < 620;
  const pad = l.over
    ? { x: 28, top: 36, bottom: 12 }
    : whole
      ? { x: 20, top: 12, bottom: l.wide ? 44 : 12 }
      : { x: small ? 48 : 72, top: 104, bottom: width < NARROW ? 132 : small ? 56 : 74 };
  const box = boxOf(l, whole, small, pad);
  const key = JSON.stringify([box, width, height, pad, zoom, pan]);
  const moved = useMemo<View>(() => {
    const base = fit(box, width, height, pad);
    return {
      k: base.k * zoom,
      x: (mm) => (base.x(mm) - width / 2) * zoom + width / 2 + pan[0],
      y: (mm) => (base.y(mm) - height / 2) * zoom + height / 2 + pan[1],
    };
    // The key says all that it is made of.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  const look = (nearer: number, [px, py]: [number, number], [dx, dy]: [number, number]) =>
    setLens((was) => {
      const zoom = Math.min(8, Math.max(0.4, was.zoom * nearer));
      const by = zoom / was.zoom;
      const stays = (p: number, middle: number, pan: number) => p - middle - (p - middle - pan) * by;
      return {
        zoom,
        pan: [stays(px, width / 2, was.pan[0]) + dx, stays(py, height / 2, was.pan[1]) + dy],
      };
    });
  return {
    view: held ?? moved,
    whole,
    look,
    zoomBy: (f) => look(f, [width / 2, height / 2], [0, 0]),
    show: (all) => {
      setLens(STRAIGHT);
      setWhole(all);
    },
    hold: (on) => setHeld(on ? (held ?? moved) : null),
  };
}

function boxOf(l: Looking, whole: boolean, small: boolean, pad: { x: number; top: number; bottom: number }): Box {
  const { length_mm: length, height_mm: high } = l.design.wall;
  if (l.over) {
    // The whole length, and as much of the height as there is room for.
    const room = ((l.height - pad.top - pad.bottom) / (l.width - 2 * pad.x)) * length;
    return { x0: 0, x1: length, y0: Math.max(0, high - room), y1: high };
  }
  const s = l.shelf;
  if (!s || whole) return { x0: 0, x1: length, y0: 0, y1: high };
  const goes = extent(l.answer);
  const wide = l.wide && !small;
  return {
    x0: wide ? 0 : Math.max(0, s.x_mm - 60),
    x1: wide ? length : Math.min(length, s.x_mm + s.length_mm + 60),
    y0: s.y_mm - Math.max(80, goes.below, contentsLow(s, l.answer)) - 130,
    y1: s.y_mm + Math.max(s.thickness_mm + 160, contentsTop(s, l.answer), goes.above),
  };
}
