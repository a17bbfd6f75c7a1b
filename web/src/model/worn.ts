import type { Fixtures, Project, Shelf } from "../api/types.gen";
import { changeShelf, type Edit } from "./edit";
import { mapFixtures, ownFixtures } from "./find";

/** How a shelf hung in a way, with the fixtures that were its alone. */
interface Worn {
  shelf: Shelf;
  own: Fixtures;
}

/** How shelves hung in this window before they were hung in another way, so that a way and back loses nothing. */
const worn = new Map<string, Worn>();

const nameOf = (shelf: string, way: string) => `${shelf} ${way}`;

/** Keeps how a shelf hangs in a way. */
export function keepWorn(p: Project, s: Shelf, way: string) {
  const own = ownFixtures(p, s);
  const all = [...p.fixtures.rails, ...p.fixtures.standards, ...p.fixtures.panels].map((f) => f.id);
  const others = new Set(all.filter((id) => !own.has(id)));
  worn.set(nameOf(s.id, way), { shelf: s, own: mapFixtures(p.fixtures, others, () => undefined) });
}

/** Hangs a shelf as it hung in a way before; null where it did not, or has been moved or cut since. */
export function wearAgain(now: Shelf, way: string): Edit | null {
  const was = worn.get(nameOf(now.id, way));
  if (!was || was.shelf.x_mm !== now.x_mm || was.shelf.length_mm !== now.length_mm) return null;
  const { name, board, contents, duration, below, accident, pet_kg, sag } = now;
  const hooks = new Map(was.shelf.contents.map((it) => [it.id, it.hook]));
  const shelf: Shelf = {
    ...was.shelf,
    ...{ name, board, duration, below, accident, pet_kg, sag },
    contents: contents.map((it) => ({ ...it, hook: it.hook ?? hooks.get(it.id) })),
  };
  return (p) => {
    const left = mapFixtures(p.fixtures, ownFixtures(p, now), () => undefined);
    return {
      ...changeShelf(now.id, () => shelf)(p),
      fixtures: {
        rails: [...left.rails, ...was.own.rails],
        standards: [...left.standards, ...was.own.standards],
        panels: [...left.panels, ...was.own.panels],
      },
    };
  };
}
