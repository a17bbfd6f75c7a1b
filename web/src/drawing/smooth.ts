type Point = [number, number];

/** How steep the line through the points is at each: never so that it swings past them. */
function slopes(p: Point[]): number[] {
  const d = p.slice(1).map(([x, y], i) => {
    const [x0, y0] = p[i] ?? [x, y];
    return x === x0 ? 0 : (y - y0) / (x - x0);
  });
  return p.map((_, i) => {
    const a = d[i - 1] ?? d[i] ?? 0;
    const b = d[i] ?? a;
    return a * b <= 0 ? 0 : (2 * a * b) / (a + b);
  });
}

/** The way from the first point to the last as a smooth line, as an SVG path without its start. */
function through(p: Point[]): string {
  const m = slopes(p);
  return p
    .slice(1)
    .map(([x, y], i) => {
      const [x0, y0] = p[i] ?? [x, y];
      const third = (x - x0) / 3;
      return `C${x0 + third},${y0 + (m[i] ?? 0) * third} ${x - third},${y - (m[i + 1] ?? 0) * third} ${x},${y}`;
    })
    .join("");
}

/** A band about a middle line, so thick at each place, as an SVG path. */
export function band(points: Point[], mid: number): string {
  const over = points.map(([x, h]): Point => [x, mid - h / 2]);
  const under = points.map(([x, h]): Point => [x, mid + h / 2]);
  const [first, last] = [over[0], under.at(-1)];
  if (!first || !last) return "";
  const home = through([...under].reverse());
  return `M${first.join()}${through(over)}L${last.join()}${home}Z`;
}
