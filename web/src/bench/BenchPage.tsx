import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { api, reason } from "../api/client";
import { Bench } from "./Bench";
import { retryAway, useCatalogueIn } from "./useCatalogueIn";
import { pending, type Pending } from "./useSync";

/** Opens a project, with what this browser still holds of it. */
export function BenchPage() {
  const { id = "" } = useParams();
  const saved = useQuery({
    queryKey: ["project", id],
    queryFn: () => api.project(id),
    gcTime: 0,
    staleTime: Infinity,
    retry: retryAway,
  });
  const catalogue = useCatalogueIn(saved.data?.document.units);
  const kept = useQuery({
    queryKey: ["kept", id, saved.data?.document.version],
    enabled: saved.data !== undefined,
    gcTime: 0,
    staleTime: Infinity,
    retry: retryAway,
    queryFn: () => upgraded(id, saved.data?.document.version ?? 0),
  });
  const err = saved.error ?? catalogue.error ?? kept.error;
  if (err)
    return (
      <main className="p-6">
        <p className="text-red">{reason(err)}</p>
        <a className="act" href="/">
          All walls
        </a>
      </main>
    );
  if (!saved.data || !catalogue.data || kept.data === undefined)
    return <main className="p-6 text-soft">Opening the wall.</main>;
  return (
    <Bench
      key={`${id}-${saved.data.version}-${saved.dataUpdatedAt}`}
      saved={saved.data}
      kept={kept.data}
      catalogue={catalogue.data}
    />
  );
}

/** What this browser still holds of a project, as a document of today's version. */
async function upgraded(id: string, version: number): Promise<Pending | null> {
  const kept = pending(id);
  if (!kept || kept.document.version === version) return kept;
  return { ...kept, document: await api.readFile(JSON.stringify(kept.document)) };
}
