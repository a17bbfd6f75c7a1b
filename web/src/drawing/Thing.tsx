import { createContext, useContext, type DOMAttributes, type KeyboardEvent, type ReactNode } from "react";
import { useChoice, useDeeds } from "../bench/context";
import type { Selection } from "../model/find";

export type DragKind = Selection["kind"] | "left" | "right" | "pan";

/** What makes something on the wall draggable; it stays the same while things are dragged. */
export type Bind = (kind: DragKind, id: string) => DOMAttributes<SVGElement>;

export const BindContext = createContext<Bind>(() => ({}));
export const useBind = () => useContext(BindContext);

/** A thing on the wall that can be chosen, dragged and walked to. */
export function Thing({
  sel,
  label,
  children,
  className = "cursor-grab touch-none",
}: {
  sel: Selection;
  label: string;
  children: ReactNode;
  className?: string;
}) {
  const { selection } = useChoice();
  const { select } = useDeeds();
  const bind = useBind();
  const on = isOn(selection, sel);
  const keys = (e: KeyboardEvent) => {
    if (e.key === " ") {
      e.preventDefault();
      select(sel);
    }
  };
  return (
    <g
      tabIndex={0}
      role="button"
      aria-label={label}
      aria-pressed={on}
      data-thing={`${sel.kind}:${sel.id}`}
      className={className}
      onFocus={(e) => e.currentTarget.matches(":focus-visible") && !on && select(sel)}
      onKeyDown={keys}
      {...bind(sel.kind, sel.id)}
    >
      {children}
    </g>
  );
}

export const isOn = (selection: Selection | null, sel: Selection): boolean =>
  selection?.kind === sel.kind && selection.id === sel.id;
