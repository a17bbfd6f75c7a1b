import { useSyncExternalStore } from "react";

const fingers = matchMedia("(pointer: coarse)");

/** Whether the page is worked with fingers. */
export const useCoarse = (): boolean =>
  useSyncExternalStore(
    (told) => {
      fingers.addEventListener("change", told);
      return () => fingers.removeEventListener("change", told);
    },
    () => fingers.matches,
  );

/** How large what is pressed must be, px. */
export const useHit = (): number => (useCoarse() ? 44 : 24);
