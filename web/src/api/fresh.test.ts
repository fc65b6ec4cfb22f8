import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { becomeStale, readsBy } from "./fresh";

let reads: number[] = [];

beforeEach(() => {
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout", "performance"] });
  reads = [];
  readsBy(() => {
    reads.push(performance.now());
    return Promise.resolve();
  });
  // Whatever came in another test is long ago.
  vi.advanceTimersByTime(60_000);
});

afterEach(() => vi.useRealTimers());

test("What comes alone is read at once, and several things together once", () => {
  const start = performance.now();
  becomeStale();
  becomeStale();
  vi.advanceTimersByTime(10_000);
  becomeStale();
  vi.advanceTimersByTime(10_000);
  expect(reads.map((r) => r - start)).toEqual([150, 10_150]);
});

test("While much comes the screen reads more and more rarely, and what came last is read", () => {
  const start = performance.now();
  for (let ms = 0; ms < 20_000; ms += 20) {
    becomeStale();
    vi.advanceTimersByTime(20);
  }
  const end = performance.now();
  vi.advanceTimersByTime(10_000);
  expect(reads.length).toBeLessThan(14);
  expect(Math.max(...reads)).toBeGreaterThanOrEqual(end);
  // And again at once when it was quiet.
  const later = performance.now();
  becomeStale();
  vi.advanceTimersByTime(200);
  expect(reads.at(-1)).toBe(later + 150);
  expect(start).toBeLessThan(end);
});
