import { useEffect, useState } from "react";

/** A value that stays as it was while a pointer is held down, so that nothing moves away under the hand. */
export function useAtRest<T>(value: T): T {
  const [held, setHeld] = useState(false);
  const [kept, setKept] = useState(value);
  if (!held && kept !== value) setKept(value);
  useEffect(() => {
    const down = () => setHeld(true);
    const up = () => setHeld(false);
    // Let go outside the window nobody hears it.
    const move = (e: PointerEvent) => e.buttons === 0 && setHeld(false);
    addEventListener("pointerdown", down, true);
    addEventListener("pointerup", up, true);
    addEventListener("pointercancel", up, true);
    addEventListener("pointermove", move, true);
    return () => {
      removeEventListener("pointerdown", down, true);
      removeEventListener("pointerup", up, true);
      removeEventListener("pointercancel", up, true);
      removeEventListener("pointermove", move, true);
    };
  }, []);
  return kept;
}
