import type { Joint, Point } from "../../api/types.gen";
import { useCatalogue, useDeeds, useWords } from "../../bench/context";
import type { Edit } from "../../model/edit";
import { Choice, Pick } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { FixingFields } from "./FixingFields";
import { stuffs } from "../../bench/stuffs";

/** Fasteners of a joint in two columns, so far apart. */
const grid = (n: number, dx: number, dy: number): Point[] =>
  Array.from({ length: n }, (_, i) => ({ x_mm: 12 + (n > 1 ? (i % 2) * dx : 0), y_mm: 12 + Math.floor(i / 2) * dy }));

/** How arm and upright are joined. A choice is completed by the server. */
export function JointFields({
  joint,
  set,
  choose,
}: {
  joint: Joint;
  set: (j: Joint) => Edit;
  choose: (j: Joint) => void;
}) {
  const catalogue = useCatalogue();
  const { edit } = useDeeds();
  const kinds = useWords()<Joint["kind"]>("JointKind");
  const places = joint.places ?? [];
  const dx = Math.abs((places[1]?.x_mm ?? 12) - (places[0]?.x_mm ?? 12)) || 20;
  const dy = Math.abs((places[2]?.y_mm ?? 12) - (places[0]?.y_mm ?? 12)) || 25;
  return (
    <>
      <Pick
        label="joint"
        value={joint.kind}
        options={kinds}
        onChange={(kind) => choose({ kind, glued: joint.glued, places: joint.places })}
      />
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
      {joint.kind === "butt" && <p className="text-small text-red">End-grain glue counts for nothing.</p>}
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
          onChange={(wood) => edit(set({ ...joint, made: joint.made && { ...joint.made, wood } }))}
        />
      )}
      {places.length > 0 && (
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
            joint.screw
              ? edit(set({ kind: joint.kind, glued: joint.glued }))
              : choose({ ...joint, screw: { type: "", length_mm: 0 } })
          }
        >
          {joint.screw ? "without screws" : "count screws in place of the glue"}
        </button>
      )}
    </>
  );
}
