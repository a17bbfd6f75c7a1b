import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, reason } from "../api/client";
import type { Project } from "../api/types.gen";
import { Sheet } from "../ui/Sheet";

/** Earlier saved states of the wall. Taking one is an edit like any other. */
export function HistorySheet({
  id,
  open,
  onClose,
  onTake,
}: {
  id: string;
  open: boolean;
  onClose: () => void;
  onTake: (p: Project) => void;
}) {
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
      onTake((await api.revision(id, version)).document);
    } catch (err) {
      setError(reason(err));
    }
  };
  return (
    <Sheet open={open} onClose={onClose} title="Earlier states">
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
