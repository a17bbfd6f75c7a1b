import { createContext, useContext, type DOMAttributes, type KeyboardEvent, type ReactNode } from "react";
import { useChoice, useDeeds, useWrong } from "../bench/context";
import type { Selection } from "../model/find";
import { useCoarse, useHit } from "../ui/useCoarse";

export type DragKind = Selection["kind"] | "left" | "right" | "pan";

/** What makes something on the wall draggable, by its grip alone where it is done with a finger; it stays the same while things are dragged. */
export type Bind = (kind: DragKind, id: string, grip?: boolean) => DOMAttributes<SVGElement>;

export const BindContext = createContext<Bind>(() => ({}));
export const useBind = () => useContext(BindContext);

/** What a thing covers of the drawing, px. */
export type Cover = [x: number, y: number, width: number, height: number];

/** A thing on the wall that can be chosen, dragged and walked to, as large as can be pressed. */
export function Thing({
  sel,
  label,
  box: [x, y, w, h],
  children,
  className = "cursor-grab",
  rove,
  outline,
}: {
  sel: Selection;
  label: string;
  box: Cover;
  children?: ReactNode;
  className?: string;
  /** Of many alike only one is a stop on the way: whether this is. */
  rove?: boolean;
  /** Drawn round it where it is nothing but its outline. */
  outline?: string;
}) {
  const { selection } = useChoice();
  const { select } = useDeeds();
  const bind = useBind();
  const hit = useHit();
  const on = isOn(selection, sel);
  const wrong = useWrong().has(`${sel.kind}:${sel.id}`);
  const keys = (e: KeyboardEvent) => {
    if (e.key === " ") {
      e.preventDefault();
      select(sel);
    }
  };
  // Where it is the grip that is dragged, it is not the thing under it.
  const { onPointerDown, ...rest } = bind(sel.kind, sel.id);
  const wide = Math.max(hit, w);
  const high = Math.max(hit, h);
  const cx = x + w / 2;
  const cy = y + h / 2;
  return (
    <g
      tabIndex={rove === false ? -1 : 0}
      role="button"
      aria-label={wrong ? `${label}, to be mended` : label}
      aria-pressed={on}
      data-wrong={wrong || undefined}
      data-thing={`${sel.kind}:${sel.id}`}
      className={className}
      onKeyDown={keys}
      {...rest}
      onPointerDown={(e) => (e.target as Element).closest("[data-grip]") === null && onPointerDown?.(e)}
    >
      <rect
        x={cx - wide / 2}
        y={cy - high / 2}
        width={wide}
        height={high}
        fill="transparent"
        stroke={outline}
        strokeDasharray={outline && "4 4"}
        className="focus-ring"
      />
      {children}
      {on && <Grip x={cx} y={cy} kind={sel.kind} id={sel.id} />}
    </g>
  );
}

/** How far a grip sticks out, px: a finger covers 44. */
const GRIP = 22;

/** What a finger drags a thing by; nothing for a mouse, which drags the thing itself. */
export function Grip({ x, y, kind, id }: { x: number; y: number; kind: DragKind; id: string }) {
  const bind = useBind();
  const coarse = useCoarse();
  if (!coarse) return null;
  const up = kind === "shelf" || kind === "rail" || kind === "keepout";
  return (
    <g
      className="block touch-none" // of what is inline the browser takes no word on touch
      data-grip={kind}
      {...bind(kind, id, true)}
    >
      <rect x={x - GRIP} y={y - GRIP} width={2 * GRIP} height={2 * GRIP} fill="transparent" />
      <circle cx={x} cy={y} r="15" fill="var(--sheet)" stroke="var(--chalk)" strokeWidth="2" />
      <path
        d={`M${x - 9} ${y} h18 m-4 -4 l4 4 l-4 4 M${x - 5} ${y - 4} l-4 4 l4 4${up ? ` M${x} ${y - 9} v18 m-4 -4 l4 4 l4 -4 M${x - 4} ${y - 5} l4 -4 l4 4` : ""}`}
        fill="none"
        stroke="var(--chalk)"
        strokeWidth="2"
      />
    </g>
  );
}

export const isOn = (selection: Selection | null, sel: Selection): boolean =>
  selection?.kind === sel.kind && selection.id === sel.id;
