import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { Ladder, Shelf } from "../../api/types.gen";
import { reportOf, useAnswer, useCatalogue, useDeeds, useDesign } from "../../bench/context";
import { nameOf } from "../../bench/words";
import { fine, lengthUnit, mass } from "../../format";
import { Slide } from "../../bench/Slide";
import { useHit } from "../../ui/useCoarse";
import { Sheet } from "../../ui/Sheet";
import { stuffOf } from "./StuffFields";
import { setBoard, setThickness } from "../../model/board";

const LETTERS = "ABCDEFGH";
const RUNGS = { in: [12.7, 15.875, 19.05, 25.4, 31.75, 38.1], mm: [12, 15, 18, 22, 27, 35, 45] };

/** How far boards span under so much a metre: a ladder with a rung for each thickness. */
export function LadderSheet({ shelf, onClose }: { shelf: Shelf; onClose: () => void }) {
  const design = useDesign();
  const report = useAnswer();
  const catalogue = useCatalogue();
  const { edit } = useDeeds();
  const u = design.units;
  const asked = reportOf(report, shelf.id);
  const load = asked && !asked.evenly ? (asked.asked_kg / shelf.length_mm) * 1000 : 25;
  const [perMetre, setPerMetre] = useState(Math.min(150, Math.max(2, Math.round(load))));
  const [span, setSpan] = useState(Math.round(asked?.sagging?.span_mm ?? shelf.length_mm * 0.56));
  const [woods, setWoods] = useState(() => [...new Set([shelf.board.woods[0] ?? "", ...catalogue.usual.ladder])]);
  const rungs = RUNGS[u.length === "in" ? "in" : "mm"];
  const own = rungs.some((t) => Math.abs(t - shelf.thickness_mm) < 0.5);
  const thicknesses = own ? rungs : [...rungs, shelf.thickness_mm].sort((a, b) => a - b);
  const ask = { design, shelf: shelf.id, woods, thicknesses_mm: thicknesses, per_metre_kg: perMetre, span_mm: span };
  const q = useQuery({
    queryKey: ["ladder", ask],
    queryFn: () => stages.ladder(ask),
    placeholderData: keepPreviousData,
    gcTime: 0,
    retry: false,
  });
  const stuff = stuffOf(catalogue);
  const make = (wood: string, thickness: number) => {
    const panel = catalogue.panels.some((p) => p.key === wood);
    edit((p) =>
      setThickness(
        shelf.id,
        thickness,
      )(
        setBoard(shelf.id, { woods: [wood], tested_mpa: undefined, across: panel ? shelf.board.across : undefined })(p),
      ),
    );
  };
  const foot = u.length === "in" ? 0.3048 : 1; // masses by the foot or by the metre
  return (
    <Sheet open onClose={onClose} title="Span ladder" printable>
      <p className="text-soft">
        The longest span of a plain board {lengthUnit(shelf.depth_mm, u)} deep on two supports, judged as this shelf is:
        by its school, stay, moisture and what is below.
      </p>
      <Slide
        label="it carries"
        kind="mass"
        value={perMetre * foot}
        min={1 * foot}
        max={150 * foot}
        step={foot}
        text={`${mass(perMetre * foot, u)} ${u.mass} a ${foot === 1 ? "metre" : "foot"}`}
        onValue={(v) => setPerMetre(v / foot)}
      />
      <Slide
        label="it must span"
        kind="length"
        value={span}
        min={200}
        max={2400}
        step={u.length === "in" ? 12.7 : 10}
        text={lengthUnit(span, u)}
        onValue={setSpan}
      />
      {q.error && (
        <p role="alert" className="text-red">
          {reason(q.error)}
        </p>
      )}
      {q.data && <Rungs ladder={q.data} woods={q.data.thinnest.map((t) => t.wood)} onMake={make} now={shelf} />}
      <ul className="mt-2 grid gap-y-1" aria-label="Woods on the ladder">
        {woods.map((w, i) => {
          const thin = q.data?.thinnest.find((t) => t.wood === w)?.thickness_mm;
          return (
            <li key={w} className="grid grid-cols-[1.5rem_minmax(0,1fr)_auto_auto] items-center gap-x-2">
              <span className="fig font-medium">{LETTERS[i]}</span>
              <select
                aria-label={`wood ${LETTERS[i]}`}
                className="min-h-7 bg-transparent text-chalk"
                value={w}
                onChange={(e) => setWoods([...new Set(woods.map((o, j) => (j === i ? e.target.value : o)))])}
              >
                {stuff.map(([key, name]) => (
                  <option key={key} value={key} className="bg-sheet text-ink">
                    {name}
                  </option>
                ))}
              </select>
              <span className="text-small text-soft" data-testid={`thinnest-${w}`}>
                {thin ? (
                  <>
                    thinnest for this span <span className="fig text-ink">{fine(thin, u)}</span>
                  </>
                ) : (
                  "none here spans it"
                )}
              </span>
              {woods.length > 1 && (
                <button
                  type="button"
                  className="act print:hidden"
                  aria-label={`Take ${nameOf(catalogue, w)} off`}
                  onClick={() => setWoods(woods.filter((o) => o !== w))}
                >
                  ✕
                </button>
              )}
            </li>
          );
        })}
      </ul>
      <p className="mt-2 flex gap-x-4 print:hidden">
        {woods.length < 6 && (
          <button
            type="button"
            className="act"
            onClick={() => setWoods([...woods, stuff.find(([k]) => !woods.includes(k))?.[0] ?? ""])}
          >
            one more wood
          </button>
        )}
        <button type="button" className="act" onClick={() => window.print()}>
          print
        </button>
      </p>
      <p className="mt-2 text-small text-soft">
        A check for hobby use; local codes and licensed people decide. The brackets and their screws are another matter:
        the whole check has the last word.
      </p>
    </Sheet>
  );
}

/** The picture: a rung for each thickness, a bar for each wood as long as it spans. */
function Rungs({
  ladder,
  woods,
  onMake,
  now,
}: {
  ladder: Ladder;
  woods: string[];
  onMake: (wood: string, thickness: number) => void;
  now: Shelf;
}) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const u = design.units;
  const [width, setWidth] = useState(() => Math.min(640, window.innerWidth) - 44);
  useEffect(() => {
    const on = () => setWidth(Math.min(640, window.innerWidth) - 44);
    window.addEventListener("resize", on);
    return () => window.removeEventListener("resize", on);
  }, []);
  /** A longest span, rounded down. */
  const most = (mm: number) => {
    const step = u.length === "in" ? 25.4 / 16 : 1;
    return lengthUnit(Math.floor(mm / step) * step, u);
  };
  const left = 74;
  const far = Math.max(ladder.span_mm * 1.1, ...ladder.rungs.flatMap((r) => r.spans.map((s) => s.span_mm)));
  const x = (mm: number) => left + (mm / far) * (width - 128 - left);
  const each = useHit();
  const tall = each * woods.length + 10;
  const height = ladder.rungs.length * tall + 34;
  return (
    <svg
      width={width}
      height={height}
      role="group"
      aria-label="Longest spans"
      className="mt-2 block"
      data-testid="ladder"
    >
      <line
        x1={x(ladder.span_mm)}
        x2={x(ladder.span_mm)}
        y1={16}
        y2={height}
        stroke="var(--chalk)"
        strokeWidth="1.4"
        strokeDasharray="6 4"
      />
      <text
        x={x(ladder.span_mm)}
        y={12}
        fontSize="var(--size-small)"
        textAnchor="middle"
        fill="var(--chalk)"
        className="fig"
      >
        {lengthUnit(ladder.span_mm, u)}
      </text>
      {ladder.rungs.map((r, i) => {
        const y = 26 + i * tall;
        const mine = Math.abs(r.thickness_mm - now.thickness_mm) < 0.3;
        return (
          <g key={r.thickness_mm}>
            <line x1={0} x2={width} y1={y - 4} y2={y - 4} stroke="var(--hair)" />
            <text
              x={0}
              y={y + tall / 2 - 3}
              fontSize="var(--size-note)"
              className="fig"
              fontWeight={mine ? 500 : 400}
              fill="var(--ink)"
            >
              {fine(r.thickness_mm, u)}
            </text>
            {r.spans.map((s, j) => {
              const ok = s.span_mm >= ladder.span_mm;
              const yy = y + each / 2 + j * each;
              const color = ok ? "var(--vial)" : "var(--ochre)";
              return (
                <g
                  key={s.wood}
                  role="button"
                  tabIndex={0}
                  className="cursor-pointer"
                  aria-label={`${nameOf(catalogue, s.wood)}, ${fine(r.thickness_mm, u)} thick, spans ${most(s.span_mm)}: make the shelf of it`}
                  onClick={() => onMake(s.wood, r.thickness_mm)}
                  onKeyDown={(e) => (e.key === "Enter" || e.key === " ") && onMake(s.wood, r.thickness_mm)}
                >
                  <rect
                    x={left}
                    y={yy - each / 2}
                    width={width - left}
                    height={each}
                    fill="transparent"
                    className="focus-ring"
                  />
                  <line x1={x(0)} x2={x(s.span_mm)} y1={yy} y2={yy} stroke={color} strokeWidth={ok ? 5 : 2.5} />
                  <line x1={x(s.span_mm)} x2={x(s.span_mm)} y1={yy - 6} y2={yy + 6} stroke={color} strokeWidth="2" />
                  <text x={x(s.span_mm) + 6} y={yy + 4.5} fontSize="var(--size-small)" fill="var(--ink)">
                    <tspan fontWeight="600">{LETTERS[woods.indexOf(s.wood)]}</tspan>{" "}
                    <tspan className="fig">{most(s.span_mm)}</tspan>
                    {s.by !== "sag" && <tspan fill="var(--soft)"> {s.by}</tspan>}
                  </text>
                </g>
              );
            })}
          </g>
        );
      })}
    </svg>
  );
}
