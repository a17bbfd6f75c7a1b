import { useState } from "react";
import { useNavigate } from "react-router";
import { useQueryClient } from "@tanstack/react-query";
import { api, reason } from "../api/client";
import type { Project } from "../api/types.gen";
import { Sheet } from "../ui/Sheet";
import { short } from "../format";
import { forget } from "./pending";

/** The project was changed or deleted elsewhere: nothing is overwritten or lost unasked. */
export function Clash({
  id,
  open,
  mine,
  deleted,
}: {
  id: string;
  open: boolean;
  mine: Project;
  /** It is gone: there is nothing of theirs to take. */
  deleted: boolean;
}) {
  const go = useNavigate();
  const queries = useQueryClient();
  const [error, setError] = useState<string | null>(null);
  const keep = async () => {
    try {
      const copy = await api.create({ ...mine, name: `${short(mine.name)}, my copy` });
      forget(id);
      void go(`/wall/${copy.id}`);
    } catch (err) {
      setError(reason(err));
    }
  };
  const take = async () => {
    forget(id);
    if (deleted) return go("/");
    await queries.resetQueries({ queryKey: ["project", id] });
  };
  return (
    <Sheet narrow open={open} onClose={() => undefined} title={deleted ? "Deleted elsewhere" : "Changed elsewhere"}>
      <p>
        {deleted
          ? "This wall was deleted in another window since you opened it here. What you have of it is still here."
          : "This wall was changed in another window since you opened it here. Your changes are still here and theirs are saved; nothing is lost."}
      </p>
      {error && <p className="mt-2 text-red">{error}</p>}
      <div className="mt-4 flex gap-6">
        <button type="button" className="act font-semibold" onClick={() => void keep()}>
          Keep mine as a copy
        </button>
        <button type="button" className="act" onClick={() => void take()}>
          {deleted ? "Let it go" : "Take theirs"}
        </button>
      </div>
    </Sheet>
  );
}
