// The mail room: what went out and came in, and words to those who are asked.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("Noor writes to those outside; what comes back is filed with the meeting and answered", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: /Chase/ }).click();
  // The Desk, which stands until that place is there, has a button of that name too.
  await page.getByRole("heading", { level: 1, name: /^Chase/ }).waitFor();
  await page.getByRole("button", { name: /Harbour authority/ }).click();
  // Another meeting stood open until now, with a button of the same name.
  await page.getByRole("button", { name: /Harbour authority/, expanded: true }).waitFor();
  await page.getByRole("button", { name: "Write to them" }).click();
  const form = page.getByRole("form", { name: "Write to those invited" });
  await form.getByRole("button", { name: /^To whom/ }).click();
  await page
    .getByRole("dialog", { name: "To whom" })
    .getByRole("button", { name: /those outside/ })
    .click();
  assert.equal(await form.getByRole("textbox", { name: "Subject" }).inputValue(), "Harbour authority");
  await form.getByRole("textbox", { name: "Words" }).fill("Which berth is meant?");
  await form.getByRole("button", { name: "Write to one" }).click();
  await page.getByText("Written to one about “Harbour authority”.").waitFor();

  await page.getByRole("link", { name: "Mail room" }).click();
  const messages = page.getByRole("list", { name: "Messages" });
  await messages.getByRole("button", { name: /to Rosa Teixeira.*Harbour authority.*goes out in some seconds/ }).waitFor();
  await advance(page, 11);
  await advance(page, 11);
  const reply = messages.getByRole("button", { name: /from Rosa Teixeira.*Re: Harbour authority.*filed/ });
  await reply.click();
  await page.getByText("Thank you. I bring the berth plan along.").waitFor();
  await page.getByRole("button", { name: "Reply" }).click();
  await page.getByRole("textbox", { name: "Answer to Rosa Teixeira" }).fill("Good, until then.");
  await page.getByRole("button", { name: "Send the answer" }).click();
  await messages.getByRole("button", { name: /to Rosa Teixeira.*Re: Harbour authority.*goes out/ }).waitFor();

  // Taken back within ten seconds it never goes.
  await page.getByRole("button", { name: /^Undo/ }).click();
  await page.getByText("Undone. Nothing was sent.").waitFor();
  await messages.getByRole("button", { name: /goes out/ }).waitFor({ state: "detached" });

  const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Source" }).click()]);
  assert.match(download.suggestedFilename(), /^message-\d+\.eml$/);
  await page.getByRole("link", { name: "What it is about" }).click();
  await page
    .getByRole("heading", { name: "Harbour authority" })
    .or(page.getByRole("button", { name: /^Title: Harbour authority/ }))
    .first()
    .waitFor();
  assert.deepEqual(await faults(page), []);
});

test("Who is silent is reminded with a text that is ready, not twice a day unasked, and another is asked instead", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/chase" });
  await page.getByRole("button", { name: /Safety board/ }).click();
  await page.getByRole("button", { name: /Safety board/, expanded: true }).waitFor();
  const remind = page.getByRole("button", { name: "Remind the 2 without a reply" });
  await remind.click();
  const form = page.getByRole("form", { name: "Remind who has not replied" });
  await form.getByText("None of them was written to about it before.").waitFor();
  assert.match(
    await form.getByRole("textbox", { name: "Words" }).inputValue(),
    /“Safety board”, Monday 8 March, .*Desmond has not had your answer/,
  );
  assert.deepEqual(await faults(page), []);
  await form.getByRole("button", { name: "Remind 2" }).click();
  await page.getByText("Written to 2 about “Safety board”.").waitFor();
  await remind.click();
  await form.getByText(/^Last written to: .* today 09:4/).waitFor();
  await form.getByRole("button", { name: "Remind 2" }).click();
  await form.getByText(/were written to about it today already. Write all the same\?$/).waitFor();
  await form.getByRole("button", { name: "Discard" }).click();

  // A new time and somebody else are each one step away.
  await page.getByRole("button", { name: "Another time…" }).click();
  const times = page.getByRole("region", { name: "Another time" });
  await times.getByRole("button", { name: "Look at it" }).first().click();
  await times.getByRole("region", { name: "What it does" }).getByText("Desmond").waitFor();
  await times.getByRole("button", { name: /^Move to .* and invite 4 again$/ }).waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: "Somebody instead…" }).click();
  const instead = page.getByRole("region", { name: "Somebody instead" });
  await instead.getByRole("button", { name: /^Whom/ }).click();
  await page.getByRole("combobox", { name: "Whom" }).fill("Ana Br");
  await page.getByRole("option", { name: /Ana Brandão/ }).click();
  await page.keyboard.press("Escape");
  await instead.getByRole("button", { name: /^Invite Ana and let / }).click();
  await page.getByText(/^Ana is invited to “Safety board” in place of /).waitFor();
  await page.keyboard.press("z");
  await page
    .getByText(/^Undone/)
    .first()
    .waitFor();
  assert.deepEqual(page.wrong, []);
});

test("The mail room is found by words and chosen by pile; a principal sees their own", async () => {
  const page = await signIn(its.browser, its.demo.address, /Maren Falk/, { path: "/mail" });
  const messages = page.getByRole("list", { name: "Messages" });
  await messages.getByRole("button", { name: /Fergus Hale/ }).waitFor();
  assert.equal(await messages.getByRole("button", { name: /Desmond Oyelaran/ }).count(), 0);
  await page.getByRole("searchbox", { name: /Find a message/ }).fill("hale");
  await messages
    .getByRole("button", { name: /Rosa Teixeira/ })
    .first()
    .waitFor({ state: "detached" });
  await messages.getByRole("button", { name: /Fergus Hale/ }).waitFor();
  await page.getByRole("searchbox", { name: /Find a message/ }).fill("");
  await page.getByRole("button", { name: /^Which mail/ }).click();
  await page
    .getByRole("dialog", { name: "Which mail" })
    .getByRole("button", { name: /has to see to/ })
    .click();
  await page.getByText("Everything was delivered, and everything that came in is filed.").waitFor();
  assert.deepEqual(await faults(page), []);
});

test("A meeting is cancelled with a note; who was asked is told on their Desk and puts it away", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/chase" });
  await noor.getByRole("button", { name: /Tide lease, steering group/ }).waitFor();
  await noor.getByRole("button", { name: "Cancel it…" }).click();
  const form = noor.getByRole("form", { name: "Cancel it" });
  await form.getByRole("textbox", { name: /^Reason/ }).fill("The notary fell ill.");
  assert.deepEqual(await faults(noor), []);
  await form.getByRole("button", { name: "Cancel it and notify 7" }).click();
  await noor.getByText("“Tide lease, steering group” is cancelled; everyone is notified in ten seconds.").waitFor();
  await noor.getByRole("button", { name: /Tide lease, steering group/ }).waitFor({ state: "detached" });

  const tome = await signIn(its.browser, its.demo.address, /Tomé Vidal/);
  await tome.getByRole("list", { name: "Access updates" }).waitFor();
  assert.equal(await tome.getByRole("list", { name: "Meeting updates" }).count(), 0);
  await advance(noor, 11);
  const told = tome.getByRole("list", { name: "Meeting updates" });
  await told
    .getByText(/“Tide lease, steering group”, Thursday 11 March.*does not take place\. Noor Haddad for Maren Falk cancelled it\./)
    .waitFor();
  await told.getByText("“The notary fell ill.”").waitFor();
  assert.deepEqual(await faults(tome), []);
  await told.getByRole("button", { name: "Dismiss" }).click();
  await told.waitFor({ state: "detached" });

  // Within the hour it comes back, and everyone is asked anew.
  const cancelled = noor.getByRole("region", { name: "Cancelled within the hour" });
  await cancelled.getByText(/Thursday 11 March, 14:00 to 15:00; Noor Haddad cancelled it at/).waitFor();
  assert.deepEqual(await faults(noor), []);
  await cancelled.getByRole("button", { name: "Reinstate the meeting" }).click();
  await noor.getByText("“Tide lease, steering group” takes place after all; everyone is invited again.").waitFor();
  await noor.getByRole("button", { name: /Tide lease, steering group/ }).waitFor();
});

test("A meeting like another is arranged, and what was being written comes back", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/arrange" });
  const line = page.getByLabel("In one line");
  await line.fill("Wed 15:00 with Ana about lease");
  // Enter with the last letter is not lost while the line is still read.
  await line.press("Enter");
  await page.getByRole("button", { name: /^Who must come: Ana/ }).waitFor();
  await page.goto(`${its.demo.address}/lanes`);
  await page.getByText("Harbour authority").first().click();
  await page.getByRole("button", { name: "Copy to a new meeting" }).click();
  await page.getByRole("button", { name: /^Who must come: Rosa/ }).waitFor();
  await page.getByRole("button", { name: "Where: in Cais do Norte" }).waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: "Other drafts: one other draft" }).click();
  await page.getByRole("button", { name: /^lease with Ana, saved today/ }).click();
  await page.getByRole("button", { name: /^Who must come: Ana/ }).waitFor();
  await page.getByRole("button", { name: "Other drafts: one other draft" }).waitFor();
});

test("Who is invited writes to who organises it; half a letter waits where it was left", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/lanes" });
  const open = async () => {
    await page
      .getByRole("button", { name: /^Blade contract, second reading/ })
      .first()
      .click();
    await page.getByRole("button", { name: "Write to Tomé" }).click();
  };
  await open();
  const words = page.getByRole("textbox", { name: "Words to Tomé Vidal" });
  await words.fill("Could it be half an hour?");
  await page.keyboard.press("Escape");
  await open();
  await page.getByText(/still here/i).waitFor();
  assert.equal(await words.inputValue(), "Could it be half an hour?");
  assert.deepEqual(await faults(page), []);
  await page.getByRole("form", { name: "Words to Tomé Vidal" }).getByRole("button", { name: "Discard" }).click();
  // Focus stays where the form stood, and what was discarded is gone.
  await page.getByRole("button", { name: "Write to Tomé" }).and(page.locator(":focus")).click();
  assert.equal(await words.inputValue(), "");
  await words.fill("Could it be half an hour?");
  await page.getByRole("button", { name: "Send it to Tomé" }).click();
  await page.getByText("It goes to Tomé Vidal in ten seconds.").waitFor();
  await words.waitFor({ state: "detached" });
  assert.deepEqual(page.wrong, []);
});
