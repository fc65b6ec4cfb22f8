/// <reference types="vite/client" />
import { expect, test } from "vitest";

const sources = import.meta.glob<string>("./**/*.{ts,tsx}", { query: "?raw", import: "default", eager: true });
const folderOf = (file: string) => file.slice(0, file.lastIndexOf("/"));

/** The files that a file imports when it is read; what comes later, by import(), may lead back. */
function importsOf(file: string, source: string): string[] {
  return [...source.matchAll(/^(?:import|export) [^;]*? from "(\.[^"]+)"/gms)]
    .map(([, path]) => new URL(path ?? "", `file:///${file.slice(2)}`).pathname)
    .flatMap((path) => [`.${path}`, `.${path}.ts`, `.${path}.tsx`].filter((f) => f in sources));
}

test("no files import each other in a circle", () => {
  const left = new Map(Object.entries(sources).map(([file, source]) => [file, importsOf(file, source)]));
  expect([...left.values()].flat().length).toBeGreaterThan(left.size);
  // What imports nothing that is left is taken away, until nothing is left or only circles are.
  for (;;) {
    const lowest = [...left].filter(([, known]) => !known.some((k) => left.has(k)));
    if (lowest.length === 0) break;
    for (const [file] of lowest) left.delete(file);
  }
  expect([...left.keys()]).toEqual([]);
});

test("a folder has 26 files at most", () => {
  const counts = new Map<string, number>();
  for (const file of Object.keys(sources)) counts.set(folderOf(file), (counts.get(folderOf(file)) ?? 0) + 1);
  expect([...counts].filter(([, count]) => count > 26)).toEqual([]);
});
