// Free slots over HTTP from a large store: six weeks, 45 minutes, five required, from 2 to 200 people with 20 series and 200 single entries each,
// on 10,000 people and 1,000,000 entries; held against the same search of two. Draws the growth: node bench/search.mjs [ENTRIES] [SVG].
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { startDemo } from "../tests/e2e/corlin.mjs";
import { Assistant, percentile } from "./assistant.mjs";

const entries = Number(process.argv[2] ?? 1_000_000);
const svg = process.argv[3];
const sizes = [2, 5, 10, 20, 50, 100, 200];
const [people, assistants] = [10_000, sizes.length];

const made = await startDemo({ own: true });
await made.stop();
const began = performance.now();
const said = execFileSync("python3", [join(import.meta.dirname, "fill.py"), made.data, people, entries, assistants, 200].map(String))
  .toString()
  .trim()
  .split("\n");
console.log(`${said.slice(0, 2).join("; ")}, made in ${((performance.now() - began) / 1000).toFixed(0)} s`);
const asked = said.slice(2);
const demo = await startDemo({ own: true, data: made.data });

/** A line for each kind of time over how many were asked, both axes by powers of ten. */
function drawn(rows) {
  const [width, height, left, foot] = [640, 360, 56, 40];
  const x = (n) => left + (Math.log10(n / 2) / Math.log10(100)) * (width - left - 110);
  const y = (ms) => height - foot - (Math.log10(ms) / 4) * (height - foot - 16);
  const line = (key, label, dash) => {
    const points = rows.map((r) => `${x(r.size).toFixed(1)},${y(r[key]).toFixed(1)}`).join(" ");
    const end = rows.at(-1);
    return `<polyline points="${points}" fill="none" stroke="#0b4a45" stroke-width="2" ${dash}/><text x="${x(end.size) + 6}" y="${y(end[key]) + 4}">${label}</text>`;
  };
  const across = [1, 10, 100, 1_000].map(
    (ms) =>
      `<path d="M${left} ${y(ms)}H${width - 100}" stroke="#c5d0ce"/><text x="${left - 6}" y="${y(ms) + 4}" text-anchor="end">${ms} ms</text>`,
  );
  const down = sizes.map((n) => `<text x="${x(n)}" y="${height - foot + 18}" text-anchor="middle">${n}</text>`);
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="12" fill="#223"><rect width="${width}" height="${height}" fill="#fff"/>${across.join("")}${down.join("")}<text x="${left}" y="${height - 6}">people asked, of 10,000 with ${entries.toLocaleString("en")} entries</text>${line("half", "median", "")}${line("most", "95th percentile", 'stroke-dasharray="4 3"')}</svg>\n`;
}

try {
  const rows = [];
  for (const [i, size] of sizes.entries()) {
    // Each has an allowance of searches of their own.
    const who = await new Assistant(demo.address).signIn(`scale.${i}@ebbline.example`);
    const own = (await who.ask("GET", "/api/desk")).day.lanes[1].who.id;
    const body = {
      inNameOf: own,
      // Who arranges it is one of them.
      required: asked.slice(0, Math.min(5, size) - 1),
      optional: asked.slice(4, size - 1),
      minutes: 45,
      from: "2027-03-09",
      to: "2027-04-18",
    };
    const times = [];
    let slots = 0;
    for (let n = 0; n < 60; n++) {
      const from = performance.now();
      const found = await who.ask("POST", "/api/slots", body);
      if (n >= 20) times.push(performance.now() - from);
      slots = found.total;
    }
    rows.push({ size, half: percentile(times, 0.5), most: percentile(times, 0.95), slots });
  }
  const two = rows[0].half;
  for (const r of rows)
    console.log(
      `${r.size} asked: p50 ${r.half.toFixed(0)} ms, p95 ${r.most.toFixed(0)} ms, ${(r.half / two).toFixed(1)} times two; ${r.slots} slots`,
    );
  if (svg) writeFileSync(svg, drawn(rows));
} finally {
  await demo.stop();
  made.remove();
}
