// Compresses what the build has made, once, at its best: node compress.mjs
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { brotliCompressSync, constants } from "node:zlib";

const folder = new URL("dist/assets/", import.meta.url);
for (const name of readdirSync(folder).filter((n) => /\.(js|css)$/.test(n))) {
  const options = { params: { [constants.BROTLI_PARAM_QUALITY]: 11 } };
  writeFileSync(new URL(`${name}.br`, folder), brotliCompressSync(readFileSync(new URL(name, folder)), options));
}
