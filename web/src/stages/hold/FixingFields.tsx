import type { Fixing, Rating } from "../../api/types.gen";
import { useBench } from "../../bench/context";
import type { Edit } from "../../bench/edit";
import { Pick } from "../../ui/fields";
import { Measure } from "../../ui/Measure";

const FITS: Record<string, string> = { lining: ", in the lining", masonry: ", in masonry" };

/** A fastener into the wall: which, how long, and for an anchor what its packet says. */
export function FixingFields({ fixing, set }: { fixing: Fixing; set: (f: Fixing) => Edit }) {
  const { edit, catalogue } = useBench();
  const anchors = new Set(catalogue.fasteners.filter((f) => f.kind === "anchor").map((f) => f.key));
  const rating = fixing.rating;
  const rate = (patch: Partial<Rating>) =>
    set({ ...fixing, rating: { pull_kg: 20, shear_kg: 20, means: "unstated", ...rating, ...patch } });
  return (
    <>
      <Pick
        label="fastener"
        value={fixing.type}
        options={catalogue.fasteners.map((f) => [f.key, f.name + (FITS[f.fits ?? ""] ?? "")])}
        onChange={(type) =>
          edit(set({ type, length_mm: fixing.length_mm, rating: anchors.has(type) ? rating : undefined }))
        }
      />
      <Measure label="long" kind="length" value={fixing.length_mm} onValue={(v) => set({ ...fixing, length_mm: v })} />
      {!anchors.has(fixing.type) && (
        <details>
          <summary className="act cursor-pointer text-[13px]">
            head, recess, slant
            {(fixing.recess_mm ?? 0) > 0 || (fixing.angle_deg ?? 0) !== 0 || (fixing.head_mm ?? 0) > 0 ? " (set)" : ""}
          </summary>
          <Measure
            fine
            label="head or washer (0: the usual)"
            kind="length"
            value={fixing.head_mm ?? 0}
            onValue={(v) => set({ ...fixing, head_mm: v || undefined })}
          />
          <Measure
            label="sunk into the wood"
            kind="length"
            value={fixing.recess_mm ?? 0}
            onValue={(v) => set({ ...fixing, recess_mm: v || undefined })}
          />
          <Measure
            label="degrees from square"
            kind="number"
            value={fixing.angle_deg ?? 0}
            onValue={(v) => set({ ...fixing, angle_deg: v || undefined })}
          />
        </details>
      )}
      {anchors.has(fixing.type) && (
        <Pick
          label="its rating is"
          value={rating?.means ?? "unknown"}
          options={[
            ["unknown", "not known"],
            ["working", "a working load"],
            ["ultimate", "its ultimate load"],
            ["unstated", "not said"],
          ]}
          onChange={(means) => edit(means === "unknown" ? set({ ...fixing, rating: undefined }) : rate({ means }))}
        />
      )}
      {rating && (
        <>
          <Measure label="rated pull, each" kind="mass" value={rating.pull_kg} onValue={(v) => rate({ pull_kg: v })} />
          <Measure
            label="rated across, each"
            kind="mass"
            value={rating.shear_kg}
            onValue={(v) => rate({ shear_kg: v })}
          />
        </>
      )}
    </>
  );
}
