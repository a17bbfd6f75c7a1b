import type { Fixing, Item, KeepOut, Project, Rail, Shelf, Stud, StudMark, Support } from "../api/types.gen";

/** What is selected: a kind and the thing's id. */
export interface Selection {
  kind: "shelf" | "support" | "rail" | "item" | "stud" | "keepout";
  id: string;
}

export type Edit = (p: Project) => Project;

/** A new id: opaque, made once, never used again. */
export const newId = (): string => crypto.randomUUID().replaceAll("-", "").slice(0, 16);

export const shelfOf = (p: Project, s: Selection | null): Shelf | undefined =>
  s
    ? p.shelves.find(
        (sh) =>
          (s.kind === "shelf" && sh.id === s.id) ||
          (s.kind === "support" && partsOf(sh).some((x) => x.id === s.id)) ||
          (s.kind === "rail" && sh.rail?.id === s.id) ||
          (s.kind === "item" && sh.contents.some((x) => x.id === s.id)),
      )
    : undefined;

/** A support of a shelf, or an upright, a hook or a post of what holds without a board. */
export type Part = { id: string; x_mm: number };

export const supportOf = (p: Project, id: string): Part | undefined =>
  p.shelves.flatMap(partsOf).find((x) => x.id === id);

/** What a shelf may be in place of a board on supports. */
export const FORMS = ["rack", "hook_rail", "frame", "sheet_rack", "cart"] as const;
export const formOf = (s: Shelf): (typeof FORMS)[number] | undefined => FORMS.find((k) => s[k]);

/** Everything that stands on the wall under a shelf. */
export const partsOf = (s: Shelf): Part[] => [
  ...s.supports,
  ...(s.rack?.uprights ?? []),
  ...(s.hook_rail ? [s.hook_rail, ...s.hook_rail.hooks] : []),
  ...(s.frame?.posts ?? []),
  ...(s.sheet_rack?.frames ?? []),
  ...(s.cart ? [s.cart] : []),
];

/** How high over its foot each level of goods is, mm. */
export function levelsOf(s: Shelf): number[] {
  if (s.rack) return s.rack.levels.map((l) => l.up_mm);
  if (s.frame) return s.frame.platforms.map((l) => l.up_mm);
  if (s.sheet_rack) return [s.sheet_rack.foot_high_mm];
  if (s.hook_rail) return [s.hook_rail.bottom_mm + s.hook_rail.peg.up_mm];
  if (s.cart) return [80];
  return [s.thickness_mm];
}

/** How high its contents reach over its underside; what hangs from hooks does not. */
export function contentsTop(s: Shelf): number {
  const levels = levelsOf(s);
  const at = (n = 0) => levels[Math.min(n, levels.length - 1)] ?? 0;
  return Math.max(0, ...(s.hook_rail ? [] : s.contents.map((c) => at(c.level) + c.height_mm)));
}

/** The same with one thing in it, found by its id however deep, changed; nothing in its place takes it out of its list. */
function mapThing<T>(v: T, id: string, with_: (o: Part) => Part | undefined): T {
  if (Array.isArray(v))
    return v.flatMap((o: unknown) => {
      const next = mapThing(o, id, with_);
      return next === undefined ? [] : [next];
    }) as T;
  if (typeof v !== "object" || v === null) return v;
  if ((v as unknown as Part).id === id) return with_(v as unknown as Part) as T;
  return Object.fromEntries(Object.entries(v).map(([k, o]) => [k, mapThing(o, id, with_)])) as T;
}

/** Everything in it moved along the wall. */
function shiftX<T>(v: T, dx: number): T {
  if (Array.isArray(v)) return v.map((o: unknown) => shiftX(o, dx)) as T;
  if (typeof v !== "object" || v === null) return v;
  return Object.fromEntries(
    Object.entries(v).map(([k, o]) => [k, k === "x_mm" && typeof o === "number" ? o + dx : shiftX(o, dx)]),
  ) as T;
}

const onForm = (s: Shelf, with_: <T>(v: T) => T): Partial<Shelf> => {
  const k = formOf(s);
  if (!k) return {};
  // Places in a joint are not along the wall.
  const next = with_(s[k]);
  if (k === "rack" && s.rack) return { rack: { ...(next as typeof s.rack), joint: s.rack.joint } };
  if (k === "sheet_rack" && s.sheet_rack)
    return { sheet_rack: { ...(next as typeof s.sheet_rack), joint: s.sheet_rack.joint } };
  return { [k]: next };
};

export const railOf = (p: Project, id: string): Rail | undefined =>
  p.shelves.map((s) => s.rail).find((r) => r?.id === id);

export const itemOf = (p: Project, id: string): Item | undefined =>
  p.shelves.flatMap((s) => s.contents).find((x) => x.id === id);

export const changeShelf =
  (id: string, with_: (s: Shelf) => Shelf): Edit =>
  (p) => ({ ...p, shelves: p.shelves.map((s) => (s.id === id ? with_(s) : s)) });

export const setShelf = (id: string, patch: Partial<Shelf>): Edit => changeShelf(id, (s) => ({ ...s, ...patch }));

export const setSupport =
  (id: string, with_: (s: Support) => Support): Edit =>
  (p) => ({
    ...p,
    shelves: p.shelves.map((s) =>
      s.supports.some((x) => x.id === id) ? { ...s, supports: s.supports.map((x) => (x.id === id ? with_(x) : x)) } : s,
    ),
  });

export const setRail =
  (id: string, with_: (r: Rail) => Rail): Edit =>
  (p) => ({ ...p, shelves: p.shelves.map((s) => (s.rail?.id === id ? { ...s, rail: with_(s.rail) } : s)) });

/** Moves a rail with its fasteners along the wall, and up or down against its shelf. */
export const moveRail =
  (id: string, x: number, bottom: number): Edit =>
  (p) =>
    setRail(id, (r) =>
      shiftRail({ ...r, bottom_mm: clamp(bottom, -1000, 1000) }, clamp(x, 0, p.wall.length_mm - r.length_mm)),
    )(p);

const shiftRail = (r: Rail, x: number): Rail => ({
  ...r,
  x_mm: x,
  spots: r.spots.map((s) => ({ ...s, x_mm: s.x_mm + x - r.x_mm })),
});

export const setItem =
  (id: string, patch: Partial<Item>): Edit =>
  (p) => ({
    ...p,
    shelves: p.shelves.map((s) =>
      s.contents.some((x) => x.id === id)
        ? { ...s, contents: s.contents.map((x) => (x.id === id ? { ...x, ...patch } : x)) }
        : s,
    ),
  });

export const setStud =
  (id: string, patch: Partial<Stud>): Edit =>
  (p) => ({ ...p, wall: { ...p.wall, studs: p.wall.studs.map((s) => (s.id === id ? { ...s, ...patch } : s)) } });

export const setKeepOut =
  (id: string, patch: Partial<KeepOut>): Edit =>
  (p) => ({
    ...p,
    wall: { ...p.wall, keep_outs: p.wall.keep_outs.map((k) => (k.id === id ? { ...k, ...patch } : k)) },
  });

export const moveKeepOut =
  (id: string, x: number, y: number): Edit =>
  (p) => {
    const k = p.wall.keep_outs.find((o) => o.id === id);
    if (!k) return p;
    return setKeepOut(id, {
      x_mm: clamp(x, 0, p.wall.length_mm - k.width_mm),
      y_mm: clamp(y, 0, p.wall.height_mm - k.height_mm),
    })(p);
  };

/** Something in the way, as big as its kind usually is. */
export function newKeepOut(p: Project, kind: string): KeepOut {
  const size: Record<string, [number, number]> = {
    cable: [30, p.wall.height_mm],
    pipe: [30, p.wall.height_mm],
    duct: [150, p.wall.height_mm],
    outlet: [75, 115],
    window: [900, 1000],
    door: [800, 2000],
    rail: [800, 40],
    uneven: [300, 300],
  };
  const [w, h] = size[kind] ?? [100, 100];
  const width_mm = Math.min(w, p.wall.length_mm);
  const height_mm = Math.min(h, p.wall.height_mm);
  const y = { outlet: 300, window: 1000, rail: 1900, uneven: 1000 }[kind] ?? 0;
  return {
    id: newId(),
    kind,
    x_mm: (p.wall.length_mm - width_mm) / 2,
    y_mm: Math.max(0, Math.min(y, p.wall.height_mm - height_mm)),
    width_mm,
    height_mm,
  };
}

/** Studs at an even step from a first one: a guess, until each is found. */
export const assumeStuds =
  (first: number, step: number): Edit =>
  (p) => {
    const found = p.wall.studs.filter((s) => !s.assumed);
    const guessed: Stud[] = [];
    for (let x = first; x <= p.wall.length_mm; x += step)
      if (!found.some((s) => Math.abs(s.x_mm - x) < 60)) guessed.push({ ...newStud(x), doubt_mm: 25, assumed: true });
    return { ...p, wall: { ...p.wall, studs: [...found, ...guessed].sort((a, b) => a.x_mm - b.x_mm) } };
  };

/** Marks that a scanner found become studs: one that was near, or only guessed, moves to its place. */
export const takeMarks =
  (marks: StudMark[]): Edit =>
  (p) => {
    const studs = [...p.wall.studs];
    for (const m of marks) {
      const near = studs.findIndex((s) => Math.abs(s.x_mm - m.x_mm) < (s.assumed ? 120 : 30));
      const was = studs[near] ?? newStud(m.x_mm);
      const stud: Stud = { ...was, x_mm: m.x_mm, doubt_mm: m.doubt_mm, assumed: undefined };
      if (near < 0) studs.push(stud);
      else studs[near] = stud;
    }
    return { ...p, wall: { ...p.wall, studs: studs.sort((a, b) => a.x_mm - b.x_mm) } };
  };

export const forgetStuds: Edit = (p) => ({ ...p, wall: { ...p.wall, studs: [] } });

/** A mark that is no stud becomes a pipe to keep out of, over the wall's height. */
export const barMark =
  (m: StudMark): Edit =>
  (p) => {
    const k = newKeepOut(p, "pipe");
    const x = clamp(m.x_mm - m.width_mm / 2, 0, p.wall.length_mm - m.width_mm);
    return { ...p, wall: { ...p.wall, keep_outs: [...p.wall.keep_outs, { ...k, x_mm: x, width_mm: m.width_mm }] } };
  };

const clamp = (v: number, lo: number, hi: number) => Math.max(lo, Math.min(Math.max(lo, hi), v));

/** Moves a shelf with its supports, kept on the wall. */
export const moveShelf =
  (id: string, x: number, y: number): Edit =>
  (p) =>
    changeShelf(id, (s) => {
      const dx = clamp(x, 0, p.wall.length_mm - s.length_mm) - s.x_mm;
      return {
        ...s,
        x_mm: s.x_mm + dx,
        y_mm: clamp(y, 0, p.wall.height_mm),
        supports: s.supports.map((u) => ({ ...u, x_mm: clamp(u.x_mm + dx, 0, p.wall.length_mm) })),
        rail: s.rail && shiftRail(s.rail, clamp(s.rail.x_mm + dx, 0, p.wall.length_mm - s.rail.length_mm)),
        ...onForm(s, (v) => shiftX(v, dx)),
      };
    })(p);

/** Moves one end of a shelf; what stands on it keeps its place on the wall. */
export const moveEnd =
  (id: string, end: "left" | "right", x: number): Edit =>
  (p) =>
    changeShelf(id, (s) => {
      const right = s.x_mm + s.length_mm;
      const inner = s.contents.map((c) => (end === "left" ? s.x_mm + c.from_mm : s.x_mm + c.to_mm));
      if (end === "right") {
        const to = clamp(x, Math.max(s.x_mm + 50, ...inner), p.wall.length_mm);
        return { ...s, length_mm: to - s.x_mm };
      }
      const to = clamp(x, 0, Math.min(right - 50, ...inner));
      const dx = to - s.x_mm;
      return {
        ...s,
        x_mm: to,
        length_mm: right - to,
        contents: s.contents.map((c) => ({ ...c, from_mm: c.from_mm - dx, to_mm: c.to_mm - dx })),
      };
    })(p);

export const movePart = (p: Project, id: string, x: number): Project => {
  const shelf = shelfOf(p, { kind: "support", id });
  const to = clamp(x, 0, p.wall.length_mm);
  if (!shelf) return p;
  if (shelf.hook_rail?.id === id)
    return setShelf(
      shelf.id,
      onForm(shelf, (v) => shiftX(v, clamp(x, 0, p.wall.length_mm - shelf.length_mm) - (shelf.hook_rail?.x_mm ?? 0))),
    )(p);
  return changeShelf(shelf.id, (s) => mapThing(s, id, (o) => ({ ...o, x_mm: to })))(p);
};

export const moveSupport =
  (id: string, x: number): Edit =>
  (p) =>
    movePart(p, id, x);

/** Moves an item along its shelf, kept on the board. */
export const moveItem =
  (id: string, from: number): Edit =>
  (p) => {
    const it = itemOf(p, id);
    const shelf = shelfOf(p, { kind: "item", id });
    if (!it || !shelf) return p;
    const wide = it.to_mm - it.from_mm;
    const at = clamp(from, 0, shelf.length_mm - wide);
    return setItem(id, { from_mm: at, to_mm: at + wide })(p);
  };

export const moveStud =
  (id: string, x: number): Edit =>
  (p) =>
    setStud(id, { x_mm: clamp(x, 0, p.wall.length_mm) })(p);

/** The studs that a wall has; those marked before it was said to be of masonry are kept out of sight. */
export const studsOf = (p: Project): Stud[] => (framed(p) ? p.wall.studs : []);

/** Whether the wall is built of studs. */
export const framed = (p: Project): boolean => p.wall.kind.endsWith("-studs");

/** The studs to put supports at: only wood holds their screws. */
export const woodStuds = (p: Project): Stud[] => (p.wall.kind === "wood-studs" ? p.wall.studs : []);

/** The stud nearest to x that a support may take to, or undefined where there is none. */
export const nearestStud = (p: Project, x: number): Stud | undefined =>
  woodStuds(p).reduce<Stud | undefined>(
    (best, s) => (!best || Math.abs(s.x_mm - x) < Math.abs(best.x_mm - x) ? s : best),
    undefined,
  );

/** The same thing with ids of its own, all the way down. */
function fresh<T>(v: T): T {
  if (Array.isArray(v)) return v.map((o: unknown) => fresh(o)) as T;
  if (typeof v !== "object" || v === null) return v;
  return Object.fromEntries(
    Object.entries(v).map(([key, o]) => [
      key,
      (key === "id" || key === "hole") && typeof o === "string" ? newId() : fresh(o),
    ]),
  ) as T;
}

export const freshSupport = (u: Support, x: number): Support => ({ ...fresh(u), x_mm: x });

/** One more support like those that a shelf has, at the first free stud. */
export function oneMore(p: Project, shelf: Shelf): Support {
  const taken = (x: number) => shelf.supports.some((s) => Math.abs(s.x_mm - x) < 20);
  const stud = woodStuds(p).find((s) => s.x_mm > shelf.x_mm && s.x_mm < shelf.x_mm + shelf.length_mm && !taken(s.x_mm));
  const x = stud?.x_mm ?? clamp(shelf.x_mm + shelf.length_mm / 2 + shelf.supports.length * 5, 0, p.wall.length_mm);
  const like = shelf.supports[0];
  return like ? freshSupport(like, x) : newBracket(p, x);
}

/** A shelf of everyday make, hung on the two studs best placed for it. */
export function newShelf(p: Project): Shelf {
  const inch = p.units.length === "in";
  const len = Math.min(inch ? 914.4 : 900, p.wall.length_mm * 0.9);
  const x = (p.wall.length_mm - len) / 2;
  const taken = p.shelves.map((s) => s.y_mm);
  let y = p.wall.height_mm * 0.5;
  while (taken.some((t) => Math.abs(t - y) < 250) && y < p.wall.height_mm - 300) y += 300;
  const on = studsOf(p)
    .filter((s) => s.x_mm > x + 20 && s.x_mm < x + len - 20)
    .map((s) => s.x_mm);
  const ends =
    on.length >= 2 ? [Math.min(...on), Math.max(...on)] : [x + len * 0.22, x + len * 0.78].map((v) => Math.round(v));
  return {
    id: newId(),
    name: `Shelf ${p.shelves.length + 1}`,
    x_mm: x,
    y_mm: y,
    length_mm: len,
    depth_mm: inch ? 184.15 : 200,
    thickness_mm: inch ? 19.05 : 20,
    board: { woods: ["ponderosa-pine"], grade: "knots", condition: "dry", sawn: "unknown" },
    build: { kind: "solid" },
    supports: ends.map((at) => newBracket(p, at)),
    contents: [],
    duration: "years",
    below: "nothing",
    accident: "none",
    sag: { school: "eye" },
    misfit_mm: 1,
  };
}

/** What goes into a wall of this kind where nothing else is said. */
function usualFixing(p: Project): Fixing {
  const lined = p.wall.lining.kind === "none" ? 0 : p.wall.lining.thickness_mm;
  if (!framed(p)) return { type: "masonry-plug-8", length_mm: Math.ceil((lined + 50) / 10) * 10 };
  if (p.wall.kind === "steel-studs") return { type: "toggle", length_mm: 60 };
  return p.units.length === "in" ? { type: "wood-10", length_mm: 63.5 } : { type: "wood-5", length_mm: 60 };
}

export function newBracket(p: Project, x: number): Support {
  const inch = p.units.length === "in";
  return {
    id: newId(),
    kind: "flat-bracket",
    x_mm: x,
    flat_bracket: {
      reach_mm: inch ? 152.4 : 150,
      leg_mm: inch ? 101.6 : 100,
      width_mm: inch ? 38.1 : 40,
      thickness_mm: inch ? 4.7625 : 5,
      steel: "unmarked",
      leg_side: "below",
      hole_mm: 6,
      holes: [
        { id: newId(), from_corner_mm: inch ? 25.4 : 25, offset_mm: 0 },
        { id: newId(), from_corner_mm: inch ? 82.55 : 80, offset_mm: 0 },
      ],
      screw: usualFixing(p),
    },
  };
}

export function newItem(s: Shelf): Item {
  const end = Math.max(0, ...s.contents.map((c) => c.to_mm));
  const wide = Math.min(300, s.length_mm);
  const from = Math.min(end, s.length_mm - wide);
  return {
    id: newId(),
    name: "Box",
    shape: "box",
    by: "count",
    count: 1,
    each_kg: 5,
    from_mm: from,
    to_mm: from + wide,
    place: "middle",
    height_mm: 200,
  };
}

/** Stands an item where there is room: after the last thing, else in the first gap, else at the right end. */
export function placeItem(s: Shelf, it: Item): Item {
  const wide = Math.min(it.to_mm - it.from_mm, s.length_mm);
  const sorted = [...s.contents].sort((a, b) => a.from_mm - b.from_mm);
  const starts = [Math.max(0, ...sorted.map((c) => c.to_mm)), 0, ...sorted.map((c) => c.to_mm)];
  const free = (x: number) =>
    x + wide <= s.length_mm && !sorted.some((c) => c.from_mm < x + wide - 1e-6 && c.to_mm > x + 1e-6);
  const from = starts.find(free) ?? s.length_mm - wide;
  return { ...it, from_mm: from, to_mm: from + wide };
}

/** Puts an item on a shelf, where there is room. */
export const addItem = (id: string, it: Item): Edit =>
  changeShelf(id, (s) => ({ ...s, contents: [...s.contents, placeItem(s, it)] }));

/** Stands everything on a shelf with even gaps, in the order it stands in. */
export const evenOut = (id: string): Edit =>
  changeShelf(id, (s) => {
    const sorted = [...s.contents].sort((a, b) => a.from_mm - b.from_mm);
    const taken = sorted.reduce((sum, c) => sum + c.to_mm - c.from_mm, 0);
    const gap = Math.max(0, (s.length_mm - taken) / (sorted.length + 1));
    const places = new Map<string, number>();
    let at = gap;
    for (const c of sorted) {
      const wide = c.to_mm - c.from_mm;
      places.set(c.id, Math.max(0, Math.min(at, s.length_mm - wide)));
      at += wide + gap;
    }
    return {
      ...s,
      contents: s.contents.map((c) => {
        const from = places.get(c.id) ?? c.from_mm;
        return { ...c, from_mm: from, to_mm: from + c.to_mm - c.from_mm };
      }),
    };
  });

/** Fills the room to the right of an item, up to the next thing: a longer row, or as many more whole pieces as fit. */
export const fillTheRest =
  (id: string): Edit =>
  (p) => {
    const it = itemOf(p, id);
    const s = shelfOf(p, { kind: "item", id });
    if (!it || !s) return p;
    const next = Math.min(s.length_mm, ...s.contents.filter((c) => c.from_mm >= it.to_mm - 1e-6).map((c) => c.from_mm));
    if (it.by === "length") return setItem(id, { to_mm: next })(p);
    const each = (it.to_mm - it.from_mm) / Math.max(1, it.count ?? 1);
    const more = Math.floor((next - it.to_mm) / each + 1e-6);
    return setItem(id, { count: (it.count ?? 0) + more, to_mm: it.to_mm + more * each })(p);
  };

/** A wall with studs 16 in or 400 mm apart to start from. */
export function newProject(units: { length: string; mass: string }): Project {
  const step = units.length === "in" ? 406.4 : 400;
  const p: Project = {
    format: "aguante-project",
    version: 1,
    name: "New wall",
    units,
    wall: {
      length_mm: units.length === "in" ? 3048 : 3000,
      height_mm: units.length === "in" ? 2438.4 : 2400,
      kind: "wood-studs",
      lining: { kind: "gypsum", thickness_mm: 12.7 },
      keep_outs: [],
      studs: Array.from({ length: 7 }, (_, i) => ({ ...newStud(step / 2 + i * step), assumed: true })),
    },
    shelves: [],
  };
  return { ...p, shelves: [newShelf(p)] };
}

export const newStud = (x: number): Stud => ({
  id: newId(),
  x_mm: x,
  width_mm: 38,
  depth_mm: 89,
  doubt_mm: 5,
  wood: "spruce-pine-fir-stud",
});

/** The selected thing once more; the copy is what is selected next. */
export function duplicate(p: Project, sel: Selection): [Project, Selection] {
  const shelf = shelfOf(p, sel);
  if (sel.kind === "stud") {
    const s = p.wall.studs.find((x) => x.id === sel.id);
    if (!s) return [p, sel];
    const copy = { ...s, id: newId(), x_mm: clamp(s.x_mm + 400, 0, p.wall.length_mm) };
    const studs = [...p.wall.studs, copy].sort((a, b) => a.x_mm - b.x_mm);
    return [
      { ...p, wall: { ...p.wall, studs } },
      { kind: "stud", id: copy.id },
    ];
  }
  if (sel.kind === "keepout") {
    const k = p.wall.keep_outs.find((o) => o.id === sel.id);
    if (!k) return [p, sel];
    const copy = { ...k, id: newId(), x_mm: clamp(k.x_mm + k.width_mm + 50, 0, p.wall.length_mm - k.width_mm) };
    return [
      { ...p, wall: { ...p.wall, keep_outs: [...p.wall.keep_outs, copy] } },
      { kind: "keepout", id: copy.id },
    ];
  }
  if (!shelf || sel.kind === "rail") return [p, sel];
  if (sel.kind === "shelf") {
    const y = shelf.y_mm + 400 > p.wall.height_mm ? Math.max(0, shelf.y_mm - 400) : shelf.y_mm + 400;
    const copy: Shelf = {
      ...shelf,
      id: newId(),
      name: `${shelf.name} copy`,
      y_mm: y,
      supports: shelf.supports.map((u) => freshSupport(u, u.x_mm)),
      rail: shelf.rail && fresh(shelf.rail),
      ...onForm(shelf, fresh),
      contents: shelf.contents.map((c) => ({ ...c, id: newId() })),
      build: { ...shelf.build, cuts: shelf.build.cuts?.map((c) => ({ ...c, id: newId() })) },
    };
    return [
      { ...p, shelves: [...p.shelves, copy] },
      { kind: "shelf", id: copy.id },
    ];
  }
  if (sel.kind === "support") {
    const u = shelf.supports.find((x) => x.id === sel.id);
    if (!u) return oneMorePart(p, shelf, sel.id);
    const free = woodStuds(p)
      .map((s) => s.x_mm)
      .filter((x) => x >= shelf.x_mm && x <= shelf.x_mm + shelf.length_mm)
      .filter((x) => !shelf.supports.some((o) => Math.abs(o.x_mm - x) < 20));
    const x = free[0] ?? clamp(u.x_mm + 100, 0, p.wall.length_mm);
    const copy = freshSupport(u, x);
    return [setShelf(shelf.id, { supports: [...shelf.supports, copy] })(p), { kind: "support", id: copy.id }];
  }
  const it = shelf.contents.find((x) => x.id === sel.id);
  if (!it) return [p, sel];
  const wide = it.to_mm - it.from_mm;
  const from = Math.min(it.to_mm, shelf.length_mm - wide);
  const copy = { ...it, id: newId(), from_mm: from, to_mm: from + wide };
  return [setShelf(shelf.id, { contents: [...shelf.contents, copy] })(p), { kind: "item", id: copy.id }];
}

/** One more upright, hook or post like another, at the first free stud or beside it. */
function oneMorePart(p: Project, shelf: Shelf, id: string): [Project, Selection] {
  const like = partsOf(shelf).find((x) => x.id === id);
  if (!like || like.id === shelf.hook_rail?.id || shelf.cart) return [p, { kind: "support", id }];
  const taken = (x: number) => partsOf(shelf).some((o) => Math.abs(o.x_mm - x) < 20);
  const free = shelf.hook_rail
    ? undefined
    : woodStuds(p).find((s) => s.x_mm > shelf.x_mm && s.x_mm < shelf.x_mm + shelf.length_mm && !taken(s.x_mm));
  const copy: Part = {
    ...like,
    id: newId(),
    x_mm: clamp(free?.x_mm ?? like.x_mm + 100, shelf.x_mm, shelf.x_mm + shelf.length_mm),
  };
  const add = <T extends Part>(list: T[]): T[] => [...list, copy as T];
  const patch: Partial<Shelf> = shelf.rack
    ? { rack: { ...shelf.rack, uprights: add(shelf.rack.uprights) } }
    : shelf.frame
      ? { frame: { ...shelf.frame, posts: add(shelf.frame.posts) } }
      : shelf.sheet_rack
        ? { sheet_rack: { ...shelf.sheet_rack, frames: add(shelf.sheet_rack.frames) } }
        : shelf.hook_rail
          ? { hook_rail: { ...shelf.hook_rail, hooks: add(shelf.hook_rail.hooks) } }
          : {};
  return [setShelf(shelf.id, patch)(p), { kind: "support", id: copy.id }];
}

export function remove(p: Project, sel: Selection): Project {
  if (sel.kind === "stud") return { ...p, wall: { ...p.wall, studs: p.wall.studs.filter((s) => s.id !== sel.id) } };
  if (sel.kind === "keepout")
    return { ...p, wall: { ...p.wall, keep_outs: p.wall.keep_outs.filter((k) => k.id !== sel.id) } };
  if (sel.kind === "shelf") return { ...p, shelves: p.shelves.filter((s) => s.id !== sel.id) };
  const of = shelfOf(p, sel);
  if (sel.kind === "support" && of && formOf(of)) {
    if (of.cart || of.hook_rail?.id === sel.id) return p; // nothing would be left
    return changeShelf(of.id, (s) => mapThing(s, sel.id, () => undefined))(p);
  }
  return {
    ...p,
    shelves: p.shelves.map((s) => ({
      ...s,
      supports: sel.kind === "support" ? s.supports.filter((u) => u.id !== sel.id) : s.supports,
      rail: sel.kind === "rail" && s.rail?.id === sel.id ? undefined : s.rail,
      contents: sel.kind === "item" ? s.contents.filter((c) => c.id !== sel.id) : s.contents,
    })),
  };
}

/** Moves the selected thing by a step, as the arrow keys do. */
export function nudge(p: Project, sel: Selection, dx: number, dy: number): Project {
  switch (sel.kind) {
    case "stud": {
      const s = p.wall.studs.find((x) => x.id === sel.id);
      return s ? moveStud(sel.id, s.x_mm + dx)(p) : p;
    }
    case "keepout": {
      const k = p.wall.keep_outs.find((o) => o.id === sel.id);
      return k ? moveKeepOut(sel.id, k.x_mm + dx, k.y_mm + dy)(p) : p;
    }
    case "support": {
      const s = supportOf(p, sel.id);
      return s ? moveSupport(sel.id, s.x_mm + dx)(p) : p;
    }
    case "rail": {
      const r = railOf(p, sel.id);
      return r ? moveRail(sel.id, r.x_mm + dx, r.bottom_mm + dy)(p) : p;
    }
    case "item": {
      const it = itemOf(p, sel.id);
      return it ? moveItem(sel.id, it.from_mm + dx)(p) : p;
    }
    case "shelf": {
      const s = shelfOf(p, sel);
      return s ? moveShelf(sel.id, s.x_mm + dx, s.y_mm + dy)(p) : p;
    }
  }
}
