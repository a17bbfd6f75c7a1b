import { keepPreviousData, skipToken, useQuery } from "@tanstack/react-query";
import { api, Away } from "../api/client";
import type { Units } from "../api/types.gen";

/** Whether to ask again: the server may be starting. */
export const retryAway = (n: number, err: Error) => err instanceof Away && n < 60;

/** The catalogue, its sentences in the units; the one before is shown while it comes. */
export const useCatalogueIn = (units: Units | undefined) =>
  useQuery({
    queryKey: ["catalogue", units?.length, units?.mass],
    queryFn: units ? () => api.catalogue(units) : skipToken,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: retryAway,
  });
