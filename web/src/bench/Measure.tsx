import { Suspense, useEffect, useId, useRef, useState } from "react";
import { lazy } from "../ui/lazy";
import { api, reason } from "../api/client";
import { useDeeds, useDesign } from "./context";
import { decimal, fine as fineText, length, mass } from "../format";
import type { Edit } from "../model/edit";
import { Term } from "../ui/Term";
import { useCoarse } from "../ui/useCoarse";

const Pad = lazy(() => import("./Pad").then((m) => ({ default: m.Pad })));

interface Props {
  label: string;
  value: number;
  kind: "length" | "mass" | "number";
  /** Thin things are written to 1/64 in. */
  fine?: boolean;
  /** Marks the first dimension of what is selected, which Enter goes to. */
  first?: boolean;
  /** What it makes of the design. */
  onValue?: (v: number) => Edit;
  /** Where it is none of the design's: puts it where it belongs, or says why not. */
  onPut?: (v: number) => Promise<string | null>;
  /** On the drawing: only the figure, with the label for readers. */
  bare?: boolean;
}

/**
 * A figure that can be typed on. What is typed stays until it can be read and the figure can be so
 * at all, or until the design is changed otherwise; until then nothing changes.
 */
export function Measure({ label, value, kind, fine, first, onValue, onPut, bare }: Props) {
  const design = useDesign();
  const { typeIn } = useDeeds();
  const [text, setText] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const button = useRef<HTMLButtonElement>(null);
  const field = useRef<HTMLInputElement>(null);
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
  const [refusedOn, setRefusedOn] = useState(design);
  if (error !== null && refusedOn !== design) close(); // it was mended or undone
  const complain = (reads: string) => {
    setRefusedOn(design);
    setError(reads);
  };
  const type = (t: string) => {
    setText(t);
    setError(null);
  };
  const commit = async () => {
    if (text === null) return;
    if (text.trim() === figure) return close();
    try {
      const { value: v } = await api.quantity(text, kind, unit);
      const why = onPut ? await onPut(v) : onValue ? await typeIn(onValue(v)) : null;
      if (why) complain(why);
      else close();
    } catch (err) {
      complain(reason(err));
    }
  };

  const coarse = useCoarse();
  const why = useId();
  const leave = () => {
    back.current = true;
    close();
  };
  const enter = () => {
    back.current = true;
    void commit();
  };
  const typing = text !== null && (
    <input
      ref={field}
      autoFocus
      aria-label={label}
      aria-invalid={error !== null}
      aria-describedby={error === null ? undefined : why}
      inputMode={coarse ? "none" : undefined}
      className={`fig border-2 bg-sheet px-1 text-ink ${coarse ? "min-h-11 w-36 text-right text-head" : bare ? "w-24 text-center" : "w-28 text-right"} ${error ? "border-red" : "border-chalk"}`}
      value={text}
      onChange={(e) => type(e.target.value)}
      onFocus={(e) => e.target.select()}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Enter") enter();
        else if (e.key === "Escape") leave();
      }}
      onBlur={() => !error && void commit()}
    />
  );
  const padded = coarse && typing;
  const shown =
    typing && !padded ? (
      typing
    ) : (
      <button
        ref={button}
        type="button"
        data-first={first || undefined}
        aria-label={`${label}: ${figure} ${unit}`.trim()}
        className={`typed fig ${bare ? "px-1" : "text-right"}`}
        onClick={() => setText(figure)}
      >
        <span className={bare ? "bg-sheet px-0.5" : ""}>
          {figure}
          {bare || !unit ? "" : ` ${unit}`}
        </span>
      </button>
    );
  const complaint = error && (
    <p
      id={why}
      role="alert"
      className={`text-red text-small ${bare && !padded ? "absolute z-20 mt-1 w-60 border border-red bg-sheet p-1 text-left" : "col-span-2"}`}
    >
      {error}
    </p>
  );
  const understood = sum !== null && sum.of === text && (
    <span
      role="status"
      className={`fig text-small text-soft ${bare && !padded ? "absolute left-1 top-full z-20 bg-sheet px-1 whitespace-nowrap" : "col-span-2 text-right"}`}
    >
      = {sum.is} {unit}
    </span>
  );
  const told = padded ? (
    <Suspense fallback={null}>
      <Pad label={label} unit={unit} field={field} text={text} onText={type} onDone={enter} onCancel={leave}>
        {typing}
        {understood}
        {complaint}
      </Pad>
    </Suspense>
  ) : (
    <>
      {understood}
      {complaint}
    </>
  );
  if (bare)
    return (
      <span className="relative inline-block">
        {shown}
        {told}
      </span>
    );
  return (
    <div className="row-field grid grid-cols-[1fr_auto] items-center gap-x-3">
      <span className="text-soft">
        <Term label={label} />
      </span>
      {shown}
      {told}
    </div>
  );
}
