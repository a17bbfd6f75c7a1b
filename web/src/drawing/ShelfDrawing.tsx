import type { SVGProps } from "react";
import type { Item, SagAt, Shelf, ShelfReport } from "../api/types.gen";
import { linkOf, useBench } from "../bench/context";
import { nameOf, TIMES } from "../bench/words";
import { lengthUnit, round, sag, weight } from "../format";
import { ItemShape } from "./Contents";
import { extent, idle, RailDrawing, reach, SupportDrawing, type Thing } from "./Supports";
import type { View } from "./view";
import { formOf, partsOf, railOf } from "../model/find";

/** One shelf with its contents, supports, holes and the sag of its board. */
export function ShelfDrawing({
  shelf,
  report,
  view,
  thing,
  bindEnd,
  current,
}: {
  shelf: Shelf;
  report: ShelfReport | undefined;
  view: View;
  thing: Thing;
  bindEnd: (end: "left" | "right") => SVGProps<SVGGElement>;
  current: boolean;
}) {
  const { design, selection, catalogue, stage } = useBench();
  const x0 = view.x(shelf.x_mm);
  const x1 = view.x(shelf.x_mm + shelf.length_mm);
  const under = view.y(shelf.y_mm);
  const top = view.y(shelf.y_mm + shelf.thickness_mm);
  const thick = Math.max(2, under - top);
  const on = selection?.kind === "shelf" && selection.id === shelf.id;
  const wood = nameOf(catalogue, shelf.board.woods[0]);
  const hit = Math.max(thick, 24);
  const places = partsOf(shelf)
    .map((u) => view.x(u.x_mm))
    .sort((a, b) => a - b);
  const crowded = places.some((x, i) => i > 0 && x - (places[i - 1] ?? x) < 64);
  const rail = railOf(design, shelf.rail);
  const over = rail?.kind === "cleat"; // hooks stand before the board's back edge
  const form = formOf(shelf);
  const supports = partsOf(shelf).map((u) => (
    <SupportDrawing
      key={u.id}
      support={u}
      shelf={shelf}
      report={report?.supports.find((r) => r.id === u.id)}
      view={view}
      thing={thing}
      named={current && !crowded}
      foot={
        under +
        Math.max(
          Math.max(extent(report).below, rail ? shelf.y_mm - rail.bottom_mm : 0) * view.k,
          current && report ? drawnSag(report, view).deep : 0,
        )
      }
      alone={(report?.supports.filter(idle).length ?? 0) === 1}
    />
  ));
  // The tallest first, so that it does not cover the name of what stands beside it.
  const contents = [...shelf.contents]
    .sort((a, b) => b.height_mm - a.height_mm)
    .map((it) => (
      <ItemDrawing key={it.id} item={it} shelf={shelf} report={report} view={view} thing={thing} named={current} />
    ));
  if (form)
    return (
      <g opacity={current ? 1 : 0.4}>
        {thing(
          { kind: "shelf", id: shelf.id },
          `${shelf.name}: ${report?.form ?? "rack"}, ${lengthUnit(shelf.length_mm, design.units)} long`,
          <rect
            x={x0}
            y={view.y(shelf.y_mm + Math.max(120, extent(report).above))}
            width={x1 - x0}
            height={Math.max(120, extent(report).above) * view.k}
            fill="transparent"
            stroke={on ? "var(--chalk)" : "var(--hair)"}
            strokeDasharray="4 4"
            className="focus-ring"
          />,
          "cursor-move touch-none",
        )}
        {shelf.frame?.platforms.map((l) => (
          <rect
            key={l.id}
            x={x0}
            y={view.y(shelf.y_mm + l.up_mm)}
            width={x1 - x0}
            height={Math.max(2, shelf.thickness_mm * view.k)}
            fill="var(--timber)"
            stroke="var(--ink)"
          />
        ))}
        {supports}
        {contents}
      </g>
    );
  return (
    <g opacity={current ? 1 : 0.4}>
      <RailDrawing shelf={shelf} report={report} view={view} thing={thing} />
      {over && supports}
      {contents}
      {thing(
        { kind: "shelf", id: shelf.id },
        `${shelf.name}: ${wood}, ${lengthUnit(shelf.length_mm, design.units)} long, ${lengthUnit(shelf.y_mm, design.units)} up`,
        <>
          <rect
            x={x0}
            y={under - thick / 2 - hit / 2}
            width={x1 - x0}
            height={hit}
            fill="transparent"
            className="focus-ring"
          />
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
        </>,
        "cursor-move touch-none",
      )}
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
      {current &&
        (["left", "right"] as const).map((end) => (
          <g key={end} {...bindEnd(end)} className="cursor-ew-resize touch-none" data-end={end}>
            <rect
              x={(end === "left" ? x0 : x1) - 12}
              y={under - thick / 2 - 14}
              width={24}
              height={28}
              fill="transparent"
            />
            <line
              x1={end === "left" ? x0 : x1}
              x2={end === "left" ? x0 : x1}
              y1={under - thick - 4}
              y2={under + 4}
              stroke="var(--chalk)"
              strokeWidth="3"
            />
          </g>
        ))}
      {current && report && stage === "Load" && <WorstPlaces shelf={shelf} report={report} view={view} />}
      {current && report && <SagCurve shelf={shelf} report={report} view={view} />}
      {!over && supports}
    </g>
  );
}

function ItemDrawing({
  item,
  shelf,
  report,
  view,
  thing,
  named,
}: {
  item: Item;
  shelf: Shelf;
  report: ShelfReport | undefined;
  view: View;
  thing: Thing;
  named: boolean;
}) {
  const { design, selection } = useBench();
  const a = view.x(shelf.x_mm + item.from_mm);
  const b = view.x(shelf.x_mm + item.to_mm);
  const [low, high] = reach(shelf, report, item);
  const base = view.y(shelf.y_mm + low);
  const top = view.y(shelf.y_mm + high);
  const kg = report?.contents.find((c) => c.id === item.id)?.kg;
  const words = kg === undefined ? "" : round(kg, design.units);
  const count = item.by === "count" && (item.count ?? 0) > 1 ? `${item.count} × ` : "";
  const on = selection?.kind === "item" && selection.id === item.id;
  return thing(
    { kind: "item", id: item.id },
    `${count}${item.name}, ${words}, standing at the ${item.place}`,
    <>
      <rect
        x={a}
        y={Math.min(top, base - 24)}
        width={Math.max(24, b - a)}
        height={Math.max(24, base - top)}
        fill="transparent"
        className="focus-ring"
      />
      <ItemShape item={item} x0={a} x1={b} top={top} base={base} />
      {on && <rect x={a} y={top} width={b - a} height={base - top} fill="none" stroke="var(--chalk)" strokeWidth="2" />}
      {named && (
        <text x={(a + b) / 2} y={top - 8} textAnchor="middle" fontSize="14" fill="var(--ink)">
          {b - a + 100 > (count + item.name).length * 7 + 60 ? count + item.name : ""}
          <tspan className="fig" dx="6">
            {words}
          </tspan>
        </text>
      )}
    </>,
  );
}

/** Where on the front edge a sudden load is worst. */
function WorstPlaces({ shelf, report, view }: { shelf: Shelf; report: ShelfReport; view: View }) {
  const { design } = useBench();
  const marks = [
    { answer: report.handling, words: "worst place to set down" },
    ...(report.accident ? [{ answer: report.accident, words: "worst place for an accident" }] : []),
  ];
  const y = view.y(shelf.y_mm);
  const foot = y + extent(report).below * view.k + 96;
  return (
    <g pointerEvents="none" data-testid="worst-places">
      {marks.map(({ answer, words }, i) => {
        const x = view.x(shelf.x_mm + answer.x_mm);
        const color = answer.verdict === "gives" ? "var(--red)" : "var(--ink)";
        const left = x > view.x(shelf.x_mm + shelf.length_mm / 2);
        return (
          <g key={words} fill={color}>
            <line
              x1={x}
              x2={x}
              y1={foot - 6 + 20 * i}
              y2={y + 8}
              stroke={color}
              strokeWidth="1.5"
              strokeDasharray="2 3"
            />
            <path d={`M${x - 6} ${y + 13} l6 -11 l6 11 z`} />
            <text x={x + (left ? -8 : 8)} y={foot + 20 * i} textAnchor={left ? "end" : "start"} fontSize="13">
              {words}: <tspan className="fig">{weight(answer.load_n, design.units)}</tspan>
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** By how much the sag is drawn larger than it is, and how deep it goes then, in pixels. */
function drawnSag(report: ShelfReport, view: View): { times: number; deep: number } {
  const deepest = Math.max(0.01, ...report.curve.later_mm.map(Math.abs)) * view.k;
  const times = [100, 50, 20, 10, 5, 2, 1].find((f) => deepest * f <= 34) ?? 1;
  return { times, deep: report.curve.now_mm.length ? deepest * times : 0 };
}

/** The board's line at a time, larger than life by a stated factor, with its true figure. */
function SagCurve({ shelf, report, view }: { shelf: Shelf; report: ShelfReport; view: View }) {
  const { design, time } = useBench();
  const sagging = report.sagging;
  const link = linkOf(report, sagging?.link);
  const at = sagging?.times[Math.min(time, sagging.times.length - 1)];
  const today = sagging?.times[0];
  if (!link || !at || !today || report.curve.now_mm.length === 0) return null;
  const { self_mm: self, now_mm: now } = report.curve;
  const { times, deep } = drawnSag(report, view);
  const y0 = view.y(shelf.y_mm);
  const path = (t: SagAt) =>
    "M" +
    self
      .map((own, i) => {
        const x = shelf.x_mm + (shelf.length_mm * i) / (self.length - 1);
        const down = own * t.self + ((now[i] ?? own) - own) * t.contents;
        return `${view.x(x).toFixed(1)} ${(y0 + down * times * view.k).toFixed(1)}`;
      })
      .join("L");
  const x = view.x(shelf.x_mm + Math.min(Math.max(link.x_mm ?? 0, shelf.length_mm * 0.12), shelf.length_mm * 0.88));
  const y = y0 + Math.max(deep, extent(report).below * view.k) + 50;
  return (
    <g pointerEvents="none">
      <path d={path(today)} fill="none" stroke="var(--chalk)" strokeWidth="1" strokeDasharray="3 3" />
      <path d={path(at)} fill="none" stroke="var(--chalk)" strokeWidth="1.8" />
      <g textAnchor="middle" fill="var(--chalk)">
        <text x={x} y={y} fontSize="14">
          sags <tspan className="fig">{sag(today.sag_mm, design.units)}</tspan>, {TIMES[time]}{" "}
          <tspan className="fig" data-testid="sag">
            {sag(at.sag_mm, design.units)}
          </tspan>
        </text>
        <text x={x} y={y + 17} fontSize="13" fill="var(--soft)">
          drawn × {times}; straight is {sag(link.allowed_mm ?? 0, design.units)}
        </text>
      </g>
    </g>
  );
}
