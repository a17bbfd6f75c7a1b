import { useScanner } from "./scanner";
import { useState } from "react";
import { reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { StudMark } from "../../api/types.gen";
import { useCatalogue, useDeeds, useDesign } from "../../bench/context";
import { lengthUnit } from "../../format";
import { Sure } from "../../ui/Sure";
import { Group } from "../../ui/fields";
import { FileButton } from "../../ui/FileButton";
import { barMark, forgetStuds, isTaken, takeMarks } from "../../model/wall";

/** The scanner's side of the wall stage: sweep it both ways, then take the marks. */
export function ScannerPanel() {
  const design = useDesign();
  const scanner = useScanner();
  const catalogue = useCatalogue();
  const { edit } = useDeeds();
  const by = scanner.reply?.behind ? "stand-in" : "scanner";
  const [error, setError] = useState<string | null>(null);
  const w = design.wall;
  const marks = scanner.reply?.marks ?? [];
  const ready = marks.filter((m) => m.kind === "stud" && m.both);
  const seen = marks.filter((m) => m.kind === "stud");
  const lost =
    scanner.reply?.readings.length && !(seen.length > 0 && seen.every((m) => isTaken(design, m)))
      ? "The scan is not taken yet."
      : null;
  const read = async (f: File) => {
    try {
      if (f.size > 3 << 20) throw new Error(`${f.name} is larger than a scan can be (3 MB)`);
      scanner.show(await stages.scan({ text: await f.text() }));
      setError(null);
    } catch (err) {
      setError(reason(err));
    }
  };
  const says = (m: StudMark) => {
    if (m.kind !== "stud") return m.why;
    return m.both ? `stud, found both ways, ± ${lengthUnit(m.doubt_mm, design.units)}` : "stud? sweep back over it";
  };
  return (
    <Group title="Stud scanner" action={<Sure label="put it away" lost={lost} onSure={scanner.close} />}>
      <p className="text-small text-soft" data-testid="behind">
        Simulated{scanner.reply?.behind ? `, over ${scanner.reply.behind}` : ""}. Calibrate on plain lining, then sweep
        right and back: drag it, or arrow keys; Shift sweeps.
      </p>
      <p role="status" className={scanner.seeing ? "text-vial" : "text-red"} data-testid="seeing">
        {scanner.seeing
          ? scanner.sweeping
            ? "sweeping"
            : "calibrated"
          : scanner.reply?.readings.length
            ? "calibration lost: calibrate it again"
            : "not calibrated yet"}
      </p>
      <p className="flex flex-wrap gap-x-5">
        <button type="button" className="act font-semibold" disabled={scanner.sweeping} onClick={scanner.calibrate}>
          calibrate
        </button>
        <button type="button" className="act" onClick={() => scanner.sweep(0)}>
          ← sweep
        </button>
        <button type="button" className="act" onClick={() => scanner.sweep(w.length_mm)}>
          sweep →
        </button>
        <Sure label="start again" lost={lost} onSure={scanner.again} />
        <FileButton label="Scan file" accept=".jsonl,.ndjson,.json" onFile={read}>
          open a scan
        </FileButton>
      </p>
      {(error ?? scanner.error) && (
        <p role="alert" className="text-red">
          {error ?? scanner.error}
        </p>
      )}
      <ul data-testid="marks">
        {marks.map((m) => (
          <li key={m.x_mm} className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-2 border-t border-hair py-0.5">
            <span className={m.kind === "stud" ? "" : "text-ochre"}>{says(m)}</span>
            <span className="fig">{lengthUnit(m.x_mm, design.units)}</span>
            {!(m.kind === "stud" && m.both) && (
              <span className="flex gap-x-4 text-small">
                <button type="button" className="act" onClick={() => edit(takeMarks(catalogue.usual, [m], by))}>
                  it is a stud
                </button>
                {m.kind === "pipe" && (
                  <button type="button" className="act" onClick={() => edit(barMark(catalogue.usual, m))}>
                    keep out
                  </button>
                )}
              </span>
            )}
          </li>
        ))}
      </ul>
      {ready.length > 0 && (
        <button type="button" className="act font-semibold" onClick={() => edit(takeMarks(catalogue.usual, ready, by))}>
          mark {ready.length === 1 ? "this stud" : `these ${ready.length} studs`} on the wall
        </button>
      )}
      {w.studs.length > 0 && (
        <button type="button" className="act block" onClick={() => edit(forgetStuds)}>
          forget the {w.studs.length} that are marked now
        </button>
      )}
    </Group>
  );
}
