import { useEffect, useRef, useState } from "react";

/** What a screen reader says, politely and once: when it has changed, has rested, and nothing is held down. */
export function Spoken({ text }: { text: string }) {
  const [said, say] = useState("");
  const held = useRef(false);
  useEffect(() => {
    let timer = 0;
    const later = () => {
      clearTimeout(timer);
      timer = window.setTimeout(() => !held.current && say(text), 500);
    };
    const hold = (e: PointerEvent) => {
      held.current = e.type === "pointerdown";
      later();
    };
    later();
    const ends = ["pointerdown", "pointerup", "pointercancel"] as const;
    for (const k of ends) window.addEventListener(k, hold, true);
    return () => {
      clearTimeout(timer);
      for (const k of ends) window.removeEventListener(k, hold, true);
    };
  }, [text]);
  return (
    <span role="status" aria-live="polite" className="sr-only" data-testid="spoken">
      {said}
    </span>
  );
}
