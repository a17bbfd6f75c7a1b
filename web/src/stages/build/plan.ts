import type { Blank, CuttingReply, Plan } from "../../api/types.gen";
import { newId } from "../../model/edit";

/** A board that stays as it is cut. */
export const lockBlank =
  (b: Blank) =>
  (p: Plan): Plan => ({
    ...p,
    locked: [
      ...p.locked.filter((l) => l.id !== b.id),
      { id: b.id, stock: b.stock, pieces: b.places.flatMap((o) => (o.piece ? [o.piece] : [])) },
    ],
  });

export const unlock =
  (b: Blank) =>
  (p: Plan): Plan => ({ ...p, locked: p.locked.filter((l) => l.id !== b.id) });

/** A board that a piece may be put on, and what it is one of. */
export interface Target {
  id: string;
  stock: string;
  says: string;
}

/** A piece put on another board, beside what lies there: that stays. */
export const movePiece =
  (reply: CuttingReply, piece: string, to: Target) =>
  (p: Plan): Plan => {
    const from = blankOf(reply, piece);
    const there = reply.cutting.blanks.find((b) => b.id === to.id)?.places ?? [];
    const all = [...there.map((o) => [o.piece ?? "", o.x_mm] as const), [piece, 20000] as const];
    const moved = new Set(all.map(([id]) => id));
    const locked = p.locked.some((l) => l.id === to.id);
    return {
      ...p,
      locked: p.locked
        .filter((l) => l.id !== from?.id)
        .map((l) => (l.id === to.id ? { ...l, pieces: [...l.pieces, piece] } : l)),
      moves: [
        ...p.moves.filter((m) => !moved.has(m.piece)),
        ...(locked ? [] : all.map(([id, at_mm]) => ({ piece: id, board: to.id, stock: to.stock, at_mm }))),
      ],
    };
  };

/** What was decided of boards that it does not fit on any more, let go. */
export const letGo =
  (boards: string[]) =>
  (p: Plan): Plan => ({
    ...p,
    locked: p.locked.filter((l) => !boards.includes(l.id)),
    moves: p.moves.filter((m) => !boards.includes(m.board)),
  });

/** Where a piece may be put by hand: the boards of its group, and one more of what it is cut from. */
export function boardsFor(reply: CuttingReply, from: Blank): Target[] {
  const all = reply.cutting.blanks;
  return [
    ...all
      .filter((b) => b.group === from.group)
      .map((b) => ({ id: b.id, stock: b.stock, says: `${b.from} ${all.indexOf(b) + 1}` })),
    ...(from.own ? [] : [{ id: newId(), stock: from.stock, says: "one more" }]),
  ];
}

export const blankOf = (reply: CuttingReply | undefined, piece: string): Blank | undefined =>
  reply?.cutting.blanks.find((b) => b.places.some((o) => o.piece === piece));
