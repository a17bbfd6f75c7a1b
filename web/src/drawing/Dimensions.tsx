import type { ReactNode } from "react";
import type { Shelf } from "../api/types.gen";
import { reportOf, useDrawn, useChoice, useDesign } from "../bench/context";
import { Measure } from "../bench/Measure";
import { contentsTop, extent, tallOf } from "./extent";
import type { View } from "./view";
import { setItem, setStud, type Edit } from "../model/edit";
import { formOf, isWhole, partsOf, studsOf, type Part } from "../model/find";
import { moveShelf, moveSupport, setLength } from "../model/move";
import { neighbours } from "../model/place";

/** How far a board goes past its first and its last support; typed, that support moves. */
function overhangs(shelf: Shelf, supports: Part[]) {
  const first = supports[0];
  const last = supports.at(-1);
  const end = shelf.x_mm + shelf.length_mm;
  if (!first || !last) return [];
  return [
    {
      label: "left overhang",
      from: shelf.x_mm,
      to: first.x_mm,
      put: (v: number) => moveSupport(first.id, shelf.x_mm + v),
    },
    { label: "right overhang", from: last.x_mm, to: end, put: (v: number) => moveSupport(last.id, end - v) },
  ];
}

/** A dimension line with its figure to type on, from x0 to x1 at y, in pixels. */
function Across({
  x0,
  x1,
  y,
  children,
  tone = "var(--chalk)",
}: {
  x0: number;
  x1: number;
  y: number;
  children: ReactNode;
  tone?: string;
}) {
  return (
    <div
      className="pointer-events-none absolute"
      style={{ left: x0, top: y - 12, width: Math.max(0, x1 - x0), height: 24 }}
    >
      <svg className="absolute inset-0 overflow-visible" width="100%" height="24" aria-hidden>
        <line
          x1="1"
          x2="100%"
          y1="12"
          y2="12"
          stroke={tone}
          strokeWidth="1"
          markerStart="url(#arrow)"
          markerEnd="url(#arrow)"
        />
        <line x1="0" x2="0" y1="5" y2="19" stroke={tone} />
        <line x1="100%" x2="100%" y1="5" y2="19" stroke={tone} />
      </svg>
      <div className="pointer-events-auto absolute left-1/2 -translate-x-1/2 text-center">{children}</div>
    </div>
  );
}

/** Room for a height beside the board, px. */
const BESIDE = 92;

/** The dimensions of the shelf on the bench. */
export function ShelfDimensions({
  shelf,
  view,
  items,
  narrow,
  height,
}: {
  shelf: Shelf;
  view: View;
  items: boolean;
  /** There is no room beside the shelf: what it is away from others is typed in the panel. */
  narrow: boolean;
  /** How high the drawing is, px. */
  height: number;
}) {
  const report = useDrawn();
  const { selection } = useChoice();
  const x0 = view.x(shelf.x_mm);
  const x1 = view.x(shelf.x_mm + shelf.length_mm);
  const above = formOf(shelf) ? extent(reportOf(report, shelf.id)).above : shelf.thickness_mm;
  const over =
    view.y(shelf.y_mm + Math.max(above, contentsTop(shelf, reportOf(report, shelf.id)))) -
    (shelf.contents.length ? 30 : 8);
  const y2 = Math.max(62, over - 12);
  const y1 = y2 - 28;
  const item = items && selection?.kind === "item" ? shelf.contents.find((c) => c.id === selection.id) : undefined;
  const supports = partsOf(shelf)
    .filter((s) => !isWhole(shelf, s.id))
    .sort((a, b) => a.x_mm - b.x_mm);
  const noun = formOf(shelf) ? "upright" : "bracket";
  return (
    <>
      <Across x0={x0} x1={x1} y={y1}>
        <Measure
          bare
          label="length of the board"
          kind="length"
          value={shelf.length_mm}
          onValue={(v) => setLength(shelf.id, v)}
        />
      </Across>
      {item ? (
        <Across x0={x0} x1={view.x(shelf.x_mm + item.from_mm)} y={y2}>
          <Measure
            bare
            label={`${item.name}, from the left end`}
            kind="length"
            value={item.from_mm}
            onValue={(v) => setItem(item.id, { from_mm: v, to_mm: v + item.to_mm - item.from_mm })}
          />
        </Across>
      ) : (
        overhangs(shelf, supports).map((o) =>
          view.x(o.to) - view.x(o.from) < 58 ? null : (
            <Across key={o.label} x0={view.x(o.from)} x1={view.x(o.to)} y={y2}>
              <Measure bare label={o.label} kind="length" value={o.to - o.from} onValue={o.put} />
            </Across>
          ),
        )
      )}
      {!item &&
        supports.slice(1).map((s, i) => {
          const left = supports[i] ?? s;
          if (view.x(s.x_mm) - view.x(left.x_mm) < 58) return null;
          return (
            <Across key={s.id} x0={view.x(left.x_mm)} x1={view.x(s.x_mm)} y={y2}>
              <Measure
                bare
                label={`${noun} ${i + 1} to ${noun} ${i + 2}`}
                kind="length"
                value={s.x_mm - left.x_mm}
                onValue={(v) => moveSupport(s.id, left.x_mm + v)}
              />
            </Across>
          );
        })}
      <div
        className={`absolute text-right text-small text-soft ${narrow ? "flex gap-4" : ""}`}
        style={
          narrow
            ? { left: 8, top: height - 60 }
            : {
                left: x0 >= BESIDE ? x0 - 12 : 0,
                top: view.y(shelf.y_mm) - (formOf(shelf) ? 40 : 30),
                transform: x0 >= BESIDE ? "translateX(-100%)" : undefined,
              }
        }
      >
        <Place
          mark="↑"
          title="over the floor"
          label="height of the board above the floor"
          value={shelf.y_mm}
          onValue={(v) => moveShelf(shelf.id, shelf.x_mm, v)}
        />
        <Place
          mark="↦"
          title="from the wall's left end"
          label="left end of the board, along the wall"
          value={shelf.x_mm}
          onValue={(v) => moveShelf(shelf.id, v, shelf.y_mm)}
        />
      </div>
      {!narrow && <Gaps shelf={shelf} view={view} x={x1} height={height} />}
    </>
  );
}

/** One figure of where a shelf is, with a mark for which way it is measured. */
function Place({
  mark,
  title,
  ...m
}: {
  mark: string;
  title: string;
  label: string;
  value: number;
  onValue: (v: number) => Edit;
}) {
  return (
    <div className="flex items-center justify-end" title={title}>
      <span aria-hidden>{mark}</span>
      <Measure bare kind="length" {...m} />
    </div>
  );
}

/** The room to the shelves over and under one, beside its right end, where that is on the drawing. */
function Gaps({ shelf, view, x, height }: { shelf: Shelf; view: View; x: number; height: number }) {
  const design = useDesign();
  const report = useDrawn();
  const tall = (s: Shelf) => tallOf(s, reportOf(report, s.id));
  return neighbours(design, shelf, tall).map((g) => {
    const high = g.gap * view.k;
    const top = view.y(g.from + g.gap);
    // Both ends are seen, and under the board there is room beside what is written there.
    if (high < (g.over ? 44 : 110) || top < 0 || top + high > height - 36) return null;
    const end = g.over ? high : 0; // at the board
    return (
      <div key={g.label} className="pointer-events-none absolute" style={{ left: x + 4, top, width: 60, height: high }}>
        <svg className="absolute inset-0 overflow-visible" width="60" height={high} aria-hidden>
          <line x1="0" x2="36" y1={end} y2={end} stroke="var(--chalk)" strokeDasharray="2 3" />
          <line
            x1="30"
            x2="30"
            y1="1"
            y2={high - 1}
            stroke="var(--chalk)"
            markerStart="url(#arrow)"
            markerEnd="url(#arrow)"
          />
        </svg>
        <div
          className={`pointer-events-auto absolute left-1/2 -translate-x-1/2 -translate-y-1/2 ${g.over ? "top-1/2" : "top-[calc(100%-12px)]"}`}
        >
          <Measure bare label={g.label} kind="length" value={g.gap} onValue={g.put} />
        </div>
      </div>
    );
  });
}

/** The tape's word on the studs, along the bottom. */
export function StudDimensions({
  view,
  width,
  height,
  shown,
}: {
  view: View;
  width: number;
  height: number;
  shown: boolean;
}) {
  const design = useDesign();
  const studs = [...studsOf(design)].sort((a, b) => a.x_mm - b.x_mm);
  const y = height - 22;
  return (
    <>
      {studs.slice(1).map((s, i) => {
        const left = studs[i] ?? s;
        const x0 = view.x(left.x_mm);
        const x1 = view.x(s.x_mm);
        const middle = (x0 + x1) / 2; // the figure is seen whole, or not at all
        if (middle < 44 || middle > width - 44 || x1 - x0 < 70 || !shown) return null;
        return (
          <Across key={s.id} x0={x0} x1={x1} y={y} tone="var(--soft)">
            <Measure
              bare
              label={`stud ${i + 1} to stud ${i + 2}`}
              kind="length"
              value={s.x_mm - left.x_mm}
              onValue={(v) => setStud(s.id, { x_mm: left.x_mm + v })}
            />
          </Across>
        );
      })}
    </>
  );
}
