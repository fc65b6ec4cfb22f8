import { test } from "node:test";
import { withDemo } from "./corlin.mjs";
import { day } from "./day/day.mjs";
import { Keys } from "./day/hands.mjs";

const its = withDemo();

test("thirty tasks by keys", () => day(Keys, 3, its));
