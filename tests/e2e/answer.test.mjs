// The place where invitations are answered.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, fits, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();
const open = () => signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/answer" });

test("An invitation is read as a sentence, answered by key with a line, and undone", async () => {
  const page = await open();
  await page.getByRole("heading", { name: /invitations wait/ }).waitFor();
  await page.getByRole("button", { name: /^For Maren Falk: Ferry operators, spring/ }).click();
  const invitation = page.getByRole("region", { name: "Ferry operators, spring" });
  await invitation.getByRole("heading", { name: /Sofia Leal asks Maren to Ferry operators, spring/ }).waitFor();
  await invitation.getByText("free, with a gap on both sides").waitFor();

  await invitation.getByRole("combobox", { name: "A line to Sofia Leal, or none" }).fill("Maren looks forward to it.");
  await page.getByRole("heading", { name: /invitations wait/ }).click();
  await page.keyboard.press("a");
  await page.getByText("“Ferry operators, spring”: accepted for Maren.").waitFor();
  await page.getByRole("button", { name: /^For Maren Falk: Ferry operators, spring/ }).waitFor({ state: "detached" });
  await page.keyboard.press("z");
  await page.getByRole("button", { name: /^For Maren Falk: Ferry operators, spring/ }).waitFor();
  assert.deepEqual(await faults(page), []);
});

test("Another time is offered from the free slots, somebody else is sent, several are declined together", async () => {
  const page = await open();
  await page.getByRole("button", { name: /^For Maren Falk: Ferry operators, spring/ }).click();
  await page.getByRole("button", { name: "Another time…" }).click();
  const times = page.getByRole("region", { name: "Another time" });
  await times.getByRole("button", { name: "Offer it, tentative meanwhile" }).first().click();
  await page.getByText(/“Ferry operators, spring”: tentative for Maren, and .* is offered\./).waitFor();

  await page.getByRole("button", { name: /For Maren Falk: Hiring panel/ }).click();
  await page.getByRole("button", { name: "Somebody else…" }).click();
  await page.getByRole("button", { name: /^Who comes instead/ }).click();
  await page.getByRole("combobox", { name: "Who comes instead" }).fill("Sofia Leal");
  await page
    .getByRole("option", { name: /Sofia Leal/ })
    .first()
    .click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Send Sofia and tell Marta" }).click();
  await page.getByText("Sofia is invited to “Hiring panel, marine works” in Maren’s place; Marta is told.").waitFor();

  await page.getByRole("checkbox", { name: /Supplier call/ }).check();
  await page.getByRole("checkbox", { name: /Crane lease/ }).check();
  const several = page.getByRole("region", { name: "Several at once" });
  await several.getByRole("textbox", { name: "A line to each who asks, or none" }).fill("Not this time.");
  await several.getByRole("button", { name: "Decline all" }).click();
  await page.getByText("2 invitations: declined.").waitFor();
  await page.getByRole("button", { name: /^For Wiremu Paki: Crane lease/ }).waitFor({ state: "detached" });
  assert.deepEqual(await faults(page), []);
});

test("On a telephone the invitations stand above the one that is open", async () => {
  const page = await open();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole("button", { name: /Yard safety/ }).click();
  await page.getByRole("heading", { name: /asks Desmond/ }).waitFor();
  await fits(page);
  assert.deepEqual(await faults(page), []);
});
