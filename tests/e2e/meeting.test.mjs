// Around a meeting: what is tied to it, what is noted of it, its conference, a call, and the page of a group.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, watch, withDemo } from "./corlin.mjs";

const its = withDemo();
const noor = () => signIn(its.browser, its.demo.address, /Noor Haddad/);
const tome = () => signIn(its.browser, its.demo.address, /Tomé Vidal/);
const entry = (page, words) => page.getByRole("button", { name: words });

async function open(page, title) {
  await page.goto(`${its.demo.address}/lanes`);
  await entry(page, title).first().click();
  return page.getByRole("dialog", { name: /./ }).last();
}

test("Preparation is tied to a meeting, moves with it and is gone with it", async () => {
  const page = await noor();
  const sheet = await open(page, /^Lunch with Ana/);
  await sheet.getByRole("button", { name: "Add linked time…" }).click();
  const tie = page.getByRole("form", { name: "Add linked time" });
  await tie.getByRole("button", { name: "How long: 30 min" }).click();
  await page.getByRole("dialog", { name: "How long" }).getByRole("button", { name: "20 min", exact: true }).click();
  assert.deepEqual(await faults(page), []);
  await tie.getByRole("button", { name: "Add linked time" }).click();
  await page.getByText("Preparation is tied to “Lunch with Ana”.").waitFor();
  await entry(page, /^Preparation: Lunch with Ana, 11:40 to 12:00/)
    .first()
    .waitFor();
  const other = sheet.getByRole("button", { name: "Preparation: Lunch with Ana" });
  await other.click();
  await page.getByText("It moves and is cancelled with it.").waitFor();
  await page.getByRole("region", { name: "What belongs with it" }).getByRole("button", { name: "Lunch with Ana" }).click();

  await page.getByRole("button", { name: /^When: Monday 8 March, 12:00 to 13:00/ }).click();
  await page.getByRole("textbox", { name: "Starts" }).fill("12:30");
  await page.keyboard.press("Escape");
  await page
    .getByRole("button", { name: /^(Change it|Send)/ })
    .first()
    .click();
  await entry(page, /^Preparation: Lunch with Ana, 12:10 to 12:30/)
    .first()
    .waitFor();
  await page.getByRole("button", { name: /^Undo/ }).click();
  await entry(page, /^Preparation: Lunch with Ana, 11:40 to 12:00/)
    .first()
    .waitFor();
  assert.deepEqual(page.wrong, []);
});

test("Notes are kept as they are typed, hold tasks, and are read by others once they are released", async () => {
  const page = await noor();
  await open(page, /^Tide lease review/);
  await page.getByRole("button", { name: "Write notes" }).click();
  const text = page.getByRole("textbox", { name: "Notes" });
  await text.click();
  await text.pressSequentially("The lease runs to 2031.");
  await page.getByRole("textbox", { name: "Another task" }).fill("Send the draft lease");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "By whom: nobody yet" }).click();
  await page.getByRole("dialog", { name: "By whom" }).getByRole("button", { name: "Tomé Vidal" }).click();
  await page.getByRole("button", { name: "By when: no date" }).click();
  await page.getByRole("dialog", { name: "By when" }).getByLabel("By when").fill("2027-03-09");
  await page.keyboard.press("Enter");
  await page.getByText("Saved. Only who keeps this calendar reads it.").waitFor();
  assert.deepEqual(await faults(page), []);

  // What he owes stands on Chase of who keeps the calendar, and he is not reminded twice a day without asking.
  await page.goto(`${its.demo.address}/chase`);
  const owed = page.getByRole("region", { name: "Still owed" });
  const remind = owed.getByRole("button", { name: "Remind Tomé Vidal of “Send the draft lease”" });
  await remind.click();
  await page.getByText("Tomé is reminded of “Send the draft lease” in ten seconds.").waitFor();
  await advance(page, 12);
  await owed.getByText(/written to today/).waitFor();
  assert.deepEqual(await faults(page), []);
  await remind.click();
  page.meant.push("/reminders");
  await page.getByText("Tomé was written to about it today already. Nothing was sent.").waitFor();
  await page.getByRole("button", { name: "Remind all the same" }).click();
  await page.getByText("Tomé is reminded of “Send the draft lease” in ten seconds.").waitFor();
  await open(page, /^Tide lease review/);

  // Before they are released they are nobody else's.
  const his = await tome();
  await open(his, /^Tide lease review/);
  await his.getByRole("button", { name: "Write notes" }).waitFor();
  assert.equal(await his.getByText("The lease runs to 2031.").count(), 0);

  await page.getByRole("button", { name: "Share these notes…" }).click();
  await page.getByRole("button", { name: /^Share with/ }).click();
  await page.getByText(/Shared with four people/).waitFor();
  await advance(page, 11);
  await open(his, /^Tide lease review/);
  await his.getByText("The lease runs to 2031.").waitFor();
  await his.goto(its.demo.address);
  await his.getByRole("button", { name: /^Chase for Tomé Vidal: Send the draft lease/ }).waitFor();
  await open(his, /^Tide lease review/);
  await his.getByRole("checkbox", { name: /Send the draft lease/ }).check();
  await his.getByText("“Send the draft lease” is done.").waitFor();
  await open(page, /^Tide lease review/);
  assert.equal(await page.getByRole("checkbox", { name: "Done: Send the draft lease" }).isChecked(), true);
  assert.deepEqual(his.wrong, []);
});

test("A meeting started early stands out on the Desk; a guest knocks and is let in; who was in stays with it", async () => {
  const page = await noor();
  await open(page, /^Maren and Desmond/);
  const link = await page.getByRole("link", { name: "Open the conference" }).getAttribute("href");
  const path = new URL(link).pathname;
  await page.goto(its.demo.address + path);
  await page.getByRole("button", { name: "Start it now" }).click();
  await page.getByText("Noor Haddad is in.").waitFor();
  assert.deepEqual(await faults(page), []);

  const marens = await signIn(its.browser, its.demo.address, /Maren Falk/);
  await marens
    .getByRole("list", { name: "Started" })
    .getByText(/Noor Haddad is in/)
    .waitFor();

  const context = await its.browser.newContext({ locale: "en-GB" });
  const guest = watch(await context.newPage(), "a guest");
  await guest.goto(its.demo.address + path);
  await guest.getByRole("textbox", { name: "Your name, as others see it" }).fill("Rosa Teixeira");
  await guest.getByRole("button", { name: "Ask to come in" }).click();
  await guest.getByText("Waiting to be let in.").waitFor();
  await page.getByRole("list", { name: "Who asks to come in" }).getByRole("button", { name: "Let Rosa in" }).click();
  const who = guest.getByRole("list", { name: "Who is in" });
  await who.getByText("You", { exact: true }).waitFor();
  // The one guest is called so, nobody else.
  assert.equal(await who.getByText(/^guest, /).count(), 1);
  await guest.getByRole("button", { name: "Leave" }).click();
  await page.getByRole("button", { name: "Leave" }).click();
  await page.getByText(/^Nobody is in/).waitFor();
  await open(page, /^Maren and Desmond/);
  await page.getByText(/^Rosa Teixeira, \d\d:\d\d to \d\d:\d\d$/).waitFor();
  await context.close();
  assert.deepEqual([...page.wrong, ...marens.wrong], []);
});

test("Nothing rings before the button with the names; a call is put off, withdrawn, and heard of at once", async () => {
  const his = await tome();
  const page = await noor();
  await page.getByRole("link", { name: "Convene" }).click();
  await page.getByRole("textbox", { name: "What it is about" }).fill("Crane 2 stands still");
  for (const name of ["Tomé Vidal", "Ana Brandão"]) {
    await page.getByRole("combobox", { name: "Whom to call" }).fill(name);
    await page.getByRole("option", { name: new RegExp(name) }).click();
  }
  assert.deepEqual(await faults(page), []);
  assert.equal(await his.getByRole("alert", { name: "Calls" }).count(), 0);
  await page.getByRole("button", { name: "Call Tomé and Ana" }).click();
  const ring = his.getByRole("alert", { name: "Calls" });
  await ring.getByText("Noor Haddad for Maren Falk calls you into “Crane 2 stands still”.").waitFor();
  await ring.getByRole("button", { name: "Not now" }).click();
  await ring.waitFor({ state: "detached" });

  const called = page.getByRole("region", { name: "Called" });
  await called.getByRole("listitem").filter({ hasText: "Tomé Vidal" }).getByText("cannot now").waitFor();
  await called.getByRole("listitem").filter({ hasText: "Ana Brandão" }).getByRole("button", { name: "Stop calling" }).click();
  await called.getByText("Ana Brandão").waitFor({ state: "detached" });
  await called.getByRole("button", { name: "Call Tomé again" }).click();
  await ring.getByRole("link", { name: "Join Noor" }).click();
  await his.getByRole("list", { name: "Who is in" }).getByText("Noor Haddad").waitFor();
  await page.getByRole("list", { name: "Who is in" }).getByText("Tomé Vidal").waitFor();
  assert.deepEqual([...page.wrong, ...his.wrong], []);
});

test("Who came into a group is offered its meetings on the Desk; its page tells what is to come", async () => {
  const page = await noor();
  const row = page.getByRole("button", { name: /^Decide for Desmond Oyelaran: Maeve Power, joined Safety board/ });
  await row.click();
  await page.getByRole("button", { name: "Invite Maeve" }).click();
  await page.getByText("Maeve is invited; they are notified in ten seconds.").waitFor();
  await row.waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Decide for Desmond Oyelaran: Cormac Doyle, left Safety board/ }).click();
  await page.getByRole("button", { name: "Leave as it is" }).click();
  await page.getByText("It stays as it is with Cormac.").waitFor();

  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "People" }).click();
  await page.getByRole("searchbox").or(page.getByPlaceholder("A name or address")).first().fill("Safety board");
  await page
    .getByRole("option", { name: /Safety board/ })
    .or(page.getByRole("button", { name: /Safety board/ }))
    .first()
    .click();
  const coming = page.getByRole("list", { name: "Meetings to come" });
  await coming.getByText(/Monday 8 March, 19:00 to 20:00/).waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("link", { name: "The members’ lanes" }).click();
  await page.getByText("Leila Boudreau").first().waitFor();
  assert.deepEqual(page.wrong, []);
});
