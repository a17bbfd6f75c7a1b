import { Suspense, useRef, useState, type ComponentType } from "react";
import { lazy } from "../ui/lazy";
import type { Shelf, ShelfReport } from "../api/types.gen";
import { reportOf, useDrawn, useChoice, useDesign, useLooks, useWords } from "../bench/context";
import { lengthUnit } from "../format";
import { railOf, woodStuds } from "../model/find";
import { ShelfDimensions, StudDimensions } from "./Dimensions";
import { Hatches } from "./Hatch";
import { KeepOutDrawing } from "./KeepOutDrawing";
import { ShelfDrawing } from "./ShelfDrawing";
import { Studs } from "./Studs";
import { BindContext, isOn, Thing } from "./Thing";
import { useDrags } from "./useDrags";
import { NARROW, useView, type Viewing } from "./useView";
import type { View } from "./view";
import { useHit } from "../ui/useCoarse";
import { ThingMenu } from "./ThingMenu";
import { WallFill } from "./WallFill";

const WallInWords = lazy(() => import("./WallInWords").then((m) => ({ default: m.WallInWords })));

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
export function FrontView({ width, height: room, canvas }: { width: number; height: number; canvas: Front }) {
  const [on, set] = useState(false);
  const strip = useHit() + 6;
  if (!on) return <Drawn width={width} height={room - strip} strip={strip} canvas={canvas} words={{ on, set }} />;
  return (
    <div style={{ width }}>
      <ViewButtons viewing={null} height={strip} words={{ on, set }} />
      <Suspense fallback={null}>
        <WallInWords height={room - strip} />
      </Suspense>
    </div>
  );
}

/** Whether the wall is told in words in place of being drawn. */
interface Words {
  on: boolean;
  set: (on: boolean) => void;
}

function Drawn({
  width,
  height,
  strip,
  canvas,
  words: told,
}: {
  width: number;
  height: number;
  strip: number;
  canvas: Front;
  words: Words;
}) {
  const design = useDesign();
  const report = useDrawn();
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
  const paper = useRef<SVGSVGElement>(null);
  const bind = useDrags(design, viewing, small, paper);
  const { view, whole } = viewing;
  const kinds = words("KeepOutKind");
  const others = design.shelves.filter((s) => s.id !== shelfId);
  return (
    <BindContext value={bind}>
      <div style={{ width }}>
        <ViewButtons viewing={viewing} height={strip} words={told} />
        <div className="relative overflow-clip bg-sheet" style={{ width, height }}>
          <ThingMenu>
            <svg
              ref={paper}
              width={width}
              height={height}
              role="group"
              aria-label="The wall from the front"
              className="block touch-pan-y select-none"
            >
              <Hatches />
              <rect width={width} height={height} fill="transparent" className="cursor-grab" {...bind("pan", "")} />
              <Outline view={view} length={design.wall.length_mm} high={design.wall.height_mm} />
              <WallFill wall={design.wall} view={view} />
              <Studs design={design} view={view} strong={wide} />
              {design.wall.keep_outs.map((o) => (
                <Thing
                  key={o.id}
                  sel={{ kind: "keepout", id: o.id }}
                  box={[
                    view.x(o.x_mm),
                    view.y(o.y_mm + o.height_mm),
                    Math.max(3, o.width_mm * view.k),
                    Math.max(3, o.height_mm * view.k),
                  ]}
                  label={`${o.name || (kinds.find(([k]) => k === o.kind)?.[1] ?? "")}, ${lengthUnit(o.x_mm, design.units)} along, ${lengthUnit(o.y_mm, design.units)} up`}
                >
                  <KeepOutDrawing
                    keepOut={o}
                    view={view}
                    wall={design.wall}
                    on={isOn(selection, { kind: "keepout", id: o.id })}
                    area={[width, height]}
                    named={wide || whole}
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
          </ThingMenu>
          {shelf && !whole && !Over && (
            <ShelfDimensions
              shelf={shelf}
              view={view}
              items={canvas.items ?? false}
              narrow={width < NARROW}
              height={height}
            />
          )}
          <StudDimensions view={view} width={width} height={height} shown={wide || (shelf !== undefined && !whole)} />
        </div>
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

/** How the wall is looked at: from how near, or in words. */
function ViewButtons({ viewing, height, words }: { viewing: Viewing | null; height: number; words: Words }) {
  return (
    <div
      className="flex items-center gap-4 overflow-x-auto px-3 text-small whitespace-nowrap"
      style={{ height }}
      role="group"
      aria-label="View"
    >
      {viewing && (
        <>
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
        </>
      )}
      <button type="button" className="act ml-auto" aria-pressed={words.on} onClick={() => words.set(!words.on)}>
        {words.on ? "as a drawing" : "in words"}
      </button>
    </div>
  );
}
