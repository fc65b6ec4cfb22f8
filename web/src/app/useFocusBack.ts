import { useEffect, useRef, type RefObject } from "react";

/** Where a form that stood in the place of its button has closed, focus goes to what stands there now, and not to the top of the page. */
export function useFocusBack<T extends HTMLElement>(open: boolean): RefObject<T | null> {
  const place = useRef<T>(null);
  const was = useRef(open);
  useEffect(() => {
    if (was.current && !open && document.activeElement === document.body) place.current?.querySelector<HTMLElement>("button, a")?.focus();
    was.current = open;
  }, [open]);
  return place;
}
