import { useState } from "react";
import type { FoundZone, TimeRequest } from "../api/types";
import { addDays } from "../lane/time";
import { cityOf } from "../lane/words";
import { Button } from "../ui/Button";
import { FieldError } from "../ui/Field";
import { ZonePicker } from "./ZonePicker";

interface Props {
  time: TimeRequest;
  /** Milliseconds since 1970 of the start as it stands, for the other zone's clock. */
  moment?: number | undefined;
  wrong?: string | undefined;
  onChange: (time: TimeRequest) => void;
}

const input = "h-9 w-full border-b border-ink bg-transparent text-[15px]";

/** A wall-clock time of UTC fields, moved by minutes. */
export function later(start: string, minutes: number): string {
  return new Date(Date.parse(`${start}Z`) + minutes * 60_000).toISOString().slice(0, 16);
}

/** Minutes from one wall-clock time to another. */
export function minutesBetween(from: string, to: string): number {
  return Math.round((Date.parse(`${to}Z`) - Date.parse(`${from}Z`)) / 60_000);
}

/** When something takes place: day, clock, end, whole days, zone. */
export function TimeEditor({ time, moment, wrong, onChange }: Props) {
  const [asked, setAsked] = useState<FoundZone>();
  const date = time.start.slice(0, 10);
  const clock = time.start.slice(11);
  const endZone = time.allDay ? undefined : (time.endZone ?? undefined);
  const end = time.allDay ? addDays(date, time.minutes - 1) : endZone && time.end ? time.end : later(time.start, time.minutes);
  const setEnd = (endDate: string, endClock: string) => {
    if (time.allDay) return onChange({ ...time, minutes: Math.round((Date.parse(endDate) - Date.parse(date)) / 86_400_000) + 1 });
    // By another clock than the start the end is kept as it is said.
    if (endZone) return onChange({ ...time, end: `${endDate}T${endClock}` });
    onChange({ ...time, minutes: minutesBetween(time.start, `${endDate}T${endClock}`) });
  };
  const problem = !endZone && time.minutes <= 0 ? "It ends before it starts." : wrong;
  const inZone = (zone: FoundZone, keepMoment: boolean) => {
    setAsked(undefined);
    const start =
      keepMoment && moment !== undefined ? new Date(moment + zone.offsetMinutes * 60_000).toISOString().slice(0, 16) : time.start;
    onChange({ ...time, zone: zone.id, start });
  };
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-3">
        <label>
          <span className="text-soft">{time.allDay ? "First day" : "Day"}</span>
          <input
            type="date"
            autoFocus
            value={date}
            onChange={(e) => e.target.value && onChange({ ...time, start: time.allDay ? e.target.value : `${e.target.value}T${clock}` })}
            className={input}
          />
        </label>
        {time.allDay ? (
          <label>
            <span className="text-soft">Last day</span>
            <input type="date" value={end} onChange={(e) => e.target.value && setEnd(e.target.value, "")} className={input} />
          </label>
        ) : (
          <label>
            <span className="text-soft">Starts</span>
            <input
              type="time"
              value={clock}
              onChange={(e) => e.target.value && onChange({ ...time, start: `${date}T${e.target.value}` })}
              className={input}
            />
          </label>
        )}
        {!time.allDay && (
          <>
            <label>
              <span className="text-soft">Last day</span>
              <input
                type="date"
                value={end.slice(0, 10)}
                onChange={(e) => e.target.value && setEnd(e.target.value, end.slice(11))}
                className={input}
              />
            </label>
            <label>
              <span className="text-soft">{endZone ? `Ends, in ${cityOf(endZone)}` : "Ends"}</span>
              <input
                type="time"
                value={end.slice(11)}
                onChange={(e) => e.target.value && setEnd(end.slice(0, 10), e.target.value)}
                className={input}
              />
            </label>
          </>
        )}
      </div>
      <label className="flex min-h-8 items-center gap-2">
        <input
          type="checkbox"
          checked={time.allDay}
          onChange={(e) =>
            onChange(
              e.target.checked
                ? { ...time, allDay: true, start: date, minutes: Math.max(1, Math.ceil(time.minutes / 1440)), endZone: null, end: null }
                : { ...time, allDay: false, start: `${date}T09:00`, minutes: 60 },
            )
          }
          className="size-4 accent-sea"
        />
        Whole days
      </label>
      {problem && <FieldError>{problem}</FieldError>}
      {!time.allDay && (
        <div className="border-t border-rule pt-2">
          <p className="mb-1 text-soft">Told in the time of {cityOf(time.zone)}.</p>
          {asked ? (
            <div role="group" aria-label={`In the time of ${asked.label}`} className="grid gap-1">
              <p>What stays the same in the time of {asked.label}?</p>
              <Button onClick={() => inZone(asked, false)}>The clock: {clock} there</Button>
              {moment !== undefined && (
                <Button onClick={() => inZone(asked, true)}>
                  The moment: {new Date(moment + asked.offsetMinutes * 60_000).toISOString().slice(11, 16)} there
                </Button>
              )}
            </div>
          ) : (
            <ZonePicker
              label="Another zone"
              at={moment}
              onChoose={(z) => (z.id === time.zone ? undefined : moment === undefined ? inZone(z, false) : setAsked(z))}
            />
          )}
          {endZone ? (
            <Button onClick={() => onChange({ ...time, endZone: null, end: null })}>Both in the time of {cityOf(time.zone)}</Button>
          ) : (
            <ZonePicker
              label="Its end in another zone"
              at={moment}
              onChoose={(z) => z.id !== time.zone && onChange({ ...time, endZone: z.id, end: later(time.start, time.minutes) })}
            />
          )}
        </div>
      )}
    </div>
  );
}
