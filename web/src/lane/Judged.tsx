import type { QueueRow } from "../api/types";
import { Tone } from "../ui/Tone";

/** How something that waits is judged, and why. */
export function Judged({ row }: { row: Pick<QueueRow, "judgement" | "tone" | "reason"> }) {
  return (
    <>
      <Tone tone={row.tone}>{`${row.judgement.replace(/\.$/, "")}${row.tone === "plain" ? "" : "."}`}</Tone> {row.reason}
    </>
  );
}
