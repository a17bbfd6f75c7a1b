import { call, fetched } from "./client";
import type { GaugeReply, KeptPicture, LogReply, LogTaken, Project, ProveReply, ProveRequest } from "./types.gen";

/** What the stage that proves asks of the server. */
export const prove = {
  of: (id: string, design: Project, asked: ProveRequest["asked"], now: string, signal: AbortSignal) =>
    call<ProveReply>("POST", `/projects/${id}/prove`, { design, asked, now }, { signal }),
  gauge: (id: string, test: string, now: string) =>
    call<GaugeReply>("GET", `/projects/${id}/gauge?test=${test}&now=${encodeURIComponent(now)}`),
  log: (id: string) => call<LogReply>("GET", `/projects/${id}/log`),
  /** Takes the log of a wall that was saved elsewhere into the one that is here. */
  takeLog: (id: string, f: File, zip: boolean) =>
    call<LogTaken>("POST", `/projects/${id}/log`, f, {
      headers: { "Content-Type": zip ? "application/zip" : "application/json" },
    }),
  readings: (text: string, shelf: string) => call<LogTaken>("POST", "/readings", { text, shelf }),
  picture: (id: string, f: Blob) =>
    call<KeptPicture>("POST", `/projects/${id}/pictures`, f, { headers: { "Content-Type": f.type } }),
  /** Saves the log as a file. */
  saved: (id: string, format: string) => fetched(`/projects/${id}/log/${format}`),
};

export const pictureOf = (id: string, hash: string, small: boolean) =>
  `/api/projects/${id}/pictures/${hash}${small ? "?small=1" : ""}`;
