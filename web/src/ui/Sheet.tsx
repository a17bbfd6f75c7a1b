import { Suspense, type ReactNode } from "react";
import { lazy } from "./lazy";

const SheetLaid = lazy(() => import("./SheetLaid").then((m) => ({ default: m.SheetLaid })));

export interface Laying {
  onClose: () => void;
  title: string;
  children: ReactNode;
  narrow?: boolean;
  /** Paper gets the sheet alone. */
  printable?: boolean;
}

/** A sheet laid over the bench: a title, a way to close it, and what it says. */
export function Sheet({ open, ...laid }: Laying & { open: boolean }) {
  if (!open) return null;
  return (
    <Suspense fallback={null}>
      <SheetLaid {...laid} />
    </Suspense>
  );
}
