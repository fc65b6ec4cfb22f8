import type { LineReading } from "../../api/types";
import { Button } from "../../ui/Button";
import { saysWhat } from "./saysWhat";

type NotUnderstood = LineReading["notUnderstood"][number];

/** What was understood of a line, in words; what was not is marked, with what it may mean as buttons. */
export function Understood({ reading, onInstead }: { reading: LineReading; onInstead: (part: NotUnderstood, words: string) => void }) {
  return (
    <p className="pt-1 text-[13px]">
      <span className="text-soft">Understood: </span>
      {saysWhat(reading) || "nothing yet"}.
      {reading.notUnderstood.length > 0 && (
        <span className="font-semibold text-brass">
          {" "}
          Not understood, and kept on the line:{" "}
          {reading.notUnderstood.map((n, i) => (
            <span key={n.at}>
              {i > 0 && ", "}
              <mark className="bg-transparent text-brass underline decoration-wavy underline-offset-4">{n.text}</mark>
              {n.readings.length === 0 && n.why !== "not understood" && ` (${n.why})`}
              {n.readings.map((r) => (
                <Button key={r} look="plain" className="!min-h-6 !px-1.5 max-[600px]:!min-h-11" onClick={() => onInstead(n, r)}>
                  {r}?
                </Button>
              ))}
            </span>
          ))}
          .
        </span>
      )}
    </p>
  );
}
