import type { Hole } from "../../api/types.gen";
import { reportOf, useAnswer, useChoice, useDeeds, useDesign } from "../../bench/context";
import { figureOf } from "../../bench/words";
import { factText } from "../../drawing/Facts";
import { fine, lengthUnit } from "../../format";
import { Group, Row } from "../../ui/fields";

const MEETS: Record<string, string> = {
  stud: "the stud",
  edge: "the stud's edge",
  lining: "the lining",
  wall: "the wall",
  board: "the board behind",
};

/** What the first fastener finds behind the wall's face, and the bits for it. */
export function Meets({ hole, title = "The first fastener" }: { hole: Hole | undefined; title?: string }) {
  const design = useDesign();
  const u = design.units;
  if (!hole || hole.length_mm === 0) return null;
  return (
    <Group title={title}>
      {hole.counts ? (
        <Row label="meets" tone="good">
          {MEETS[hole.meets] ?? hole.meets}
        </Row>
      ) : (
        <p className="text-red">It {hole.why || "meets nothing"}.</p>
      )}
      {hole.chance_of_a_miss > 0 && hole.meets !== "misses" && (
        <Row label="chance of a miss" tone="close">
          {Math.ceil(hole.chance_of_a_miss * 100)} in 100
        </Row>
      )}
      {hole.meets !== "misses" && (
        <>
          <Row label="in it" tone={hole.in_stud_mm < hole.least_mm ? "bad" : undefined}>
            {lengthUnit(hole.in_stud_mm, u)}
          </Row>
          <Row label="needs there">{lengthUnit(hole.least_mm, u)}</Row>
          <Row label="shortest that counts">{lengthUnit(hole.would_need_mm, u)}</Row>
          {hole.better_mm !== undefined && (
            <p className="text-small text-soft">
              Of this <span className="fig">{lengthUnit(hole.length_mm, u)}</span> one{" "}
              <span className="fig">{lengthUnit(hole.in_stud_mm, u)}</span> are in the stud;{" "}
              <span className="fig text-ink">{lengthUnit(hole.better_mm, u)}</span> would{" "}
              {hole.better_times ? (
                <>
                  hold <span className="fig text-ink">{hole.better_times.toFixed(1)} ×</span>
                </>
              ) : (
                "count"
              )}
              .
            </p>
          )}
          <Row label="pilot bit">{fine(hole.pilot_mm, u)}</Row>
          {hole.clearance_mm !== undefined && <Row label="clearance bit">{fine(hole.clearance_mm, u)}</Row>}
        </>
      )}
    </Group>
  );
}

/** What to mark out and cut by. */
export function Marks({ marks }: { marks: Parameters<typeof factText>[0][] }) {
  const design = useDesign();
  if (marks.length === 0) return null;
  return (
    <Group title="Marking out">
      {marks.map((m, i) => (
        <Row key={i} label={m.name} tone={m.bad ? "bad" : undefined}>
          {factText(m, design.units)}
        </Row>
      ))}
    </Group>
  );
}

/** Every link of the selected thing, worst first; each opens its working. */
export function LinkList({ id }: { id: string }) {
  const design = useDesign();
  const report = useAnswer();
  const { shelfId } = useChoice();
  const { light, openWorking } = useDeeds();
  const links = reportOf(report, shelfId)?.links.filter((l) => l.support === id) ?? [];
  if (links.length === 0) return null;
  return (
    <Group title="What each part holds">
      <ul className="answered">
        {links
          .slice()
          .sort((a, b) => b.used - a.used)
          .map((l) => (
            <li key={l.id}>
              <button
                type="button"
                className={`row-field grid min-h-7 w-full grid-cols-[1fr_auto] gap-2 text-left hover:text-chalk ${l.used > 1 ? (l.kind === "stiffness" ? "text-ochre" : "text-red") : ""}`}
                onMouseEnter={() => light(l.id)}
                onMouseLeave={() => light(null)}
                onClick={() => openWorking(l.id)}
              >
                <span>
                  {l.name}
                  {l.where.startsWith("stud") && <span className="text-soft">, {l.where}</span>}
                </span>
                <span className="fig text-right text-small">{figureOf(l, design.units)}</span>
              </button>
            </li>
          ))}
      </ul>
    </Group>
  );
}
