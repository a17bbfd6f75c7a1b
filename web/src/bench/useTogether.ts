import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";
import type { Fault } from "../api/types.gen";
import { useLater } from "../ui/useLater";
import { useDesign } from "./context";

const NONE: Fault[] = [];

/** What of a shelf does not go together: asked for when the design has rested; nothing is said of another design. */
export function useTogether(shelf: string | null): Fault[] {
  const design = useDesign();
  const rested = useLater(design, 400);
  const { data } = useQuery({
    queryKey: ["together", rested],
    queryFn: ({ signal }) => api.together(rested, signal),
    gcTime: 10_000,
    staleTime: Infinity,
    retry: false,
  });
  if (rested !== design || !data) return NONE;
  return data.faults.filter((f) => f.shelf === shelf);
}
