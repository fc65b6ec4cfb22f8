import { useEffect, type RefObject } from "react";

/** While it is open, what it was opened from stays in view, though what comes in above pushes it down. */
export function useHeldInView(opener: RefObject<HTMLElement | null>, open: boolean) {
  useEffect(() => {
    const held = opener.current;
    if (!open || !held) return;
    const top = () => held.getBoundingClientRect().top;
    let was = top();
    const watch = new ResizeObserver(() => {
      if (top() !== was) held.scrollIntoView({ block: "nearest" });
      was = top();
    });
    // Whichever of what it stands in grows: a page may scroll as a whole, or a part of it by itself.
    for (let room = held.parentElement; room; room = room.parentElement) watch.observe(room);
    return () => watch.disconnect();
  }, [opener, open]);
}
