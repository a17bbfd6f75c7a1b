import { Suspense, type ComponentType } from "react";
import type { Shelf, ShelfReport } from "../api/types.gen";
import { reportOf, useAnswer, useChoice, useDesign, useLooks, useWords } from "../bench/context";
import { lengthUnit } from "../format";
import { railOf, woodStuds } from "../model/find";
import { ShelfDimensions, StudDimensions } from "./Dimensions";
import { Hatches } from "./Hatch";
import { KeepOutDrawing } from "./KeepOutDrawing";
import { ShelfDrawing } from "./ShelfDrawing";
import { Studs } from "./Studs";
import { BindContext, isOn, Thing } from "./Thing";
import { useDrags } from "./useDrags";
import { useView, type Viewing } from "./useView";
import type { View } from "./view";
import { WallFill } from "./WallFill";

/** Something laid over the whole wall, by the key under which it is laid and taken away. */
export interface Over {
  key: string;
  Drawing: ComponentType<{ view: View; height: number }>;
}

/** What is asked of the front view. */
export interface Front {
  wide?: boolean;
  items?: boolean;
  over?: Over;
  Marks?: ComponentType<{ shelf: Shelf; report: ShelfReport; view: View }>;
}

/** The wall from the front, to scale, where things are dragged and typed on. */
export function FrontView({ width, height, canvas }: { width: number; height: number; canvas: Front }) {
  const design = useDesign();
  const report = useAnswer();
  const { shelfId, selection } = useChoice();
  const laid = useLooks().over;
  const words = useWords();
  const Over = canvas.over && canvas.over.key === laid ? canvas.over.Drawing : null;
  const shelf = design.shelves.find((s) => s.id === shelfId);
  const small = width < 620;
  const wide = canvas.wide ?? false;
  const viewing = useView({
    width,
    height,
    design,
    shelf,
    answer: reportOf(report, shelfId),
    wide,
    over: Over !== null,
  });
  const bind = useDrags(design, viewing, small);
  const { view, whole } = viewing;
  const kinds = words("KeepOutKind");
  const others = design.shelves.filter((s) => s.id !== shelfId);
  return (
    <BindContext value={bind}>
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
          <Outline view={view} length={design.wall.length_mm} high={design.wall.height_mm} />
          <WallFill wall={design.wall} view={view} />
          <Studs design={design} view={view} strong={wide} />
          {design.wall.keep_outs.map((o) => (
            <Thing
              key={o.id}
              sel={{ kind: "keepout", id: o.id }}
              label={`${o.name || (kinds.find(([k]) => k === o.kind)?.[1] ?? "")}, ${lengthUnit(o.x_mm, design.units)} along, ${lengthUnit(o.y_mm, design.units)} up`}
            >
              <KeepOutDrawing
                keepOut={o}
                view={view}
                wall={design.wall}
                on={isOn(selection, { kind: "keepout", id: o.id })}
              />
            </Thing>
          ))}
          {design.fixtures.panels.map((a) => (
            <rect
              key={a.id}
              pointerEvents="none"
              x={view.x(a.x_mm)}
              y={view.y(a.bottom_mm + a.height_mm)}
              width={a.width_mm * view.k}
              height={a.height_mm * view.k}
              fill="var(--timber-light)"
              fillOpacity="0.45"
              stroke="var(--timber-ink)"
              strokeWidth="0.8"
            />
          ))}
          {[...others, ...(shelf ? [shelf] : [])].map((s) => (
            <ShelfDrawing
              key={s.id}
              shelf={s}
              rail={railOf(design, s.rail)}
              studs={woodStuds(design)}
              units={design.units}
              report={reportOf(report, s.id)}
              view={view}
              current={s.id === shelfId && !Over}
              Marks={s.id === shelfId ? canvas.Marks : undefined}
            />
          ))}
          {Over && (
            <Suspense fallback={null}>
              <Over view={view} height={height} />
            </Suspense>
          )}
        </svg>
        {shelf && !whole && !Over && <ShelfDimensions shelf={shelf} view={view} items={canvas.items ?? false} />}
        <StudDimensions view={view} width={width} height={height} shown={wide || (shelf !== undefined && !whole)} />
        <ViewButtons viewing={viewing} />
      </div>
    </BindContext>
  );
}

/** The floor and the ends of the wall. */
function Outline({ view, length, high }: { view: View; length: number; high: number }) {
  const top = view.y(high);
  const floor = view.y(0);
  return (
    <g pointerEvents="none" stroke="var(--soft)">
      <line x1={view.x(0)} x2={view.x(length)} y1={floor} y2={floor} strokeWidth="2" />
      <line x1={view.x(0)} x2={view.x(0)} y1={top} y2={floor} />
      <line x1={view.x(length)} x2={view.x(length)} y1={top} y2={floor} />
    </g>
  );
}

function ViewButtons({ viewing }: { viewing: Viewing }) {
  return (
    <div className="absolute top-1 left-2 flex gap-3 text-small" role="group" aria-label="View">
      <button type="button" className="act" aria-label="Zoom out" onClick={() => viewing.zoomBy(0.8)}>
        − out
      </button>
      <button type="button" className="act" aria-label="Zoom in" onClick={() => viewing.zoomBy(1.25)}>
        + in
      </button>
      <button type="button" className="act" onClick={() => viewing.show(false)}>
        fit shelf
      </button>
      <button type="button" className="act" onClick={() => viewing.show(true)}>
        whole wall
      </button>
    </div>
  );
}
