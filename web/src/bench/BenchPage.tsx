import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { api, reason, Refused } from "../api/client";
import type { Saved } from "../api/types.gen";
import { Suspense } from "react";
import { lazy } from "../ui/lazy";
import { Bench } from "./Bench";

import { retryAway, useCatalogueIn } from "./useCatalogueIn";
import { Fault } from "../ui/Fault";
import { forgetAll, left, pending, type Pending } from "./pending";

const Clash = lazy(() => import("./Clash").then((m) => ({ default: m.Clash })));

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
    queryKey: ["kept", id, saved.dataUpdatedAt],
    enabled: saved.data !== undefined,
    gcTime: 0,
    staleTime: Infinity,
    retry: retryAway,
    queryFn: () => (saved.data ? upgraded(saved.data) : null),
  });
  const gone = saved.error instanceof Refused && saved.error.status === 404 ? left(id) : null;
  if (gone)
    return (
      <Suspense fallback={null}>
        <Clash id={id} open deleted mine={gone.document} />
      </Suspense>
    );
  const err = saved.error ?? catalogue.error ?? kept.error;
  if (err)
    return (
      <main className="p-6">
        <p className="text-red">{reason(err)}</p>
        <p className="mt-4 flex gap-6">
          {kept.error && (
            <button type="button" className="act" onClick={() => void forgetAll(id).then(() => location.reload())}>
              Leave out what this browser keeps
            </button>
          )}
          <a className="act" href="/">
            All walls
          </a>
        </p>
      </main>
    );
  if (!saved.data || !catalogue.data || kept.data === undefined)
    return <main className="p-6 text-soft">Opening the wall.</main>;
  return (
    <Fault onForget={() => forgetAll(id)}>
      <Bench
        key={`${id}-${saved.data.version}-${saved.dataUpdatedAt}`}
        saved={saved.data}
        kept={kept.data}
        catalogue={catalogue.data}
      />
    </Fault>
  );
}

/** What this browser still holds of a project, as a document of today's version. */
async function upgraded(saved: Saved): Promise<Pending | null> {
  const kept = await pending(saved);
  if (!kept || kept.document.version === saved.document.version) return kept;
  return { ...kept, document: await api.readFile(JSON.stringify(kept.document)) };
}
