import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, reason } from "../../api/client";
import type { Idea, Shelf, ShelfReport } from "../../api/types.gen";
import { useDeeds, useDesign } from "../../bench/context";
import { limit, TONE_OF } from "../../bench/words";
import { Group } from "../../ui/fields";
import { useLater } from "../../ui/useLater";
import { hang } from "../../model/edit";

/** What would make a shelf hold that does not, or hardly does: changes found by search, each checked in full. */
export function WhatWouldItTake({ shelf, answer }: { shelf: Shelf; answer: ShelfReport }) {
  const design = useDesign();
  const { tryEdit } = useDeeds();
  const [error, setError] = useState<string | null>(null);
  const [wanted, setWanted] = useState(false);
  const rested = useLater(design, 350);
  const close = !answer.evenly && answer.holds.kg < 1.25 * answer.asked_kg;
  const asks = answer.links.length > 0 && (answer.verdict !== "holds" || close);
  const q = useQuery({
    queryKey: ["improve", shelf.id, rested] as const,
    queryFn: ({ signal }) => api.improve({ design: rested, shelf: shelf.id }, signal),
    enabled: asks || wanted,
    gcTime: 30_000,
    // The last answer stays to be read while the next is looked for, but cannot be taken.
    placeholderData: (was, before) =>
      before?.queryKey[1] === shelf.id && before.queryKey[2].units === rested.units ? was : undefined,
    retry: false,
  });
  if (answer.links.length === 0) return null; // it cannot be judged: that is to be mended first
  if (!asks && !wanted)
    return (
      <div className="border-t border-hair py-1">
        <button type="button" className="act" onClick={() => setWanted(true)}>
          what would make it hold more?
        </button>
      </div>
    );
  const take = async (i: Idea) => setError(await tryEdit(hang(i)));
  const a = rested.units === design.units ? q.data : undefined; // its sentences are in the units of their time
  const fresh = rested === design && !q.isPlaceholderData;
  return (
    <Group title="What would it take?">
      {/* Of one height, so that what is found pushes nothing from under a finger. */}
      <div className="lg:h-[220px] lg:overflow-y-auto">
        {q.isError && <p className="text-red">{reason(q.error)}</p>}
        {error && (
          <p role="alert" className="text-red">
            {error}
          </p>
        )}
        {!a && !q.isError && <p className="text-soft">Looking.</p>}
        <ul data-testid="ideas">
          {[...(a?.singles ?? []), ...(a?.pairs ?? [])].map((i) => (
            <IdeaLine key={i.words} idea={i} answer={answer} onTake={fresh ? () => void take(i) : null} />
          ))}
        </ul>
        {a && a.singles.length + a.pairs.length === 0 && (
          <p className="text-soft">
            No single change, and no pair of them, does it: lighten the load, or hang it anew.
          </p>
        )}
        {a && a.refused.length > 0 && (
          <details>
            <summary className="cursor-pointer text-small text-soft">what cannot be done here, and why</summary>
            {a.refused.map((r) => (
              <p key={r.words} className="text-small text-soft">
                {r.words}: {r.why}.
              </p>
            ))}
          </details>
        )}
        {a && (
          <p className="text-small text-soft">
            <span className="fig">{a.considered}</span> changes thought of, <span className="fig">{a.checked}</span>{" "}
            checked in full.{a.stopped && " It stopped there, as that took long: there may be better ones."}
          </p>
        )}
      </div>
    </Group>
  );
}

function IdeaLine({ idea, answer, onTake }: { idea: Idea; answer: ShelfReport; onTake: (() => void) | null }) {
  const design = useDesign();
  const u = design.units;
  const lowest = Math.min(idea.holds.kg, idea.straight.kg);
  return (
    <li className="border-t border-hair first:border-t-0">
      <button
        type="button"
        className="group w-full py-1 text-left disabled:opacity-60"
        disabled={!onTake}
        onClick={() => onTake?.()}
      >
        <span className="text-chalk underline-offset-4 group-hover:underline">{idea.words}</span>
        <span className={`block ${TONE_OF[idea.verdict] ?? ""}`}>
          holds <span className="fig">{limit(idea.holds, u)}</span>
          {idea.straight.kg < idea.holds.kg && lowest < answer.asked_kg * 3 && (
            <>
              , straight to <span className="fig">{limit(idea.straight, u)}</span>
            </>
          )}
        </span>
      </button>
    </li>
  );
}
