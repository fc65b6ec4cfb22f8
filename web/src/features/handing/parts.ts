import type { SheetParts } from "../../api/types";
import { and } from "../../lane/words";

export type PartName = Exclude<keyof SheetParts, "order">;

/** What stands under an entry, in an order that is chosen. */
export type Block = SheetParts["order"][number];

/** In the order in which they are said, and in which they count in the number. */
export const partNames: { name: PartName; words: string; note: string }[] = [
  { name: "people", words: "people", note: "who they are, and when they last met" },
  { name: "agenda", words: "agenda", note: "as it was written" },
  { name: "papers", words: "papers", note: "by name" },
  { name: "joining", words: "dial-in", note: "the link and the numbers" },
  { name: "ways", words: "ways", note: "when to leave" },
  { name: "lastTime", words: "the last time", note: "what was noted, and what is still open" },
  { name: "gaps", words: "gaps", note: "time that is free" },
  { name: "private", words: "private entries", note: "in full" },
  { name: "attached", words: "papers attached", note: "where it goes by mail" },
];

/** The parts as one number, as an address carries them. */
export const numberOf = (parts: SheetParts): number => partNames.reduce((sum, p, i) => sum + (parts[p.name] ? 2 ** i : 0), 0);

/** "people, papers and ways"; "times alone" where there are none. */
export function partsWords(parts: SheetParts): string {
  const said = partsInOrder(parts.order)
    .filter((p) => parts[p.name])
    .map((p) => p.words);
  return said.length === 0 ? "times alone" : said.length === partNames.length ? "everything" : and(said);
}

/** As the server numbers them. */
const blocks: Block[] = ["joining", "people", "agenda", "papers", "lastTime"];

/** An order as numbers one after another, as an address carries it. */
export const orderNumbers = (order: Block[]): string => order.map((b) => blocks.indexOf(b)).join("");

/** A block one place further up or down; at the end it stays. */
export function moved(order: Block[], block: Block, by: number): Block[] {
  const others = order.filter((b) => b !== block);
  others.splice(Math.max(0, Math.min(others.length, order.indexOf(block) + by)), 0, block);
  return others;
}

/** Every part: those under an entry in their order, then the others. */
export const partsInOrder = (order: Block[]) => {
  const place = (name: PartName) => {
    const at = order.findIndex((b) => b === name);
    return at < 0 ? order.length : at;
  };
  return partNames.toSorted((a, b) => place(a.name) - place(b.name));
};
