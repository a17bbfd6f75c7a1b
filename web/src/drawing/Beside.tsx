import type { Column, Project, Shelf, ShelfReport } from "../api/types.gen";
import { linkOf, reportOf, useDrawn, useChoice, useDesign } from "../bench/context";
import { put, setRail, setShelf, setSupport } from "../model/edit";
import { formOf, partsOf, railOf, type Selection } from "../model/find";
import { SideView, type Side } from "./SideView";

/** The side view of what is looked at: what is selected, else what gives first. */
export function SideBeside({ width, height }: { width: number; height: number }) {
  const design = useDesign();
  const report = useDrawn();
  const { shelfId, selection } = useChoice();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  const answer = reportOf(report, shelfId);
  const side = shelf && answer ? sideOf(design, shelf, answer, selection) : null;
  if (!shelf || !side) return <div className="border-l border-hair bg-sheet" style={{ width, height }} aria-hidden />;
  return <SideView shelf={shelf} side={side} width={width} height={height} />;
}

/** What the side view is about: what is selected, else what gives first, else the first support. */
function sideOf(p: Project, shelf: Shelf, answer: ShelfReport, selection: Selection | null): Side | null {
  const parts = partsOf(shelf);
  const rail = railOf(p, shelf.rail);
  const wanted = [selection?.id, linkOf(answer, answer.first)?.support, parts[0]?.id, rail?.id];
  for (const id of wanted) {
    const support = parts.find((s) => s.id === id);
    const side = answer.supports.find((s) => s.id === id);
    if (support && side)
      return {
        title: `${cap(side.name)}, from the side`,
        under: side.when,
        geometry: side.geometry,
        load: side.load_n,
        put: (path, v) =>
          rail && path.startsWith("rail.")
            ? setRail(rail.id, (r) => put(r, path.slice(5), v))
            : formOf(shelf)
              ? setShelf(shelf.id, put(shelf, path, v))
              : setSupport(support.id, (s) => put(s, path, v)),
      };
    const worst = answer.rail?.geometry.columns.reduce<Column | undefined>(
      (a, c) => (a && a.moment_nmm >= c.moment_nmm ? a : c),
      undefined,
    );
    if (rail && rail.id === id && worst && answer.rail)
      return {
        title: `${cap(answer.rail.name)}, from the side`,
        under: answer.rail.when,
        geometry: { ...worst, arm_mm: worst.share_n > 0 ? worst.moment_nmm / worst.share_n : 0 },
        load: worst.share_n,
        put: (path, v) => setRail(rail.id, (r) => put(r, path.replace(/^rail\./, ""), v)),
      };
  }
  return null;
}

const cap = (s: string) => s.charAt(0).toUpperCase() + s.slice(1);
