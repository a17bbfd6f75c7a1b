import { api } from "../../api/client";
import type { Fixing, Rating, StockPart } from "../../api/types.gen";
import { useCatalogue, useDeeds, useDesign, useWords } from "../../bench/context";
import { lengthUnit } from "../../format";
import { Choice, Pick } from "../../ui/fields";
import { Measure } from "../../bench/Measure";
import { Keep } from "../Keep";
import { StockPick } from "./StockPick";
import type { Edit } from "../../model/edit";

/** A fastener into the wall: which, how long, and for an anchor what its packet says. */
export function FixingFields({ fixing, set }: { fixing: Fixing; set: (f: Fixing) => Edit }) {
  const design = useDesign();
  const catalogue = useCatalogue();
  const { edit } = useDeeds();
  const type = catalogue.fasteners.find((f) => f.key === fixing.type);
  const fromStock = (p: StockPart): Fixing => ({
    ...fixing,
    type: p.type ?? fixing.type,
    length_mm: p.length_mm ?? fixing.length_mm,
    own: p.d_mm || p.root_mm || p.head_mm ? { d_mm: p.d_mm, root_mm: p.root_mm, head_mm: p.head_mm } : undefined,
    rating: p.pull_kg ? { pull_kg: p.pull_kg, shear_kg: p.shear_kg ?? 0, means: p.means ?? "unstated" } : undefined,
  });
  const anchors = new Set(catalogue.fasteners.filter((f) => f.kind === "anchor").map((f) => f.key));
  const words = useWords();
  const fits = new Map<string, string>(words("Fit"));
  const rating = fixing.rating;
  const rate = (patch: Partial<Rating>) =>
    set({ ...fixing, rating: { pull_kg: 20, shear_kg: 20, means: "unstated", ...rating, ...patch } });
  return (
    <>
      <StockPick
        label="of my fasteners"
        kinds={["screw", "anchor"]}
        is={(p) => p.type === fixing.type && p.length_mm === fixing.length_mm}
        take={(p) => set(fromStock(p))}
      />
      <Pick
        label="fastener"
        value={fixing.type}
        options={catalogue.fasteners.map((f) => [f.key, f.fits ? `${f.name}, ${fits.get(f.fits) ?? ""}` : f.name])}
        onChange={(type) =>
          edit(set({ type, length_mm: fixing.length_mm, rating: anchors.has(type) ? rating : undefined }))
        }
      />
      <Measure label="long" kind="length" value={fixing.length_mm} onValue={(v) => set({ ...fixing, length_mm: v })} />
      {!anchors.has(fixing.type) && (
        <details>
          <summary className="act cursor-pointer text-small">
            pilot hole, head, recess, slant
            {fixing.undrilled ||
            (fixing.recess_mm ?? 0) > 0 ||
            (fixing.angle_deg ?? 0) !== 0 ||
            (fixing.head_mm ?? 0) > 0
              ? " (set)"
              : ""}
          </summary>
          <Choice
            label="pilot hole"
            value={fixing.undrilled ? "no" : "yes"}
            options={[
              ["yes", "drilled"],
              ["no", "not drilled"],
            ]}
            onChange={(v) => edit(set({ ...fixing, undrilled: v === "no" || undefined }))}
          />
          <Measure
            fine
            label="head or washer (0: the usual)"
            kind="length"
            value={fixing.head_mm ?? 0}
            onValue={(v) => set({ ...fixing, head_mm: v || undefined })}
          />
          <Measure
            fine
            label="thick over its thread, as measured (0: the usual)"
            kind="length"
            value={fixing.own?.d_mm ?? 0}
            onValue={(v) => set({ ...fixing, own: v ? { ...fixing.own, d_mm: v } : undefined })}
          />
          <Measure
            fine
            label="thick under its thread (0: the usual)"
            kind="length"
            value={fixing.own?.root_mm ?? 0}
            onValue={(v) => set({ ...fixing, own: { ...fixing.own, root_mm: v || undefined } })}
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
            ["unknown", "not known"] as [Rating["means"] | "unknown", string],
            ...words<Rating["means"]>("Means"),
          ]}
          onChange={(means) => edit(means === "unknown" ? set({ ...fixing, rating: undefined }) : rate({ means }))}
        />
      )}
      <div className="flex justify-end">
        <Keep
          what={() =>
            api.keepPart({
              name: `${type?.name ?? fixing.type}, ${lengthUnit(fixing.length_mm, design.units)}`,
              kind: anchors.has(fixing.type) ? "anchor" : "screw",
              type: fixing.type,
              length_mm: fixing.length_mm,
              ...fixing.own,
              pull_kg: rating?.pull_kg,
              shear_kg: rating?.shear_kg,
              means: rating?.means,
            })
          }
        />
      </div>
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
