import { useLayoutEffect, useRef, type HTMLAttributes } from "react";

/** Rolls what has no room, and fades at the edges where it goes on. */
export function Scroller({ across, children, ...rest }: { across?: boolean } & HTMLAttributes<HTMLDivElement>) {
  const roll = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const e = roll.current;
    if (!e) return;
    const look = () => {
      const [at, seen, all] = across
        ? [e.scrollLeft, e.clientWidth, e.scrollWidth]
        : [e.scrollTop, e.clientHeight, e.scrollHeight];
      e.dataset.before = String(at > 2);
      e.dataset.after = String(at + seen < all - 2);
    };
    look();
    e.addEventListener("scroll", look, { passive: true });
    const watch = new ResizeObserver(look);
    watch.observe(e);
    const changes = new MutationObserver(look);
    changes.observe(e, { childList: true, subtree: true });
    return () => {
      e.removeEventListener("scroll", look);
      watch.disconnect();
      changes.disconnect();
    };
  }, [across]);
  return (
    <div ref={roll} data-roll={across ? "across" : "down"} {...rest}>
      {children}
    </div>
  );
}
