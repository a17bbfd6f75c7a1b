import type { Shelf } from "../api/types.gen";
import { reportOf, useAnswer, useDeeds, useDesign } from "../bench/context";
import { Measure } from "../bench/Measure";
import { tallOf } from "../drawing/extent";
import { lengthUnit } from "../format";
import { moveShelf } from "../model/move";
import { neighbours, places, stagger } from "../model/place";

/** Where a shelf is on the wall: along it, over the floor, between its neighbours. */
export function PlaceFields({ shelf }: { shelf: Shelf }) {
  const design = useDesign();
  const report = useAnswer();
  const { edit } = useDeeds();
  const tall = (s: Shelf) => tallOf(s, reportOf(report, s.id));
  const to = (x: number, y: number) => moveShelf(shelf.id, x, y);
  const u = design.units;
  const rows = [...design.shelves].sort((a, b) => a.y_mm - b.y_mm || a.x_mm - b.x_mm);
  const [low, next] = rows;
  return (
    <details>
      <summary className="cursor-pointer text-soft">
        where it is: <span className="fig">{lengthUnit(shelf.x_mm, u)}</span> along,{" "}
        <span className="fig">{lengthUnit(shelf.y_mm, u)}</span> up
      </summary>
      <Measure label="left end, along the wall" kind="length" value={shelf.x_mm} onValue={(v) => to(v, shelf.y_mm)} />
      <Measure
        label="right end, to the wall's right end"
        kind="length"
        value={design.wall.length_mm - shelf.x_mm - shelf.length_mm}
        onValue={(v) => to(design.wall.length_mm - shelf.length_mm - v, shelf.y_mm)}
      />
      <Measure label="over the floor" kind="length" value={shelf.y_mm} onValue={(v) => to(shelf.x_mm, v)} />
      {neighbours(design, shelf, tall).map((o) => (
        <Measure key={o.label} label={o.label} kind="length" value={o.gap} onValue={o.put} />
      ))}
      {places(design, shelf).map(([words, put]) => (
        <button key={words} type="button" className="act block" disabled={!put} onClick={() => put && edit(put)}>
          {words}
        </button>
      ))}
      {low && next && (
        <>
          <p className="mt-1 text-soft">All {rows.length} on this wall, from the lowest up</p>
          <Measure
            label="each higher than the last by"
            kind="length"
            value={next.y_mm - low.y_mm}
            onValue={(v) => stagger(v, null)}
          />
          <Measure
            label="and further along by"
            kind="length"
            value={next.x_mm - low.x_mm}
            onValue={(v) => stagger(null, v)}
          />
        </>
      )}
    </details>
  );
}
