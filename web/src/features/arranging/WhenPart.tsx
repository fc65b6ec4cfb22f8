import type { Zone } from "../../api/types";
import { localText, momentOf } from "../../lane/time";
import { Part } from "../../sentence/Part";
import { FieldError } from "../../ui/Field";

interface Props {
  zone: Zone;
  town: string;
  start: number | undefined;
  /** In words; empty where none is chosen. */
  value: string;
  wrong: string | undefined;
  onPick: (start: number) => void;
}

/** The time chosen, to be typed instead of taken from the slots or dragged. */
export function WhenPart({ zone, town, start, value, wrong, onPick }: Props) {
  const local = start === undefined ? "" : localText(zone, start);
  const [date, time] = [local.slice(0, 10), local.slice(11, 16)];
  const put = (next: string) => next.length === 16 && onPick(momentOf(zone, next));
  const input = "h-9 w-full border-b border-ink bg-transparent text-[15px]";
  return (
    <Part name="At what time" value={value || "a time to be chosen"} empty={start === undefined} wrong={wrong} width={300}>
      {() => (
        <div className="grid gap-3">
          <div className="grid grid-cols-2 gap-3">
            <label>
              <span className="text-soft">Day</span>
              <input
                type="date"
                autoFocus
                value={date}
                onChange={(e) => e.target.value && put(`${e.target.value}T${time || "10:00"}`)}
                className={input}
              />
            </label>
            <label>
              <span className="text-soft">Starts</span>
              <input
                type="time"
                value={time}
                disabled={date === ""}
                onChange={(e) => e.target.value && put(`${date}T${e.target.value}`)}
                className={input}
              />
            </label>
          </div>
          <p className="text-soft">In the time of {town}. What it is for each of them stands on the board.</p>
          {wrong && <FieldError>{wrong}</FieldError>}
        </div>
      )}
    </Part>
  );
}
