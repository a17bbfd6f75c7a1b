import type { BearsMark } from "../../api/types.gen";
import { useDesign, useWords } from "../../bench/context";
import { asked, holds, type Units } from "../../format";
import { useSize } from "../../ui/useSize";

const TONE: Record<BearsMark["kind"], string> = {
  asked: "var(--ink)",
  straight: "var(--ochre)",
  holds: "var(--red)",
  test: "var(--chalk)",
  proved: "var(--vial)",
  breaks: "var(--red)",
  broke: "var(--red)",
};
/** What a test is about stands above the rule, what it may be trusted with below. */
const BELOW: BearsMark["kind"][] = ["holds", "proved", "broke"];

/** Round steps of a scale with about so many of them. */
function step(most: number, about: number): number {
  const rough = most / about;
  const ten = 10 ** Math.floor(Math.log10(rough));
  return ten * ([1, 2, 5, 10].find((k) => k * ten >= rough) ?? 10);
}

const PER_LETTER = 7.4;

interface Laid {
  x: number;
  row: number;
  at: number;
  text: string;
  mark: BearsMark;
}

/** Words of one side of the rule, each beside its mark; none on another, nor on the line that leads to another. */
function lay(marks: BearsMark[], x: (kg: number) => number, words: (m: BearsMark) => string, width: number): Laid[] {
  const laid: (Laid & { end: number })[] = [];
  const placed = marks.map((mark) => {
    const text = words(mark);
    const long = text.length * PER_LETTER;
    const at = x(mark.kg);
    const back = at + 6 + long > width; // beyond the end: it stands before its mark, and behind all others
    return { mark, text, long, at, back, left: back ? Math.max(0, at - 6 - long) : at + 6 };
  });
  for (const { mark, text, long, at, left } of placed.sort((a, b) => Number(a.back) - Number(b.back) || b.at - a.at)) {
    const fits = (row: number) =>
      laid.every((o) => {
        const over = left < o.end + 8 && o.at < left + long + 8;
        return (
          !(over && o.row === row) && // on its words
          !(o.row > row && o.x > left - 4 && o.x < left + long + 4) && // on the line to it
          !(o.row < row && at > o.at - 4 && at < o.end + 4) // its own line on them
        );
      });
    const row = [0, 1, 2, 3, 4, 5, 6].find(fits) ?? 7;
    laid.push({ x: at, row, at: left, text, mark, end: left + long });
  }
  return laid;
}

/** One long rule in kilograms or pounds: what is asked, what it stays straight to, holds, was proved to, broke at. */
export function Bears({ marks }: { marks: BearsMark[] }) {
  const u = useDesign().units;
  const [ref, { width }] = useSize();
  return (
    <div ref={ref} className="border-t border-hair px-4 pt-1 max-[700px]:px-2" data-testid="bears">
      {width > 0 && <Rule marks={marks} width={width - 32} u={u} />}
    </div>
  );
}

const LB = 0.45359237;

function Rule({ marks, width, u }: { marks: BearsMark[]; width: number; u: Units }) {
  const label = useWords()<BearsMark["kind"]>("MarkKind");
  const seen = marks.filter((m) => !m.above || marks.some((o) => o.kg > m.kg));
  const unit = u.mass === "lb" ? LB : 1;
  const most = (Math.max(...seen.map((m) => m.kg), 1) * 1.12) / unit;
  const every = step(most, width / 60);
  const x = (kg: number) => (kg / unit / most) * width;
  const words = (m: BearsMark) => {
    const name = label.find(([k]) => k === m.kind)?.[1] ?? m.kind;
    const on = m.on && width > 500 ? `, ${m.on}` : "";
    const much = m.kind === "asked" ? asked(m.kg, u) : holds(m.kg, u);
    return `${name} ${m.above ? "above " : ""}${much}${on}${m.stale ? ", of the shelf as it was" : ""}`;
  };
  const above = lay(
    seen.filter((m) => !BELOW.includes(m.kind)),
    x,
    words,
    width,
  );
  const below = lay(
    seen.filter((m) => BELOW.includes(m.kind)),
    x,
    words,
    width,
  );
  const high = 18 * (1 + Math.max(0, ...above.map((l) => l.row)));
  const deep = 18 * (1 + Math.max(0, ...below.map((l) => l.row)));
  const top = high + 4;
  const scale = top + 20;
  const ticks = Array.from({ length: Math.floor(most / every) + 1 }, (_, i) => i * every).filter(
    (t) => (t / most) * width < width - 20,
  );
  return (
    <svg
      width={width}
      height={scale + 4 + deep}
      role="img"
      aria-label={`What it bears: ${marks.map(words).join(", ")}`}
      className="block"
    >
      <g data-timber>
        <rect x="0" y={top} width={width} height="20" fill="var(--timber-light)" stroke="var(--ink)" />
        {ticks.map((t) => (
          <g key={t}>
            <line x1={(t / most) * width} x2={(t / most) * width} y1={top} y2={top + 6} stroke="var(--timber-ink)" />
            <text
              x={(t / most) * width + (t === 0 ? 4 : 0)}
              y={scale - 3}
              fontSize="13"
              fill="var(--timber-ink)"
              textAnchor={t === 0 ? "start" : "middle"}
              style={{ stroke: "none" }}
              className="fig"
            >
              {t}
              {t === 0 ? ` ${u.mass}` : ""}
            </text>
          </g>
        ))}
      </g>
      {above.map((l) => (
        <Word key={`${l.mark.kind}${l.mark.on}`} l={l} y={high - 5 - l.row * 18} from={top} />
      ))}
      {below.map((l) => (
        <Word key={`${l.mark.kind}${l.mark.on}`} l={l} y={scale + 16 + l.row * 18} from={scale} />
      ))}
    </svg>
  );
}

function Word({ l, y, from }: { l: Laid; y: number; from: number }) {
  const tone = TONE[l.mark.kind];
  return (
    <g opacity={l.mark.stale ? 0.75 : 1}>
      <line
        x1={l.x}
        x2={l.x}
        y1={from}
        y2={y < from ? y - 8 : y}
        stroke={tone}
        strokeWidth="2"
        strokeDasharray={l.mark.stale ? "3 3" : undefined}
      />
      <text x={l.at} y={y} fontSize="14" fontWeight="600" fill={tone}>
        {l.text}
      </text>
    </g>
  );
}
