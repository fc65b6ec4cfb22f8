import { useEffect, useRef, type RefObject } from "react";

/**
 * Where a form takes the place of its button, focus goes into it, and when it closes to what stands there then: never to the top of the page.
 */
export function useFocusBack<T extends HTMLElement>(open: boolean): RefObject<T | null> {
  const place = useRef<T>(null);
  const was = useRef(open);
  useEffect(() => {
    if (was.current !== open && document.activeElement === document.body)
      place.current?.querySelector<HTMLElement>(open ? "form button, form input, form textarea" : "button, a")?.focus();
    was.current = open;
  }, [open]);
  return place;
}
