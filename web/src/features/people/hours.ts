import type { HoursSpan } from "../../api/types";
import { timeOf } from "../../lane/time";

export const minutesADay = 24 * 60;

/** What is painted is caught to this many minutes. */
export const grain = 15;

/** A day's hours as they are typed: "08:00-12:30 Head office, 13:30-18:15". */
export const textOf = (spans: HoursSpan[], day: number): string =>
  spans
    .filter((s) => s.day === day)
    .toSorted((a, b) => a.from - b.from)
    .map((s) => `${timeOf(s.from)}-${timeOf(s.to)}${s.place ? ` ${s.place}` : ""}`)
    .join(", ");

const minutesOf = (clock: string): number => {
  const [hours = 0, minutes = 0] = clock.split(":").map(Number);
  return hours * 60 + minutes;
};

/** Reads a day's hours; undefined where they cannot be read. */
export function readText(text: string, day: number): HoursSpan[] | undefined {
  const spans: HoursSpan[] = [];
  for (const part of text
    .split(",")
    .map((p) => p.trim())
    .filter(Boolean)) {
    const read = /^(\d{1,2}:[0-5]\d)\s*(?:-|–|to)\s*(\d{1,2}:[0-5]\d)(?:\s+(.+))?$/.exec(part);
    if (!read) return undefined;
    const [from, to] = [minutesOf(read[1] ?? ""), minutesOf(read[2] ?? "")];
    if (from >= to || to > minutesADay || (spans.at(-1)?.to ?? 0) > from) return undefined;
    spans.push({ day, from, to, place: read[3] ?? null });
  }
  return spans;
}

/** The hours with a stretch of a day painted with a place, or taken out where the place is undefined. */
export function painted(spans: HoursSpan[], day: number, from: number, to: number, place: string | null | undefined): HoursSpan[] {
  const others = spans.filter((s) => s.day !== day);
  const kept = spans
    .filter((s) => s.day === day)
    .flatMap((s) =>
      [
        { ...s, to: Math.min(s.to, from) },
        { ...s, from: Math.max(s.from, to) },
      ].filter((piece) => piece.from < piece.to),
    );
  const all = place === undefined ? kept : [...kept, { day, from, to, place }];
  return [...others, ...joined(all.toSorted((a, b) => a.from - b.from))];
}

/** Stretches that touch and have one place are one. */
function joined(spans: HoursSpan[]): HoursSpan[] {
  const result: HoursSpan[] = [];
  for (const span of spans) {
    const last = result.at(-1);
    if (last && last.to === span.from && last.place === span.place) result[result.length - 1] = { ...last, to: span.to };
    else result.push(span);
  }
  return result;
}
