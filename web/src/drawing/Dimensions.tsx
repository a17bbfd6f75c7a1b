import type { ReactNode } from "react";
import type { Shelf } from "../api/types.gen";
import { reportOf, useAnswer, useChoice, useDesign } from "../bench/context";
import { Measure } from "../bench/Measure";
import { contentsTop, extent } from "./extent";
import type { View } from "./view";
import { setItem, setShelf, setStud } from "../model/edit";
import { formOf, isWhole, partsOf, studsOf, type Part } from "../model/find";
import { moveSupport, setLength } from "../model/move";

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
const BESIDE = 100;

/** The dimensions of the shelf on the bench. */
export function ShelfDimensions({ shelf, view, items }: { shelf: Shelf; view: View; items: boolean }) {
  const report = useAnswer();
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
        className="absolute flex items-center gap-1 text-small text-soft"
        style={{
          left: x0 >= BESIDE ? x0 - 4 : 0,
          top: view.y(shelf.y_mm) - 13,
          transform: x0 >= BESIDE ? "translateX(-100%)" : undefined,
        }}
      >
        <Measure
          bare
          label="height of the board above the floor"
          kind="length"
          value={shelf.y_mm}
          onValue={(v) => setShelf(shelf.id, { y_mm: v })}
        />
        {x0 >= BESIDE && "up"}
      </div>
    </>
  );
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
        if (x1 < 30 || x0 > width - 30 || x1 - x0 < 70 || !shown) return null;
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
