/** Follows the pointer until it is let go or Escape is pressed. What is returned ends it before. */
export function followPointer(on: { move: (e: PointerEvent) => void; up: () => void; escape: () => void; cancel: () => void }): () => void {
  const up = () => {
    stop();
    on.up();
  };
  const cancel = () => {
    stop();
    on.cancel();
  };
  const escape = (e: KeyboardEvent) => {
    if (e.key !== "Escape") return;
    e.preventDefault();
    e.stopPropagation();
    stop();
    on.escape();
  };
  const stop = () => {
    removeEventListener("pointermove", on.move);
    removeEventListener("pointerup", up);
    removeEventListener("pointercancel", cancel);
    removeEventListener("keydown", escape, true);
  };
  addEventListener("pointermove", on.move);
  addEventListener("pointerup", up);
  addEventListener("pointercancel", cancel);
  addEventListener("keydown", escape, true);
  return stop;
}
