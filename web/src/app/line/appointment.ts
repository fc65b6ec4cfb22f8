import { ask, client } from "../../api/client";
import type { LineReading } from "../../api/types";

/** How long an appointment is of which no length was said. */
export const usualMinutes = 60;

/** Whether people are asked to it: then it is arranged, and not entered. */
export const asksPeople = (line: LineReading) =>
  line.required.length + line.optional.length + line.requiredAddresses.length + line.optionalAddresses.length > 0;

/** What is missing before it can be entered, in words; undefined where nothing is. */
export function whatLacks(line: LineReading): string | undefined {
  if (line.title === null) return "Say what it is called.";
  if (line.local === null && (line.from === null || line.from !== line.to)) return "Say on which day, and at what time.";
  return undefined;
}

/** Enters what was read: at its hour, or on the whole day where no hour was said. */
export function enter(line: LineReading, owner: string, zone: string) {
  return ask(
    client.POST("/api/appointments", {
      body: {
        inNameOf: owner,
        title: line.title ?? "",
        time:
          line.local === null
            ? { start: `${line.from ?? ""}T00:00`, zone, minutes: 1, allDay: true, endZone: null, end: null }
            : {
                start: line.local,
                zone: line.zone ?? zone,
                minutes: line.minutes ?? usualMinutes,
                allDay: false,
                endZone: line.endZone,
                end: null,
              },
        place: line.place,
        takes: "firm",
        private: line.private === true,
        repeats: line.repeats,
        calendar: null,
        category: null,
      },
    }),
  );
}

/** When it stands, in words. */
export const whenOf = (line: LineReading) =>
  line.local === null
    ? `${line.when}, all day`
    : line.endZone !== null
      ? line.when
      : `${line.when}, ${line.minutes ?? usualMinutes} minutes`;
