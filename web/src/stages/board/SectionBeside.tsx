import { reportOf, useAnswer, useChoice, useDesign } from "../../bench/context";
import { SideBeside } from "../../drawing/Beside";
import { SectionView } from "../../drawing/SectionView";
import { formOf } from "../../model/find";

/** The board cut through; what holds without a board is seen from the side. */
export function SectionBeside({ width, height }: { width: number; height: number }) {
  const design = useDesign();
  const { shelfId } = useChoice();
  const shelf = design.shelves.find((s) => s.id === shelfId);
  const answer = reportOf(useAnswer(), shelfId);
  if (shelf && formOf(shelf)) return <SideBeside width={width} height={height} />;
  if (!shelf || !answer || answer.section.parts.length === 0)
    return <div className="border-l border-hair bg-sheet" style={{ width, height }} aria-hidden />;
  return <SectionView shelf={shelf} section={answer.section} width={width} height={height} />;
}
