import type { KeepOut, Project, Stud, StudMark, Usual } from "../api/types.gen";
import { newId, type Edit } from "./edit";
import { assumed, clamp } from "./find";

/** A usual stud of its own at a place. */
export const newStud = (usual: Usual, x: number): Stud => ({ ...usual.stud, id: newId(), x_mm: x });

/** Something in the way, as big as its kind usually is, in the middle of the wall. */
export function newKeepOut(p: Project, usual: Usual, kind: KeepOut["kind"]): KeepOut {
  const like = usual.keep_outs.find((k) => k.kind === kind);
  const width_mm = Math.min(like?.width_mm ?? 100, p.wall.length_mm);
  const height_mm = Math.min(like?.height_mm ?? 100, p.wall.height_mm);
  return {
    id: newId(),
    kind,
    x_mm: (p.wall.length_mm - width_mm) / 2,
    y_mm: clamp(like?.y_mm ?? 0, 0, p.wall.height_mm - height_mm),
    width_mm,
    height_mm,
  };
}

const inOrder = (p: Project, studs: Stud[]): Project => ({
  ...p,
  wall: { ...p.wall, studs: studs.sort((a, b) => a.x_mm - b.x_mm) },
});

export const addStud =
  (stud: Stud): Edit =>
  (p) =>
    inOrder(p, [...p.wall.studs, stud]);

/** Studs at an even step from a first one: a guess, until each is found. */
export const assumeStuds =
  (usual: Usual, first: number, step: number): Edit =>
  (p) => {
    const found = p.wall.studs.filter((s) => s.found !== "guess");
    const guessed: Stud[] = [];
    for (let x = first; x <= p.wall.length_mm; x += step)
      if (!found.some((s) => Math.abs(s.x_mm - x) < 60))
        guessed.push({ ...newStud(usual, x), doubt_mm: 25, found: "guess" });
    return inOrder(p, [...found, ...guessed]);
  };

/** How far apart two marks of one stud may be, mm. */
const SAME = 30;

/** Whether a mark's stud is on the wall. */
export const isTaken = (p: Project, m: StudMark): boolean => p.wall.studs.some((s) => Math.abs(s.x_mm - m.x_mm) < SAME);

/** Marks that a scanner found become studs: one that was near, or only guessed, moves to its place. */
export const takeMarks =
  (usual: Usual, marks: StudMark[], by: Stud["found"]): Edit =>
  (p) => {
    const studs = [...p.wall.studs];
    for (const m of marks) {
      const near = studs.findIndex((s) => Math.abs(s.x_mm - m.x_mm) < (s.found === "guess" ? 120 : SAME));
      const was = studs[near] ?? newStud(usual, m.x_mm);
      if (by === "stand-in" && studs[near] && !assumed(was)) continue; // what was measured stays
      const stud: Stud = { ...was, x_mm: m.x_mm, doubt_mm: m.doubt_mm, found: by };
      if (near < 0) studs.push(stud);
      else studs[near] = stud;
    }
    return inOrder(p, studs);
  };

export const forgetStuds: Edit = (p) => ({ ...p, wall: { ...p.wall, studs: [] } });

/** A mark that is no stud becomes a pipe to keep out of, over the wall's height. */
export const barMark =
  (usual: Usual, m: StudMark): Edit =>
  (p) => {
    const k = newKeepOut(p, usual, "pipe");
    const x = clamp(m.x_mm - m.width_mm / 2, 0, p.wall.length_mm - m.width_mm);
    return { ...p, wall: { ...p.wall, keep_outs: [...p.wall.keep_outs, { ...k, x_mm: x, width_mm: m.width_mm }] } };
  };
