// Chasing: all who are silent reminded in one go, and a deadline for answers that is acted upon.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("all who have not replied are reminded in one go, after it was seen whom, and not twice a day without asking", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/chase" });
  await noor.getByRole("button", { name: "Remind all who have not replied…" }).click();
  const form = noor.getByRole("form", { name: "Remind all who have not replied" });
  const safety = form.getByRole("listitem").filter({ hasText: "Safety board" });
  await safety.getByText("Bento Araújo and Cormac Doyle").waitFor();
  await form.getByRole("checkbox", { name: /Power buyers, yearly/ }).uncheck();
  await form.getByRole("textbox", { name: "A line besides, or nothing" }).fill("The room is booked.");
  assert.deepEqual(await faults(noor), []);
  await form.getByRole("button", { name: "Send 3 reminders" }).click();
  await noor.getByText("3 reminders go out in ten seconds.").waitFor();
  await advance(noor, 12);
  await noor.getByRole("button", { name: "Remind all who have not replied…" }).click();
  await safety.getByText("Bento Araújo and Cormac Doyle, written to today already").waitFor();
  await form.getByRole("button", { name: "Send one reminder" }).waitFor();
  await form.getByRole("checkbox", { name: "Also those who were written to today" }).check();
  await form.getByRole("button", { name: "Send 4 reminders" }).waitFor();
  await noor.goto(`${its.demo.address}/mail`);
  await noor.getByText("Will you come? Safety board").first().waitFor();

  // Who told their last answer is called rather than written to.
  await noor.evaluate(async () => {
    const { forgery } = await (await fetch("/api/session")).json();
    const { rows } = await (await fetch("/api/chase")).json();
    const visit = rows.find((r) => r.title === "Array visit, planning");
    const attendee = visit.attendees.find((a) => a.who.name === "Cormac Doyle").who.id;
    const answer = await fetch(`/api/meetings/${visit.entry}/answers`, {
      method: "POST",
      headers: { "content-type": "application/json", "X-Corlin-Forgery": forgery },
      body: JSON.stringify({ attendee, occurrence: visit.occurrence, answer: "tentative", comment: null, allTheSame: true }),
    });
    if (!answer.ok) throw new Error(await answer.text());
  });
  await noor.goto(`${its.demo.address}/chase`);
  await noor.getByRole("button", { name: "Remind all who have not replied…" }).click();
  await safety.getByText(/^Cormac Doyle.*, told you last time: best called/).waitFor();
  await safety.getByText("Bento Araújo, written to today already").waitFor();
  await form.getByRole("checkbox", { name: "Also those who were written to today" }).check();
  await form.getByRole("button", { name: "Send 3 reminders" }).waitFor();
  await form.getByRole("checkbox", { name: "Also those who are best called" }).check();
  await form.getByRole("button", { name: "Send 4 reminders" }).waitFor();
  assert.deepEqual(await faults(noor), []);
});

test("a deadline for answers is set, told and done when it passes", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/chase" });
  const waits = noor.getByRole("region", { name: "Waits for answers" });
  await waits.getByRole("button", { name: /Safety board/ }).click();
  await noor.getByRole("button", { name: "A deadline for answers…" }).click();
  const form = noor.getByRole("form", { name: "A deadline for the answers" });
  await form.getByLabel("By what time").fill("08:00");
  await form.getByRole("button", { name: "Set the deadline" }).click();
  await form.getByText("That time has passed.").waitFor();
  noor.meant.push("/deadline");
  await form.getByLabel("By what time").fill("12:00");
  await form.getByRole("radio", { name: "it goes on without those who have not accepted" }).check();
  assert.deepEqual(await faults(noor), []);
  await form.getByRole("button", { name: "Set the deadline" }).click();
  await waits.getByText("Answers by today 12:00, then it goes on without those who have not accepted.").waitFor();
  await noor.getByRole("button", { name: "End the deadline" }).click();
  await waits.getByText(/^Answers by today/).waitFor({ state: "detached" });
  await noor.getByRole("button", { name: /^Undo/ }).click();
  await waits.getByText(/^Answers by today/).waitFor();
  await advance(noor, 3 * 3600);
  await noor.reload();
  const settled = noor.getByRole("region", { name: "All settled" });
  await settled.getByRole("button", { name: /Safety board.*without waiting for/ }).waitFor();
  const desmond = await signIn(its.browser, its.demo.address, /Desmond Oyelaran/, { path: "/history" });
  await desmond.getByText("The deadline", { exact: true }).first().waitFor();
});

test("a deadline is said while arranging, told with the invitation, and stands with it on the Desk of who is asked", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/arrange" });
  await noor.getByRole("textbox", { name: "Title" }).fill("Quay tender");
  await noor.getByRole("button", { name: /^Who must come:/ }).click();
  await noor.getByRole("combobox", { name: "Who must come" }).fill("Tomé Vidal");
  await noor.getByRole("option", { name: /^Tomé Vidal/ }).click();
  await noor.keyboard.press("Escape");
  await noor.getByRole("button", { name: "Answers: reply wanted" }).click();
  await noor.getByRole("button", { name: /^a reply is wanted by a day/ }).click();
  await noor.getByLabel("Replies by, in Lisbon").fill("2027-03-09");
  await noor.getByLabel("By what time").fill("08:15");
  await noor.getByRole("radio", { name: "it goes on without those who have not accepted" }).check();
  assert.deepEqual(await faults(noor), []);
  await noor.keyboard.press("Escape");
  await noor.getByRole("button", { name: "Answers: reply wanted by 9 March, 08:15, then it goes on without the others" }).waitFor();
  // A deadline after it begins is refused in a word, and nothing is sent.
  await noor.getByRole("button", { name: /^Answers:/ }).click();
  await noor.getByLabel("Replies by, in Lisbon").fill("2027-06-09");
  await noor.keyboard.press("Escape");
  noor.meant.push("/api/meetings");
  await noor.getByRole("button", { name: /^Send to 1/ }).click();
  await noor.getByRole("alert").getByText("The deadline is after the meeting begins. Choose one before.").waitFor();
  await noor.getByRole("button", { name: /^Answers:/ }).click();
  await noor.getByLabel("Replies by, in Lisbon").fill("2027-03-09");
  await noor.keyboard.press("Escape");
  await noor.getByRole("button", { name: /^Send to 1/ }).click();
  await noor.waitForURL(/\/chase/);
  await noor.getByText("Answers by tomorrow 08:15, then it goes on without those who have not accepted.").first().waitFor();

  const tome = await signIn(its.browser, its.demo.address, /Tomé Vidal/, { path: "/answer" });
  await tome
    .getByRole("button", { name: /Quay tender/ })
    .first()
    .click();
  await tome.getByText("A reply is wanted by tomorrow 08:15; after that it goes ahead without those who have not accepted.").waitFor();
  assert.deepEqual(await faults(tome), []);
  await tome.goto(its.demo.address);
  await tome
    .getByText(/reply wanted by tomorrow 08:15/)
    .first()
    .waitFor();
});

test("what somebody owes for a meeting is noted on its row, stands above until it is there, and is chased like an answer", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/chase" });
  await noor
    .getByRole("button", { name: /Safety board/ })
    .first()
    .click();
  await noor.getByRole("button", { name: "Something is owed…" }).click();
  const form = noor.getByRole("form", { name: "What is owed" });
  await form.getByLabel("Who owes it").selectOption({ label: "Cormac Doyle" });
  const note = form.getByRole("button", { name: "Note that Cormac owes it" });
  assert.ok(await note.isDisabled());
  await form.getByLabel("What it is").fill("The figures of February");
  assert.deepEqual(await faults(noor), []);
  await note.click();
  await noor.getByText("Cormac owes “The figures of February”; nobody is told yet.").waitFor();
  const owed = noor.getByRole("region", { name: "Still owed" });
  await owed.getByRole("button", { name: "Remind Cormac Doyle of “The figures of February”" }).waitFor();
  // A second one stands beside it.
  await noor.getByRole("button", { name: "Something is owed…" }).click();
  await form.getByLabel("What it is").fill("Names of the guests");
  await form.getByLabel("What it is").press("Enter");
  await owed.getByText("Names of the guests").waitFor();
  await owed.getByRole("button", { name: "“The figures of February” is there" }).click();
  await owed.getByText("The figures of February").waitFor({ state: "detached" });
  await owed.getByText("Names of the guests").waitFor();
  assert.deepEqual(await faults(noor), []);
});
