// The first hour of an organisation: an empty folder, the first account, and what the Desk says is still missing.
import assert from "node:assert/strict";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { after, before, test } from "node:test";
import { faults, fits, openBrowser, startCorlin } from "./corlin.mjs";

const its = {};
before(async () => {
  its.data = mkdtempSync(join(tmpdir(), "corlin-set-up-"));
  its.server = startCorlin(["serve", "--port", "0", "--no-timers", "--site", "web/dist", "--data", join(its.data, "own")]);
  its.address = await its.server.heard(/Corlin is at (http:\S+)/);
  its.browser = await openBrowser();
});
after(async () => {
  await its.browser?.close();
  its.server?.process.kill("SIGTERM");
  await its.server?.ended;
  rmSync(its.data, { recursive: true, force: true });
});

test("The first account comes to a Desk that says what is still missing, and each of it can wait", async () => {
  const page = await (await its.browser.newContext()).newPage();
  page.setDefaultTimeout(15_000);
  await page.goto(its.address);
  await page.getByText("Still to say: your name, your e-mail address, a password.").waitFor();
  await page.getByRole("textbox", { name: "Your name" }).fill("Maren Falk");
  await page.getByRole("textbox", { name: "E-mail address" }).fill("maren.falk@ebbline.example");
  await page.getByRole("textbox", { name: /^Time zone/ }).fill("Lisbonn");
  await page.getByLabel(/^Password/).fill("tide and turbine");
  const create = page.getByRole("button", { name: "Create the first account" });
  await create.click();
  // What was typed stays, and what is wrong is said.
  await page.getByRole("alert").filter({ hasText: "There is no time zone “Lisbonn”." }).waitFor();
  await page.getByRole("textbox", { name: /^Time zone/ }).fill("Lisbon");
  assert.deepEqual(await faults(page), []);
  const whole = page.viewportSize();
  await fits(page);
  await page.setViewportSize(whole);
  await create.click();

  const missing = page.getByRole("region", { name: "Still to set up" });
  const lines = missing.getByRole("listitem");
  await missing.waitFor();
  assert.deepEqual(await faults(page), []);
  const has = (text) => lines.filter({ hasText: text });
  for (const text of ["no name yet", "You are alone here", "No place is named", "You alone manage", "No mail leaves", "No mail comes in"])
    await has(text).waitFor();
  assert.equal(await lines.count(), 6);

  // The name is said where one is led, and taken back and said again.
  await has("no name yet").getByRole("link", { name: "Name it" }).click();
  const name = page.getByRole("textbox", { name: "Name of the organisation" });
  await name.fill("Ebline");
  await page.getByRole("button", { name: "Call it Ebline" }).click();
  await page.getByText("The organisation is called Ebline now.").waitFor();
  await page.getByRole("contentinfo").getByRole("button", { name: /^Undo/ }).click();
  await page.getByText("Undone. Nothing was sent.").waitFor();
  await page.waitForFunction(() => document.querySelector("input[aria-label='Name of the organisation']")?.value === "");
  await name.fill("Ebbline");
  await name.press("Enter");
  await page.getByText("The organisation is called Ebbline now.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.goBack();
  await missing.waitFor();
  await has("no name yet").waitFor({ state: "detached" });

  await has("No mail comes in")
    .getByRole("button", { name: /^Later/ })
    .click();
  await has("No mail comes in").waitFor({ state: "detached" });
  await page.reload();
  await missing.waitFor();
  assert.equal(await lines.count(), 4);
  await has("You are alone here").getByRole("link", { name: "Add people" }).click();
  await page.waitForURL(/\/people/);
  await page.goBack();
  for (const text of ["You are alone here", "No place is named", "You alone manage", "No mail leaves"])
    await has(text)
      .getByRole("button", { name: /^Later/ })
      .click();
  await missing.waitFor({ state: "detached" });
  await page.getByRole("button", { name: "5 things are still to be set up" }).click();
  await missing.waitFor();
  assert.equal(await lines.count(), 5);
  await fits(page);

  // Whoever comes next reads whose calendars these are.
  const stranger = await (await its.browser.newContext()).newPage();
  await stranger.goto(its.address);
  await stranger.getByRole("heading", { name: "Corlin of Ebbline" }).waitFor();
});
