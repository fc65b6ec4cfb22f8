import { expect, test } from "vitest";
import type { StripPiece } from "../../api/types";
import { runsOf, waysOf } from "./runs";

const at = (place: string, from = 0, to = 100): StripPiece => ({ kind: "place", place, site: place, from, to });
const words = (days: StripPiece[][]) => runsOf(days).map((r) => `${r.first}-${r.last} ${r.piece.place} ${r.from}-${r.to}`);

test("a place is written once along its run, and again after a gap or another", () => {
  expect(words([[at("Yard")], [at("Yard")], [], [at("Yard")], [at("Home")], [at("Home")]])).toEqual([
    "0-1 Yard 0-100",
    "3-3 Yard 0-100",
    "4-5 Home 0-100",
  ]);
  expect(words([[], []])).toEqual([]);
});

test("a part of a day stands by itself and joins nothing", () => {
  expect(words([[at("Yard")], [at("Yard", 0, 50), at("Home", 50, 100)], [at("Home")]])).toEqual([
    "0-0 Yard 0-100",
    "1-1 Yard 0-50",
    "1-1 Home 50-100",
    "2-2 Home 0-100",
  ]);
  const way: StripPiece = { kind: "onTheWay", place: "On the way", site: null, from: 80, to: 100 };
  expect(words([[at("Yard")], [at("Yard", 0, 80), way], [at("Port")]])).toEqual([
    "0-1 Yard 0-80",
    "1-1 On the way 80-100",
    "2-2 Port 0-100",
  ]);
  expect(waysOf([[at("Yard")], [at("Yard", 0, 80), way], [at("Port")], [at("Yard")]])).toEqual([3]);
});

test("a way climbs where the site changes, over days on which nobody works too", () => {
  const home: StripPiece = { kind: "home", place: "Home", site: null, from: 0, to: 100 };
  expect(waysOf([[at("Head")], [at("Yard")], [], [at("Head")], [home], [at("Head")]])).toEqual([1, 3]);
});
