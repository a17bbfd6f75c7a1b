import { Slider } from "radix-ui";
import { useState } from "react";
import { api, reason } from "../api/client";
import { useDesign } from "./context";

interface Travel {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  text: string;
  onValue: (v: number) => void;
}

/** What a slider is held by. */
export function Thumb({ label, text }: { label: string; text: string }) {
  return (
    <Slider.Thumb
      aria-label={label}
      aria-valuetext={text}
      className="flex h-[24px] w-[24px] items-center justify-center pointer-coarse:h-[44px] pointer-coarse:w-[44px]"
    >
      <span className="h-full w-3 border-2 border-chalk bg-paper" />
    </Slider.Thumb>
  );
}

/** A figure to drag, or to move by the arrow keys. */
export function Track({ label, value, min, max, step, text, onValue }: Travel) {
  return (
    <Slider.Root
      min={min}
      max={max}
      step={step}
      value={[Math.min(max, Math.max(min, value))]}
      onValueChange={([v]) => onValue(v ?? value)}
      className="relative flex h-8 touch-none items-center print:invisible"
    >
      <Slider.Track className="relative h-[2px] w-full bg-hair">
        <Slider.Range className="absolute h-full bg-chalk" />
      </Slider.Track>
      <Thumb label={label} text={text} />
    </Slider.Root>
  );
}

/** A figure to drag or to type, that is not part of the design. */
export function Slide({ kind, ...travel }: Travel & { kind: "length" | "mass" }) {
  const { label, min, max, text, onValue } = travel;
  const design = useDesign();
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | null>(null);
  const read = async () => {
    if (typed === null || typed.trim() === "") return setTyped(null);
    try {
      const { value: v } = await api.quantity(typed, kind, kind === "mass" ? design.units.mass : design.units.length);
      if (v < min || v > max) return setError("that is beyond where this goes");
      onValue(v);
      setTyped(null);
      setError(null);
    } catch (err) {
      setError(reason(err));
    }
  };
  return (
    <div className="grid grid-cols-[6.5rem_minmax(0,1fr)_10rem] items-center gap-x-3 py-1">
      <span className="text-soft">{label}</span>
      <Track {...travel} />
      <input
        aria-label={`${label}, typed`}
        aria-invalid={error !== null}
        className="fig min-h-8 w-full border-b border-hair bg-transparent text-right text-chalk focus:border-chalk"
        value={typed ?? text}
        onFocus={(e) => e.target.select()}
        onChange={(e) => {
          setTyped(e.target.value);
          setError(null);
        }}
        onKeyDown={(e) => e.key === "Enter" && void read()}
        onBlur={() => void read()}
      />
      {error && (
        <p role="alert" className="col-span-3 text-right text-small text-red">
          {error}
        </p>
      )}
    </div>
  );
}
