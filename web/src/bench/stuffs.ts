import type { Catalogue } from "../api/types.gen";

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
