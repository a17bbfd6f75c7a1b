import { createContext, useContext, useEffect, type ReactNode } from "react";
import { useDeeds, useDesign } from "../../bench/context";
import { useScannerState, type Scanner } from "./useScannerState";

const ScannerContext = createContext<Scanner | null>(null);

/** Keeps the scanner where it was left while other stages are looked at. */
export function ScannerProvider({ children }: { children: ReactNode }) {
  const { name, wall } = useDesign();
  const { setOver } = useDeeds();
  const scanner = useScannerState(name, wall.length_mm);
  useEffect(() => setOver(scanner.on ? "scanner" : null), [scanner.on, setOver]);
  return <ScannerContext value={scanner}>{children}</ScannerContext>;
}

export function useScanner(): Scanner {
  const v = useContext(ScannerContext);
  if (!v) throw new Error("outside the bench");
  return v;
}
