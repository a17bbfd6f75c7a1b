import { api } from "./client";
import type {
  Answer,
  CheckReply,
  Closing,
  FileProblem,
  Project,
  Report,
  Shelf,
  ShelfKeys,
  ShelfReport,
} from "./types.gen";

/**
 * What the server says of a design: its report, why nothing on its wall can be judged, and why shelves cannot be, by id. What the
 * report says of those is how they are drawn, or where they are old, what was said before.
 */
export interface Said {
  report: Report;
  problems: FileProblem[];
  refused: Map<string, FileProblem[]>;
  old: Set<string>;
  /** Whether some are refused only until they are asked about again. */
  later: boolean;
}

/**
 * Asks the server about a design in its parts: what it has got already goes by its key
 * alone, and what the page has got already does not come again. Parts of a design are
 * never changed in place, so a part is known by being the same object.
 */
export class Checker {
  private keys = new WeakMap<object, string>();
  private base: Project | null = null;
  private had = new Map<string, ShelfKeys>();
  private answers = new Map<string, Answer>();
  private closings = new Map<string, Closing>();
  private shelves = new Map<string, ShelfReport>();
  private seq = 0;

  /** What was wrong with a design that was asked about. */
  private readonly wrong = new WeakMap<Project, FileProblem[]>();

  /** The newest question that was answered. */
  last: (Said & { design: Project; open: string | null }) | null = null;

  async ask(design: Project, open: string | null): Promise<Said> {
    const base = this.baseOf(design);
    const seq = ++this.seq;
    const question = {
      seq,
      open: open ?? "",
      base: this.keys.has(base) ? { key: this.keys.get(base) } : { document: base },
      shelves: design.shelves.map((s) => {
        const had = this.had.get(s.id);
        const seen = had && { answer: had.answer, closing: had.closing };
        return this.keys.has(s) ? { key: this.keys.get(s), ...seen } : { shelf: s, ...seen };
      }),
    };
    const reply = await api.check(question, design.units);
    if (reply.missing?.length) {
      const gone = new Set(reply.missing);
      for (const part of [base, ...design.shelves]) if (gone.has(this.keys.get(part) ?? "")) this.keys.delete(part);
      return this.ask(design, open);
    }
    const said = this.read(base, design.shelves, reply);
    if (seq === this.seq) this.last = { design, open, ...said };
    this.wrong.set(design, [...said.problems, ...[...said.refused.values()].flat()]);
    return said;
  }

  /** What is wrong with a design and was not with the one before it, as far as that was asked about. */
  async newlyWrong(before: Project, design: Project): Promise<FileProblem[]> {
    const one = (b: FileProblem) => `${b.path} ${b.alone ?? false}`;
    const had = new Set(this.wrong.get(before)?.map(one));
    const { later } = await this.ask(design, this.last?.open ?? null);
    return later ? [] : (this.wrong.get(design) ?? []).filter((b) => !had.has(one(b)));
  }

  /** The design without its shelves, the same object as long as it is the same. */
  private baseOf(design: Project): Project {
    const next = { ...design, shelves: [] };
    const was = this.base;
    const same = was && (Object.keys(next) as (keyof Project)[]).every((k) => k === "shelves" || next[k] === was[k]);
    return (this.base = same ? was : next);
  }

  private read(base: Project, shelves: Shelf[], reply: CheckReply): Said {
    this.keys.set(base, reply.base);
    for (const [key, a] of Object.entries(reply.answers ?? {})) this.answers.set(key, a);
    for (const [key, c] of Object.entries(reply.closings ?? {})) this.closings.set(key, c);
    const had = new Map<string, ShelfKeys>();
    const reports = new Map<string, ShelfReport>();
    const refused = new Map<string, FileProblem[]>();
    const old = new Set<string>();
    const later = reply.shelves.some((s) => s.later);
    const all = shelves.flatMap((s, i) => {
      const keys = reply.shelves[i];
      if (keys?.problems) refused.set(s.id, keys.problems);
      if (keys && !keys.answer) {
        this.keys.set(s, keys.key);
        old.add(s.id);
        return this.last?.report.shelves.find((was) => was.id === s.id) ?? [];
      }
      const answer = keys && this.answers.get(keys.answer);
      const closing = keys && this.closings.get(keys.closing);
      if (!answer || !closing) throw new Error(`The answer for ${s.name} did not come whole.`);
      this.keys.set(s, keys.key);
      had.set(s.id, keys);
      const both = `${keys.answer} ${keys.closing}`;
      const report = this.shelves.get(both) ?? whole(answer, closing);
      reports.set(both, report);
      return report;
    });
    this.had = had;
    this.shelves = reports;
    const kept = new Set([...had.values()].flatMap((k) => [k.answer, k.closing]));
    for (const map of [this.answers, this.closings]) for (const key of map.keys()) if (!kept.has(key)) map.delete(key);
    return {
      report: { shelves: all, studs: reply.studs, verdict: reply.verdict, weakest: reply.weakest },
      problems: reply.problems ?? [],
      refused,
      old,
      later,
    };
  }
}

/** A shelf with all that is said of it in one place. */
function whole(answer: Answer, closing: Closing): ShelfReport {
  return {
    ...answer,
    ...closing,
    links: [...answer.links, ...closing.joined],
    cautions: [...answer.cautions, ...closing.beside],
  };
}
