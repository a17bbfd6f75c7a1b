import type { OrderReply, WorkBlock, WorkStep } from "../../api/types.gen";

const DAY = 24 * 60;
const at = (start: string, minute: number) => new Date(Date.parse(`${start}T00:00:00Z`) + minute * 60_000);
const say = (o: Intl.DateTimeFormatOptions) => new Intl.DateTimeFormat("en-GB", { timeZone: "UTC", ...o });

/** The date of a minute from midnight before the first day. */
export const dateOf = (start: string, minute: number): string => at(start, minute).toISOString().slice(0, 10);
export const dayName = (start: string, minute: number): string =>
  say({ weekday: "short", day: "numeric", month: "short" }).format(at(start, minute));
export const clockOf = (start: string, minute: number): string =>
  say({ hour: "2-digit", minute: "2-digit" }).format(at(start, minute));
export const when = (start: string, minute: number): string => `${dayName(start, minute)} ${clockOf(start, minute)}`;

/** Minutes as a person says them. */
export const took = (minutes: number): string =>
  minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1).replace(/\.0$/, "")} h`;

export interface Day {
  date: string;
  minute: number;
  blocks: WorkBlock[];
}

/** The days from the first to the last on which something is done, and how long it is empty between. */
export function daysOf(reply: OrderReply): Day[] {
  const days = new Map<number, WorkBlock[]>();
  for (const b of reply.schedule.blocks) {
    const d = Math.floor(b.from_min / DAY);
    days.set(d, [...(days.get(d) ?? []), b]);
  }
  return [...days.entries()]
    .sort(([a], [b]) => a - b)
    .map(([d, blocks]) => ({
      date: dateOf(reply.start, d * DAY),
      minute: d * DAY,
      blocks: blocks.sort((a, b) => a.from_min - b.from_min),
    }));
}

export const stepOf = (reply: OrderReply, id: string | undefined): WorkStep | undefined =>
  reply.steps.find((s) => s.id === id);

/** What a tick of a step is about. */
export const tickOf = (id: string): string => (id.startsWith("card/") ? id : `step/${id}`);

/** A step and all that comes before it, in the order in which they are done. */
export function wayTo(reply: OrderReply, last: string): WorkStep[] {
  const mine = new Set<string>();
  const walk = (id: string) => {
    if (mine.has(id)) return;
    mine.add(id);
    for (const n of stepOf(reply, id)?.needs ?? []) walk(n.step);
  };
  walk(last);
  return reply.steps
    .filter((s) => mine.has(s.id))
    .sort((a, b) => (reply.schedule.ends[a.id] ?? 0) - (reply.schedule.ends[b.id] ?? 0));
}
