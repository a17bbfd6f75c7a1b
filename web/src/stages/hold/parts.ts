import type { Catalogue, Shelf, Support } from "../../api/types.gen";
import { formOf } from "../../bench/edit";

/** One figure or choice of a part, by its path in the document. */
export type Field = { when?: (part: Record<string, unknown>) => boolean } & (
  | { kind: "length" | "fine" | "mass" | "count" | "degrees" | "number"; label: string; path: string }
  | {
      kind: "choice";
      label: string;
      path: string;
      options: [string, string][];
      /** What the other choices need, by path, put in where there is none yet. */
      fills?: Record<string, unknown>;
    }
  | { kind: "yes"; label: string; path: string; words: [string, string] }
  | { kind: "wood"; label: string; path: string }
  | { kind: "fixing"; path: string }
  | { kind: "holes"; path: string; label: string; at: string }
  | { kind: "rows"; path: string; label: string }
  | { kind: "joint"; path: string }
);

/** Fields under a title; an optional part can be put in and taken out. */
export interface Fields {
  title?: string;
  fields: Field[];
  /** A part that may be missing: its path, what puts it in, and words for both. */
  part?: { path: string; fresh: (s: Support, shelf: Shelf) => object; add: string; drop: string };
}

/** The document's name for the part that a support's kind names. */
export const partKey = (s: Support): string => s.kind.replaceAll("-", "_");

const STEEL: [string, string][] = [
  ["unmarked", "not marked"],
  ["structural", "structural"],
];
export const MEANS: [string, string][] = [
  ["working", "a working load"],
  ["ultimate", "its ultimate load"],
  ["unstated", "not said"],
];

const BOARD_SCREWS: Fields = {
  title: "Screws up into the board",
  part: {
    path: "board_screws",
    add: "screw the board down",
    drop: "lay it loose",
    fresh: (_, shelf) => ({
      type: "wood-8",
      length_mm: 19.05,
      count: 2,
      from_wall_mm: Math.round(shelf.depth_mm * 0.4),
    }),
  },
  fields: [
    { kind: "count", label: "how many", path: "board_screws.count" },
    { kind: "fixing", path: "board_screws" },
    { kind: "length", label: "from the wall", path: "board_screws.from_wall_mm" },
  ],
};

const FRAME: Fields[] = [
  {
    title: "The bracket",
    fields: [
      { kind: "length", label: "reach", path: "reach_mm" },
      { kind: "length", label: "arm, high", path: "high_mm" },
      { kind: "length", label: "wide", path: "width_mm" },
      { kind: "length", label: "upright, out from the wall", path: "deep_mm" },
      { kind: "length", label: "upright, below the board", path: "leg_mm" },
      { kind: "length", label: "upright, above it", path: "up_mm" },
      { kind: "wood", label: "wood", path: "wood" },
    ],
  },
  { title: "Arm to upright", fields: [{ kind: "joint", path: "joint" }] },
  {
    title: "Brace",
    part: {
      path: "brace",
      add: "put a brace in",
      drop: "take it out",
      fresh: (s) => {
        const f = s.timber_bracket ?? s.holder;
        return {
          out_mm: Math.round((f?.reach_mm ?? 150) * 0.75),
          down_mm: Math.round((f?.leg_mm ?? 150) * 0.8),
          high_mm: 38,
        };
      },
    },
    fields: [
      { kind: "length", label: "out along the arm", path: "brace.out_mm" },
      { kind: "length", label: "down the upright", path: "brace.down_mm" },
      { kind: "length", label: "high", path: "brace.high_mm" },
    ],
  },
  {
    title: "Round the shelf's front",
    part: {
      path: "front",
      add: "wrap it round the front",
      drop: "leave it open",
      fresh: () => ({ high_mm: 60, corner: "mitred-splined" }),
    },
    fields: [
      { kind: "length", label: "high", path: "front.high_mm" },
      {
        kind: "choice",
        label: "corner",
        path: "front.corner",
        options: [
          ["mitred-splined", "mitre, splined"],
          ["mitred", "mitre, glued"],
          ["butted-screwed", "butted, screwed"],
          ["butted", "butted, glued"],
        ],
      },
    ],
  },
  BOARD_SCREWS,
];

const down = (label: string): Field => ({ kind: "holes", path: "holes", label, at: "down_mm" });

/** What can be set of each kind of support. */
export const PARTS: Record<string, Fields[]> = {
  "flat-bracket": [
    {
      fields: [
        { kind: "length", label: "reach", path: "reach_mm" },
        { kind: "length", label: "leg on the wall", path: "leg_mm" },
        { kind: "fine", label: "bar, wide", path: "width_mm" },
        { kind: "fine", label: "bar, thick", path: "thickness_mm" },
        { kind: "choice", label: "steel", path: "steel", options: STEEL },
        {
          kind: "choice",
          label: "wall leg",
          path: "leg_side",
          options: [
            ["below", "below"],
            ["above", "above"],
          ],
        },
      ],
    },
    {
      title: "Into the wall",
      fields: [
        { kind: "fixing", path: "screw" },
        { kind: "holes", path: "holes", label: "from the corner", at: "from_corner_mm" },
        { kind: "fine", label: "holes, wide", path: "hole_mm" },
      ],
    },
    BOARD_SCREWS,
  ],
  "braced-bracket": [
    {
      fields: [
        { kind: "length", label: "reach", path: "reach_mm" },
        { kind: "length", label: "leg on the wall", path: "leg_mm" },
        { kind: "fine", label: "wide", path: "width_mm" },
        { kind: "fine", label: "steel, thick", path: "plate_mm" },
      ],
    },
    {
      title: "What its maker says",
      fields: [
        { kind: "mass", label: "rating", path: "rating.kg" },
        { kind: "yes", label: "that is", path: "rating.pair", words: ["a pair", "each"] },
        { kind: "choice", label: "it is", path: "rating.means", options: MEANS },
      ],
    },
    {
      title: "Clipped into a standard",
      part: {
        path: "standard",
        add: "use a slotted standard",
        drop: "screw it on by itself",
        fresh: (s) => ({ above_mm: 200, below_mm: Math.max(500, s.braced_bracket?.leg_mm ?? 0) }),
      },
      fields: [
        { kind: "length", label: "above the board", path: "standard.above_mm" },
        { kind: "length", label: "below the board", path: "standard.below_mm" },
      ],
    },
    { title: "Into the wall", fields: [{ kind: "fixing", path: "screw" }, down("below the board")] },
    BOARD_SCREWS,
  ],
  "timber-bracket": [
    ...FRAME,
    { title: "Into the wall", fields: [{ kind: "fixing", path: "screw" }, down("below the board")] },
  ],
  pin: [
    {
      fields: [
        {
          kind: "choice",
          label: "pin",
          path: "kind",
          options: [
            ["dowel", "dowel"],
            ["tenon", "loose tenon"],
            ["rod", "steel rod"],
          ],
        },
        { kind: "fine", label: "wide", path: "width_mm" },
        { kind: "fine", label: "high", path: "high_mm" },
        { kind: "length", label: "deep at its root", path: "root_mm" },
        { kind: "length", label: "deep in the shelf", path: "tip_mm" },
        { kind: "fine", label: "play in its bores", path: "play_mm" },
        { kind: "wood", label: "wood", path: "wood", when: (p) => p.kind !== "rod" },
        { kind: "choice", label: "steel", path: "steel", options: STEEL, when: (p) => p.kind === "rod" },
        { kind: "yes", label: "in the shelf", path: "glued", words: ["glued", "dry"] },
        { kind: "yes", label: "lock screw", path: "lock", words: ["yes", "no"] },
      ],
    },
  ],
  "hidden-bracket": [
    {
      fields: [
        { kind: "length", label: "blade, into the shelf", path: "reach_mm" },
        { kind: "fine", label: "blade, wide", path: "width_mm" },
        { kind: "fine", label: "blade, thick", path: "thickness_mm" },
        { kind: "length", label: "plate on the wall, high", path: "plate_mm" },
        { kind: "choice", label: "steel", path: "steel", options: STEEL },
        { kind: "yes", label: "lock screw", path: "lock", words: ["yes", "no"] },
      ],
    },
    {
      title: "Slot in the board",
      fields: [
        { kind: "length", label: "deep", path: "slot.deep_mm" },
        { kind: "fine", label: "wide", path: "slot.wide_mm" },
        { kind: "fine", label: "high", path: "slot.high_mm" },
      ],
    },
    { title: "Into the wall", fields: [{ kind: "fixing", path: "screw" }, down("below the blade")] },
  ],
  holder: [
    {
      fields: [
        { kind: "yes", label: "lower spacer", path: "spacer", words: ["yes", "no"] },
        { kind: "yes", label: "lock screw", path: "lock", words: ["yes", "no"] },
      ],
    },
    {
      title: "Hook",
      fields: [
        { kind: "length", label: "high", path: "hook.high_mm" },
        { kind: "length", label: "thick", path: "hook.thick_mm" },
        { kind: "length", label: "along the rail", path: "hook.length_mm" },
        { kind: "wood", label: "wood", path: "hook.wood" },
        { kind: "yes", label: "glued face to face", path: "hook.glued", words: ["yes", "no"] },
        { kind: "yes", label: "screws go in", path: "hook.behind", words: ["through the back", "through the hook"] },
        { kind: "count", label: "how many", path: "hook.count" },
        { kind: "fixing", path: "hook.screw" },
      ],
    },
    ...FRAME,
  ],
  "side-cleat": [
    {
      fields: [
        {
          kind: "choice",
          label: "at the board's",
          path: "at",
          options: [
            ["left", "left end"],
            ["right", "right end"],
          ],
        },
        { kind: "length", label: "starts, from the back wall", path: "x_mm" },
        { kind: "length", label: "long", path: "length_mm" },
        { kind: "length", label: "high", path: "height_mm" },
        { kind: "length", label: "thick", path: "thickness_mm" },
        { kind: "length", label: "gap, board to side wall", path: "gap_mm" },
        { kind: "wood", label: "wood", path: "wood" },
      ],
    },
    {
      title: "Into the side wall",
      fields: [
        { kind: "fixing", path: "screw" },
        { kind: "holes", path: "spots", label: "from the back wall", at: "x_mm" },
      ],
    },
    {
      title: "Studs of the side wall",
      fields: [{ kind: "holes", path: "studs", label: "from the back wall", at: "x_mm" }],
    },
  ],
  keyhole: [
    {
      fields: [
        { kind: "yes", label: "keyhole", path: "routed", words: ["routed in wood", "metal plate"] },
        { kind: "length", label: "over the lower edge", path: "up_mm" },
        { kind: "length", label: "piece, lower edge", path: "low_mm" },
        { kind: "length", label: "piece, upper edge", path: "high_mm" },
        { kind: "length", label: "piece, thick", path: "back_mm" },
        { kind: "length", label: "lip before the head", path: "lip_mm", when: (p) => p.routed === true },
        { kind: "wood", label: "wood", path: "wood", when: (p) => p.routed === true },
      ],
    },
    {
      title: "What the plate's maker says",
      part: {
        path: "rating",
        add: "give a rating",
        drop: "not known",
        fresh: () => ({ pull_kg: 5, shear_kg: 10, means: "unstated" }),
      },
      fields: [
        { kind: "mass", label: "pull, each", path: "rating.pull_kg" },
        { kind: "mass", label: "across, each", path: "rating.shear_kg" },
        { kind: "choice", label: "it is", path: "rating.means", options: MEANS },
      ],
    },
    { title: "Into the wall", fields: [{ kind: "fixing", path: "screw" }] },
  ],
};

/** What can be set of a rail. */
export function railFields(kind: string): Fields[] {
  return [
    {
      fields: [
        { kind: "length", label: "left end, along the wall", path: "x_mm" },
        { kind: "length", label: "long", path: "length_mm" },
        { kind: "length", label: "high", path: "height_mm" },
        { kind: "length", label: "thick", path: "thickness_mm" },
        { kind: "length", label: "lower edge, over the underside", path: "bottom_mm" },
        ...(kind === "cleat"
          ? ([
              { kind: "degrees", label: "bevel, degrees from level", path: "bevel_deg" },
              { kind: "fine", label: "kerf of the saw", path: "kerf_mm" },
            ] as Field[])
          : []),
        ...(kind === "ledger" ? ([{ kind: "length", label: "gap, board to wall", path: "gap_mm" }] as Field[]) : []),
        ...(kind === "block"
          ? ([{ kind: "yes", label: "lock screw", path: "lock", words: ["yes", "no"] }] as Field[])
          : []),
        { kind: "wood", label: "wood", path: "wood" },
      ],
    },
  ];
}

const WAY: Record<string, string> = {
  "flat-bracket": "flat-brackets",
  "braced-bracket": "braced-brackets",
  "timber-bracket": "timber-brackets",
  pin: "pins-in-wall",
  "hidden-bracket": "hidden-brackets",
  holder: "cleat",
  "side-cleat": "ledgers",
  keyhole: "keyholes",
};

/** The way that a shelf hangs in, by what it has. */
export function wayOf(s: Shelf): string {
  const first = s.supports[0];
  const form = formOf(s);
  if (form) return { rack: "rack", hook_rail: "hooks", frame: "frame", sheet_rack: "sheet-rack", cart: "cart" }[form];
  if (s.rail?.kind === "block") return "sleeve";
  if (s.rail?.kind === "strip") return "pins-in-strip";
  if (s.rail?.kind === "cleat") return "cleat";
  if (s.rail?.kind === "ledger") return "ledgers";
  if (first?.braced_bracket?.standard) return "standards";
  return first ? (WAY[first.kind] ?? "") : "";
}

/** Woods, lumber and panels to choose from. */
export const stuffs = (c: Catalogue): [string, string, string?][] => [
  ...c.lumber.map((l): [string, string, string] => [l.key, l.name, "construction lumber"]),
  ...c.woods.map((w): [string, string, string] => [w.key, w.name, "wood"]),
  ...[...new Map(c.panels.map((p) => [p.key, p.name])).entries()].map(([k, n]): [string, string, string] => [
    k,
    n,
    "panel",
  ]),
];

/** What stands at a path, e.g. "rating.kg". */
export const at = (o: object, path: string): unknown =>
  path
    .split(".")
    .reduce<unknown>(
      (v, k) => (typeof v === "object" && v !== null ? (v as Record<string, unknown>)[k] : undefined),
      o,
    );

/** The same object with something else at a path; nothing there takes it out. */
export function put<T extends object>(o: T, path: string, v: unknown): T {
  const [k = "", ...rest] = path.split(".");
  const inner = (o as Record<string, unknown>)[k];
  return { ...o, [k]: rest.length ? put((inner ?? {}) as object, rest.join("."), v) : v };
}
