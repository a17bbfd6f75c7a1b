import { createPortal } from "react-dom";
import { useId, type ReactNode, type RefObject } from "react";
import { reportOf, useAnswer, useChoice, useDesign } from "./context";
import { colour, headline, mark } from "./words";

const DIGITS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0", " "];

/** What is typed beside the digits: the fractions of an inch, the units, and how sums are written. */
const beside = (unit: string): string[] =>
  unit === "in" || unit === "ft"
    ? ["1/2", "1/4", "1/8", "1/16", "in", "ft", "+", "−"]
    : unit === "mm"
      ? ["mm", "cm", "m", "/", "+", "−"]
      : unit
        ? [unit, unit === "kg" ? "lb" : "kg", "/", "+", "−"]
        : ["/", "+", "−"];

/** A number pad from below, for fingers: the field, the verdict that it changes, and keys of a woodworker's figures. */
export function Pad({
  label,
  unit,
  field,
  text,
  onText,
  onDone,
  onCancel,
  children,
}: {
  label: string;
  unit: string;
  field: RefObject<HTMLInputElement | null>;
  text: string;
  onText: (t: string) => void;
  onDone: () => void;
  onCancel: () => void;
  /** The field itself, and what is wrong with it. */
  children: ReactNode;
}) {
  const design = useDesign();
  const answer = reportOf(useAnswer(), useChoice().shelfId);
  const title = useId();
  /** Puts a key's text where the field's mark stands; a fraction keeps clear of the figure before it. */
  const put = (key: string) => {
    const at = field.current;
    const from = at?.selectionStart ?? text.length;
    const to = at?.selectionEnd ?? text.length;
    const before = text.slice(0, from);
    const apart = /^(1\/|[a-z]|[+−])/.test(key) && /\S$/.test(before) ? " " : "";
    const next = `${before}${apart}${key}${/[+−]/.test(key) ? " " : ""}`;
    onText(next + text.slice(to));
    setTimeout(() => at?.setSelectionRange(next.length, next.length));
  };
  const back = () => {
    const at = field.current;
    const from = at?.selectionStart ?? text.length;
    const to = at?.selectionEnd ?? text.length;
    const cut = from === to ? Math.max(0, from - 1) : from;
    onText(text.slice(0, cut) + text.slice(to));
    setTimeout(() => at?.setSelectionRange(cut, cut));
  };
  const [strong, rest] = answer ? headline(answer, design.units) : ["", ""];
  const key = "fig min-h-11 border border-hair bg-paper text-head active:bg-hair";
  return createPortal(
    <section
      aria-labelledby={title}
      data-pad
      className="fixed inset-x-0 bottom-0 z-50 border-t-2 border-ink bg-sheet px-3 pt-2 pb-3"
      // The field keeps the focus while keys are pressed.
      onPointerDown={(e) => !(e.target as Element).closest("input") && e.preventDefault()}
    >
      {answer && (
        <p className="truncate">
          <b className={colour(answer)}>
            {mark(answer)} {strong}
          </b>
          {rest}
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3 py-2">
        <h2 id={title} className="text-soft">
          {label}
        </h2>
        <div>{children}</div>
      </div>
      <div className="grid grid-cols-[3fr_2fr] gap-2">
        <div className="grid grid-cols-3 gap-1">
          {DIGITS.map((d) => (
            <button key={d} type="button" className={key} aria-label={d === " " ? "space" : d} onClick={() => put(d)}>
              {d === " " ? "␣" : d}
            </button>
          ))}
        </div>
        <div className="grid auto-rows-fr grid-cols-2 gap-1">
          {beside(unit).map((d) => (
            <button key={d} type="button" className={key} onClick={() => put(d)}>
              {d}
            </button>
          ))}
        </div>
      </div>
      <div className="mt-2 grid grid-cols-3 gap-1">
        <button type="button" className={key} aria-label="delete a figure" onClick={back}>
          ⌫
        </button>
        <button type="button" className={key} onClick={onCancel}>
          leave it
        </button>
        <button type="button" className={`${key} border-chalk font-semibold text-chalk`} onClick={onDone}>
          done
        </button>
      </div>
    </section>,
    document.body,
  );
}
