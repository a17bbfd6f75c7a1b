import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState, useSyncExternalStore } from "react";
import { useParams } from "react-router";
import { build } from "../../api/build";
import { busy, reason } from "../../api/client";
import { flush, hearOutbox, letGo, refusal, send, waiting } from "../../api/outbox";
import { prove } from "../../api/prove";
import type { Entry, TestAsked, TestThing } from "../../api/types.gen";
import { useChoice, useDesign } from "../../bench/context";
import { newId } from "../../model/edit";
import { useLater } from "../../ui/useLater";

/** The clock as entries are dated. */
export const stamp = (at = Date.now()): string => new Date(at).toISOString().replace(/\.\d+Z$/, "Z");

/** The time now, kept as it goes on. */
export function useClock(every: number): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), every);
    return () => clearInterval(timer);
  }, [every]);
  return now;
}

/** How tests are asked for in this browser, until they are asked for otherwise. */
export type Wanted = Omit<TestAsked, "shelf">;

const REMEMBERED = "aguante:test";
const USUAL: Wanted = { hold: "1h", where: "contents", gauge: "dial", things: [] };

function remembered(): Wanted {
  try {
    return { ...USUAL, ...(JSON.parse(localStorage.getItem(REMEMBERED) ?? "{}") as Partial<Wanted>) };
  } catch {
    return USUAL; // what another program left there, or a browser that keeps nothing
  }
}

/** How a test is wanted, and what changes that. */
export function useWanted(): [Wanted, (to: Partial<Wanted>) => void] {
  const client = useQueryClient();
  const { data } = useQuery({
    queryKey: ["test-wanted"],
    queryFn: remembered,
    initialData: remembered,
    staleTime: Infinity,
  });
  const set = (to: Partial<Wanted>) => {
    const next = { ...data, ...to };
    client.setQueryData(["test-wanted"], next);
    try {
      localStorage.setItem(REMEMBERED, JSON.stringify(next));
    } catch {
      // a browser that keeps nothing
    }
  };
  return [data, set];
}

/** What test loads are made up of here: water, until something else is said. */
export function useThings(): [TestThing[], (to: TestThing[]) => void] {
  const u = useDesign().units;
  const [wanted, want] = useWanted();
  const water = u.mass === "lb" ? { name: "quart of water", kg: 0.946 } : { name: "litre of water", kg: 1 };
  return [wanted.things.length > 0 ? wanted.things : [water], (things) => want({ things })];
}

/** What can be proved of the shelf on the bench, and what has been. An answer of another shelf is never shown. */
export function useProve() {
  const { id = "" } = useParams();
  const rested = useLater(useDesign(), 200);
  const { shelfId } = useChoice();
  const [of] = useWanted();
  const [things] = useThings();
  const wanted = { ...of, things };
  const shelf = shelfId ?? "";
  const q = useQuery({
    queryKey: ["prove", id, shelf, rested, wanted],
    queryFn: ({ signal }) => prove.of(id, rested, { ...wanted, shelf }, stamp(), signal),
    enabled: shelf !== "",
    placeholderData: (was, before) => (before?.queryKey[2] === shelf ? was : undefined),
    refetchInterval: (asked) => (asked.state.data?.test ? 10_000 : false),
    gcTime: 60_000,
    staleTime: Infinity,
    retry: false,
  });
  return {
    reply: q.data,
    why: q.error && q.error.name !== "AbortError" ? reason(q.error) : null,
    settling: q.isFetching || q.isPlaceholderData,
  };
}

/** Asks anew for all that hangs on the journal. */
function useAgain() {
  const { id = "" } = useParams();
  const client = useQueryClient();
  return useCallback(
    () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ["prove", id] }),
        client.invalidateQueries({ queryKey: ["log", id] }),
      ]),
    [client, id],
  );
}

/** How many entries wait for the server; they are sent as soon as it is there. */
export function useOutbox(): number {
  const { id = "" } = useParams();
  const again = useAgain();
  const left = useSyncExternalStore(hearOutbox, () => waiting(id));
  const was = useRef(0);
  useEffect(() => {
    if (left > 0) void flush(id);
    else if (was.current > 0) void again();
    was.current = left;
  }, [left, id, again]);
  return left;
}

/** Why the server refused an entry that was written before, "" where it did not; and what lets it go. */
export function useRefusal(): [string, () => void] {
  const { id = "" } = useParams();
  return [useSyncExternalStore(hearOutbox, () => refusal(id)), () => letGo(id)];
}

/** How many entries the server takes in one request. */
const AT_ONCE = 200;

/** Writes into the journal; what the server does not have yet is kept here. */
export function useRecord() {
  const { id = "" } = useParams();
  const design = useDesign();
  const [error, setError] = useState<string | null>(null);
  const again = useAgain();
  const record = async (fact: Pick<Entry, "kind"> & Partial<Entry>): Promise<string | null> => {
    const why = await send(id, { id: newId(), when: stamp(), ...fact }, design);
    setError(why);
    await again();
    return why;
  };
  /** Many at once, as they come out of a table: the server is there, as it has read them. */
  const recordAll = async (all: Entry[]): Promise<string | null> => {
    try {
      for (let i = 0; i < all.length; i += AT_ONCE) await busy(build.record(id, all.slice(i, i + AT_ONCE), design));
      return null;
    } catch (err) {
      return reason(err);
    } finally {
      await again();
    }
  };
  return { record, recordAll, error, again };
}
