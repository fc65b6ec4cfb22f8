/** Further than this the pointer was moved, not the page. */
const still = 6;

const pressable = "button, a[href], [role=option], [role=menuitem], summary";

/**
 * A press counts where it began. What comes in above moves the page, and where that is between down and up the browser gives the press to nobody:
 * it is given to what was under the pointer when it went down.
 */
export function steadyPresses() {
  let pressed: { on: HTMLElement; x: number; y: number; at: DOMRect } | undefined;
  document.addEventListener(
    "pointerdown",
    (e) => {
      const on = e.button === 0 && e.target instanceof Element ? e.target.closest<HTMLElement>(pressable) : null;
      pressed = on ? { on, x: e.clientX, y: e.clientY, at: on.getBoundingClientRect() } : undefined;
    },
    true,
  );
  document.addEventListener(
    "pointerup",
    (e) => {
      const was = pressed;
      pressed = undefined;
      if (!was?.on.isConnected || (e.target instanceof Node && was.on.contains(e.target))) return;
      if (Math.abs(e.clientX - was.x) > still || Math.abs(e.clientY - was.y) > still) return;
      const now = was.on.getBoundingClientRect();
      if (now.top !== was.at.top || now.left !== was.at.left) was.on.click();
    },
    true,
  );
}
