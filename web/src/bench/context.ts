import { createContext, useContext } from "react";
import type { Catalogue, Link, MakeRequest, Project, Report, ShelfReport } from "../api/types.gen";
import type { Scanner } from "../stages/wall/useScanner";
import type { Edit } from "../model/edit";
import type { Selection } from "../model/find";

export const STAGES = ["Load", "Wall", "Board", "Hold"] as const;
export type Stage = (typeof STAGES)[number];

/** What every part of the bench sees. */
export interface BenchValue {
  design: Project;
  report: Report | null;
  catalogue: Catalogue;
  stage: Stage;
  /** The shelf that the bench is about. */
  shelfId: string | null;
  selection: Selection | null;
  select: (s: Selection | null) => void;
  /** Changes the design at once; edits with one tag in a row are undone as one. */
  edit: (e: Edit, tag?: string) => void;
  /** Changes it only where the result can be checked; else says why not. */
  tryEdit: (e: Edit) => Promise<string | null>;
  /** Has the server make something new from its neighbours, and chooses it; else says why not. */
  make: (q: Omit<MakeRequest, "design">) => Promise<string | null>;
  /** Makes an edit and has the server put in what the choice needs; else says why not. */
  complete: (shelf: string, e: Edit) => Promise<string | null>;
  /** The link that is lit up, by id. */
  lit: string | null;
  light: (link: string | null) => void;
  openWorking: (link: string) => void;
  /** Ids of what has broken, while a shelf is loaded until it breaks. */
  gone: string[];
  setGone: (ids: string[]) => void;
  scanner: Scanner;
  /** Which of the times of the sag is looked at; the last is the end. */
  time: number;
  setTime: (t: number) => void;
}

const Bench = createContext<BenchValue | null>(null);
export const BenchProvider = Bench.Provider;

export function useBench(): BenchValue {
  const v = useContext(Bench);
  if (!v) throw new Error("outside the bench");
  return v;
}

/** The words of a type with their labels, to choose from. */
export function useWords(): <T extends string>(type: string) => [T, string][] {
  const { catalogue } = useBench();
  return <T extends string>(type: string) =>
    (catalogue.words[type] ?? []).map((c): [T, string] => [c.key as T, c.label]);
}

export const reportOf = (r: Report | null, shelf: string | null): ShelfReport | undefined =>
  r?.shelves.find((s) => s.id === shelf);

export const linkOf = (s: ShelfReport | undefined, id: string | undefined): Link | undefined =>
  s?.links.find((l) => l.id === id);
