import { useEffect, useRef } from "react";
import type { Link, ShelfReport } from "../api/types.gen";
import { band } from "../drawing/smooth";
import { asked } from "../format";
import { Scroller } from "../ui/Scroller";
import { useDeeds, useDesign, useLooks, useWords } from "./context";
import { figureOf, named, OWN } from "./words";

const MOST = 3; // thicker than this is drawn broken off
const ONE = 20; // pixels for what is asked

interface Part {
  link: Link | null;
  ratio: number;
}

/** The load's way to the stud: a band as thick as what each link holds of what is asked. */
export function Band({ shelf, width }: { shelf: ShelfReport; width: number }) {
  const design = useDesign();
  const { light, openWorking } = useDeeds();
  const { lit } = useLooks();
  const roles = new Map<string, string>(useWords()("Role"));
  const u = design.units;
  const parts: Part[] = [
    { link: null, ratio: 1 },
    ...shelf.band
      .map((id) => shelf.links.find((l) => l.id === id))
      .filter((l) => l !== undefined)
      .map((link) => ({ link, ratio: ratioOf(link, shelf) })),
  ];
  const each = Math.max(94, width / parts.length);
  const wide = each * parts.length;
  const mid = 34;
  const tall = (r: number) => Math.max(r <= 0.02 ? 0.8 : 2, Math.min(r, MOST) * ONE);
  const points: [number, number][] = [];
  parts.forEach((p, i) => {
    if (p.link?.kind === "stiffness") return;
    const h = tall(p.ratio);
    points.push([(i + 0.26) * each, h], [(i + 0.74) * each, h]);
  });
  points.unshift([0, ONE]);
  points.push([wide, points.at(-1)?.[1] ?? ONE]);
  const shape = band(points, mid);

  const neck = parts.findIndex((p) => p.ratio < 1);
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const roll = row.current?.parentElement;
    if (roll && neck > 0) roll.scrollLeft = (neck + 0.5) * each - width / 2;
  }, [neck, each, width]);

  return (
    <Scroller across className="overflow-x-auto" role="group" aria-label="The load's way to the stud, link by link">
      <div ref={row} className="relative" style={{ width: wide }}>
        <svg width={wide} height={68} className="block" aria-hidden>
          <path
            d={shape}
            fill="var(--timber)"
            stroke="var(--ink)"
            strokeWidth="1.3"
            className="transition-[d] duration-200 motion-reduce:transition-none"
          />
          <line
            x1={0}
            x2={wide}
            y1={mid - ONE / 2}
            y2={mid - ONE / 2}
            stroke="var(--timber-ink)"
            strokeDasharray="6 5"
          />
          <line
            x1={0}
            x2={wide}
            y1={mid + ONE / 2}
            y2={mid + ONE / 2}
            stroke="var(--timber-ink)"
            strokeDasharray="6 5"
          />
          {parts.map((p, i) => {
            const x = (i + 0.5) * each;
            if (p.link?.kind === "stiffness") {
              const h = tall(p.ratio) / 2;
              return (
                <path
                  key={i}
                  d={`M${x - each * 0.36} ${mid - h} h${each * 0.72} M${x - each * 0.36} ${mid + h} h${each * 0.72}`}
                  stroke={p.ratio < 1 ? "var(--ochre)" : "var(--timber-ink)"}
                  strokeDasharray="3 3"
                  strokeWidth="2"
                  fill="none"
                />
              );
            }
            if (p.link && p.ratio < 1)
              return (
                <path key={i} d={`M${x - 8} ${mid - 8} l16 16 m0 -16 l-16 16`} stroke="var(--red)" strokeWidth="3" />
              );
            if (p.ratio > MOST)
              return (
                <path
                  key={i}
                  d={`M${x - 7} 8 l6 -7 M${x + 1} 8 l6 -7 M${x - 7} 67 l6 -7 M${x + 1} 67 l6 -7`}
                  stroke="var(--ink)"
                  strokeWidth="1.3"
                />
              );
            return null;
          })}
        </svg>
        <div className="flex items-start">
          {parts.map(({ link, ratio }) =>
            link ? (
              <button
                key={link.id}
                type="button"
                data-link={link.id}
                style={{ width: each }}
                aria-label={`${named(link)}: ${figureOf(link, u)}. Show the working`}
                className={`min-h-11 px-1 text-center text-small leading-tight hover:underline underline-offset-4 ${
                  ratio < 1 ? `${link.kind === "stiffness" ? "text-ochre" : "text-red"} font-semibold` : ""
                } ${lit === link.id ? "underline" : ""}`}
                onMouseEnter={() => light(link.id)}
                onMouseLeave={() => light(null)}
                onFocus={() => light(link.id)}
                onBlur={() => light(null)}
                onClick={() => openWorking(link.id)}
              >
                {OWN.includes(link.role) ? link.name : (roles.get(link.role) ?? link.name)}
                <span className="fig block text-small font-normal text-current opacity-90">
                  {together(figureOf(link, u))}
                </span>
              </button>
            ) : (
              <div key="contents" style={{ width: each }} className="px-1 text-center text-small leading-tight">
                contents
                <span className="fig block">{shelf.evenly ? "none yet" : asked(shelf.asked_kg, u)}</span>
              </div>
            ),
          )}
        </div>
      </div>
    </Scroller>
  );
}

/** A figure that does not part from its unit where the line breaks. */
const together = (s: string): string => s.replace(/ (?=(?:kg|lb|in|mm)\b)/g, "\u00a0");

function ratioOf(l: Link, s: ShelfReport): number {
  if (l.kind === "gate") return l.fails ? 0 : l.limit.above || s.evenly ? MOST + 1 : l.limit.kg / s.asked_kg;
  if (l.limit.above) return MOST + 1;
  return s.evenly ? (l.limit.kg > 0 ? MOST + 1 : 0) : l.limit.kg / s.asked_kg;
}
