// Makes src/Corlin.Core/Time/cities.tsv, by which zones are found by their cities, from the package city-timezones (MIT):
// npm pack city-timezones, unpack it, and node tools/cities.mjs PACKAGE/data/cityMap.json > src/Corlin.Core/Time/cities.tsv
import { readFileSync } from "node:fs";

const cities = JSON.parse(readFileSync(process.argv[2], "utf8"));
const lines = cities
  .filter((c) => c.timezone && c.city)
  .sort((a, b) => b.pop - a.pop || a.city.localeCompare(b.city, "en"))
  .map((c) => [c.city.replaceAll("’", "'"), c.province ?? "", c.country, c.iso2 ?? "", c.timezone, Math.round(c.pop)].join("\t"));
console.log("# city\tprovince\tcountry\tcode\tzone\tpeople; from city-timezones 1.3.4 (MIT), by tools/cities.mjs");
console.log([...new Set(lines)].join("\n"));
