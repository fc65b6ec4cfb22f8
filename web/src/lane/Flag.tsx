/** A person's flag on its staff: one of several cuts in one of several colours, the same everywhere. */
export const colourOf = (flag: number) => `var(--flag-${flag % 8})`;
export const tintOf = (flag: number) => `var(--tint-${flag % 8})`;

// Banner, pennant, swallowtail, shield, wedge: told apart without colour.
const cuts = ["M0 0H16V9H0Z", "M0 0L16 4.5L0 9Z", "M0 0H16L11 4.5L16 9H0Z", "M0 0H12L16 4.5L12 9H0Z", "M0 0L16 2V7L0 9Z"];

const cutOf = (flag: number) => cuts[(flag + Math.floor(flag / 8)) % cuts.length];

/** The cloth alone, for a staff that is drawn elsewhere. */
export function Cloth({ flag }: { flag: number }) {
  return (
    <svg width="17" height="10" aria-hidden="true">
      <path d={cutOf(flag)} fill={colourOf(flag)} />
    </svg>
  );
}

/** How high the flag flies says the answer: top accepted, half-way tentative, bare staff silent. Words always stand beside it. */
export type Hoist = "top" | "half" | "bare";

export function Flag({ flag, hoist = "top", height = 22 }: { flag: number; hoist?: Hoist; height?: number }) {
  const y = hoist === "half" ? height / 2 - 3 : 1;
  return (
    <svg width="19" height={height} viewBox={`0 0 19 ${height}`} aria-hidden="true" className="shrink-0">
      <rect x="0.5" y="0" width="2" height={height} fill={colourOf(flag)} />
      {hoist !== "bare" && <path d={cutOf(flag)} transform={`translate(2.5 ${y})`} fill={colourOf(flag)} />}
    </svg>
  );
}
