// Times that are offered to people outside, on both sides of the link.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

/** What was written before is kept first; nothing of it is left in the sentence then. */
async function newMeeting(page) {
  await page.getByRole("button", { name: "New meeting" }).click();
  await page.waitForFunction(() => document.querySelector('[aria-label="Title"]')?.value === "");
  await page.getByRole("button", { name: "Wishes: wishes" }).waitFor();
}

async function compose() {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/arrange" });
  await page.getByRole("textbox", { name: "Title" }).waitFor();
  return page;
}

/** A page of its own for somebody outside: a telephone without session and script. */
async function outside(link) {
  const context = await its.browser.newContext({
    viewport: { width: 390, height: 844 },
    javaScriptEnabled: false,
  });
  const page = await context.newPage();
  await page.goto(link);
  return page;
}

async function offer(page, line, decision) {
  await newMeeting(page);
  const typed = page.getByRole("textbox", { name: "In one line" });
  await typed.fill(line);
  await typed.press("Enter");
  const slots = page.getByRole("region", { name: "Free slots" });
  await slots
    .getByText(/Not known: /)
    .first()
    .waitFor();
  for (const n of [0, 1, 2])
    await slots
      .getByRole("checkbox", { name: /^Hold / })
      .nth(n)
      .check({ force: true });
  await slots.getByRole("button", { name: "Offer these 3…" }).click();
  const window = page.getByRole("dialog");
  await window.getByRole("radio", { name: decision }).check();
  assert.deepEqual(await faults(page), []);
  await window.getByRole("button", { name: "Offer these 3", exact: true }).click();
  await window
    .getByRole("textbox", { name: /to be pasted/ })
    .first()
    .waitFor();
  const texts = await window.getByRole("textbox", { name: /to be pasted/ }).all();
  const links = await Promise.all(texts.map(async (t) => (await t.inputValue()).trim().split("\n").at(-1)));
  await window.getByRole("button", { name: "Done" }).click();
  await page.getByRole("heading", { name: "Chase" }).waitFor();
  return links;
}

test("Times are offered to somebody outside, who chooses one on a page without script; it is booked, and the others are free", async () => {
  const page = await compose();
  const [link] = await offer(page, "Pier lease with Rosa Teixeira and Tomé for 45 minutes", "Their choice books it");
  const offered = page.getByRole("region", { name: "Offered outside" }).getByRole("listitem", { name: "Pier lease" });
  await offered.getByText("to Rosa Teixeira, no reply yet, until", { exact: false }).waitFor();
  const rosa = await outside(link);
  assert.equal(await rosa.getByRole("heading", { name: "Pier lease" }).count(), 1);
  assert.equal(await rosa.getByText("Tomé").count(), 0);
  // None fits at first.
  await rosa.getByText("None of these fits").click();
  await rosa.getByRole("textbox", { name: "What would suit you?" }).fill("Later in the week");
  await rosa.getByRole("button", { name: "Say that none fits" }).click();
  await rosa.getByText("Your answer is kept.", { exact: false }).waitFor();
  await offered.getByText("Later in the week").waitFor();
  await page.goto(`${its.demo.address}/`);
  await page.getByText("None fits.").waitFor();
  // She changes her mind.
  await rosa.getByRole("radio").nth(1).check();
  await rosa.getByRole("button", { name: "Book the chosen time" }).click();
  await rosa.getByText("It is booked. An invitation comes by mail.").waitFor();
  await page.goto(`${its.demo.address}/chase`);
  await page.getByText("Pier lease").first().waitFor();
  assert.equal(await page.getByRole("region", { name: "Offered outside" }).count(), 0);
  const file = await rosa.context().request.get(`${link}/times.ics`);
  assert.equal((await file.text()).match(/BEGIN:VEVENT/g).length, 1);
  // A key that nobody has leads nowhere, and says nothing more.
  const nowhere = await outside(`${link.slice(0, -1)}z`);
  await nowhere.getByText("There is no offer behind this link.", { exact: false }).waitFor();
  await nowhere.context().close();
  await rosa.context().close();
});

test("Several outside mark the times; the assistant sees the table and books the one that suits, or withdraws it", async () => {
  const page = await compose();
  const links = await offer(page, "Quay survey with Rosa Teixeira and Lakshmi Rao for 30 minutes", "Each marks what fits; I book one");
  for (const [link, marks] of [
    [links[0], ["fits", "at a pinch", "no"]],
    [links[1], ["no", "fits", "fits"]],
  ]) {
    const reader = await outside(link);
    for (const [n, mark] of marks.entries())
      await reader
        .getByRole("radiogroup")
        .nth(n)
        .getByRole("radio", { name: new RegExp(`: ${mark}$`) })
        .check({ force: true });
    await reader.getByRole("button", { name: "Send my answer" }).click();
    await reader.getByText("Your answer is kept.", { exact: false }).waitFor();
    await reader.context().close();
  }

  const offered = page.getByRole("region", { name: "Offered outside" }).getByRole("listitem", { name: "Quay survey" });
  await offered.getByText("2 of 2 answered", { exact: false }).waitFor();
  const best = offered.getByRole("row").filter({ hasText: "suits best" });
  assert.match(await best.innerText(), /at a pinch\s+fits/);
  assert.deepEqual(await faults(page), []);
  await best.getByRole("button", { name: /^Book / }).click();
  await page.getByText(/“Quay survey” is booked for .*; everyone is invited in ten seconds\./).waitFor();
  await offered.waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Undo, / }).click();
  await offered.getByRole("button", { name: "Withdraw it" }).click();
  await offered.waitFor({ state: "detached" });
  const late = await outside(links[0]);
  await late.getByText("These times are offered no longer.", { exact: false }).waitFor();
  await late.context().close();
});
