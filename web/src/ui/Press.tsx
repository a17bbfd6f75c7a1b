import type { ReactNode } from "react";

/** A press as large as a thumb. */
export function Press({
  strong,
  grave,
  off,
  onClick,
  children,
}: {
  strong?: boolean;
  /** It takes something back, or ends it. */
  grave?: boolean;
  off?: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      disabled={off}
      className={`min-h-11 border px-3 disabled:opacity-40 ${strong ? "border-chalk font-semibold text-chalk" : grave ? "border-red text-red" : "border-hair"} hover:border-chalk`}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
