import { useLayoutEffect, useRef, useState, type RefObject } from "react";

/** Whether an element is on the screen, not rolled away. */
export function useInView(): [RefObject<HTMLDivElement | null>, boolean] {
  const ref = useRef<HTMLDivElement>(null);
  const [seen, see] = useState(true);
  useLayoutEffect(() => {
    if (!ref.current) return;
    const watch = new IntersectionObserver(([e]) => see(e?.isIntersecting ?? true));
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, []);
  return [ref, seen];
}
