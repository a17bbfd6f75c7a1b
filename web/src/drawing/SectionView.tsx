import type { SectionPart, SectionReport, Shelf } from "../api/types.gen";
import { useCatalogue, useDesign } from "../bench/context";
import { nameOf } from "../bench/words";
import { decimal, lengthUnit } from "../format";
import { Measure } from "../bench/Measure";
import { Hatches } from "./Hatch";
import { setThickness } from "../model/board";
import { setShelf } from "../model/edit";

/** The board cut through, to scale: what it is made of, and about which axis it bends. */
export function SectionView({
  shelf,
  section,
  width,
  height,
}: {
  shelf: Shelf;
  section: SectionReport;
  width: number;
  height: number;
}) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const low = Math.min(0, ...section.parts.map((p) => p.y_mm));
  const high = Math.max(shelf.thickness_mm, ...section.parts.map((p) => p.y_mm + p.h_mm));
  const band = shelf.build.edge_band_mm ?? 0;
  const head = 56;
  const foot = 118;
  const k = Math.min((width - 92) / (shelf.depth_mm + band), (height - head - foot - 20) / (high - low));
  const x0 = 24;
  const y0 = head + (height - head - foot - (high - low) * k) / 2 + high * k;
  const X = (mm: number) => x0 + mm * k;
  const Y = (mm: number) => y0 - mm * k;
  const two = section.sides.length > 1;
  const gain = section.gain;
  const words = `Section through the board: ${section.parts.length} parts, ${decimal(gain, 2)} times as stiff as the board alone.`;
  // Of two halves the front one comes first where the lip is there.
  const half = (name: string): [number, number] =>
    !two ? [0, shelf.depth_mm] : name.includes("back") ? [0, shelf.depth_mm / 2] : [shelf.depth_mm / 2, shelf.depth_mm];
  return (
    <div className="relative border-l border-hair bg-sheet" style={{ width, height }} data-testid="section">
      <div className="absolute top-1 right-2 left-3">
        <h2 className="font-semibold">The board, cut through</h2>
        <p className="text-small leading-tight text-soft">
          {nameOf(catalogue, section.parts[0]?.wood)}
          {section.parts.length > 1 ? `, ${section.parts.length} parts` : ""}, true to scale
        </p>
      </div>
      <svg width={width} height={height} role="img" aria-label={words} className="block">
        <Hatches />
        <line x1={X(0) - 4} x2={X(0) - 4} y1={Y(high) - 26} y2={Y(low) + 26} stroke="var(--soft)" strokeWidth="2" />
        <text x={X(0) - 9} y={Y(high) - 32} fontSize="var(--size-small)" fill="var(--soft)">
          wall
        </text>
        {section.parts.map((p, i) => (
          <PartDrawing key={i} part={p} x={X(p.x_mm)} y={Y(p.y_mm + p.h_mm)} k={k} />
        ))}
        {band > 0 && (
          <rect
            x={X(shelf.depth_mm)}
            y={Y(shelf.thickness_mm)}
            width={Math.max(2, band * k)}
            height={shelf.thickness_mm * k}
            fill="none"
            stroke="var(--soft)"
            strokeDasharray="2 2"
          />
        )}
        {section.sides.map((s) => {
          const [from, to] = half(s.name);
          return (
            <g key={s.name} stroke={s.sags ? "var(--ochre)" : "var(--chalk)"}>
              <line
                x1={X(from) + (from > 0 ? 3 : -4)}
                x2={X(to) + (to === shelf.depth_mm ? 10 : -3)}
                y1={Y(s.neutral_mm)}
                y2={Y(s.neutral_mm)}
                strokeDasharray="8 3 2 3"
                strokeWidth="1.4"
              />
            </g>
          );
        })}
      </svg>
      <div className="absolute flex" style={{ left: X(shelf.depth_mm / 2) - 40, top: Y(low) + 10 }}>
        <Measure
          bare
          label="depth of the board"
          kind="length"
          value={shelf.depth_mm}
          onValue={(v) => setShelf(shelf.id, { depth_mm: v })}
        />
      </div>
      <div
        className="absolute"
        style={{ left: Math.min(X(shelf.depth_mm) + 12, width - 66), top: Y(shelf.thickness_mm / 2) - 13 }}
      >
        <Measure
          bare
          fine
          label="thickness of the board"
          kind="length"
          value={shelf.thickness_mm}
          onValue={(v) => setThickness(shelf.id, v)}
        />
      </div>
      <div className="absolute right-2 bottom-1 left-3 text-small leading-snug text-soft">
        <p>
          <span className="text-chalk">– · –</span> it bends about this line, {sidesWords()}.
        </p>
        {gain > 1.005 || gain < 0.995 ? (
          <p className="text-ink" data-testid="gain">
            <span className="fig font-medium">{decimal(gain, 2)} ×</span> as stiff as{" "}
            {shelf.build.kind === "solid" ? "the board alone" : "its parts lying loose, without a lip"}.
          </p>
        ) : (
          <p data-testid="gain">One board, as stiff as it is.</p>
        )}
        {two && (
          <p className="text-ochre">
            A lip on one edge holds that edge: {section.sides.find((s) => s.sags)?.name} sags more.
          </p>
        )}
        {section.cuts.map((c) => (
          <p key={c.id} className={c.left_mm < 6 ? "text-red" : ""}>
            The {c.name} leaves <span className="fig">{lengthUnit(c.left_mm, design.units)}</span>.
          </p>
        ))}
      </div>
    </div>
  );

  function sidesWords() {
    return section.sides
      .map((s) => `${lengthUnit(s.neutral_mm, design.units)} up${two ? ` in ${s.name}` : ""}`)
      .join("; ");
  }
}

/** One part: end grain, or the long grain of a crossed ply; dashed where it is only screwed on. */
function PartDrawing({ part: p, x, y, k }: { part: SectionPart; x: number; y: number; k: number }) {
  const box = { x, y, width: Math.max(2, p.b_mm * k), height: Math.max(2, p.h_mm * k) };
  return (
    <g>
      <rect {...box} fill="var(--timber-light)" />
      <rect
        {...box}
        fill={p.crossed ? "url(#crossed)" : "url(#grain)"}
        stroke="var(--ink)"
        strokeWidth="1.2"
        strokeDasharray={p.loose ? "4 3" : undefined}
      />
    </g>
  );
}
