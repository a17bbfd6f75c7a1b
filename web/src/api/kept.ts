import { call } from "./client";
import type { Copies, CopyOf, Preview, Past, Saved } from "./types.gen";

const backup = (what: string, from: File | CopyOf) =>
  from instanceof File
    ? call<Preview>("POST", `/backup/${what}`, from, { headers: { "Content-Type": "application/vnd.sqlite3" } })
    : call<Preview>("POST", `/backup/${what}?copy=${encodeURIComponent(from.name)}`);

/** What was kept: copies of everything, and a wall’s earlier states. */
export const kept = {
  copies: () => call<Copies>("GET", "/backup/copies"),
  compareBackup: (from: File | CopyOf) => backup("compare", from),
  restoreBackup: (from: File | CopyOf) => backup("restore", from),
  revisions: (id: string) => call<Past[]>("GET", `/projects/${id}/revisions`),
  revision: (id: string, version: number) => call<Saved>("GET", `/projects/${id}/revisions/${version}`),
};
