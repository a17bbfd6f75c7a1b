import { useRef, useState } from "react";
import type { Schedule, WallHole } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { fine, lengthUnit } from "../../format";
import { HoleInHand } from "./HoleInHand";
import { HolesDrawing } from "./HolesDrawing";
import { useFacts, useHoles } from "./useMaking";

/** Every hole into the wall: on the drawing, in a table, and one at a time. */
export function HolesView({ width }: { width: number }) {
  const { reply, why } = useHoles();
  const [chosen, pick] = useState<string | null>(null);
  const top = useRef<HTMLDivElement>(null);
  const choose = (key: string) => {
    pick(key);
    top.current?.scrollIntoView({ block: "nearest" }); // what is chosen in the table is read above it
  };
  const [byBit, setByBit] = useState(false);
  const facts = useFacts();
  if (why)
    return (
      <p role="alert" className="px-4 py-2 text-red">
        {why}
      </p>
    );
  if (!reply) return null;
  if (reply.holes.length === 0) return <p className="px-4 py-3 text-soft">No hole goes into this wall.</p>;
  const order = byBit ? bitByBit(reply.holes) : reply.holes;
  const at = Math.max(
    0,
    order.findIndex((h) => h.key === (chosen ?? order.find((o) => !o.done)?.key)),
  );
  const hole = order[at] as WallHole;
  const phone = width < 640;
  const inHand = (
    <div ref={top}>
      <HoleInHand
        key={hole.key}
        hole={hole}
        n={at + 1}
        of={order.length}
        facts={facts}
        go={(by) => choose(order[at + by]?.key ?? hole.key)}
      />
    </div>
  );
  return (
    <div className="min-h-0 flex-1 overflow-y-auto px-4 pb-3">
      {phone && inHand}
      {reply.off.map((t) => (
        <p key={t} role="alert" className="text-red">
          ✕ {t}
        </p>
      ))}
      <div className="grid grid-cols-[minmax(0,3fr)_minmax(0,2fr)] gap-x-4 max-[700px]:grid-cols-1">
        <div>
          <HolesDrawing
            width={phone ? width - 32 : (width - 48) * 0.6}
            schedule={reply}
            chosen={hole.key}
            onChoose={choose}
          />
          <Lines schedule={reply} />
        </div>
        {!phone && inHand}
      </div>
      <p className="flex flex-wrap items-baseline gap-x-4 pt-2">
        <span className="text-soft">
          {byBit
            ? `${reply.changes_by_bit} changes of bit, from place to place`
            : `place by place, ${reply.changes} changes of bit`}
        </span>
        <button type="button" className="act" onClick={() => setByBit(!byBit)}>
          {byBit ? "place by place" : "bit by bit"}
        </button>
      </p>
      <Table holes={order} chosen={hole.key} onChoose={choose} />
      {reply.stick.steps && <p className="pt-2 text-small text-soft">{reply.stick.steps}</p>}
    </div>
  );
}

/** Those of one bit together, the bits in the order in which they are needed first. */
function bitByBit(holes: WallHole[]): WallHole[] {
  const bit = (h: WallHole) => `${h.pilot_mm}/${h.clearance_mm ?? 0}`;
  const bits = [...new Set(holes.map(bit))];
  return bits.flatMap((b) => holes.filter((h) => bit(h) === b));
}

function Lines({ schedule }: { schedule: Schedule }) {
  const u = useDesign().units;
  return (
    <>
      <p className="pt-1 text-small text-soft">{schedule.datum}</p>
      <h3 className="pt-1 font-semibold">Level lines first, from the bottom up</h3>
      <ul data-testid="lines">
        {schedule.lines.map((l) => (
          <li key={l.shelf}>
            <b className="fig">{lengthUnit(l.high_mm, u)}</b> {l.says}. <span className="text-soft">{l.how}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

function Table({ holes, chosen, onChoose }: { holes: WallHole[]; chosen: string; onChoose: (key: string) => void }) {
  const u = useDesign().units;
  const cell = "border-b border-hair py-1 pr-3 text-left align-top";
  const head = `${cell} font-normal text-soft`;
  return (
    <div className="overflow-x-auto">
      <table className="w-full" data-testid="holes">
        <thead>
          <tr>
            {["", "for", "along", "up", "into", "through", "pilot", "tape", "fastener"].map((t) => (
              <th key={t} className={head}>
                {t}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {holes.map((h) => (
            <tr key={h.key} className={h.key === chosen ? "bg-paper" : ""}>
              <td className={cell}>
                <button
                  type="button"
                  aria-pressed={h.key === chosen}
                  aria-label={`hole ${h.n}`}
                  className="act fig min-h-[24px] min-w-[24px] font-semibold"
                  onClick={() => onChoose(h.key)}
                >
                  {h.n}
                  {h.done && <span className="text-vial"> ✓</span>}
                </button>
              </td>
              <td className={cell}>{h.for}</td>
              <td className={`fig ${cell} whitespace-nowrap`}>{fine(h.along_mm, u)}</td>
              <td className={`fig ${cell} whitespace-nowrap`}>{fine(h.high_mm, u)}</td>
              <td className={`${cell} whitespace-nowrap`}>
                {h.into}
                {h.find_first && <span className="text-ochre">, find it first</span>}
                {h.against && <span className="text-red">, found otherwise</span>}
              </td>
              <td className={cell}>{h.through.map((l) => `${l.name} ${fine(l.mm, u)}`).join(" + ")}</td>
              <td className={`fig ${cell} whitespace-nowrap`}>{fine(h.pilot_mm, u)}</td>
              <td className={`fig ${cell} whitespace-nowrap`}>{fine(h.tape_face_mm, u)}</td>
              <td className={cell}>
                {h.fastener} {h.length_mm > 0 ? fine(h.length_mm, u) : ""}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
