import { useEffect, useState } from "react";

/** The same value, once it has rested for a while: for questions that need not follow a drag. */
export function useLater<T>(value: T, ms: number): T {
  const [rested, set] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => set(value), ms);
    return () => clearTimeout(timer);
  }, [value, ms]);
  return rested;
}
