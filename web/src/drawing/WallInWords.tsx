import { reportOf, useChoice, useDeeds, useDesign, useDrawn, useWords } from "../bench/context";
import { headline } from "../bench/words";
import type { Shelf, ShelfReport } from "../api/types.gen";
import { lengthUnit, round, weight } from "../format";
import { assumed, isWhole, partsOf, railOf, studsOf, type Selection } from "../model/find";
import { isOn } from "./Thing";

/** The wall as it is drawn, in words: everything on it in its order, to walk along and to choose. */
export function WallInWords({ height }: { height: number }) {
  const design = useDesign();
  const report = useDrawn();
  const kinds = useWords()("KeepOutKind");
  const u = design.units;
  const along = (mm: number) => `${lengthUnit(mm, u)} along`;
  return (
    <section aria-label="The wall in words" className="overflow-y-auto px-4 pb-4" style={{ height }}>
      <p className="text-soft">
        {lengthUnit(design.wall.length_mm, u)} long, {lengthUnit(design.wall.height_mm, u)} high. Along is from its left
        end, up from the floor.
      </p>
      <List title="Studs">
        {[...studsOf(design)]
          .sort((a, b) => a.x_mm - b.x_mm)
          .map((s, i) => (
            <Line key={s.id} sel={{ kind: "stud", id: s.id }}>
              stud {i + 1}, {along(s.x_mm)}
              {assumed(s) ? ", nobody has found it yet" : ""}
            </Line>
          ))}
      </List>
      <List title="In the way">
        {design.wall.keep_outs.map((k) => (
          <Line key={k.id} sel={{ kind: "keepout", id: k.id }}>
            {k.name || kinds.find(([key]) => key === k.kind)?.[1]}, {along(k.x_mm)}, {lengthUnit(k.y_mm, u)} up,{" "}
            {lengthUnit(k.width_mm, u)} wide, {lengthUnit(k.height_mm, u)} high
          </Line>
        ))}
      </List>
      {design.shelves.map((s) => (
        <ShelfInWords key={s.id} shelf={s} report={reportOf(report, s.id)} />
      ))}
    </section>
  );
}

/** One shelf: what stands on it, and what carries it with its share. */
function ShelfInWords({ shelf, report }: { shelf: Shelf; report: ShelfReport | undefined }) {
  const design = useDesign();
  const u = design.units;
  const rail = railOf(design, shelf.rail);
  return (
    <List title={shelf.name}>
      <Line sel={{ kind: "shelf", id: shelf.id }}>
        {lengthUnit(shelf.length_mm, u)} long, {lengthUnit(shelf.depth_mm, u)} deep, {lengthUnit(shelf.x_mm, u)} along,{" "}
        {lengthUnit(shelf.y_mm, u)} up.{report && ` ${headline(report, u).join("")}`}
      </Line>
      {shelf.contents.map((c) => {
        const kg = report?.contents.find((o) => o.id === c.id)?.kg;
        return (
          <Line key={c.id} sel={{ kind: "item", id: c.id }}>
            {c.by === "count" && (c.count ?? 0) > 1 ? `${c.count} × ` : ""}
            {c.name}
            {kg !== undefined && `, ${round(kg, u)}`}, from {lengthUnit(c.from_mm, u)} to {lengthUnit(c.to_mm, u)} on it
          </Line>
        );
      })}
      {rail && (
        <Line sel={{ kind: "rail", id: rail.id }}>
          {report?.rail?.name ?? rail.kind} on the wall, {lengthUnit(rail.length_mm, u)} long
        </Line>
      )}
      {partsOf(shelf)
        .sort((a, b) => a.x_mm - b.x_mm)
        .map((p) => {
          const part = report?.supports.find((o) => o.id === p.id);
          return (
            <Line key={p.id} sel={{ kind: "support", id: p.id }}>
              {part?.name ?? "support"}
              {!isWhole(shelf, p.id) && `, ${lengthUnit(p.x_mm, u)} along`}
              {part && `, carries ${weight(part.share_kg * 9.80665, u)}`}
              {part?.fails && `, ${part.fails}`}
            </Line>
          );
        })}
    </List>
  );
}

function List({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section className="border-t border-hair py-2 first:border-t-0">
      <h3 className="font-semibold">{title}</h3>
      <ul>{children}</ul>
    </section>
  );
}

/** A thing in words; pressed, it is what is chosen. */
function Line({ sel, children }: { sel: Selection; children: React.ReactNode }) {
  const { selection } = useChoice();
  const { select } = useDeeds();
  const on = isOn(selection, sel);
  return (
    <li>
      <button
        type="button"
        aria-pressed={on}
        className={`row-field min-h-7 text-left hover:text-chalk ${on ? "font-semibold text-chalk" : ""}`}
        onClick={() => select(sel)}
      >
        {children}
      </button>
    </li>
  );
}
