import type { MadePiece, Project } from "../api/types.gen";
import type { Edit } from "./edit";

const USUAL: Omit<MadePiece, "piece"> = { longer_mm: 0, wider_mm: 0, grain: "along", shows: "front", ends: "cut" };

/** What was chosen for a piece, or what is usual. */
export const madeOf = (p: Project, piece: string): MadePiece =>
  p.making.pieces.find((m) => m.piece === piece) ?? { piece, ...USUAL };

/** The rows that a piece may come off in: none, those that there are, and one more. */
export function rowsOf(p: Project): string[] {
  const there = [...new Set(p.making.pieces.flatMap((m) => (m.row ? [m.row] : [])))].sort();
  return [...new Set(["", ...there, String(there.length + 1)])];
}

/** Chooses how a piece is made. */
export const setMade =
  (piece: string, patch: Partial<MadePiece>): Edit =>
  (p) => ({
    ...p,
    making: {
      ...p.making,
      pieces: [...p.making.pieces.filter((m) => m.piece !== piece), { ...madeOf(p, piece), ...patch }],
    },
  });
