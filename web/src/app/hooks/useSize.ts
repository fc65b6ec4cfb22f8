import { useCallback, useState } from "react";

/** The height and width an element is given, followed as the window changes. */
export function useSize() {
  const [height, setHeight] = useState(0);
  const [width, setWidth] = useState(0);
  const ref = useCallback((element: HTMLElement | null) => {
    if (!element) return;
    const measure = () => {
      setHeight(element.clientHeight);
      setWidth(element.clientWidth);
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, height, width] as const;
}
