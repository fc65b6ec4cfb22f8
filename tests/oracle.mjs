// Holds a reply of ./corlin slots against the expected starts: node oracle.mjs REPLY EXPECTED
import { isDeepStrictEqual } from "node:util";
import { readFileSync } from "node:fs";

const read = (file) => JSON.parse(readFileSync(file, "utf8"));
const given = read(process.argv[2]).slots;
const expected = read(process.argv[3]);
const byStart = (slots) => Object.fromEntries(slots.map((s) => [s.start, s.missing.toSorted()]).sort());
const ordered = given.every((s, i) => i === 0 || given[i - 1].cost <= s.cost);
const good =
  isDeepStrictEqual(byStart(given), byStart(expected)) &&
  given.length === expected.length &&
  ordered &&
  given.every((s) => s.reasons.length > 0);
console.log(`${expected.length} expected, ${given.length} given`);
process.exit(good ? 0 : 1);
