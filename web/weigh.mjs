// What the Desk needs before it can be drawn weighs so much, compressed as it is sent; more fails the test run.
import { readFileSync } from "node:fs";
import { brotliCompressSync } from "node:zlib";

const most = 140_000;
const dist = new URL("dist", import.meta.url).pathname;
const files = new Map();

function weigh(file) {
  if (files.has(file)) return;
  const script = readFileSync(dist + file, "utf8");
  files.set(file, brotliCompressSync(script).length);
  for (const [, name] of script.matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)) weigh(`/assets/${name}`);
}

for (const [, file] of readFileSync(`${dist}/index.html`, "utf8").matchAll(/(?:src|href)="(\/assets\/[^"]+\.js)"/g)) weigh(file);
const all = [...files.values()].reduce((sum, bytes) => sum + bytes, 0);
console.log(`${all} bytes of ${most}: ${[...files].map(([file, bytes]) => `${file} ${bytes}`).join(", ")}`);
process.exitCode = all > most || files.size < 2 ? 1 : 0;
