// A calendar that is sent by mail, and seen before as its reader gets it.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, fits, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("Days, or the times that are free, go to anybody by mail, seen before as they get it", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/files" });
  await page.getByRole("link", { name: "Send it by mail" }).click();
  const letter = page.getByRole("figure");
  await letter.getByText("09:00 to 10:00 Tide lease review, Gannet").waitFor();
  await letter.getByText("As its reader gets it: “Maren Falk, 8 to 14 March 2027”, with calendar.ics").waitFor();
  // Private entries read “Private” until they are chosen, and go outside only where the organisation lets them.
  await letter.getByText("14:00 to 15:00 Private").waitFor();
  const part = (name) => page.getByRole("button", { name: new RegExp(`^${name}:`) });
  // All of it is told where that is chosen, to those outside as far as the organisation lets them know it.
  await part("How much").click();
  await page.getByRole("button", { name: "all of it, with people and agenda" }).click();
  await letter.getByText(/With Carla Moniz.*Heads of terms/s).waitFor();
  await page.getByLabel(/^With the papers themselves/).check();
  await page.getByRole("combobox", { name: "To" }).fill("clerk@porto.example");
  await page.keyboard.press("Enter");
  await letter.getByText("The organisation lets those outside know less than was chosen.").waitFor();
  assert.equal(await letter.getByText("Heads of terms").count(), 0);
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: "Remove clerk@porto.example" }).click();
  await letter.getByText(/Heads of terms/).waitFor();
  await part("Written").click();
  await page.getByRole("button", { name: "in one run of lines" }).click();
  await letter.getByText("Monday 8 March, 09:00 to 10:00: Tide lease review, Gannet").waitFor();
  await part("Written").click();
  await page.getByRole("button", { name: "as the times that are free" }).click();
  await letter.getByText(/^.*Tuesday 9 March: /s).waitFor();
  assert.equal(await letter.getByText("Tide lease review").count(), 0);
  await part("Zone").click();
  await page.getByLabel("A city").fill("Kolkata");
  await page
    .getByRole("button", { name: /Kolkata/ })
    .first()
    .click();
  await letter.getByText(/Times of Kolkata\./).waitFor();
  assert.deepEqual(await faults(page), []);

  const send = page.getByRole("button", { name: /^(Say to whom it goes|Send it to)/ });
  assert.ok(await send.isDisabled());
  await page.getByRole("combobox", { name: "To" }).fill("clerk@porto.example");
  await page.keyboard.press("Enter");
  await page.getByLabel("A line above it, or nothing").fill("As promised.");
  await letter.getByText(/^As promised\./).waitFor();
  await page.getByRole("button", { name: "Send it to clerk@porto.example" }).click();
  await page.getByText("Maren’s calendar goes to clerk@porto.example in ten seconds.").waitFor();
  await page.getByRole("button", { name: /^Undo, / }).click();
  await page.getByText("Undone. Nothing was sent.").waitFor();
  await fits(page);
  assert.deepEqual(page.wrong, []);
});
