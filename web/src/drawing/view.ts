/** Where a wall in millimetres lands on the screen in pixels. */
export interface View {
  k: number; // pixels per mm
  x: (mm: number) => number;
  y: (mm: number) => number;
}

export interface Box {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

/** Fits a box of the wall, y up, into a drawing with room for its words. */
export function fit(box: Box, width: number, height: number, pad: { x: number; top: number; bottom: number }): View {
  const k = Math.max(
    0.01,
    Math.min((width - 2 * pad.x) / (box.x1 - box.x0), (height - pad.top - pad.bottom) / (box.y1 - box.y0)),
  );
  const left = (width - (box.x1 - box.x0) * k) / 2;
  const spare = height - pad.top - pad.bottom - (box.y1 - box.y0) * k;
  return {
    k,
    x: (mm) => left + (mm - box.x0) * k,
    y: (mm) => pad.top + spare / 2 + (box.y1 - mm) * k,
  };
}
