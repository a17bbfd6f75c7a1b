import { useCallback, useEffect, useRef } from "react";
import { useLocation, useNavigate, useParams, useSearchParams } from "react-router";
import { STAGES } from "../stages/stages";

/** What of the bench the address says: the stage, the shelf, and the sheet that lies over it. */
export interface Address {
  stage: string;
  shelf: string | null;
  sheet: string | null;
}

const USUAL = "hold";

/** The place that the address says, and a way to another, which the browser's back comes back from. */
export function usePlace(): [Address, (to: Partial<Address>) => void] {
  const { id = "", stage, shelf = null } = useParams();
  const sheet = useSearchParams()[0].get("sheet");
  const now = { stage: STAGES.some((s) => s.key === stage) ? (stage ?? USUAL) : USUAL, shelf, sheet };
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  const latest = useRef({ now, navigate, at: pathname + search });
  useEffect(() => {
    latest.current = { now, navigate, at: pathname + search };
  });
  const go = useCallback(
    (to: Partial<Address>) => {
      const next = { ...latest.current.now, ...to };
      const url =
        `/wall/${id}/${next.stage}` +
        (next.shelf ? `/${next.shelf}` : "") +
        (next.sheet ? `?sheet=${encodeURIComponent(next.sheet)}` : "");
      latest.current.now = next;
      if (url !== latest.current.at) void latest.current.navigate(url);
    },
    [id],
  );
  return [now, go];
}
