import type { KeptWish } from "../../api/types";
import { lengthText, minute, timeOf, weekdays } from "../../lane/time";
import { and } from "../../lane/words";

export type KeptKind = KeptWish["kind"];

/** In the order in which they are said. */
const words: Record<KeptKind, (value: number) => string> = {
  notOn: (value) => `not on ${and(weekdays.filter((_, i) => (value & (1 << i)) !== 0))}`,
  notBefore: (value) => `not before ${timeOf(value)}`,
  notAfter: (value) => `over by ${timeOf(value)}`,
  around: (value) => `${value} minutes free around it`,
  lunch: () => "lunch kept free",
  mostADay: (value) => `at most ${lengthText(value * minute)} a day`,
  edgesSpared: () => "the first and the last hour spared",
  atUsualPlace: () => "only at the usual place",
  together: (value) => `within ${lengthText(value * minute)} of what is there already`,
};

const kinds: KeptKind[] = ["notOn", "notBefore", "notAfter", "around", "lunch", "mostADay", "edgesSpared", "atUsualPlace", "together"];

/** "not before 09:30, lunch kept free if it can be helped"; empty where nothing is wished. */
export const keptWords = (wishes: KeptWish[]): string =>
  kinds
    .flatMap((kind) => wishes.filter((w) => w.kind === kind))
    .map((w) => `${words[w.kind](w.value)}${w.always ? "" : " if it can be helped"}`)
    .join(", ");
