import type { ReactNode } from "react";
import { LineInput } from "../../app/line/LineInput";
import { Button } from "../../ui/Button";
import { partsOf, type Draft } from "./draft";

/** A meeting typed in one line. What was understood becomes the sentence at once. */
export function PlainLine({ onSay, aside }: { onSay: (part: Partial<Draft>) => void; aside: ReactNode }) {
  return (
    <LineInput
      label="In one line"
      placeholder="Lease review with Ana, if free Tomé, for 45 minutes in Gannet, not on Friday, after 10:00"
      keptAs="arrange"
      wishing
      onSay={(reading) => {
        onSay(partsOf(reading));
        return true;
      }}
      button={() => <Button type="submit">Use this</Button>}
      aside={aside}
    />
  );
}
