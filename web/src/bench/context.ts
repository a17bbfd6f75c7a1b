import { createContext, useContext, useMemo, type Context } from "react";
import type { Catalogue, Choice, Letter, Link, MakeRequest, Project, Report, ShelfReport } from "../api/types.gen";
import type { Edit } from "../model/edit";
import type { Selection } from "../model/find";

/** What is on the bench, by how often it changes: so that only what has changed is drawn. */

/** Where the bench is: the stage, the shelf that it is about, and what is chosen. */
export interface Place {
  stage: string;
  shelfId: string | null;
  selection: Selection | null;
  /** Which part of a stage is looked at, where it has several. */
  on: string | null;
}

/** What can be done; these never change. */
export interface Deeds {
  select: (s: Selection | null) => void;
  /** Changes the design at once; edits with one tag in a row are undone as one. */
  edit: (e: Edit, tag?: string) => void;
  /** Takes the last change back. */
  undo: () => void;
  /** Changes it only where the result can be checked; else says why not. */
  tryEdit: (e: Edit) => Promise<string | null>;
  /** Changes it as it was typed, also to what cannot be judged; says why not only where the figure itself cannot be. */
  typeIn: (e: Edit) => Promise<string | null>;
  /** Has the server make something new from its neighbours, and chooses it; else says why not. */
  make: (q: Omit<MakeRequest, "design">) => Promise<string | null>;
  /** Makes an edit and has the server put in what the choice needs; else says why not. */
  complete: (shelf: string, e: Edit) => Promise<string | null>;
  /** A thing once more; the focus goes with the copy. */
  copy: (of: Selection) => void;
  /** Takes a thing out; its shelf is what is chosen then. */
  drop: (of: Selection) => void;
  light: (link: string | null) => void;
  openWorking: (link: string) => void;
  /** Draws a shelf under a load of its own, or again as it is. */
  setLoaded: (loaded: Loaded | null) => void;
  setTime: (t: number) => void;
  /** Lays what a stage has for it over the wall, by its key, or takes it away. */
  setOver: (key: string | null) => void;
  /** Chooses a piece to be cut, by its id. */
  hold: (piece: string | null) => void;
  /** Goes to a part of a stage. */
  turnTo: (on: string) => void;
  /** The letters that the pieces have now: kept without being a change of one's own. */
  keepLetters: (letters: Letter[]) => void;
  /** Opens the sheet of a name over the bench, or closes what is open. */
  openSheet: (name: string | null) => void;
}

/** A shelf under another load than is asked of it. */
export interface Loaded {
  /** Ids of what has broken by then. */
  gone: string[];
  /** Whether it hangs bent, or has come down. */
  fallen: "hangs" | "down" | null;
  /** What it is then; null until it is known. */
  answer: ShelfReport | null;
}

/** How the drawing is looked at. */
export interface Looks {
  /** The link that is lit up, by id. */
  lit: string | null;
  /** What is drawn while a shelf is loaded until it breaks. */
  loaded: Loaded | null;
  /** Which of the times of the sag is looked at; the last is the end. */
  time: number;
  /** What a stage has laid over the wall. */
  over: string | null;
  /** The piece in hand, by its id. */
  piece: string | null;
}

export const DesignContext = createContext<Project | null>(null);
export const AnswerContext = createContext<Report | null>(null);
export const CatalogueContext = createContext<Catalogue | null>(null);
export const PlaceContext = createContext<Place | null>(null);
export const DeedsContext = createContext<Deeds | null>(null);
export const LooksContext = createContext<Looks | null>(null);
/** The things that something is wrong with, as kind:id. */
export const WrongContext = createContext<Set<string>>(new Set());
export const SheetContext = createContext<string | null>(null);

function use<T>(context: Context<T | null>): T {
  const v = useContext(context);
  if (v === null) throw new Error("outside the bench");
  return v;
}

export const useDesign = () => use(DesignContext);
export const useAnswer = () => useContext(AnswerContext);

/** The answer that is drawn: that of the design, or of a shelf as it is loaded. */
export function useDrawn(): Report | null {
  const report = useContext(AnswerContext);
  const answer = use(LooksContext).loaded?.answer;
  return useMemo(
    () =>
      report && answer ? { ...report, shelves: report.shelves.map((s) => (s.id === answer.id ? answer : s)) } : report,
    [report, answer],
  );
}
export const useCatalogue = () => use(CatalogueContext);
export const useChoice = () => use(PlaceContext);
export const useDeeds = () => use(DeedsContext);
export const useLooks = () => use(LooksContext);

export const useWrong = () => useContext(WrongContext);

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
