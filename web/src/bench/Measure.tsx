import { useEffect, useRef, useState } from "react";
import { api, reason } from "../api/client";
import { useDeeds, useDesign } from "./context";
import { decimal, fine as fineText, length, mass } from "../format";
import type { Edit } from "../model/edit";

interface Props {
  label: string;
  value: number;
  kind: "length" | "mass" | "number";
  /** Thin things are written to 1/64 in. */
  fine?: boolean;
  /** Marks the first dimension of what is selected, which Enter goes to. */
  first?: boolean;
  onValue: (v: number) => Edit;
  /** On the drawing: only the figure, with the label for readers. */
  bare?: boolean;
}

/**
 * A figure that can be typed on. What is typed stays until it can be read and
 * the design it makes can be checked; until then nothing changes.
 */
export function Measure({ label, value, kind, fine, first, onValue, bare }: Props) {
  const design = useDesign();
  const { tryEdit } = useDeeds();
  const [text, setText] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const button = useRef<HTMLButtonElement>(null);
  const back = useRef(false);
  const u = design.units;
  const unit = kind === "length" ? u.length : kind === "mass" ? u.mass : "";
  const figure =
    kind === "length"
      ? fine
        ? fineText(value, u).split(" ").slice(0, -1).join(" ")
        : length(value, u)
      : kind === "mass"
        ? mass(value, u)
        : decimal(value, 2);

  useEffect(() => {
    if (text === null && back.current) {
      back.current = false;
      button.current?.focus();
    }
  }, [text]);

  // Of a sum, what was understood is shown while it is typed.
  const [sum, setSum] = useState<{ of: string; is: string } | null>(null);
  useEffect(() => {
    if (text === null || !/[\d"'a-z]\s*[+−-]\s*\d/i.test(text)) return;
    const asked = setTimeout(() => {
      api.quantity(text, kind, unit).then(
        ({ value: v }) =>
          setSum({ of: text, is: kind === "length" ? length(v, u) : kind === "mass" ? mass(v, u) : decimal(v, 2) }),
        () => setSum(null),
      );
    }, 120);
    return () => clearTimeout(asked);
  }, [text, kind, unit, u]);

  const close = () => {
    setText(null);
    setError(null);
  };
  const commit = async () => {
    if (text === null) return;
    if (text.trim() === figure) return close();
    try {
      const { value: v } = await api.quantity(text, kind, unit);
      const why = await tryEdit(onValue(v));
      if (why) setError(why);
      else close();
    } catch (err) {
      setError(reason(err));
    }
  };

  const shown =
    text === null ? (
      <button
        ref={button}
        type="button"
        data-first={first || undefined}
        aria-label={`${label}: ${figure} ${unit}`.trim()}
        className={
          bare
            ? "fig bg-sheet px-1 min-h-6 text-chalk whitespace-nowrap hover:underline underline-offset-4"
            : "fig text-chalk text-right whitespace-nowrap hover:underline underline-offset-4 min-h-7"
        }
        onClick={() => setText(figure)}
      >
        {figure}
        {bare ? "" : ` ${unit}`}
      </button>
    ) : (
      <input
        autoFocus
        aria-label={label}
        aria-invalid={error !== null}
        className={`fig border-2 bg-sheet px-1 text-ink ${bare ? "w-24 text-center" : "w-28 text-right"} ${error ? "border-red" : "border-chalk"}`}
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setError(null);
        }}
        onFocus={(e) => e.target.select()}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === "Enter") {
            back.current = true;
            void commit();
          } else if (e.key === "Escape") {
            back.current = true;
            close();
          }
        }}
        onBlur={() => !error && void commit()}
      />
    );
  const complaint = error && (
    <p
      role="alert"
      className={`text-red text-small ${bare ? "absolute z-20 mt-1 w-60 border border-red bg-sheet p-1 text-left" : "col-span-2"}`}
    >
      {error}
    </p>
  );
  const understood = sum !== null && sum.of === text && (
    <span
      role="status"
      className={`fig text-small text-soft ${bare ? "absolute left-1 top-full z-20 bg-sheet px-1 whitespace-nowrap" : "col-span-2 text-right"}`}
    >
      = {sum.is} {unit}
    </span>
  );
  if (bare)
    return (
      <span className="relative inline-block">
        {shown}
        {understood}
        {complaint}
      </span>
    );
  return (
    <div className="row-field grid grid-cols-[1fr_auto] items-center gap-x-3">
      <span className="text-soft">{label}</span>
      {shown}
      {understood}
      {complaint}
    </div>
  );
}
