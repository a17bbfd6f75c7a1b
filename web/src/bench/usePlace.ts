import { useCallback, useLayoutEffect, useRef, useState } from "react";
import { useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import { STAGES } from "../stages/stages";

/** What of the bench the address says: the stage, the shelf, and the sheet that lies over it. */
export interface Address {
  stage: string;
  shelf: string | null;
  sheet: string | null;
}

const USUAL = "hold";

/**
 * The place that the address says, and a way to another, which the browser's back comes back
 * from. What was asked for is there at once, while the address still follows.
 */
export function usePlace(): [Address, (to: Partial<Address>) => void] {
  const { id = "", stage, shelf = null } = useParams();
  const sheet = useSearchParams()[0].get("sheet");
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  const at = pathname + search;
  const [asked, ask] = useState<{ from: string; to: Address } | null>(null);
  const said = { stage: STAGES.find((s) => s.key === stage)?.key ?? USUAL, shelf, sheet };
  if (asked && asked.from !== at) ask(null);
  const now = asked?.from === at ? asked.to : said;
  const latest = useRef({ now, navigate, at });
  useLayoutEffect(() => {
    latest.current = { now, navigate, at };
  });
  const go = useCallback(
    (to: Partial<Address>) => {
      const was = latest.current;
      const next = { ...was.now, ...to };
      if ((Object.keys(next) as (keyof Address)[]).every((k) => next[k] === was.now[k])) return;
      was.now = next;
      ask({ from: was.at, to: next });
      void was.navigate(
        `/wall/${id}/${next.stage}` +
          (next.shelf ? `/${next.shelf}` : "") +
          (next.sheet ? `?sheet=${encodeURIComponent(next.sheet)}` : ""),
      );
    },
    [id],
  );
  return [now, go];
}
