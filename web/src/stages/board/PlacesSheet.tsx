import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { Place, Places, Shelf } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { length, lengthUnit, sag, weight } from "../../format";
import { Sheet } from "../../ui/Sheet";
import { studsOf } from "../../model/find";

/** Where the supports should go: the best places for 2 to 6, anywhere and on the studs. */
export function PlacesSheet({ shelf, onClose }: { shelf: Shelf; onClose: () => void }) {
  const design = useDesign();
  const { make } = useDeeds();
  const [error, setError] = useState<string | null>(null);
  const q = useQuery({
    queryKey: ["places", design, shelf.id],
    queryFn: ({ signal }) => stages.places({ design, shelf: shelf.id }, signal),
    gcTime: 0,
    retry: false,
  });
  const apply = async (p: Place) => {
    const why = await make({ what: "places", shelf: shelf.id, at_mm: p.at_mm });
    setError(why);
    if (!why) onClose();
  };
  return (
    <Sheet open onClose={onClose} title="Best places for the supports">
      {(q.error ?? error) && (
        <p role="alert" className="text-red">
          {error ?? reason(q.error)}
        </p>
      )}
      {q.data && (
        <>
          <p className="text-soft">
            Where the board sags least under what stands on it, on supports that do not give. One click puts them there,
            undo brings them back; then the whole check has the last word.
          </p>
          <dl className="mt-2">
            {q.data.now.at_mm && (
              <>
                <dt className="font-semibold">As it is</dt>
                <dd>
                  <Strip shelf={shelf} place={q.data.now} />
                  <Figures place={q.data.now} />
                </dd>
              </>
            )}
            {q.data.count.map((c) => (
              <div key={c.supports} className="border-t border-hair pt-1" data-testid={`places-${c.supports}`}>
                <dt className="font-semibold">{c.supports} supports</dt>
                {c.studs && (
                  <dd>
                    <Strip shelf={shelf} place={c.studs} />
                    <Figures place={c.studs} now={q.data.now} />
                    <button type="button" className="act" onClick={() => c.studs && apply(c.studs)}>
                      put {c.supports} on the studs
                    </button>
                  </dd>
                )}
                <dd>
                  <Strip shelf={shelf} place={c.free} />
                  <Figures place={c.free} now={q.data.now} />
                  <button type="button" className="act" onClick={() => void apply(c.free)}>
                    put {c.supports} anywhere
                  </button>
                  {!c.studs && (
                    <span className="text-small text-soft">
                      {" "}
                      {c.tips
                        ? `It tips off any ${c.supports} of the studs behind it.`
                        : `There are too few studs behind it for ${c.supports}.`}
                    </span>
                  )}
                </dd>
              </div>
            ))}
          </dl>
          {q.data.count.length === 0 && (
            <p className="mt-2 text-ochre">
              It tips off supports wherever they stand: move what weighs so much at its end further in.
            </p>
          )}
          <p className="mt-2 text-small text-soft">
            {q.data.tried} placings looked at
            {q.data.tip > 0 && `, ${q.data.tip} more left out as the board would tip off them`}.
            {q.data.stopped && " It stopped there, as that took long: there may be better ones."}
          </p>
        </>
      )}
    </Sheet>
  );

  function Figures({ place, now }: { place: Place; now?: Places["now"] }) {
    if (place.tips) return <p className="text-small text-ochre">It tips off these, unless they hold it down.</p>;
    const gain = now && now.sag_mm > 0 ? place.sag_mm / now.sag_mm : 0;
    return (
      <p className="text-small">
        <span className="fig">{place.at_mm.map((x) => length(x, design.units)).join(", ")}</span> {design.units.length}{" "}
        along the wall; sags <span className="fig font-medium">{sag(place.sag_mm, design.units)}</span> in the end
        {gain > 0 && (
          <span className={gain < 0.995 ? "text-vial" : "text-soft"}>
            {" "}
            ({gain < 0.995 ? `${Math.round((1 - gain) * 100)} % less` : gain > 1.005 ? "more than now" : "as now"})
          </span>
        )}
        ; the worst carries <span className="fig">{weight(place.worst_n, design.units)}</span>
      </p>
    );
  }

  /** The board with its supports, and the studs behind it. */
  function Strip({ place }: { shelf: Shelf; place: Place }) {
    const w = 600;
    const x = (mm: number) => 6 + ((mm - shelf.x_mm) / shelf.length_mm) * (w - 12);
    const near = studsOf(design).filter((s) => s.x_mm > shelf.x_mm && s.x_mm < shelf.x_mm + shelf.length_mm);
    return (
      <svg
        viewBox={`0 0 ${w} 34`}
        className="block w-full"
        role="img"
        aria-label={`Supports at ${place.at_mm.map((v) => lengthUnit(v, design.units)).join(", ")}`}
      >
        {near.map((s) => (
          <line key={s.id} x1={x(s.x_mm)} x2={x(s.x_mm)} y1="0" y2="34" stroke="var(--timber)" strokeDasharray="4 3" />
        ))}
        <rect x="6" y="8" width={w - 12} height="6" fill="var(--timber)" stroke="var(--ink)" strokeWidth="0.8" />
        {place.at_mm.map((v) => (
          <path key={v} d={`M${x(v)} 15 l-7 13 h14 z`} fill="var(--ink)" />
        ))}
      </svg>
    );
  }
}
