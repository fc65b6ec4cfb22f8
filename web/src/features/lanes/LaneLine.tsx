import { useCallback } from "react";
import type { LineReading, Person, Zone } from "../../api/types";
import { asksPeople, usualMinutes, whatLacks } from "../../app/line/appointment";
import { LineInput } from "../../app/line/LineInput";
import { useEnterLine } from "../../app/line/useEnterLine";
import type { BoardGhost } from "../../lane/board";
import { minute, momentOf } from "../../lane/time";
import { Choices, Part } from "../../sentence/Part";
import { Button } from "../../ui/Button";

interface Props {
  /** Those to whose calendar one may add. */
  owners: Person[];
  owner: Person;
  zone: Zone;
  onOwner: (id: string) => void;
  onGhost: (ghost: BoardGhost | undefined) => void;
  /** The day that is spoken of, where it is not among those shown. */
  onGo: (date: string) => void;
  days: string[];
}

/** What is typed in a line is drawn on its lane, and Enter enters it; where people are named it is arranged. */
export function LaneLine({ owners, owner, zone, onOwner, onGhost, onGo, days }: Props) {
  const enter = useEnterLine(owners, zone.id);
  const draw = useCallback(
    (reading: LineReading | undefined) => {
      const day = reading?.from ?? null;
      const isWhole = reading?.local === null && day !== null && day === reading.to;
      const start = reading?.start ?? (isWhole ? momentOf(zone, `${day}T00:00`) : null);
      if (!reading || start === null) return onGhost(undefined);
      const length = isWhole ? 24 * 60 : (reading.minutes ?? usualMinutes);
      onGhost({
        who: reading.inNameOf ?? owner.id,
        start,
        end: start + length * minute,
        words: reading.title ?? "not called anything yet",
      });
    },
    [onGhost, owner.id, zone],
  );
  const words = (reading: LineReading | undefined) => {
    if (!reading) return "Reading…";
    if (asksPeople(reading)) return "Arrange it";
    const named = owners.find((o) => o.id === reading.inNameOf) ?? owner;
    return whatLacks(reading) === undefined ? `Enter it for ${named.givenName}` : "Enter it";
  };
  return (
    <LineInput
      label="In one line"
      placeholder="Call Pedro tomorrow at nine for 20 minutes"
      keptAs="lanes"
      onSay={(reading) => enter(reading, owner)}
      onReading={draw}
      button={(reading) => (
        <>
          {reading?.from && reading.from === reading.to && !days.includes(reading.from) && (
            <Button look="plain" onClick={() => reading.from && onGo(reading.from)}>
              Show that day
            </Button>
          )}
          <Button type="submit">{words(reading)}</Button>
        </>
      )}
      aside={
        owners.length > 1 && (
          <span className="text-soft">
            for{" "}
            <Part name="For whom the line is" value={owner.givenName} width={240}>
              {(close) => (
                <Choices
                  value={owner.id}
                  options={owners.map((o) => ({ value: o.id, label: o.name }))}
                  onChoose={(id) => {
                    onOwner(id);
                    close();
                  }}
                />
              )}
            </Part>
          </span>
        )
      }
    />
  );
}
