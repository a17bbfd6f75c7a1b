import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, reason } from "../api/client";
import { Sheet } from "../ui/Sheet";
import { useDeeds, useSheet } from "./context";

/** Earlier saved states of the wall. Taking one is an edit like any other. */
export function HistorySheet({ id }: { id: string }) {
  const { edit } = useDeeds();
  const [open, setOpen] = useSheet("history");
  const q = useQuery({
    queryKey: ["revisions", id],
    queryFn: () => api.revisions(id),
    enabled: open,
    gcTime: 0,
    staleTime: 0,
  });
  const [error, setError] = useState<string | null>(null);
  const take = async (version: number) => {
    try {
      const { document } = await api.revision(id, version);
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
        {q.data?.map((r) => (
          <li key={r.version} className="flex justify-between border-t border-hair py-1.5">
            <span>
              {r.name} <span className="fig text-soft">{new Date(r.saved_at).toLocaleString()}</span>
            </span>
            <button type="button" className="act" onClick={() => void take(r.version)}>
              take this one
            </button>
          </li>
        ))}
      </ul>
    </Sheet>
  );
}
