import { expect, test } from "vitest";
import { seemsInside } from "./said";

test.each([
  ["", true, true],
  ["", false, false],
  ["maren", true, true],
  ["maren.falk@Ebbline.example ", false, true],
  ["maren@ebbline", false, false],
  ["wiremu@tides.example", true, false],
])("%s, alone %s: %s", (address, alone, inside) => expect(seemsInside(address, "noor@ebbline.example", alone)).toBe(inside));
