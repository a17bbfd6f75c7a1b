import type { Item, Shelf, ShelfReport, SupportReport } from "../api/types.gen";
import { formOf } from "../model/find";

/** What a thing is drawn with, by its stuff. */
export const FILL: Record<string, string> = {
  metal: "var(--steel)",
  timber: "var(--timber)",
  sheet: "var(--timber-light)",
};

/** How far what carries a shelf goes below its underside and above it, mm. */
export function extent(report: ShelfReport | undefined): { below: number; above: number } {
  const shapes = [
    ...(report?.supports ?? []).flatMap((s) => s.geometry.shapes ?? []),
    ...(report?.rail?.geometry.shapes ?? []),
  ];
  const ys = shapes.flatMap((s) => (s.front ?? []).map((p) => p[1]));
  return { below: Math.max(0, ...ys.map((y) => -y)), above: Math.max(0, ...ys) };
}

/** How high over its underside, or its foot, each level of goods is, mm. */
const tiers = (s: Shelf, r: ShelfReport | undefined): number[] => r?.tiers_mm ?? [s.thickness_mm];

/** From where to where an item reaches over its shelf's underside or foot; what hangs goes down from its level. */
export function reach(s: Shelf, r: ShelfReport | undefined, it: Item): [base: number, top: number] {
  const all = tiers(s, r);
  const up = all[Math.min(it.level ?? 0, all.length - 1)] ?? 0;
  return r?.hangs ? [up - it.height_mm, up] : [up, up + it.height_mm];
}

/** How high its contents reach over its underside; what hangs from hooks does not. */
export const contentsTop = (s: Shelf, r: ShelfReport | undefined): number =>
  Math.max(0, ...(r?.hangs ? [] : s.contents.map((c) => reach(s, r, c)[1])));

/** How far what hangs from its hooks reaches below its underside. */
export const contentsLow = (s: Shelf, r: ShelfReport | undefined): number =>
  Math.max(0, ...(r?.hangs ? s.contents.map((c) => -reach(s, r, c)[0]) : []));

/** How high a shelf itself reaches over its underside, or its foot: its board, or what holds without one, mm. */
export const tallOf = (s: Shelf, r: ShelfReport | undefined): number =>
  formOf(s) ? Math.max(extent(r).above, ...tiers(s, r)) : s.thickness_mm;

/** A support that holds nothing. */
export const idle = (r: SupportReport) => r.fails !== undefined;
