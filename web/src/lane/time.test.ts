import { expect, test } from "vitest";
import type { Zone } from "../api/types";
import { addDays, behindOrAhead, clock, dateText, dayAndMonth, lengthText, localText, minute } from "./time";

const at = (text: string) => Date.parse(`${text}Z`);

const halifax: Zone = {
  id: "America/Halifax",
  label: "Halifax",
  offsets: [
    { from: at("2027-03-10T00:00"), offsetMinutes: -240 },
    { from: at("2027-03-14T06:00"), offsetMinutes: -180 },
  ],
};
const chennai: Zone = { id: "Asia/Kolkata", label: "Chennai", offsets: [{ from: 0, offsetMinutes: 330 }] };

test("a moment is told in the zone with the offset that holds then", () => {
  expect(clock(halifax, at("2027-03-13T12:00"))).toBe("08:00");
  expect(clock(halifax, at("2027-03-15T12:00"))).toBe("09:00");
  expect(clock(chennai, at("2027-03-15T12:00"))).toBe("17:30");
  expect(localText(halifax, at("2027-03-14T06:00"))).toBe("2027-03-14T03:00");
  expect(dateText(chennai, at("2027-03-15T20:00"))).toBe("2027-03-16");
});

test("how far one clock is from another, at that moment", () => {
  expect(behindOrAhead(halifax, chennai, at("2027-03-13T12:00"))).toBe("9 h 30 behind");
  expect(behindOrAhead(chennai, halifax, at("2027-03-15T12:00"))).toBe("8 h 30 ahead");
  expect(behindOrAhead(chennai, chennai, at("2027-03-15T12:00"))).toBe("");
});

test("lengths and dates in words", () => {
  expect([1, 45, 60, 125].map((m) => lengthText(m * minute))).toEqual(["1 minute", "45 minutes", "1 h", "2 h 05"]);
  expect(dayAndMonth("2027-03-16")).toBe("16 March");
  expect(addDays("2027-02-27", 3)).toBe("2027-03-02");
});
