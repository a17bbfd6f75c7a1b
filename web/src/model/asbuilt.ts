import type { Datum, Finish, Practice, Project, Stud } from "../api/types.gen";
import { newId, setShelf, setStud, type Edit } from "./edit";

const USUAL: Omit<Practice, "shelf"> = { bores: "after", first: "shelf", heads: "front", fit: "stop" };

/** Which way of working was chosen for a shelf, or what is usual. */
export const practiceOf = (p: Project, shelf: string): Practice =>
  p.making.schools.find((s) => s.shelf === shelf) ?? { shelf, ...USUAL };

export const setPractice =
  (shelf: string, patch: Partial<Practice>): Edit =>
  (p) => ({
    ...p,
    making: {
      ...p.making,
      schools: [...p.making.schools.filter((s) => s.shelf !== shelf), { ...practiceOf(p, shelf), ...patch }],
    },
  });

export const setDatum =
  (patch: Partial<Datum>): Edit =>
  (p) => ({ ...p, making: { ...p.making, datum: { ...p.making.datum, ...patch } } });

/** Notes that a figure is as it was built; what it was planned as first stays. */
const built = (p: Project, thing: string, figure: string, planned: number): Project => ({
  ...p,
  making: {
    ...p.making,
    built: p.making.built.some((b) => b.thing === thing && b.figure === figure)
      ? p.making.built
      : [...p.making.built, { thing, figure, planned }],
  },
});

/** The figure of the design that a piece's measure is, as it was made; null where the design has none. */
export function asMade(p: Project, piece: string, figure: string, value: number): Edit | null {
  const owner = piece.split("/")[0] ?? "";
  const shelf = p.shelves.find((s) => s.id === owner);
  if (shelf && piece === `${owner}/board` && shelf.build.kind === "solid" && figure === "thickness_mm")
    return (q) => setShelf(owner, { thickness_mm: value })(built(q, owner, figure, shelf.thickness_mm));
  const rail = p.fixtures.rails.find((r) => r.id === owner);
  const was =
    rail && (figure === "thickness_mm" ? rail.thickness_mm : figure === "bevel_deg" ? rail.bevel_deg : undefined);
  if (was === undefined) return null;
  return (q) => ({
    ...built(q, owner, figure, was),
    fixtures: { ...q.fixtures, rails: q.fixtures.rails.map((r) => (r.id === owner ? { ...r, [figure]: value } : r)) },
  });
}

/** A support, or a fastener of a rail, as it was hung: so far along the wall; null where nothing of the design stands there. */
export function asHung(p: Project, owner: string, hole: string, by: number): Edit | null {
  const support = p.shelves.flatMap((s) => s.supports).find((s) => s.id === owner);
  if (support)
    return (q) => ({
      ...built(q, owner, "x_mm", support.x_mm),
      shelves: q.shelves.map((s) => ({
        ...s,
        supports: s.supports.map((u) => (u.id === owner ? { ...u, x_mm: u.x_mm + by } : u)),
      })),
    });
  const spot = p.fixtures.rails.find((r) => r.id === owner)?.spots?.find((s) => s.id === hole);
  if (!spot) return null;
  return (q) => ({
    ...built(q, owner, `spots.${hole}`, spot.x_mm),
    fixtures: {
      ...q.fixtures,
      rails: q.fixtures.rails.map((r) =>
        r.id === owner ? { ...r, spots: r.spots?.map((s) => (s.id === hole ? { ...s, x_mm: s.x_mm + by } : s)) } : r,
      ),
    },
  });
}

/** There is no wood where a stud was thought to be. */
export const noWood =
  (stud: string): Edit =>
  (p) => ({ ...p, wall: { ...p.wall, studs: p.wall.studs.filter((s) => s.id !== stud) } });

/** The middle of a stud was found: the one that was thought to be near there is moved, or there is one more. */
export const foundAt =
  (stud: string | undefined, x: number, usual: Stud): Edit =>
  (p) => {
    const found = { x_mm: x, found: "tape" as const, doubt_mm: 1 };
    const there = p.wall.studs.find((s) => s.id === stud);
    if (there && Math.abs(there.x_mm - x) < 200) return setStud(there.id, found)(p);
    const studs = [...p.wall.studs, { ...usual, ...found, id: newId() }].sort((a, b) => a.x_mm - b.x_mm);
    return { ...p, wall: { ...p.wall, studs } };
  };

/** How a shelf is finished, or bare where nobody has said. */
export const finishOf = (p: Project, shelf: string): Finish =>
  p.making.finish.find((f) => f.shelf === shelf) ?? { shelf, kind: "bare" };

export const setFinish =
  (shelf: string, patch: Partial<Finish>): Edit =>
  (p) => ({
    ...p,
    making: {
      ...p.making,
      finish: [...p.making.finish.filter((f) => f.shelf !== shelf), { ...finishOf(p, shelf), ...patch }],
    },
  });
