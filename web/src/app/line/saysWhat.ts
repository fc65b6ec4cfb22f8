import type { LineReading } from "../../api/types";
import { lengthText, minute } from "../../lane/time";
import { roomWords } from "../parts/rooms";
import { oneAfterAnother, someOf } from "../parts/several";
import { wishWords } from "../parts/wishes";

const names = (people: { givenName: string }[], addresses: string[]) => [...people.map((p) => p.givenName), ...addresses];

const named = (people: { givenName: string }[], addresses: string[]) => names(people, addresses).join(", ");

/** What was understood of a line, in words. */
export function saysWhat(line: LineReading): string {
  const when = line.start !== null || line.from !== null;
  return [
    line.title && `“${line.title}”`,
    line.required.length + line.requiredAddresses.length > 0 && `with ${named(line.required, line.requiredAddresses)}`,
    line.optional.length + line.optionalAddresses.length > 0 && `if free ${named(line.optional, line.optionalAddresses)}`,
    line.some && someOf(names(line.some.of, line.some.addresses), line.some.atLeast),
    line.each && oneAfterAnother(names(line.each.of, line.each.addresses), line.each.inOneRun),
    line.minutes !== null && `for ${lengthText(line.minutes * minute)}`,
    when && line.when,
    line.repeats,
    line.video && "by video",
    line.place && `in ${line.place}`,
    line.room && `in ${roomWords(line.room)}`,
    line.private && "private",
    line.wishes && wishWords(line.wishes),
  ]
    .filter(Boolean)
    .join(", ");
}
