import { test } from "node:test";
import { withDemo } from "./corlin.mjs";
import { day } from "./day/day.mjs";
import { Pointer } from "./day/hands.mjs";

const its = withDemo();

test("thirty tasks by pointer", () => day(Pointer, 2, its));
