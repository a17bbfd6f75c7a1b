import { api } from "../../api/client";
import type { StockPart, Support } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { lengthUnit } from "../../format";
import { Keep } from "../Keep";
import { StockPick } from "./StockPick";
import { setSupport } from "../../model/edit";

/** A bracket from one's own parts, or kept among them. */
export function BracketStock({ support }: { support: Support }) {
  const design = useDesign();
  const flat = support.flat_bracket;
  const braced = support.braced_bracket;
  const now = flat ?? braced;
  if (!now) return null;
  const take = (p: StockPart) =>
    setSupport(support.id, (s) => ({
      ...s,
      flat_bracket: flat && {
        ...flat,
        reach_mm: p.reach_mm ?? flat.reach_mm,
        leg_mm: p.leg_mm ?? flat.leg_mm,
        width_mm: p.width_mm ?? flat.width_mm,
        thickness_mm: p.thickness_mm ?? flat.thickness_mm,
        holes: flat.holes.map((h) => ({
          ...h,
          from_corner_mm: Math.min(h.from_corner_mm, (p.leg_mm ?? flat.leg_mm) - 2),
        })),
      },
      braced_bracket: braced && {
        ...braced,
        reach_mm: p.reach_mm ?? braced.reach_mm,
        leg_mm: p.leg_mm ?? braced.leg_mm,
        width_mm: p.width_mm ?? braced.width_mm,
        plate_mm: p.thickness_mm ?? braced.plate_mm,
        rating: p.rated_kg ? { kg: p.rated_kg, pair: p.pair, means: p.means ?? "unstated" } : braced.rating,
        holes: braced.holes.map((h) => ({ ...h, down_mm: Math.min(h.down_mm, p.leg_mm ?? braced.leg_mm) })),
      },
    }));
  return (
    <>
      <StockPick label="of my brackets" kinds={["bracket"]} take={take} />
      <div className="flex justify-end">
        <Keep
          what={() =>
            api.keepPart({
              name: `${flat ? "flat" : "braced"} bracket, reach ${lengthUnit(now.reach_mm, design.units)}`,
              kind: "bracket",
              reach_mm: now.reach_mm,
              leg_mm: now.leg_mm,
              width_mm: now.width_mm,
              thickness_mm: flat?.thickness_mm ?? braced?.plate_mm,
              rated_kg: braced?.rating.kg,
              pair: braced?.rating.pair,
              means: braced?.rating.means,
            })
          }
        />
      </div>
    </>
  );
}
