import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { useParams } from "react-router";
import { build } from "../../api/build";
import { busy, reason, Refused } from "../../api/client";
import type { Blank, CutPart, CuttingReply, Each, Lies, Plan, Shop } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { useLater } from "../../ui/useLater";
import { blankOf, movePiece, type Target } from "./plan";

/** How the wall's pieces are cut: asked for when the design has rested, and again when the shop or the plan change. */
export function useCutting() {
  const { id = "" } = useParams();
  const design = useDesign();
  const rested = useLater(design, 200);
  const { keepLetters } = useDeeds();
  const ask = useQuery({
    queryKey: ["cutting", id, rested],
    queryFn: ({ signal }) => build.cutting(id, rested, signal),
    placeholderData: keepPreviousData,
    gcTime: 60_000,
    staleTime: Infinity,
    retry: false,
  });
  const letters = ask.data?.letters;
  useEffect(() => {
    // A piece keeps its letter when the design changes: the design is what remembers it.
    if (letters && ask.isSuccess && !ask.isPlaceholderData && rested === design) {
      const had = JSON.stringify(design.making.letters);
      if (had !== JSON.stringify(letters)) keepLetters(letters);
    }
  }, [letters, ask.isSuccess, ask.isPlaceholderData, rested, design, keepLetters]);
  return {
    reply: ask.data,
    why: ask.error && !(ask.error.name === "AbortError") ? reason(ask.error) : null,
    settling: ask.isFetching || rested !== design,
  };
}

/** What can be done to the plan and the shop; each says why it could not be done. */
export function useBuildDeeds(reply: CuttingReply | undefined) {
  const { id = "" } = useParams();
  const design = useDesign();
  const client = useQueryClient();
  const [error, setError] = useState<string | null>(null);
  const latest = useRef({ reply, design });
  useEffect(() => {
    latest.current = { reply, design };
  });
  return useMemo(() => {
    const attempt = async (what: () => Promise<CuttingReply | undefined>): Promise<string | null> => {
      try {
        const next = await busy(what());
        if (next) client.setQueriesData({ queryKey: ["cutting", id], type: "active" }, next);
        else await client.invalidateQueries({ queryKey: ["cutting", id] });
        setError(null);
        return null;
      } catch (err) {
        setError(reason(err));
        await client.invalidateQueries({ queryKey: ["cutting", id] }); // what is newer elsewhere is what is shown
        return reason(err);
      }
    };
    /** Makes a change of what is newest: once more where it was changed elsewhere in between. */
    const onNewest = (put: (r: CuttingReply) => Promise<unknown>) =>
      attempt(async () => {
        const now = latest.current.reply;
        if (!now) return undefined;
        try {
          await put(now);
        } catch (err) {
          if (!(err instanceof Refused && err.status === 409)) throw err;
          await put(await build.cutting(id, latest.current.design, new AbortController().signal));
        }
        return undefined;
      });
    return {
      error,
      shop: (change: (s: Shop) => Shop) => onNewest((r) => build.saveShop(r.shop_version, change(r.shop))),
      /** Puts a piece on another board; where it does not fit it stays, and that is said. */
      move: async (piece: string, to: Target) => {
        const was = latest.current.reply;
        if (!was || blankOf(was, piece)?.id === to.id) return null;
        return attempt(async () => {
          await build.savePlan(id, was.plan_version, movePiece(was, piece, to)(was.plan));
          const now = await build.cutting(id, latest.current.design, new AbortController().signal);
          if (blankOf(now, piece)?.id === to.id && !now.cutting.unmet.includes(to.id)) return now;
          await build.savePlan(id, now.plan_version, was.plan);
          throw new Error("It does not fit there: it stays where it was.");
        });
      },
      plan: (change: (p: Plan) => Plan) => onNewest((r) => build.savePlan(id, r.plan_version, change(r.plan))),
      takeIn: (text: string) =>
        attempt(async () => {
          const now = latest.current.reply;
          if (now) await build.mergeShop(now.shop_version, JSON.parse(text) as Shop);
          return undefined;
        }),
      cut: (blank: string, last?: string) => attempt(() => build.cut(id, latest.current.design, blank, last)),
      uncut: (entry: string) => attempt(() => build.uncut(id, latest.current.design, entry)),
    };
  }, [client, id, error]);
}

export type BuildDeeds = ReturnType<typeof useBuildDeeds>;

/** A piece by its id: its part, itself, and where it lies. */
export interface Found {
  part: CutPart;
  each: Each;
  blank: Blank | undefined;
  lies: Lies | undefined;
}

export function pieceOf(reply: CuttingReply | undefined, id: string | null): Found | undefined {
  for (const part of reply?.parts ?? []) {
    const each = part.each.find((e) => e.id === id);
    if (!each) continue;
    const blank = reply?.cutting.blanks.find((b) => b.places.some((p) => p.piece === id));
    return { part, each, blank, lies: blank?.places.find((p) => p.piece === id) };
  }
  return undefined;
}
