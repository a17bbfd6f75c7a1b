import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { reason } from "../api/client";
import { kept } from "../api/kept";
import type { Revision } from "../api/types.gen";
import { Sheet } from "../ui/Sheet";
import { useDeeds, useSheet } from "./context";

/** Earlier saved states of the wall. Taking one is an edit like any other. */
export function HistorySheet({ id }: { id: string }) {
  const { edit } = useDeeds();
  const [open, setOpen] = useSheet("history");
  const q = useQuery({
    queryKey: ["revisions", id],
    queryFn: () => kept.revisions(id),
    enabled: open,
    gcTime: 0,
    staleTime: 0,
  });
  const [error, setError] = useState<string | null>(null);
  const take = async (version: number) => {
    try {
      const { document } = await kept.revision(id, version);
      edit(() => document);
      setOpen(false);
    } catch (err) {
      setError(reason(err));
    }
  };
  return (
    <Sheet open={open} onClose={() => setOpen(false)} title="Earlier states">
      <p className="mb-2 text-soft">Taking one changes the wall back; undo brings today’s again.</p>
      {(q.error || error) && <p className="text-red">{error ?? reason(q.error)}</p>}
      <ul>
        {q.data?.map(({ saves: [last, ...more], changes }) =>
          last ? (
            <li key={last.version} className="border-t border-hair py-1.5">
              <State save={last} take={take} />
              {(changes ?? []).map((c) => (
                <p key={c}>{c}</p>
              ))}
              {more.length > 0 && (
                <details>
                  <summary className="cursor-pointer text-small text-soft">{more.length} more saves before it</summary>
                  {more.map((s) => (
                    <State key={s.version} save={s} take={take} />
                  ))}
                </details>
              )}
            </li>
          ) : null,
        )}
      </ul>
    </Sheet>
  );
}

/** A saved state, to be taken. */
function State({ save, take }: { save: Revision; take: (version: number) => Promise<void> }) {
  return (
    <div className="flex justify-between gap-x-4">
      <span className="fig text-soft">{new Date(save.saved_at).toLocaleString()}</span>
      <button type="button" className="act" onClick={() => void take(save.version)}>
        take this one
      </button>
    </div>
  );
}
