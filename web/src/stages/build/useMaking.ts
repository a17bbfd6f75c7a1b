import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { build } from "../../api/build";
import { busy, reason } from "../../api/client";
import type { Entry, PaperRequest, Project } from "../../api/types.gen";
import { useDesign } from "../../bench/context";
import { newId } from "../../model/edit";
import { useLater } from "../../ui/useLater";

/** Something that the server derives of the design as it has rested, with its journal and its shop. */
function useDerived<T>(kind: string, ask: (id: string, p: Project, signal: AbortSignal) => Promise<T>, of = "") {
  const { id = "" } = useParams();
  const rested = useLater(useDesign(), 200);
  const q = useQuery({
    queryKey: ["making", id, kind, rested, of],
    queryFn: ({ signal }) => ask(id, rested, signal),
    placeholderData: keepPreviousData,
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

export const useCards = () => useDerived("setups", build.setups);
export const useHoles = () => useDerived("holes", build.holes);
export const usePapers = (key: string, size: PaperRequest["size"]) =>
  useDerived("paper", (id, p, signal) => build.paper(id, p, key, size, signal), `${key} ${size}`);

/** Writes facts into the journal; what is derived from it is asked anew. */
export function useFacts() {
  const { id = "" } = useParams();
  const design = useDesign();
  const client = useQueryClient();
  const [error, setError] = useState<string | null>(null);
  const record = async (fact: Pick<Entry, "kind"> & Partial<Entry>): Promise<string | null> => {
    try {
      await busy(
        build.record(id, [{ id: newId(), when: new Date().toISOString().replace(/\.\d+Z$/, "Z"), ...fact }], design),
      );
      setError(null);
      return null;
    } catch (err) {
      setError(reason(err));
      return reason(err);
    } finally {
      await client.invalidateQueries({ queryKey: ["making", id] });
    }
  };
  return {
    error,
    record,
    /** Asks again for what hangs on the shop or the plan, which were changed. */
    again: () => client.invalidateQueries({ queryKey: ["making", id] }),
    /** A thing is done, or was not. */
    tick: (about: string, done: string | undefined, text = "") =>
      record(done ? { kind: "take-back", takes_back: done } : { kind: "tick", about, text }),
  };
}

export const useOrder = () => useDerived("order", build.order);
export const useShopping = () => useDerived("shopping", build.shopping);
