import { call, save } from "./client";
import type {
  BuyList,
  Card,
  CuttingReply,
  Entry,
  OrderReply,
  PaperReply,
  PaperRequest,
  Plan,
  Project,
  Schedule,
  SetupsReply,
  Shop,
  StockTable,
  TaperRequest,
} from "./types.gen";

/** The clock on the wall, and by how much it is ahead of UTC. */
function clock(): { now: string; offset_min: number } {
  const now = new Date();
  const offset_min = -now.getTimezoneOffset();
  return { now: new Date(now.getTime() + offset_min * 60_000).toISOString().slice(0, 16), offset_min };
}

/** What the stage that builds asks of the server. */
export const build = {
  setups: (id: string, design: Project, signal: AbortSignal) =>
    call<SetupsReply>("POST", `/projects/${id}/setups`, { design }, { signal }),
  taper: (q: TaperRequest) => call<Card>("POST", "/taper", q),
  holes: (id: string, design: Project, signal: AbortSignal) =>
    call<Schedule>("POST", `/projects/${id}/holes`, { design }, { signal }),
  paper: (id: string, design: Project, key: string, size: PaperRequest["size"], signal: AbortSignal) =>
    call<PaperReply>("POST", `/projects/${id}/paper`, { design, key, size, ...clock() }, { signal }),
  order: (id: string, design: Project, signal: AbortSignal) =>
    call<OrderReply>("POST", `/projects/${id}/order`, { design, ...clock() }, { signal }),
  shopping: (id: string, design: Project, signal: AbortSignal) =>
    call<BuyList>("POST", `/projects/${id}/shopping`, { design }, { signal }),
  exportedPaper: (format: string, id: string, design: Project, key: string, size: PaperRequest["size"]) =>
    save(`/projects/${id}/paper/${format}`, { design, key, size, ...clock() }),
  record: (id: string, entries: Entry[], design: Project) =>
    call<undefined>("POST", `/projects/${id}/journal`, { entries, design }),
  /** Saves pieces or the plan of a wall as a file. */
  exportedBuild: (format: string, id: string, design: Project) =>
    save(`/projects/${id}/export/${format}`, { design, ...clock() }),
  cutting: (id: string, design: Project, signal: AbortSignal) =>
    call<CuttingReply>("POST", `/projects/${id}/cutting`, { design }, { signal }),
  /** Says that a board was cut, all of it or up to a piece. */
  cut: (id: string, design: Project, blank: string, last?: string) =>
    call<CuttingReply>("POST", `/projects/${id}/cut`, { design, blank, last }),
  uncut: (id: string, design: Project, entry: string) =>
    call<CuttingReply>("POST", `/projects/${id}/uncut`, { design, entry }),
  stockTable: (text: string) => call<StockTable>("POST", "/shop/stock", { text, stock: [], bad: [] }),
  savePlan: (id: string, base: number, plan: Plan) =>
    call<Plan>("PUT", `/projects/${id}/plan`, plan, { headers: { "If-Match": `"${base}"` } }),
  saveShop: (base: number, shop: Shop) => call<Shop>("PUT", "/shop", shop, { headers: { "If-Match": `"${base}"` } }),
  /** Takes a shop's file into the shop that is there. */
  mergeShop: (base: number, shop: Shop) => call<Shop>("POST", "/shop", shop, { headers: { "If-Match": `"${base}"` } }),
};
