import { useCallback, useLayoutEffect, useRef } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { STAGES } from "../stages/stages";

/** What of the bench the address says: the stage and which part of it, the shelf, and the sheet that lies over it. */
export interface Address {
  stage: string;
  shelf: string | null;
  sheet: string | null;
  on: string | null;
}

const USUAL = "hold";

/**
 * The place that the address says, and a way to another, which the browser's back comes back
 * from.
 */
export function usePlace(): [Address, (to: Partial<Address>) => void] {
  const { id = "", stage, shelf = null } = useParams();
  const [asked] = useSearchParams();
  const [sheet, on] = [asked.get("sheet"), asked.get("on")];
  const navigate = useNavigate();
  const now = { stage: STAGES.find((s) => s.key === stage)?.key ?? USUAL, shelf, sheet, on };
  const latest = useRef({ now, navigate });
  useLayoutEffect(() => {
    latest.current = { now, navigate };
  });
  const go = useCallback(
    (to: Partial<Address>) => {
      const was = latest.current;
      const next = { ...was.now, ...to };
      if ((Object.keys(next) as (keyof Address)[]).every((k) => next[k] === was.now[k])) return;
      const more = Object.entries({ on: next.on, sheet: next.sheet }).flatMap(([k, v]) =>
        v ? [`${k}=${encodeURIComponent(v)}`] : [],
      );
      was.now = next; // another step may come before this one is drawn
      void was.navigate(
        `/wall/${id}/${next.stage}` +
          (next.shelf ? `/${next.shelf}` : "") +
          (more.length > 0 ? `?${more.join("&")}` : ""),
      );
    },
    [id],
  );
  return [now, go];
}
