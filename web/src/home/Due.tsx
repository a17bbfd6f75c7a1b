import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { call } from "../api/client";
import type { DueReply } from "../api/types.gen";

const SOON = 14 * 86_400_000;

/** The shelves of all walls that are to be looked at soon. */
export function Due() {
  const { data, dataUpdatedAt: now } = useQuery({
    queryKey: ["due"],
    queryFn: () => call<DueReply>("GET", "/due"),
    staleTime: 0,
    gcTime: 0,
    retry: false,
  });
  const today = new Date(now).toISOString().slice(0, 10);
  const soon = data?.due.filter((d) => Date.parse(d.on ?? "") < now + SOON) ?? [];
  if (soon.length === 0) return null;
  return (
    <section aria-label="To look at" className="mb-4" data-testid="due">
      {soon.map((d) => (
        <p key={`${d.project}/${d.shelf}`} className={(d.on ?? "") <= today ? "text-ochre" : ""}>
          {(d.on ?? "") <= today ? "! " : ""}Look at{" "}
          <Link className="act inline-block min-h-[24px]" to={`/wall/${d.project}/prove/${d.shelf}?on=years`}>
            {d.name}
          </Link>{" "}
          of {d.wall}: <span className="tabular-nums">{d.on}</span>, {d.why}.
        </p>
      ))}
    </section>
  );
}
