import { memo, Suspense, type ComponentType } from "react";
import type { Rail, Shelf, ShelfReport, Stud } from "../api/types.gen";
import { useCatalogue, useChoice, useLooks } from "../bench/context";
import { nameOf } from "../bench/words";
import { lengthUnit, type Units } from "../format";
import { formOf, partsOf } from "../model/find";
import { useHit } from "../ui/useCoarse";
import { extent, idle } from "./extent";
import { FaultMarks } from "./FaultMarks";
import { ItemDrawing } from "./ItemDrawing";
import { drawnSag, SagCurve } from "./SagCurve";
import { RailDrawing, SupportDrawing } from "./Supports";
import { isOn, Thing, useBind } from "./Thing";
import type { View } from "./view";

interface Props {
  shelf: Shelf;
  rail: Rail | undefined;
  studs: Stud[];
  units: Units;
  report: ShelfReport | undefined;
  view: View;
  current: boolean;
  /** What the stage marks on the shelf that the bench is about. */
  Marks: ComponentType<{ shelf: Shelf; report: ShelfReport; view: View }> | undefined;
}

/** One shelf with its contents, supports, holes and the sag of its board; drawn when it changes. */
export const ShelfDrawing = memo(function ShelfDrawing(p: Props) {
  const { shelf, report, view, current, units, rail } = p;
  const { loaded } = useLooks();
  const fallen = current ? (loaded?.fallen ?? null) : null;
  // The tallest first, so that it does not cover the name of what stands beside it.
  const contents = [...shelf.contents]
    .sort((a, b) => b.height_mm - a.height_mm)
    .map((it, i) => (
      <g key={it.id} transform={fallen ? tumbled(shelf, view, (it.from_mm + it.to_mm) / 2, i) : undefined}>
        <ItemDrawing item={it} shelf={shelf} report={report} units={units} view={view} named={current && !fallen} />
      </g>
    ));
  const supports = <Carriers {...p} />;
  if (formOf(shelf))
    return (
      <g opacity={current ? 1 : 0.4} data-shelf={shelf.id}>
        {rail && <RailDrawing shelf={shelf} rail={rail} report={report} units={units} view={view} />}
        <FormOutline {...p} />
        {supports}
        {contents}
        {fallen && <Fallen {...p} words={WORDS[fallen]} />}
      </g>
    );
  const over = rail?.kind === "cleat"; // hooks stand before the board's back edge
  return (
    <g opacity={current ? 1 : 0.4} data-shelf={shelf.id}>
      {rail && <RailDrawing shelf={shelf} rail={rail} report={report} units={units} view={view} />}
      {over && supports}
      {contents}
      <g
        transform={
          fallen ? (fallen === "down" ? tumbled(shelf, view, shelf.length_mm / 2, 0) : hung(shelf, view)) : undefined
        }
      >
        <Board {...p} />
      </g>
      {fallen && <Fallen {...p} words={WORDS[fallen]} />}
      {current && !fallen && <Ends shelf={shelf} view={view} />}
      {current && report && p.Marks && (
        <Suspense fallback={null}>
          <p.Marks shelf={shelf} report={report} view={view} />
        </Suspense>
      )}
      {current && report && !fallen && <SagCurve shelf={shelf} report={report} units={units} view={view} />}
      {!over && supports}
      {current && !fallen && <FaultMarks shelf={shelf.id} view={view} />}
    </g>
  );
});

const WORDS = { down: "it has come down", hangs: "it hangs bent" };

/** How far what comes down is drawn below where it was, px: to the floor, or as far as it is seen. */
const fall = (s: Shelf, view: View) => Math.max(20, Math.min(view.y(0) - view.y(s.y_mm), 110));

/** Lying below where it was, by one turn or the other; x along the board. */
const tumbled = (s: Shelf, view: View, x: number, i: number) =>
  `translate(0 ${fall(s, view)}) rotate(${i % 2 ? 21 : -5} ${view.x(s.x_mm + x)} ${view.y(s.y_mm)})`;

/** Hanging by its left support. */
const hung = (s: Shelf, view: View) =>
  `rotate(6 ${view.x(Math.min(...partsOf(s).map((u) => u.x_mm), s.x_mm + s.length_mm))} ${view.y(s.y_mm)})`;

/** Where the board was that has come down. */
function Fallen({ shelf, view, words }: Props & { words: string }) {
  const x = view.x(shelf.x_mm);
  const top = view.y(shelf.y_mm + shelf.thickness_mm);
  const wide = shelf.length_mm * view.k;
  return (
    <g pointerEvents="none">
      <rect
        x={x}
        y={top}
        width={wide}
        height={view.y(shelf.y_mm) - top}
        fill="none"
        stroke="var(--red)"
        strokeDasharray="5 4"
      />
      <text x={x + wide / 2} y={top - 10} textAnchor="middle" fontSize="var(--size-note)" fill="var(--red)">
        {words}
      </text>
    </g>
  );
}

/** What carries the shelf, from the left. */
function Carriers({ shelf, rail, studs, units, report, view, current }: Props) {
  const fallen = useLooks().loaded?.fallen ?? null;
  const places = partsOf(shelf)
    .map((u) => view.x(u.x_mm))
    .sort((a, b) => a - b);
  const crowded = places.some((x, i) => i > 0 && x - (places[i - 1] ?? x) < 76);
  const below = Math.max(extent(report).below, rail ? shelf.y_mm - rail.bottom_mm : 0) * view.k;
  const foot = view.y(shelf.y_mm) + Math.max(below, current && report ? drawnSag(report, view).deep : 0);
  return partsOf(shelf).map((u) => (
    <SupportDrawing
      key={u.id}
      support={u}
      shelf={shelf}
      report={report?.supports.find((r) => r.id === u.id)}
      studs={studs}
      units={units}
      view={view}
      named={current && !crowded && !fallen && report !== undefined && report.links.length > 0}
      foot={foot}
      alone={(report?.supports.filter(idle).length ?? 0) === 1}
    />
  ));
}

/** Where something is that holds without a board, and its platforms. */
function FormOutline({ shelf, report, view, units }: Props) {
  const { selection } = useChoice();
  const on = isOn(selection, { kind: "shelf", id: shelf.id });
  const x0 = view.x(shelf.x_mm);
  const wide = shelf.length_mm * view.k;
  const high = Math.max(120, extent(report).above, 24 / view.k);
  return (
    <>
      <Thing
        sel={{ kind: "shelf", id: shelf.id }}
        label={`${shelf.name}: ${report?.form ?? "rack"}, ${lengthUnit(shelf.length_mm, units)} long`}
        className="cursor-move"
        box={[x0, view.y(shelf.y_mm + high), wide, high * view.k]}
        outline={on ? "var(--chalk)" : "var(--hair)"}
      />
      {shelf.frame?.platforms.map((l) => (
        <rect
          key={l.id}
          x={x0}
          y={view.y(shelf.y_mm + l.up_mm)}
          width={wide}
          height={Math.max(2, shelf.thickness_mm * view.k)}
          fill="var(--timber)"
          stroke="var(--ink)"
        />
      ))}
    </>
  );
}

/** The board from the front, with what is cut into it. */
function Board({ shelf, view, units }: Props) {
  const { selection } = useChoice();
  const catalogue = useCatalogue();
  const on = isOn(selection, { kind: "shelf", id: shelf.id });
  const x0 = view.x(shelf.x_mm);
  const x1 = view.x(shelf.x_mm + shelf.length_mm);
  const under = view.y(shelf.y_mm);
  const thick = Math.max(2, under - view.y(shelf.y_mm + shelf.thickness_mm));
  const wood = nameOf(catalogue, shelf.board.woods[0]);
  return (
    <>
      <Thing
        sel={{ kind: "shelf", id: shelf.id }}
        label={`${shelf.name}: ${wood}, ${lengthUnit(shelf.length_mm, units)} long, ${lengthUnit(shelf.y_mm, units)} up`}
        className="cursor-move"
        box={[x0, under - thick, x1 - x0, thick]}
      >
        <rect
          x={x0}
          y={under - thick}
          width={x1 - x0}
          height={thick}
          fill="var(--timber)"
          stroke={on ? "var(--chalk)" : "var(--ink)"}
          strokeWidth={on ? 2 : 1.2}
        />
        <path
          d={`M${x0 + 4} ${under - thick * 0.62} C ${x0 + (x1 - x0) * 0.3} ${under - thick * 0.75}, ${x0 + (x1 - x0) * 0.6} ${under - thick * 0.4}, ${x1 - 4} ${under - thick * 0.55}`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="0.5"
          opacity="0.4"
        />
      </Thing>
      {shelf.build.cuts?.map((c) => (
        <rect
          key={c.id}
          pointerEvents="none"
          x={view.x(shelf.x_mm + c.from_mm)}
          y={c.depth_mm && !c.top ? under - c.depth_mm * view.k : under - thick}
          width={Math.max(2, c.length_mm * view.k)}
          height={c.depth_mm ? Math.max(2, c.depth_mm * view.k) : thick}
          fill="var(--sheet)"
          stroke="var(--ink)"
          strokeDasharray="3 2"
        />
      ))}
    </>
  );
}

/** The board's ends, to drag it longer or shorter by. */
function Ends({ shelf, view }: { shelf: Shelf; view: View }) {
  const bind = useBind();
  const hit = useHit();
  const on = isOn(useChoice().selection, { kind: "shelf", id: shelf.id });
  const under = view.y(shelf.y_mm);
  const thick = Math.max(2, under - view.y(shelf.y_mm + shelf.thickness_mm));
  return (["left", "right"] as const).map((end) => {
    const x = view.x(end === "left" ? shelf.x_mm : shelf.x_mm + shelf.length_mm);
    return (
      <g
        key={end}
        {...bind(end, shelf.id, on)}
        className={`cursor-ew-resize ${on ? "block touch-none" : ""}`}
        data-end={end}
      >
        <rect x={x - hit / 2} y={under - thick / 2 - hit / 2 - 2} width={hit} height={hit + 4} fill="transparent" />
        <line x1={x} x2={x} y1={under - thick - 4} y2={under + 4} stroke="var(--chalk)" strokeWidth="3" />
      </g>
    );
  });
}
