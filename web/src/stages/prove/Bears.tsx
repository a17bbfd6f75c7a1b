import type { BearsMark } from "../../api/types.gen";
import { useDesign, useWords } from "../../bench/context";
import { holds, type Units } from "../../format";
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

/** Words of one side of the rule, each beside its mark and none on another. */
function lay(marks: BearsMark[], x: (kg: number) => number, words: (m: BearsMark) => string, width: number): Laid[] {
  const ends = [0, 0, 0];
  return [...marks]
    .sort((a, b) => a.kg - b.kg)
    .map((mark) => {
      const text = words(mark);
      const long = text.length * PER_LETTER;
      const at = x(mark.kg);
      const left = at + 6 + long > width ? at - 6 - long : at + 6;
      const row = Math.max(
        0,
        ends.findIndex((end) => end <= left),
      );
      ends[row] = left + long + 10;
      return { x: at, row, at: left, text, mark };
    });
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
  const every = step(most, width / 90);
  const x = (kg: number) => (kg / unit / most) * width;
  const words = (m: BearsMark) => {
    const name = label.find(([k]) => k === m.kind)?.[1] ?? m.kind;
    const on = m.on ? `, ${m.on}` : "";
    return `${name} ${m.above ? "above " : ""}${holds(m.kg, u)}${on}${m.stale ? ", of the shelf as it was" : ""}`;
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
  const scale = top + 14;
  const ticks = Array.from({ length: Math.floor(most / every) + 1 }, (_, i) => i * every);
  return (
    <svg
      width={width}
      height={scale + 18 + deep}
      role="img"
      aria-label={`What it bears: ${marks.map(words).join(", ")}`}
      className="block"
    >
      <rect x="0" y={top} width={width} height="14" fill="var(--timber-light)" stroke="var(--ink)" />
      {ticks.map((t) => (
        <g key={t}>
          <line x1={(t / most) * width} x2={(t / most) * width} y1={top + 7} y2={scale} stroke="var(--timber-ink)" />
          <text
            x={(t / most) * width}
            y={scale + 14}
            fontSize="13"
            fill="var(--soft)"
            textAnchor={t === 0 ? "start" : "middle"}
            className="fig"
          >
            {t}
            {t === 0 ? ` ${u.mass}` : ""}
          </text>
        </g>
      ))}
      {above.map((l) => (
        <Word key={`${l.mark.kind}${l.mark.on}`} l={l} y={high - 5 - l.row * 18} from={top} />
      ))}
      {below.map((l) => (
        <Word key={`${l.mark.kind}${l.mark.on}`} l={l} y={scale + 32 + l.row * 18} from={scale} />
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
