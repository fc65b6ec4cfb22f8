// In a hand: a day, what waits, adding, taking back; every place within the thumb's reach.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, fits, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();
const hand = { viewport: { width: 390, height: 800 }, hasTouch: true };
const inHand = (name) => signIn(its.browser, its.demo.address, name, hand);
const day = (page) => page.getByRole("list", { name: "What stands on this day" });
const to = (page, name) => page.getByRole("navigation", { name: "Places" }).getByRole("link", { name }).click();

test("A principal reads what is next, accepts with a line, adds by a line, takes it back, and sees what was done", async () => {
  const maren = await inHand(/Maren Falk/);
  await day(maren)
    .getByRole("button", { name: /^09:00 Tide lease review now to 10:00, Gannet/ })
    .waitFor();
  await day(maren)
    .getByRole("button", { name: /^10:30 Harbour authority to 11:30, leave at 10:00/ })
    .waitFor();
  await fits(maren);
  assert.deepEqual(await faults(maren), []);
  const asked = day(maren).getByRole("listitem").filter({ hasText: "Blade contract, second reading" });
  await asked.getByRole("button", { name: "With a line, or another time" }).click();
  const sheet = maren.getByRole("dialog", { name: "Blade contract, second reading" });
  const answer = sheet.getByRole("region", { name: "Answer for Maren Falk" });
  await answer.getByLabel("For Maren, with a line if you like").fill("Gladly, after the board papers");
  await fits(maren);
  await maren.keyboard.press("Escape");
  await asked.getByRole("button", { name: "With a line, or another time" }).click();
  assert.equal(await answer.getByLabel("For Maren, with a line if you like").inputValue(), "Gladly, after the board papers");
  await answer.getByRole("button", { name: "Accept" }).click();
  await asked.getByRole("button", { name: "With a line, or another time" }).waitFor({ state: "detached" });

  await to(maren, "Add");
  await maren.getByLabel("What, and when").fill("call Pedro tomorrow at nine");
  await maren.getByRole("button", { name: "Add it: Tuesday 9 March, 09:00, 60 minutes" }).click();
  await maren.getByRole("heading", { level: 1, name: "Tuesday 9 March" }).waitFor();
  await day(maren)
    .getByRole("button", { name: /^09:00 call Pedro/ })
    .waitFor();

  // The page goes; what can be undone does not.
  await maren.reload();
  await to(maren, "More");
  await maren.getByText("You entered “call Pedro”.").waitFor();
  assert.deepEqual(await faults(maren), []);
  await maren.getByRole("button", { name: "Undo it" }).click();
  await maren.getByText("Undone: you entered “call Pedro”.").waitFor();
  await maren.getByRole("button", { name: "Do again what was undone" }).click();
  await maren.getByText("Redone: you entered “call Pedro”.").waitFor();
  await maren.getByRole("link", { name: /^Your own page/ }).click();
  await maren.getByRole("region", { name: "Done in your name" }).getByText("Noor Haddad").first().waitFor();
  assert.deepEqual(maren.wrong, []);
});

test("An assistant goes from one principal to the next by a tap or a finger, and on in time", async () => {
  const noor = await inHand(/Noor Haddad/);
  await noor.getByRole("button", { name: "Maren", pressed: true }).waitFor();
  await noor.getByRole("group", { name: "Whose day" }).getByRole("button", { name: "Desmond" }).click();
  // The demo's clock goes on while the tests run.
  await noor.getByText(/05:4\d in Halifax/).waitFor();
  await noor.getByRole("button", { name: "Next day" }).click();
  await noor.getByRole("heading", { level: 1, name: "Tuesday 9 March" }).waitFor();
  await noor.evaluate(() => {
    const at = document.querySelector("h1");
    const touch = (x) => new Touch({ identifier: 1, target: at, clientX: x, clientY: 300 });
    at.dispatchEvent(new TouchEvent("touchstart", { bubbles: true, touches: [touch(300)] }));
    at.dispatchEvent(new TouchEvent("touchend", { bubbles: true, changedTouches: [touch(120)] }));
  });
  await noor.getByRole("button", { name: "Wiremu", pressed: true }).waitFor();
  await noor.getByRole("heading", { level: 1, name: "Tuesday 9 March" }).waitFor();
  await to(noor, "Ahead");
  await noor.getByRole("heading", { level: 2, name: /^Wednesday 10 March/ }).waitFor();
  await noor.getByRole("button", { name: "Wiremu", pressed: true }).waitFor();
  await fits(noor);
  assert.deepEqual(noor.wrong, []);
});

test("An invitation is declined with a line and another time is offered", async () => {
  const noor = await inHand(/Noor Haddad/);
  await to(noor, /^To do/);
  const row = noor.getByRole("list", { name: "What waits for you" }).getByRole("listitem").filter({ hasText: "Supplier call" });
  await row.getByRole("button", { name: /^Answer for Desmond/ }).click();
  const answer = noor.getByRole("dialog", { name: "Supplier call" }).getByRole("region", { name: "Answer for Desmond Oyelaran" });
  await answer.getByLabel("For Desmond, with a line if you like").fill("He is in the yard");
  await answer.getByRole("button", { name: /^Another time for Desmond/ }).click();
  const time = noor.getByRole("dialog", { name: "Another time for Desmond" });
  await time.getByLabel("Day", { exact: true }).fill("2027-03-11");
  await time.getByRole("button", { name: "Offer this time" }).click();
  await answer.getByText("Offering Thursday 11 March").waitFor();
  await answer.getByRole("button", { name: "Decline and offer it" }).click();
  await noor.getByText(/^Supplier call: declined for Desmond, and Thursday 11 March, .* is offered\./).waitFor();
  await row.waitFor({ state: "detached" });
  assert.deepEqual(noor.wrong, []);
});

test("Every place fits a hand, and what is there is found", async () => {
  const noor = await inHand(/Noor Haddad/);
  for (const place of [
    "/ahead",
    "/add",
    "/todo",
    "/more",
    "/find",
    "/chase",
    "/whereabouts",
    "/access",
    "/people",
    "/requests",
    "/mail",
    "/handover",
    "/files",
    "/history",
    "/mine",
    "/account",
    "/arrange",
    "/convene",
  ]) {
    await noor.goto(its.demo.address + place);
    await noor.getByRole("heading", { level: 1 }).first().waitFor();
    await fits(noor);
  }
  await noor.goto(`${its.demo.address}/find`);
  await noor.getByRole("combobox", { name: "Find a person, meeting or place" }).fill("lunch");
  await noor
    .getByRole("option", { name: /Lunch with Ana/ })
    .first()
    .click();
  await noor.getByRole("dialog", { name: "Lunch with Ana" }).waitFor();
  assert.deepEqual(noor.wrong, []);
});
