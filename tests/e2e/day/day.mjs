// A stranger's day; how many steps each task takes is written in docs/steps.md, so that a change that needs more is seen.
import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { signIn } from "../corlin.mjs";
import { at, tasks } from "./tasks.mjs";

/** The steps as they are written down: by pointer, then by keys. */
function written(column) {
  const rows = readFileSync(new URL("../../../docs/steps.md", import.meta.url), "utf8").matchAll(/^\| (\d+) \|.*\| (\d+|–) \| (\d+|–) \|$/gm);
  return Object.fromEntries([...rows].map((row) => [row[1], row[column] === "–" ? 0 : Number(row[column])]));
}

/** How many steps each task takes, one after another. */
async function stepsOf(Hand, pages, { demo, browser }) {
  const took = {};
  for (const [number, task] of Object.entries(tasks)) {
    const { who = /Noor Haddad/, window = {} } = task;
    const key = `${who} ${JSON.stringify(window)}`;
    if (!pages.has(key)) pages.set(key, await signIn(browser, demo.address, who, window));
    const page = pages.get(key);
    const hand = new Hand(page);
    took[number] = 0;
    if (task.notYet || (task.only && task.only !== hand.is)) continue;
    await page.goto(`${demo.address}/`);
    await page.getByRole("heading", { level: 1 }).first().waitFor();
    try {
      await task.do(page, hand, at(page, hand), { another: () => signIn(browser, demo.address, who) });
    } catch (error) {
      error.message = `${number}. ${task.what}: ${error.message}`;
      throw error;
    }
    took[number] = hand.steps;
  }
  return took;
}

/** The whole day with one of the two hands, held against what is written down. */
export async function day(Hand, column, its) {
  const pages = new Map();
  try {
    const [took, stands] = [await stepsOf(Hand, pages, its), written(column)];
    assert.deepEqual(Object.keys(took), Object.keys(stands), "docs/steps.md has other tasks");
    const needsFewer = Object.entries(took).filter(([number, steps]) => steps < stands[number]);
    if (needsFewer.length > 0) console.log(`Fewer steps than docs/steps.md says: ${needsFewer.map((n) => n.join(": ")).join(", ")}`);
    // Where Tab after Tab is counted, what has come meanwhile makes one or two more.
    const needsMore = Object.entries(took).filter(([number, steps]) => steps > stands[number] * 1.1 + 1);
    assert.deepEqual(needsMore, [], "these need more steps than docs/steps.md says");
  } finally {
    for (const page of pages.values()) await page.context().close();
  }
}

