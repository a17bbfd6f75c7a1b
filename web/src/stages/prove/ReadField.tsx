import { useState } from "react";
import { api, reason } from "../../api/client";
import { useDesign } from "../../bench/context";

/** An open field for a figure, as it is typed at the wall: Enter or its press takes it. */
export function ReadField({
  label,
  kind = "length",
  press,
  onRead,
}: {
  label: string;
  kind?: "length" | "mass";
  press: string;
  /** Takes it, in mm or kg; says why not. */
  onRead: (v: number) => Promise<string | null>;
}) {
  const u = useDesign().units;
  const unit = kind === "length" ? u.length : u.mass;
  const [text, setText] = useState("");
  const [error, setError] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async () => {
    if (busy) return;
    setBusy(true);
    try {
      const up = kind === "length" && /^\s*[-−]/.test(text); // a board that bows up is read as less than nothing
      const { value } = await api.quantity(up ? text.replace(/^\s*[-−]/, "") : text, kind, unit);
      const why = await onRead(up ? -value : value);
      setError(why);
      if (!why) setText("");
    } catch (err) {
      setError(reason(err));
    } finally {
      setBusy(false);
    }
  };
  return (
    <form
      className="flex flex-wrap items-center gap-x-3 gap-y-1"
      onSubmit={(e) => {
        e.preventDefault();
        void take();
      }}
    >
      <label className="flex items-center gap-x-2">
        <span className="text-soft">{label}</span>
        <input
          aria-label={label}
          aria-invalid={error !== null}
          inputMode="decimal"
          autoComplete="off"
          className={`fig min-h-11 w-32 border-b-2 bg-transparent px-1 text-head text-ink ${error ? "border-red" : "border-chalk"}`}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setError(null);
          }}
        />
        <span className="text-soft">{unit}</span>
      </label>
      <button
        type="submit"
        className="min-h-11 border border-chalk px-3 font-semibold text-chalk disabled:opacity-40"
        disabled={text.trim() === ""}
      >
        {press}
      </button>
      {error && (
        <p role="alert" className="w-full text-red">
          {error}
        </p>
      )}
    </form>
  );
}
