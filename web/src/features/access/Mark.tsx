import type { Acting, Sight } from "../../api/types";

const lines: Record<Sight, number> = { nothing: 0, outline: 1, headlines: 2, everything: 3 };

/** How much is seen as lines on one another, what may be done as what stands on them. Words stand beside it. */
export function Mark({ sight, acting }: { sight: Sight; acting: Acting }) {
  const count = lines[sight];
  const top = 32 - count * 4;
  const stroke = acting === "add" ? 8 : acting === "look" ? 0 : 18;
  return (
    <svg width="32" height="34" viewBox="0 0 32 34" aria-hidden="true" className="shrink-0">
      {Array.from({ length: count }, (_, i) => (
        <rect key={i} x="0" y={30 - i * 4} width="26" height="2" className="fill-ink" />
      ))}
      {stroke > 0 && <rect x="11.5" y={top - stroke} width="3" height={stroke} className="fill-sea" />}
      {acting === "speakFor" && (
        <path d={`M14.5 ${top - stroke}L29 ${top - stroke + 4.5}L14.5 ${top - stroke + 9}Z`} className="fill-sea" />
      )}
    </svg>
  );
}
