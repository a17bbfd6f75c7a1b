import { useMemo, useState } from "react";
import type { Project, Shelf, ShelfReport } from "../api/types.gen";
import { contentsTop, extent } from "./extent";
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
  pan: [number, number];
  whole: boolean;
  setPan: (p: [number, number]) => void;
  zoomBy: (f: number) => void;
  /** Shows the shelf, or all of the wall. */
  show: (all: boolean) => void;
  /** While something is dragged the view stands still under it. */
  hold: (on: boolean) => void;
}

/** What of the wall is seen, and how large. */
export function useView(l: Looking): Viewing {
  const [whole, setWhole] = useState(false);
  const [zoom, setZoom] = useState(1);
  const [pan, setPan] = useState<[number, number]>([0, 0]);
  const [held, setHeld] = useState<View | null>(null);
  const { width, height } = l;
  const small = width < 620;
  const pad = l.over ? { x: 28, top: 36, bottom: 12 } : { x: small ? 48 : 72, top: 104, bottom: small ? 56 : 74 };
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
  return {
    view: held ?? moved,
    pan,
    whole,
    setPan,
    zoomBy: (f) => setZoom((z) => Math.min(8, Math.max(0.4, z * f))),
    show: (all) => {
      setZoom(1);
      setPan([0, 0]);
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
    y0: s.y_mm - Math.max(80, goes.below) - 130,
    y1: s.y_mm + Math.max(s.thickness_mm + 160, contentsTop(s, l.answer), goes.above),
  };
}
