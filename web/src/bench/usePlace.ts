import { useCallback, useLayoutEffect, useRef } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
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
 * from.
 */
export function usePlace(): [Address, (to: Partial<Address>) => void] {
  const { id = "", stage, shelf = null } = useParams();
  const sheet = useSearchParams()[0].get("sheet");
  const navigate = useNavigate();
  const now = { stage: STAGES.find((s) => s.key === stage)?.key ?? USUAL, shelf, sheet };
  const latest = useRef({ now, navigate });
  useLayoutEffect(() => {
    latest.current = { now, navigate };
  });
  const go = useCallback(
    (to: Partial<Address>) => {
      const was = latest.current;
      const next = { ...was.now, ...to };
      if ((Object.keys(next) as (keyof Address)[]).every((k) => next[k] === was.now[k])) return;
      was.now = next; // another step may come before this one is drawn
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
