import type { Chosen, Series, Turn, Zone } from "../../../api/types";
import { wallClock } from "../../../lane/time";
import { Button } from "../../../ui/Button";
import { Tone } from "../../../ui/Tone";
import { shortWhen } from "../ArrangeSentence";

interface Props {
  turn: Pick<Turn, "then" | "repeats">;
  start: number;
  zone: Zone;
  /** How every other time suits, from the first on. */
  series: Series | null | undefined;
  /** What the other of the two is for everyone, once it is known. */
  then: Chosen | undefined;
  onEnd: () => void;
}

/** Two hours that take turns, each a series of its own, and how each of them suits. */
export function TurnLine({ turn, start, zone, series, then, onEnd }: Props) {
  return (
    <>
      By turns, {turn.repeats} each:
      <Half when={shortWhen(wallClock(zone, start))} series={series} />
      <Half when={shortWhen(wallClock(zone, turn.then))} series={then?.series} />
      <Button look="plain" className="ml-1" onClick={onEnd}>
        Always at the first hour
      </Button>
    </>
  );
}

function Half({ when, series }: { when: string; series: Series | null | undefined }) {
  return (
    <span className="block">
      <span className="font-semibold">{when}</span>
      {series?.wrong.map((w) => (
        <Tone key={w.words} tone={w.tone} className="ml-1">
          {w.words}
        </Tone>
      ))}
    </span>
  );
}
