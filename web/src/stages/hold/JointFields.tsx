import type { Joint, Point } from "../../api/types.gen";
import { useBench } from "../../bench/context";
import type { Edit } from "../../bench/edit";
import { Choice, Pick } from "../../ui/fields";
import { Measure } from "../../ui/Measure";
import { FixingFields } from "./FixingFields";
import { stuffs } from "./parts";

const KINDS: [string, string][] = [
  ["half-lap", "half-lap"],
  ["tenon", "tenon, loose or cut"],
  ["mitre", "mitre with splines"],
  ["dowels", "dowels"],
  ["gusset", "screwed gussets"],
  ["screws", "screws side by side"],
  ["bolts", "bolts"],
  ["behind", "screws from behind"],
  ["butt", "butted"],
];

const SCREWED = ["gusset", "screws", "bolts", "behind"];

/** Fasteners of a joint in two columns, so far apart. */
const grid = (n: number, dx: number, dy: number): Point[] =>
  Array.from({ length: n }, (_, i) => ({ x_mm: 12 + (n > 1 ? (i % 2) * dx : 0), y_mm: 12 + Math.floor(i / 2) * dy }));

/** How arm and upright are joined. */
export function JointFields({ joint, set }: { joint: Joint; set: (j: Joint) => Edit }) {
  const { design, edit, catalogue } = useBench();
  const inch = design.units.length === "in";
  const places = joint.places ?? [];
  const dx = Math.abs((places[1]?.x_mm ?? 12) - (places[0]?.x_mm ?? 12)) || 20;
  const dy = Math.abs((places[2]?.y_mm ?? 12) - (places[0]?.y_mm ?? 12)) || 25;
  const has =
    SCREWED.includes(joint.kind) || joint.kind === "dowels" || (joint.kind === "half-lap" && joint.screw !== undefined);
  const choose = (kind: string) => {
    const fresh: Joint = { kind, glued: joint.glued };
    if (SCREWED.includes(kind)) {
      fresh.places = places.length ? places : grid(4, 20, 25);
      fresh.screw =
        kind === "bolts"
          ? { type: inch ? "bolt-1/4" : "bolt-6", length_mm: 90 }
          : kind === "behind"
            ? { type: inch ? "lag-1/4" : "coach-6", length_mm: 100 }
            : { type: inch ? "wood-8" : "wood-4", length_mm: inch ? 44.45 : 45 };
    }
    if (kind === "gusset") fresh.made = { wood: "birch-plywood", grade: "clear" };
    if (kind === "dowels")
      Object.assign(fresh, {
        places: places.length ? places : grid(2, 0, 40),
        d_mm: 10,
        deep_mm: 30,
        made: { wood: "european-beech", grade: "clear" },
      });
    if (kind === "tenon" || kind === "mitre") Object.assign(fresh, { d_mm: 12, deep_mm: 30, high_mm: 40 });
    edit(set(fresh));
  };
  return (
    <>
      <Pick label="joint" value={joint.kind} options={KINDS} onChange={choose} />
      {joint.kind !== "butt" && !["screws", "bolts", "behind"].includes(joint.kind) && (
        <Choice
          label="glue"
          value={joint.glued ? "glued" : "dry"}
          options={[
            ["glued", "glued"],
            ["dry", "dry"],
          ]}
          onChange={(v) => edit(set({ ...joint, glued: v === "glued" }))}
        />
      )}
      {joint.kind === "butt" && <p className="text-[13px] text-red">End-grain glue counts for nothing.</p>}
      {joint.d_mm !== undefined && (
        <>
          <Measure fine label="thick" kind="length" value={joint.d_mm} onValue={(v) => set({ ...joint, d_mm: v })} />
          <Measure
            label="deep in each piece"
            kind="length"
            value={joint.deep_mm ?? 0}
            onValue={(v) => set({ ...joint, deep_mm: v })}
          />
        </>
      )}
      {joint.high_mm !== undefined && (
        <Measure label="high" kind="length" value={joint.high_mm} onValue={(v) => set({ ...joint, high_mm: v })} />
      )}
      {joint.made && (
        <Pick
          label="of"
          value={joint.made.wood}
          options={stuffs(catalogue)}
          onChange={(wood) => edit(set({ ...joint, made: { wood, grade: "clear" } }))}
        />
      )}
      {has && (
        <>
          <Measure
            label="how many"
            kind="number"
            value={places.length}
            onValue={(v) => set({ ...joint, places: grid(Math.max(1, Math.min(24, Math.round(v))), dx, dy) })}
          />
          <Measure
            label="apart, out"
            kind="length"
            value={dx}
            onValue={(v) => set({ ...joint, places: grid(places.length, v, dy) })}
          />
          <Measure
            label="apart, up"
            kind="length"
            value={dy}
            onValue={(v) => set({ ...joint, places: grid(places.length, dx, v) })}
          />
        </>
      )}
      {joint.screw && <FixingFields fixing={joint.screw} set={(screw) => set({ ...joint, screw })} />}
      {joint.kind === "half-lap" && (
        <button
          type="button"
          className="act"
          onClick={() =>
            edit(
              set(
                joint.screw
                  ? { kind: "half-lap", glued: joint.glued }
                  : {
                      ...joint,
                      screw: { type: inch ? "wood-8" : "wood-4", length_mm: inch ? 31.75 : 30 },
                      places: grid(4, 20, 25),
                    },
              ),
            )
          }
        >
          {joint.screw ? "without screws" : "count screws in place of the glue"}
        </button>
      )}
    </>
  );
}
