import { download } from "../ui/files";
import type { Units } from "../format";
import type {
  BreakReply,
  StockPart,
  Term,
  TogetherReply,
  CompareReply,
  Improvements,
  Catalogue,
  ChangesReply,
  CheckReply,
  CheckRequest,
  DressRequest,
  Hung,
  MakeReply,
  MendReply,
  MakeRequest,
  Failure,
  LoadedRequest,
  ShelfReport,
  Own,
  ShelfRequest,
  Project,
  QuantityReply,
  Saved,
  TableRequest,
  Working,
} from "./types.gen";

/** An answer of the server that says no, in the one shape of every error. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly failure: Failure,
  ) {
    super(failure.message);
  }
}

/** The server did not answer at all. */
export class Away extends Error {}

let spoken: Units = { length: "", mass: "" };

/** Says in which units the answers to come are read. */
export function speak(units: Units) {
  spoken = units;
}

interface With {
  headers?: Record<string, string>;
  /** In which the answer is read, where not in those of the bench. */
  units?: Units;
  /** It goes out even if the page closes. */
  leaving?: boolean;
  /** Stops the work when nobody waits for it any more. */
  signal?: AbortSignal;
}

async function ask(
  method: string,
  path: string,
  body?: unknown,
  { headers, units, signal, leaving }: With = {},
): Promise<Response> {
  const { length, mass } = units ?? spoken;
  try {
    return await fetch(`/api${path}`, {
      method,
      signal,
      keepalive: leaving ?? false,
      headers: {
        ...(body === undefined ? {} : { "Content-Type": "application/json" }),
        ...(length ? { "Aguante-Units": `${length} ${mass}` } : {}),
        ...headers,
      },
      body: body === undefined || typeof body === "string" || body instanceof Blob ? body : JSON.stringify(body),
    });
  } catch (err) {
    if (signal?.aborted) throw err;
    throw new Away("The app's server does not answer.");
  }
}

export async function call<T>(method: string, path: string, body?: unknown, more?: With): Promise<T> {
  const reply = await ask(method, path, body, more);
  if (reply.status === 204) return undefined as T;
  const text = await reply.text();
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new Away("The app's server gave no answer that makes sense.");
  }
  if (!reply.ok) throw new Refused(reply.status, value as Failure);
  return value as T;
}

/** Has the server write a file, and saves it under the name that it gives. */
export const save = async (path: string, body: unknown) => saved(await ask("POST", path, body));

/** Saves a file that the server has. */
export const fetched = async (path: string) => saved(await ask("GET", path));

async function saved(reply: Response) {
  if (!reply.ok) throw new Refused(reply.status, (await reply.json()) as Failure);
  const named = /filename\*?=(?:utf-8'')?"?([^";]+)/i.exec(reply.headers.get("Content-Disposition") ?? "");
  download(decodeURIComponent(named?.[1] ?? "aguante"), await reply.blob());
}

let asking = 0;

/** An answer that changes the design or says what it comes to: the page is busy until it is there. */
export async function busy<T>(answer: Promise<T>): Promise<T> {
  const say = (by: number) => document.body.setAttribute("aria-busy", String((asking += by) > 0));
  say(1);
  try {
    return await answer;
  } finally {
    say(-1);
  }
}

let counted = 0;

/** A number that grows, also over loads of the page. */
const count = () => (counted = Math.max(Date.now(), counted + 1));

export const api = {
  catalogue: (units: Units) => call<Catalogue>("GET", "/catalogue", undefined, { units }),
  check: (q: CheckRequest, units: Units) => busy(call<CheckReply>("POST", "/check", q, { units })),
  working: (design: Project, link: string, which: string) =>
    call<Working>("POST", "/working", { design, link, case: which }),
  loaded: (q: LoadedRequest, signal: AbortSignal) => call<ShelfReport>("POST", "/loaded", q, { signal }),
  together: (design: Project, signal: AbortSignal) => call<TogetherReply>("POST", "/together", { design }, { signal }),
  mends: (design: Project, path: string, signal: AbortSignal) =>
    call<MendReply>("POST", "/mends", { design, path }, { signal }),
  quantity: (text: string, kind: "length" | "mass" | "number", unit: string) =>
    call<QuantityReply>("POST", "/quantity", { text, kind, unit }),
  own: () => call<Own>("GET", "/own"),
  keepPart: (p: Omit<StockPart, "key"> & { key?: string }) => call<StockPart>("POST", "/own/parts", { key: "", ...p }),
  forgetPart: (key: string) => call<undefined>("DELETE", `/own/parts/${key}`),
  dress: (q: DressRequest) => busy(call<Hung>("POST", "/dress", q)),
  make: (q: MakeRequest) => busy(call<MakeReply>("POST", "/make", q)),
  improve: (q: ShelfRequest, signal: AbortSignal) => call<Improvements>("POST", "/improve", q, { signal }),
  compare: (q: ShelfRequest, signal: AbortSignal) => call<CompareReply>("POST", "/compare", q, { signal }),
  breaking: (q: ShelfRequest, signal: AbortSignal) => call<BreakReply>("POST", "/break", q, { signal }),
  exported: (format: string, q: Omit<TableRequest, "text"> | null) => save(`/export/${format}`, q ?? {}),
  readFile: (text: string) => call<Project>("POST", "/file", text),
  projects: () => call<Saved[]>("GET", "/projects"),
  project: (id: string) => call<Saved>("GET", `/projects/${id}`),
  /** Makes a wall of a zip of all that happened to one. */
  unpack: (zip: File) => call<Saved>("POST", "/archives", zip, { headers: { "Content-Type": "application/zip" } }),
  archiveOf: (id: string) => `/api/projects/${id}/archive`,
  create: (p: Project) => call<Saved>("POST", "/projects", p),
  /** Saves a design over a version, by a window: its own saves are known again where a reply was lost. */
  replace: (id: string, base: number, p: Project, by: string, leaving = false) =>
    call<Saved>("PUT", `/projects/${id}`, p, {
      headers: { "If-Match": `"${base}"`, "Aguante-Window": `${by} ${count()}` },
      leaving,
    }),
  remove: (id: string) => call<undefined>("DELETE", `/projects/${id}`),
  restore: (id: string) => call<undefined>("POST", `/projects/${id}/restore`),
  /** Brings a wall that cannot be read back to its last state that can be. */
  mend: (id: string) => call<Saved>("POST", `/projects/${id}/mend`),
  glossary: () => call<Term[]>("GET", "/glossary"),
  /** What a label means; null where nothing is written of it. */
  word: async (label: string): Promise<Term | null> => {
    try {
      return await call<Term>("GET", `/glossary?label=${encodeURIComponent(label)}`);
    } catch (err) {
      if (err instanceof Refused && err.status === 404) return null;
      throw err;
    }
  },
  changes: (was: Project, now: Project, signal: AbortSignal) =>
    call<ChangesReply>("POST", "/changes", { was, now }, { signal, units: now.units }),
};

/** What went wrong, in words for a person. */
export function reason(err: unknown): string {
  if (err instanceof Refused) {
    const [first, ...more] = err.failure.problems ?? [];
    if (!first) return err.failure.message;
    return first.message + (more.length > 0 ? ` (and ${more.length} more)` : "");
  }
  return err instanceof Error ? err.message : String(err);
}
