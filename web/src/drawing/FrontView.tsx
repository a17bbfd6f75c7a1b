import { useDrag } from "@use-gesture/react";
import { useRef, useState, type KeyboardEvent, type ReactNode } from "react";
import type { Project } from "../api/types.gen";
import { reportOf, useBench, useWords } from "../bench/context";
import { lengthUnit } from "../format";
import { ScannerDrawing } from "../stages/wall/ScannerDrawing";
import { Hatches } from "./Hatch";
import { KeepOutDrawing } from "./KeepOutDrawing";
import { ShelfDrawing } from "./ShelfDrawing";
import { contentsTop, extent } from "./Supports";
import { ShelfDimensions, StudDimensions } from "./Dimensions";
import { WallFill } from "./WallFill";
import { fit, type Box, type View } from "./view";
import { assumed, itemOf, nearestStud, railOf, shelfOf, studsOf, supportOf, type Selection } from "../model/find";
import { moveEnd, moveItem, moveKeepOut, moveRail, moveShelf, moveStud, moveSupport } from "../model/move";

type DragKind = Selection["kind"] | "left" | "right" | "pan";

/** The wall from the front, to scale, where things are dragged and typed on. */
export function FrontView({ width, height }: { width: number; height: number }) {
  const { design, report, selection, select, edit, shelfId, stage, scanner } = useBench();
  const words = useWords();
  const scanning = scanner.on && stage === "Wall";
  const [whole, setWhole] = useState(false);
  const [zoom, setZoom] = useState(1);
  const [pan, setPan] = useState<[number, number]>([0, 0]);
  const drags = useRef(0);
  // While something is dragged the view stands still under it.
  const [held, setHeld] = useState<View | null>(null);

  const shelf = design.shelves.find((s) => s.id === shelfId);
  const small = width < 620;
  const pad = scanning ? { x: 28, top: 36, bottom: 12 } : { x: small ? 48 : 72, top: 104, bottom: small ? 56 : 74 };
  const base = fit(boxOf(), width, height, pad);
  const k = base.k * zoom;
  const moved: View = {
    k,
    x: (mm) => (base.x(mm) - width / 2) * zoom + width / 2 + pan[0],
    y: (mm) => (base.y(mm) - height / 2) * zoom + height / 2 + pan[1],
  };
  const view = held ?? moved;

  function boxOf(): Box {
    if (scanning) {
      const { length_mm, height_mm } = design.wall; // the whole length, and as much of the height as there is room for
      const room = ((height - pad.top - pad.bottom) / (width - 2 * pad.x)) * length_mm;
      return { x0: 0, x1: length_mm, y0: Math.max(0, height_mm - room), y1: height_mm };
    }
    if (!shelf || whole) return { x0: 0, x1: design.wall.length_mm, y0: 0, y1: design.wall.height_mm };
    const goes = extent(reportOf(report, shelf.id));
    const low = Math.max(80, goes.below);
    return {
      x0: stage === "Wall" && !small ? 0 : Math.max(0, shelf.x_mm - 60),
      x1:
        stage === "Wall" && !small
          ? design.wall.length_mm
          : Math.min(design.wall.length_mm, shelf.x_mm + shelf.length_mm + 60),
      y0: shelf.y_mm - low - 130,
      y1: shelf.y_mm + Math.max(shelf.thickness_mm + 160, contentsTop(shelf, reportOf(report, shelf.id)), goes.above),
    };
  }

  const grid = (mm: number) => {
    const step = design.units.length === "in" ? 25.4 / 16 : 1;
    return Math.round(mm / step) * step;
  };

  const show = (all: boolean) => {
    setZoom(1);
    setPan([0, 0]);
    setWhole(all);
  };

  const choose = (kind: Exclude<DragKind, "pan">, id: string) =>
    select(kind === "left" || kind === "right" ? { kind: "shelf", id } : { kind, id });

  const bind = useDrag(
    ({ args, movement: [mx, my], first, last, memo, altKey, event, tap }) => {
      const [kind, id] = args as [DragKind, string];
      event.stopPropagation();
      if (tap) {
        setHeld(null);
        if (kind !== "pan") choose(kind, id);
        else if (!small) select(shelfId ? { kind: "shelf", id: shelfId } : null);
        return memo;
      }
      if (first) {
        if (kind !== "pan") {
          choose(kind, id);
          setHeld(view);
        }
        drags.current++;
        memo = kind === "pan" ? pan : placeOf(design, kind, id);
      }
      if (last) setHeld(null);
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

  const thing = (sel: Selection, label: string, children: ReactNode, className = "cursor-grab touch-none") => {
    const on = selection?.kind === sel.kind && selection.id === sel.id;
    const keys = (e: KeyboardEvent) => {
      if (e.key === " ") {
        e.preventDefault();
        select(sel);
      }
    };
    return (
      <g
        key={sel.id}
        tabIndex={0}
        role="button"
        aria-label={label}
        aria-pressed={on}
        data-thing={`${sel.kind}:${sel.id}`}
        className={className}
        onFocus={(e) => e.currentTarget.matches(":focus-visible") && !on && select(sel)}
        onKeyDown={keys}
        {...bind(sel.kind, sel.id)}
      >
        {children}
      </g>
    );
  };

  const top = view.y(design.wall.height_mm);
  const floor = view.y(0);
  return (
    <div className="relative overflow-hidden bg-sheet" style={{ width, height }}>
      <svg
        width={width}
        height={height}
        role="group"
        aria-label="The wall from the front"
        className="block select-none"
      >
        <Hatches />
        <rect width={width} height={height} fill="transparent" className="touch-none" {...bind("pan", "")} />
        <g pointerEvents="none" stroke="var(--soft)">
          <line x1={view.x(0)} x2={view.x(design.wall.length_mm)} y1={floor} y2={floor} strokeWidth="2" />
          <line x1={view.x(0)} x2={view.x(0)} y1={top} y2={floor} />
          <line x1={view.x(design.wall.length_mm)} x2={view.x(design.wall.length_mm)} y1={top} y2={floor} />
        </g>
        <WallFill wall={design.wall} view={view} />
        {studsOf(design).map((s) => {
          const x = view.x(s.x_mm);
          const w = s.width_mm * view.k;
          const hit = Math.max(24, w);
          const on = selection?.id === s.id;
          return thing(
            { kind: "stud", id: s.id },
            `Stud at ${lengthUnit(s.x_mm, design.units)}`,
            <>
              <rect
                x={x - hit / 2}
                y={top}
                width={hit}
                height={floor - top}
                fill="transparent"
                className="focus-ring"
              />
              <rect
                x={x - w / 2}
                y={top}
                width={w}
                height={floor - top}
                fill={assumed(s) ? "none" : "url(#stud)"}
                strokeDasharray={assumed(s) ? "4 4" : undefined}
                stroke={on ? "var(--chalk)" : assumed(s) ? "var(--ochre)" : "none"}
                strokeWidth={on ? 2 : 1.2}
                opacity={on || assumed(s) || stage === "Wall" ? 1 : 0.65}
              />
              <line
                x1={x}
                x2={x}
                y1={top}
                y2={floor}
                stroke={on ? "var(--chalk)" : "var(--soft)"}
                strokeDasharray="10 4 2 4"
                strokeWidth="0.8"
              />
            </>,
            "cursor-ew-resize touch-none",
          );
        })}
        {design.wall.keep_outs.map((o) =>
          thing(
            { kind: "keepout", id: o.id },
            `${o.name || (words("KeepOutKind").find(([k]) => k === o.kind)?.[1] ?? "")}, ${lengthUnit(o.x_mm, design.units)} along, ${lengthUnit(o.y_mm, design.units)} up`,
            <KeepOutDrawing keepOut={o} view={view} wall={design.wall} on={selection?.id === o.id} />,
          ),
        )}
        {[...design.shelves.filter((s) => s.id !== shelfId), ...design.shelves.filter((s) => s.id === shelfId)].map(
          (s) => (
            <ShelfDrawing
              key={s.id}
              shelf={s}
              report={reportOf(report, s.id)}
              view={view}
              thing={thing}
              bindEnd={(end) => bind(end, s.id)}
              current={s.id === shelfId && !scanning}
            />
          ),
        )}
        {scanning && <ScannerDrawing view={view} height={height} />}
      </svg>
      {shelf && !whole && !scanning && <ShelfDimensions shelf={shelf} view={view} />}
      <StudDimensions view={view} width={width} height={height} shelf={whole ? undefined : shelf} />
      <div className="absolute top-1 left-2 flex gap-3 text-[13px]" role="group" aria-label="View">
        <button
          type="button"
          className="act"
          aria-label="Zoom out"
          onClick={() => setZoom((z) => Math.max(0.4, z / 1.25))}
        >
          − out
        </button>
        <button
          type="button"
          className="act"
          aria-label="Zoom in"
          onClick={() => setZoom((z) => Math.min(8, z * 1.25))}
        >
          + in
        </button>
        <button type="button" className="act" onClick={() => show(false)}>
          fit shelf
        </button>
        <button type="button" className="act" onClick={() => show(true)}>
          whole wall
        </button>
      </div>
    </div>
  );
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
