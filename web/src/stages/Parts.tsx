import type { ReactNode } from "react";
import { useChoice, useDeeds } from "../bench/context";

/** Which of a stage's parts is on the bench: the one that the address says, or the first. */
export function usePart(parts: [string, string][]): string {
  const { on } = useChoice();
  return parts.find(([k]) => k === on)?.[0] ?? parts[0]?.[0] ?? "";
}

/** The parts of a stage as a strip along the top of the bench, and beside them what is said of them. */
export function Parts({ parts, children }: { parts: [string, string][]; children: ReactNode }) {
  const now = usePart(parts);
  const { turnTo } = useDeeds();
  return (
    <div
      className="flex items-baseline gap-x-6 px-4 pt-1 max-[700px]:flex-wrap max-[700px]:gap-x-2 max-[700px]:px-2"
      role="group"
      aria-label="On the bench"
    >
      {parts.map(([key, name]) => (
        <button
          key={key}
          type="button"
          aria-pressed={key === now}
          className={`min-h-9 border-b-2 px-1 ${key === now ? "border-chalk font-semibold text-chalk" : "border-transparent text-soft hover:text-ink"}`}
          onClick={() => turnTo(key)}
        >
          {name}
        </button>
      ))}
      <span role="status" className="ml-auto text-small text-soft" data-testid="settling">
        {children}
      </span>
    </div>
  );
}
