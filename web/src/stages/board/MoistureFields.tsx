import { useState } from "react";
import { reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { Board, Shelf } from "../../api/types.gen";
import { reportOf, useAnswer, useDeeds, useDesign, useWords } from "../../bench/context";
import { decimal, sag } from "../../format";
import { Group, Pick, Row } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { setBoard } from "../../model/board";

/** What moisture the board lives with, what the meter reads, and how its width moves. */
export function MoistureFields({ shelf }: { shelf: Shelf }) {
  const design = useDesign();
  const report = useAnswer();
  const { edit } = useDeeds();
  const words = useWords();
  const [pins, setPins] = useState<{ pct: number; fault?: string }[]>([]);
  const [seed] = useState(() => Math.floor(performance.now()));
  const b = shelf.board;
  const m = reportOf(report, shelf.id)?.movement;
  const set = (patch: Parameters<typeof setBoard>[1]) => edit(setBoard(shelf.id, patch));
  const measure = async () => {
    try {
      const r = await stages.moisture({ seed, condition: b.condition, pins: pins.length });
      const all = [...pins, r];
      setPins(all);
      const good = all.filter((p) => !p.fault).map((p) => p.pct);
      if (good.length > 0) set({ moisture_pct: Math.round((good.reduce((a, c) => a + c, 0) / good.length) * 10) / 10 });
    } catch (err) {
      setPins([...pins, { pct: 0, fault: reason(err) }]);
    }
  };
  const last = pins.at(-1);
  return (
    <Group
      title="Moisture"
      action={
        <button type="button" className="act" onClick={() => void measure()}>
          push the meter in
        </button>
      }
    >
      <Pick
        label="lives"
        value={b.condition}
        options={words<Board["condition"]>("Condition")}
        onChange={(condition) => set({ condition })}
      />
      {last && (
        <p className="text-small text-soft" data-testid="meter">
          Simulated meter, {pins.length} {pins.length === 1 ? "place" : "places"}:{" "}
          {last.fault ? <span className="text-ochre">{last.fault}</span> : `${decimal(last.pct, 1)} %`}
        </p>
      )}
      <Measure
        label="measured, %, 0 if not"
        kind="number"
        value={b.moisture_pct ?? 0}
        onValue={(v) => setBoard(shelf.id, { moisture_pct: v || undefined })}
      />
      {m ? (
        <>
          <Pick label="sawn" value={b.sawn} options={words<Board["sawn"]>("Sawn")} onChange={(sawn) => set({ sawn })} />
          <Row label="its width moves in a year">{sag(m.swing_mm, design.units)}</Row>
          <Row label="may yet swell">{sag(m.swells_mm, design.units)}</Row>
          <Row label="may yet shrink" tone={m.settled ? undefined : "close"}>
            {sag(m.shrinks_mm, design.units)}
          </Row>
          {b.slack_mm === undefined ? (
            <p className="text-small text-soft">
              Free to move.{" "}
              <button type="button" className="act" onClick={() => set({ slack_mm: 0 })}>
                something holds it in
              </button>
            </p>
          ) : (
            <>
              <Measure
                label="room left for it"
                fine
                kind="length"
                value={b.slack_mm}
                onValue={(v) => setBoard(shelf.id, { slack_mm: v })}
              />
              <button type="button" className="act" onClick={() => set({ slack_mm: undefined })}>
                nothing holds it in
              </button>
            </>
          )}
        </>
      ) : (
        <p className="text-small text-soft">A panel hardly moves with the seasons.</p>
      )}
    </Group>
  );
}
