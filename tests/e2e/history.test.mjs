import assert from "node:assert/strict";
import { readFile } from "node:fs/promises";
import { test } from "node:test";
import { faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("what was done shows both names and the grant, is filtered, leads to one entry's past, and leaves as a table", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  await page.getByRole("button", { name: "Noor Haddad", exact: true }).click();
  await page.getByRole("menuitem", { name: "What was done" }).click();
  await page.getByRole("button", { name: "In whose name: Maren Falk" }).waitFor();
  const row = page.getByRole("listitem").filter({ hasText: "sent “Design gate, afternoon”" });
  await row.getByText("for Maren Falk").waitFor();
  await row.getByText("Allowed to see everything in Maren’s calendar, private entries too, and speak for Maren").waitFor();
  await page.getByRole("button", { name: "By whom: anybody" }).click();
  await page.getByRole("dialog", { name: "By whom" }).getByRole("button", { name: "Maren Falk" }).click();
  await row.waitFor({ state: "detached" });
  await page.getByRole("listitem").filter({ hasText: "entered “Doctor”" }).getByRole("link", { name: "all of it" }).click();
  await page.getByRole("heading", { level: 1, name: "What was done to “Doctor”" }).waitFor();
  const [file] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Download CSV" }).click()]);
  const table = await readFile(await file.path(), "utf8");
  assert.match(table, /^when,who,in whose name,what,details,under,taken back\r\n/);
  assert.match(table, /Maren Falk,Maren Falk,entered “Doctor”/);
  assert.deepEqual(await faults(page), []);
});

test("who may not know a calendar whole is told nothing of its past", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/people?text=maren" });
  const address = await noor.getByRole("link", { name: "What was done" }).getAttribute("href");
  const tome = await signIn(its.browser, its.demo.address, /Tomé Vidal/, { path: "/people?text=maren" });
  await tome.getByRole("heading", { level: 2, name: "Maren Falk" }).waitFor();
  assert.equal(await tome.getByRole("link", { name: "What was done" }).count(), 0);
  // He may not know it.
  tome.meant.push("403");
  await tome.goto(its.demo.address + address);
  await tome.getByText("What was done in the name of Maren Falk is told to Maren Falk and to those who see that calendar whole.").waitFor();
});
