import { useEffect, useRef, type RefObject } from "react";
import type { Axis, Extent } from "./axis";
import { hour } from "./time";

const least = 2 * hour;
const settles = 220;

/** A span drawn nearer or further around a moment that stays where it is. */
export function nearer(span: Extent, around: number, factor: number, dayLength: number): Extent {
  const length = Math.min(dayLength, Math.max(least, (span.to - span.from) * factor));
  const share = (around - span.from) / (span.to - span.from);
  return within({ from: around - share * length, to: around + (1 - share) * length }, dayLength);
}

function within({ from, to }: Extent, dayLength: number): Extent {
  const by = from < 0 ? -from : to > dayLength ? dayLength - to : 0;
  return { from: Math.max(0, from + by), to: Math.min(dayLength, to + by) };
}

/** How what is drawn on an axis must be moved and stretched to stand as on another span. */
export function transformTo(axis: Axis, span: Extent): { left: number; scale: number } {
  const { from, to } = axis.open;
  const open = axis.segments.find((s) => !s.folded);
  if (!open) return { left: 0, scale: 1 };
  const scale = (to - from) / (span.to - span.from);
  const at = open.x0 + ((span.from - from) / (to - from)) * (open.x1 - open.x0);
  return { left: open.x0 - scale * at, scale };
}

/**
 * Draws hours nearer and further: with the wheel and Ctrl, or a pinch, around the pointer; sideways it pans. While the hand moves what is
 * there is only transformed; it is laid out anew once it rests.
 */
export function useZoom(body: RefObject<HTMLDivElement | null>, axis: Axis, on: boolean, setSpan: (span: Extent) => void) {
  const inner = useRef<HTMLDivElement>(null);
  const pending = useRef<Extent | undefined>(undefined);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const current = useRef(axis);
  useEffect(() => {
    current.current = axis;
    pending.current = undefined;
    if (inner.current) inner.current.style.transform = "";
  }, [axis]);

  useEffect(() => {
    const element = body.current;
    if (!element || !on) return;
    const show = (next: Extent) => {
      pending.current = next;
      const { left, scale } = transformTo(current.current, next);
      if (inner.current) inner.current.style.transform = `translateX(${left}px) scaleX(${scale})`;
      clearTimeout(timer.current);
      timer.current = setTimeout(() => setSpan(next), settles);
    };
    const wheel = (e: WheelEvent) => {
      const { open, dayLength, segments } = current.current;
      const now = pending.current ?? open;
      const drawn = segments.find((s) => !s.folded);
      if (!drawn) return;
      const perPixel = (now.to - now.from) / (drawn.x1 - drawn.x0);
      const sideways = e.shiftKey ? e.deltaY : Math.abs(e.deltaX) > Math.abs(e.deltaY) ? e.deltaX : 0;
      if (e.ctrlKey || e.metaKey) {
        e.preventDefault();
        const x = e.clientX - element.getBoundingClientRect().left - drawn.x0;
        show(nearer(now, now.from + x * perPixel, Math.exp(Math.max(-200, Math.min(200, e.deltaY)) * 0.0025), dayLength));
      } else if (sideways !== 0 && now.to - now.from < dayLength) {
        e.preventDefault();
        show(within({ from: now.from + sideways * perPixel, to: now.to + sideways * perPixel }, dayLength));
      }
    };
    element.addEventListener("wheel", wheel, { passive: false });
    return () => {
      element.removeEventListener("wheel", wheel);
      clearTimeout(timer.current);
    };
  }, [body, on, setSpan]);

  /** One step by key, around a moment where that is drawn. */
  const step = (factor: number, around: number) => {
    const { from, to } = axis.open;
    setSpan(nearer(axis.open, around > from && around < to ? around : (from + to) / 2, factor, axis.dayLength));
  };
  return { inner, step };
}
