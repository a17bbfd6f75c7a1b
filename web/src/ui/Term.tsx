import { createContext, Suspense, useContext, useState } from "react";
import { lazy } from "./lazy";

/** What a word means, and where one measures what it asks for. */
export interface Meaning {
  meaning: string;
  where?: string;
  picture?: string;
}

/** Finds what a label means; null where nothing is known of it. */
export const TermContext = createContext<((label: string) => Promise<Meaning | null>) | null>(null);

const TermOpen = lazy(() => import("./TermOpen").then((m) => ({ default: m.TermOpen })));

/** A label that says what it means when it is pressed. */
export function Term({ label }: { label: string }) {
  const find = useContext(TermContext);
  const [at, setAt] = useState<HTMLElement | null>(null);
  if (!find) return label;
  return (
    <>
      <button
        type="button"
        tabIndex={-1}
        className="text-left decoration-hair decoration-dotted underline-offset-4 hover:text-ink hover:underline"
        aria-label={`What is meant by ${label}`}
        onClick={(e) => setAt(e.currentTarget)}
      >
        {label}
      </button>
      {at && (
        <Suspense fallback={null}>
          <TermOpen label={label} at={at} find={find} onClose={() => setAt(null)} />
        </Suspense>
      )}
    </>
  );
}
