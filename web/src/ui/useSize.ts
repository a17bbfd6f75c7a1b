import { useCallback, useRef, useState } from "react";

/** The size of an element in whole pixels, kept as it changes. */
export function useSize(): [(el: HTMLElement | null) => void, { width: number; height: number }] {
  const [size, setSize] = useState({ width: 0, height: 0 });
  const watch = useRef<ResizeObserver | null>(null);
  const ref = useCallback((el: HTMLElement | null) => {
    watch.current?.disconnect();
    if (!el) return;
    watch.current = new ResizeObserver(() =>
      setSize({ width: Math.floor(el.clientWidth), height: Math.floor(el.clientHeight) }),
    );
    watch.current.observe(el);
  }, []);
  return [ref, size];
}
