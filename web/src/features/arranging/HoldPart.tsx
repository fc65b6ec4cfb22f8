import { useState } from "react";
import type { Zone } from "../../api/types";
import { addDays, clock, dateText, localText, momentOf, weekdayOf } from "../../lane/time";
import { Button } from "../../ui/Button";
import type { Draft, Held } from "./draft";

interface Props {
  draft: Draft;
  zone: Zone;
  now: number;
  busy: boolean;
  onHold: (lapses: number) => void;
  onRelease: () => void;
  /** Offers them to those outside who are invited; undefined where nobody is. */
  onOffer: (() => void) | undefined;
}

/** The stretches chosen to be held until an hour, while something is being agreed. */
export function HoldPart({ draft, zone, now, busy, onHold, onRelease, onOffer }: Props) {
  const [lapses, setLapses] = useState(() => `${addDays(dateText(zone, now), 2)}T18:00`);
  const count = draft.holding.length;
  const same = draft.held !== undefined && sameStarts(draft.held, draft.holding);
  if (count === 0 && !draft.held) return null;
  return (
    <div className="mt-2 grid gap-2 border-t border-rule pt-2">
      {draft.held && (
        <p>
          {draft.held.starts.length === 1 ? "One time is held" : `${draft.held.starts.length} times are held`} until{" "}
          {`${weekdayOf(dateText(zone, draft.held.lapses))} ${clock(zone, draft.held.lapses)}`}. Sending releases the others.
        </p>
      )}
      {count > 0 && !same && (
        <label className="flex items-center gap-2">
          <span className="text-soft">Until</span>
          <input
            type="datetime-local"
            value={lapses}
            min={localText(zone, now)}
            onChange={(e) => e.target.value && setLapses(e.target.value)}
            className="h-8 min-w-0 border-b border-ink bg-transparent"
          />
        </label>
      )}
      <p className="flex flex-wrap gap-2">
        {count > 0 && !same && (
          <Button disabled={busy} onClick={() => onHold(momentOf(zone, lapses))}>
            {`Hold ${count === 1 ? "it" : `these ${count}`}${draft.held ? " instead" : ""}`}
          </Button>
        )}
        {count > 0 && onOffer && (
          <Button disabled={busy} onClick={onOffer}>
            {`Offer ${count === 1 ? "it" : `these ${count}`}…`}
          </Button>
        )}
        {draft.held && (
          <Button look="plain" disabled={busy} onClick={onRelease}>
            Release them
          </Button>
        )}
      </p>
    </div>
  );
}

const sameStarts = (held: Held, starts: number[]) => held.starts.length === starts.length && held.starts.every((s) => starts.includes(s));
