import { createContext, useContext, type Context } from "react";
import type { Catalogue, Choice, Link, MakeRequest, Project, Report, ShelfReport } from "../api/types.gen";
import type { Edit } from "../model/edit";
import type { Selection } from "../model/find";

/** What is on the bench, by how often it changes: so that only what has changed is drawn. */

/** Where the bench is: the stage, the shelf that it is about, and what is chosen. */
export interface Place {
  stage: string;
  shelfId: string | null;
  selection: Selection | null;
}

/** What can be done; these never change. */
export interface Deeds {
  select: (s: Selection | null) => void;
  /** Changes the design at once; edits with one tag in a row are undone as one. */
  edit: (e: Edit, tag?: string) => void;
  /** Changes it only where the result can be checked; else says why not. */
  tryEdit: (e: Edit) => Promise<string | null>;
  /** Has the server make something new from its neighbours, and chooses it; else says why not. */
  make: (q: Omit<MakeRequest, "design">) => Promise<string | null>;
  /** Makes an edit and has the server put in what the choice needs; else says why not. */
  complete: (shelf: string, e: Edit) => Promise<string | null>;
  light: (link: string | null) => void;
  openWorking: (link: string) => void;
  setGone: (ids: string[]) => void;
  setTime: (t: number) => void;
  /** Lays what a stage has for it over the wall, by its key, or takes it away. */
  setOver: (key: string | null) => void;
  /** Opens the sheet of a name over the bench, or closes what is open. */
  openSheet: (name: string | null) => void;
}

/** How the drawing is looked at. */
export interface Looks {
  /** The link that is lit up, by id. */
  lit: string | null;
  /** Ids of what has broken, while a shelf is loaded until it breaks. */
  gone: string[];
  /** Which of the times of the sag is looked at; the last is the end. */
  time: number;
  /** What a stage has laid over the wall. */
  over: string | null;
}

export const DesignContext = createContext<Project | null>(null);
export const AnswerContext = createContext<Report | null>(null);
export const CatalogueContext = createContext<Catalogue | null>(null);
export const PlaceContext = createContext<Place | null>(null);
export const DeedsContext = createContext<Deeds | null>(null);
export const LooksContext = createContext<Looks | null>(null);
export const SheetContext = createContext<string | null>(null);

function use<T>(context: Context<T | null>): T {
  const v = useContext(context);
  if (v === null) throw new Error("outside the bench");
  return v;
}

export const useDesign = () => use(DesignContext);
export const useAnswer = () => useContext(AnswerContext);
export const useCatalogue = () => use(CatalogueContext);
export const useChoice = () => use(PlaceContext);
export const useDeeds = () => use(DeedsContext);
export const useLooks = () => use(LooksContext);

/** Whether the sheet of a name is open, and what opens and closes it; the address says it. */
export function useSheet(name: string): [boolean, (open: boolean) => void] {
  const { openSheet } = useDeeds();
  return [useContext(SheetContext) === name, (open) => openSheet(open ? name : null)];
}

/** The words of a type with their labels, to choose from. */
export function useWords(): <T extends string>(type: string) => [T, string][] {
  const { words } = useCatalogue();
  return <T extends string>(type: string) => (words[type] ?? []).map((c: Choice): [T, string] => [c.key as T, c.label]);
}

export const reportOf = (r: Report | null, shelf: string | null): ShelfReport | undefined =>
  r?.shelves.find((s) => s.id === shelf);

export const linkOf = (s: ShelfReport | undefined, id: string | undefined): Link | undefined =>
  s?.links.find((l) => l.id === id);
