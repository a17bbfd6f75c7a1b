import type { Board, MakeUp, Ply, Stock, Usual } from "../api/types.gen";
import { changeShelf, type Edit } from "./edit";

export const setBoard = (id: string, patch: Partial<Board>): Edit =>
  changeShelf(id, (s) => ({ ...s, board: { ...s.board, ...patch } }));

export const setBuild = (id: string, patch: Partial<MakeUp>): Edit =>
  changeShelf(id, (s) => ({ ...s, build: { ...s.build, ...patch } }));

/** Makes the board thicker or thinner; its plies keep their share of it. */
export const setThickness = (id: string, mm: number): Edit =>
  changeShelf(id, (s) => ({
    ...s,
    thickness_mm: mm,
    build: {
      ...s.build,
      plies: s.build.plies?.map((p) => ({ ...p, thickness_mm: (p.thickness_mm * mm) / s.thickness_mm })),
    },
  }));

/** Sets the plies, and with them how thick the board is. */
export const setPlies = (id: string, plies: Ply[]): Edit =>
  changeShelf(id, (s) => ({
    ...s,
    thickness_mm: plies.reduce((sum, p) => sum + p.thickness_mm, 0),
    build: { ...s.build, plies },
  }));

/** Makes the board up another way, keeping its thickness where that can be. */
export const setKind = (id: string, kind: MakeUp["kind"], usual: Usual): Edit =>
  changeShelf(id, (s) => {
    const t = s.thickness_mm;
    const build = { ...s.build, kind };
    if (kind === "laminated")
      return { ...s, build: { ...build, plies: [1, 2, 3].map((n) => ({ thickness_mm: t / 3, across: n === 2 })) } };
    if (kind !== "hollow") return { ...s, build: { ...build, plies: undefined } };
    return {
      ...s,
      thickness_mm: Math.max(t, 40),
      build: {
        ...build,
        plies: undefined,
        cuts: undefined,
        hollow: s.build.hollow ?? usual.hollow,
      },
    };
  });

/** A tested board of one's own becomes the shelf's. */
export const takeStock = (id: string, b: Stock): Edit =>
  changeShelf(id, (s) => ({
    ...s,
    depth_mm: b.width_mm,
    thickness_mm: b.thickness_mm,
    build: { kind: "solid", front: s.build.front, back: s.build.back },
    board: {
      ...s.board,
      woods: [b.wood],
      grade: b.grade,
      across: undefined,
      tested_mpa: b.e_mpa,
      moisture_pct: b.moisture_pct,
    },
  }));
