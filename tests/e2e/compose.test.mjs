// A meeting while it is written: drafts, papers, what is wrong and mended, holds, kinds of meeting.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

/** What was written before is kept first; nothing of it is left in the sentence then. */
async function newMeeting(page) {
  await page.getByRole("button", { name: "New meeting" }).click();
  await page.waitForFunction(() => document.querySelector('[aria-label="Title"]')?.value === "");
  await page.getByRole("button", { name: "Wishes: wishes" }).waitFor();
}

async function compose(who = /Noor Haddad/) {
  const page = await signIn(its.browser, its.demo.address, who, {
    path: "/arrange",
  });
  await page.getByRole("textbox", { name: "Title" }).waitFor();
  return page;
}

const part = (page, name) => page.getByRole("button", { name: new RegExp(`^${name}:`) });

async function ask(page, ...names) {
  await part(page, "Who must come").click();
  for (const name of names) {
    await page.getByRole("combobox", { name: "Who must come" }).fill(name);
    await page.getByRole("option", { name: new RegExp(name) }).click();
  }
  await page.keyboard.press("Escape");
}

const kept = (page) => page.getByRole("status").getByText("Saved", { exact: true }).waitFor();

test("A draft with its papers survives a closed tab, says who cannot open which, and goes out with them", async () => {
  const first = await compose();
  // A paper that is a program.
  first.meant.push("400");
  await first.getByRole("textbox", { name: "Title" }).fill("Quay lease");
  await ask(first, "Tomé Vidal", "Rosa Teixeira");
  await part(first, "Agenda").click();
  const agenda = first.getByRole("textbox", { name: "Agenda" });
  await agenda.pressSequentially("Rent");
  await first.getByRole("button", { name: "Points", exact: true }).click();
  await agenda.press("Enter");
  await agenda.pressSequentially("Quay 3");
  assert.deepEqual(await faults(first), []);
  await first.keyboard.press("Escape");
  await part(first, "Papers").click();
  await first.getByLabel("Papers for Quay lease").setInputFiles({
    name: "Lease draft 4.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("%PDF-1.7 four"),
  });
  await first.getByRole("link", { name: "Lease draft 4.pdf" }).waitFor();
  await first.getByLabel("Papers for Quay lease").setInputFiles({
    name: "Plan.exe",
    mimeType: "application/pdf",
    buffer: Buffer.from("MZ"),
  });
  await first.getByRole("alert").getByText("“Plan.exe” is not taken.").waitFor();
  await first.getByRole("button", { name: "Add a link" }).click();
  await first.getByLabel("Web address").fill("https://charts.ebbline.example/quay-3");
  await first.getByLabel("What it is called").fill("Chart of quay 3");
  await first.getByRole("button", { name: "Add the link" }).click();
  await first.getByRole("link", { name: "Chart of quay 3" }).waitFor();
  assert.deepEqual(await faults(first), []);
  await first.keyboard.press("Escape");
  await part(first, "Message to those invited").click();
  await first.getByLabel("Message to those invited").last().fill("Please bring the old plans.");
  await first.close();

  const page = await compose();
  assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), "Quay lease");
  await page.getByRole("button", { name: "Papers: 2 papers" }).waitFor();
  await page.getByRole("button", { name: "Agenda: 2 points" }).waitFor();
  await page.getByRole("button", { name: /old plans/ }).waitFor();
  const wrong = page.getByRole("list", { name: "Before sending" });
  await wrong.getByText("Rosa cannot open 2 papers: papers stay inside.").waitFor();
  await wrong.getByRole("button", { name: "Send them along" }).click();
  await wrong.getByText("papers stay inside").waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Send to 2 for/ }).click();
  await page.getByText("“Quay lease” goes to 2 in ten seconds.").waitFor();
  await advance(page, 11);

  await page.goto(`${its.demo.address}/mail`);
  await page
    .getByRole("list", { name: "Messages" })
    .getByRole("button", { name: /to Rosa Teixeira.*Quay lease/ })
    .click();
  await page.getByText("Please bring the old plans.").waitFor();
  await page.getByText(/- Quay 3/).waitFor();
  await page.getByText("- Lease draft 4.pdf, attached").waitFor();
  await page.getByText("- Chart of quay 3: https://charts.ebbline.example/quay-3").waitFor();
  assert.deepEqual(page.wrong, []);
});

test("Two windows do not write over each other", async () => {
  const one = await compose(/Ines Quadros/);
  one.meant.push("409");
  await one.getByRole("textbox", { name: "Title" }).fill("Tender");
  await kept(one);
  const other = await compose(/Ines Quadros/);
  await other.getByRole("textbox", { name: "Title" }).fill("Tender for the south array");
  await kept(other);
  await one.getByRole("textbox", { name: "Title" }).fill("Tender, mine");
  await one.getByRole("alert").getByText("Changed in another window. That version is saved.").waitFor();
  await one.getByRole("button", { name: "Save mine as a copy" }).click();
  await kept(one);
  await one.getByRole("button", { name: "Other drafts: one other draft" }).click();
  await one.getByRole("button", { name: /^Tender for the south array saved/ }).click();
  assert.equal(await one.getByRole("textbox", { name: "Title" }).inputValue(), "Tender for the south array");
  await one.getByRole("button", { name: "Other drafts: one other draft" }).click();
  await one.getByRole("button", { name: "Delete Tender, mine" }).click();
  await one.getByRole("button", { name: /Other drafts/ }).waitFor({ state: "detached" });
});

test("What is wrong is mended in one step; saved it is not sent, and goes on from the lane", async () => {
  const page = await compose();
  await page.getByRole("textbox", { name: "Title" }).fill("Berth survey");
  await ask(page, "Ana Brandão", "Rosa Teixeira");
  await part(page, "At what time").click();
  const time = page.getByRole("dialog", { name: "At what time" });
  await time.getByLabel("Day").fill("2027-03-09");
  await time.getByLabel("Starts").fill("13:15");
  await page.keyboard.press("Escape");
  await part(page, "Where").click();
  await page.getByRole("radio", { name: "No conference" }).check();
  await page.keyboard.press("Escape");
  const wrong = page.getByRole("list", { name: "Before sending" });
  await wrong.getByText(/^Maren taken then/).waitFor();
  await wrong.getByRole("button", { name: "Add a link" }).click();
  await wrong.getByText("gets no conference link").waitFor({ state: "detached" });
  await page.getByRole("button", { name: "Where: by video" }).waitFor();
  await wrong.getByRole("button", { name: "Take the best free slot" }).click();
  await wrong.getByText(/^Maren taken then/).waitFor({ state: "detached" });
  assert.deepEqual(await faults(page), []);

  await page.getByRole("button", { name: "Save without sending" }).click();
  await page.getByText("“Berth survey” is saved on Maren’s lane. Nobody was told.").waitFor();
  const sheet = page.getByRole("dialog", { name: "Berth survey" });
  await sheet.getByText(/saved and not sent/).waitFor();
  assert.deepEqual(await faults(page), []);
  await sheet.getByRole("button", { name: "Go on with it and send" }).click();
  await part(page, "Who must come").waitFor();
  await page.getByRole("button", { name: /^Send to 2 for/ }).click();
  await page.getByText("“Berth survey” goes to 2 in ten seconds.").waitFor();
  // What is undone is being written again.
  await page.getByRole("button", { name: /^Undo/ }).click();
  await page.getByText("Undone. Nothing was sent.").waitFor();
  // Chase has both, and each goes on from there.
  const notSent = page.getByRole("region", { name: "Not sent yet" });
  await notSent
    .getByRole("listitem", { name: "Berth survey" })
    .getByText(/^being written by you, with Ana and 1 more/)
    .waitFor();
  await notSent
    .getByRole("listitem", { name: "Berth survey" })
    .getByText(/^saved, for Maren: /)
    .waitFor();
  assert.deepEqual(await faults(page), []);
  await notSent
    .getByRole("listitem", { name: "Berth survey" })
    .filter({ hasText: "being written" })
    .getByRole("button", { name: "Go on with it" })
    .click();
  await part(page, "Who must come").waitFor();
  assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), "Berth survey");
});

test("Several times are held until an hour; one is arranged, and the others are free again", async () => {
  const page = await compose(/Ines Quadros/);
  await page.getByRole("button", { name: "New meeting" }).click();
  await page.getByRole("textbox", { name: "Title" }).fill("Crew change");
  await ask(page, "Owen");
  const slots = page.getByRole("region", { name: "Free slots" });
  await slots.getByRole("checkbox").nth(2).waitFor();
  const names = await slots.getByRole("checkbox").evaluateAll((all) => all.slice(0, 3).map((c) => c.getAttribute("aria-label")));
  for (const name of names) await slots.getByRole("checkbox", { name, exact: true }).check({ force: true });
  await slots.getByRole("button", { name: "Hold these 3" }).click();
  await page.getByText(/3 times are held on/).waitFor();
  await slots.getByText(/3 times are held until Wednesday 18:00/).waitFor();
  assert.deepEqual(await faults(page), []);
  const when = names[0].replace("Hold ", "");
  const day = {
    9: "2027-03-09",
    10: "2027-03-10",
    11: "2027-03-11",
    12: "2027-03-12",
  }[/ (\d+) March/.exec(when)[1]];
  await page.goto(`${its.demo.address}/lanes?view=day&from=${day}`);
  await page
    .getByRole("button", { name: /Crew change/ })
    .first()
    .click();
  const sheet = page.getByRole("dialog", { name: "Crew change" });
  await sheet.getByText(/held until Wednesday 18:00/).waitFor();
  await sheet.getByRole("button", { name: "Release all 3" }).waitFor();
  await sheet.getByRole("button", { name: "Arrange it at this time" }).click();
  await ask(page, "Owen");
  await page.getByRole("button", { name: /^Send to 1 for/ }).click();
  await page.getByText("“Crew change” goes to 1 in ten seconds.").waitFor();
  await page.goto(`${its.demo.address}/lanes?view=week&from=2027-03-08`);
  await page
    .getByRole("button", { name: /Crew change/ })
    .first()
    .waitFor();
  assert.equal(await page.getByRole("button", { name: /Crew change, .*hold/ }).count(), 0);
});

test("A kind of meeting and a standing link are kept for all who arrange for Maren", async () => {
  const page = await compose();
  await page.getByRole("button", { name: "New meeting" }).click();
  await page.getByRole("textbox", { name: "Title" }).fill("Budget round");
  await part(page, "How long").click();
  await page.getByRole("button", { name: "1 h 30" }).click();
  await part(page, "Where").click();
  await page.getByRole("radio", { name: "A link there is already" }).check();
  await page.getByLabel("Their link, pasted").fill("https://meet.ebbline.example/maren");
  await page.getByRole("button", { name: "Save as Maren’s standing link" }).click();
  await page.getByText("Maren always uses this link from now on.").waitFor();
  await page.keyboard.press("Escape");
  await part(page, "Answers").click();
  await page.getByRole("button", { name: /^no reply wanted/ }).click();
  await part(page, "Can it move").click();
  await page.getByRole("button", { name: /^fixed/ }).click();
  await part(page, "Template").click();
  await page.getByRole("button", { name: "Save as a template", exact: true }).click();
  await page.getByText("“Budget round” is a template for all who arrange for Maren.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");

  const maren = await compose(/Maren Falk/);
  await part(maren, "Template").click();
  await maren.getByRole("button", { name: /^Budget round 1 h 30, by video, no answers/ }).click();
  await maren.getByRole("button", { name: "How long: 1 h 30" }).waitFor();
  await maren.getByRole("button", { name: "Answers: no reply wanted" }).waitFor();
  await maren.getByRole("button", { name: "Can it move: fixed" }).waitFor();
  await maren.getByRole("button", { name: "Where: by their link" }).waitFor();
});

test("a time that was chosen stays through every other change; days that leave it out say so and give it back", async () => {
  const page = await compose();
  await page.getByRole("textbox", { name: "Title" }).fill("Crane lift plan");
  await ask(page, "Tomé Vidal");
  const when = page.getByRole("button", { name: /^At what time:/ });
  await when.click();
  await page.getByLabel("Day", { exact: true }).fill("2027-03-11");
  await page.getByLabel("Starts", { exact: true }).fill("15:00");
  await page.keyboard.press("Escape");
  const send = page.getByRole("button", {
    name: /^Send to \d+ for Thursday 11, 15:00$/,
  });
  await send.waitFor();
  // Of a group somebody is left out: it is said what that makes of it, and the whole group is one step away.
  await ask(page, "Harbour liaison");
  await part(page, "Who must come").click();
  const whom = page.getByRole("dialog", { name: "Who must come" });
  await whom.getByRole("button", { name: "show its members" }).click();
  await whom.getByRole("button", { name: "Leave Aroha Pene out" }).click();
  await whom.getByText(/^Harbour liaison is asked by name now, 4 without Aroha Pene; who joins it later is not\./).waitFor();
  await whom.getByRole("button", { name: "Invite the whole group" }).click();
  await whom.getByRole("button", { name: "Remove Harbour liaison" }).click();
  await page.keyboard.press("Escape");
  await send.waitFor();
  await ask(page, "Rosa Teixeira", "Gannet");
  await send.waitFor();
  await part(page, "How long").click();
  await page.getByRole("button", { name: "1 h", exact: true }).click();
  await send.waitFor();
  await part(page, "In whose name").click();
  await page.getByRole("button", { name: /^Desmond/ }).click();
  await send.waitFor();
  assert.deepEqual(await faults(page), []);

  await part(page, "Between which days").click();
  await page.getByLabel("From", { exact: true }).fill("2027-03-15");
  await page.getByLabel("To", { exact: true }).fill("2027-03-19");
  await page.keyboard.press("Escape");
  await page.getByText("Thursday 11, 15:00 was chosen and lies outside these days.").waitFor();
  await page.getByRole("button", { name: "Choose it all the same" }).click();
  await send.waitFor();

  // The week is seven contours, of which each leads to the best of its day, or where most are free.
  const week = page.getByRole("list", { name: "The week" });
  await week.getByRole("listitem").nth(6).waitFor();
  assert.equal(await week.getByRole("listitem").count(), 7);
  await week.getByRole("button", { name: /^Friday 12, no slot, / }).click();
  await page.getByRole("button", { name: /^Send to \d+ for Friday 12, / }).waitFor();
  await week.locator('[aria-current="date"]').getByText("Fr 12").waitFor();
  assert.deepEqual(await faults(page), []);
});

test("Where nothing fits the nearest times say what stands in the way, and what would open most is done in one press", async () => {
  const page = await compose();
  await page.getByRole("button", { name: "New meeting" }).click();
  await page.getByRole("textbox", { name: "Title" }).fill("Array budget");
  await page.getByRole("button", { name: /^Who must come/ }).click();
  for (const name of ["Wiremu Paki", "Desmond", "Tomé Vidal"]) {
    await page.getByRole("combobox", { name: "Who must come" }).fill(name);
    await page
      .getByRole("option", { name: new RegExp(name) })
      .first()
      .click();
  }
  await page.keyboard.press("Escape");
  const slots = page.getByRole("region", { name: "Free slots" });
  await slots.getByText("In these days the 4 asked are never all free within their hours.").waitFor();
  await page.getByText(/^Wiremu’s time leaves 0 of \d+\.$/).waitFor();
  const near = slots.getByRole("region", { name: "Nearest" });
  await near
    .getByText(/too early for Wiremu, at /)
    .first()
    .waitFor();
  assert.deepEqual(await faults(page), []);
  // Chosen it is judged like any other time; there is no free slot to be taken instead.
  await near.getByRole("button").first().click();
  const before = page.getByRole("list", { name: "Before sending" });
  await before.getByText("Out of hours for Wiremu.").waitFor();
  await before.getByRole("button", { name: "Ask Wiremu only if free" }).waitFor();
  assert.equal(await before.getByRole("button", { name: "Take the best free slot" }).count(), 0);
  // Hours that are loosened stand in the sentence, where they are taken back.
  const openings = slots.getByRole("region", { name: "What would open most" });
  await openings.getByRole("button", { name: /early or late for Wiremu$/ }).click();
  await slots.getByRole("heading", { name: /^\d+ free slots?/ }).waitFor();
  await slots.getByText("out of hours, Wiremu").first().waitFor();
  await page.getByRole("button", { name: /^Hours: .* early or late for Wiremu$/ }).click();
  await page.getByRole("combobox", { name: "Wiremu Paki" }).selectOption({ label: "not at all" });
  await page.keyboard.press("Escape");
  await openings.getByRole("button", { name: "Wiremu only if free" }).click();
  await page.getByRole("button", { name: "Who may come: Wiremu" }).waitFor();
  await slots.getByRole("heading", { name: /^\d+ free slots/ }).waitFor();
});

test("Wishes stand in the sentence, rule slots out, and are given up one at a time", async () => {
  const page = await compose();
  await page.getByRole("button", { name: "New meeting" }).click();
  await page.getByRole("textbox", { name: "Title" }).fill("Crane lift plan");
  await ask(page, "Tomé Vidal");
  const slots = page.getByRole("region", { name: "Free slots" });
  await slots.getByRole("heading", { name: /^\d+ free slots/ }).waitFor();
  await part(page, "Wishes").click();
  const wishes = page.getByRole("dialog", { name: "Wishes" });
  for (const day of ["Monday", "Tuesday", "Wednesday", "Thursday"]) await wishes.getByRole("checkbox", { name: day }).check();
  await wishes.getByLabel("Not before").fill("10:00");
  await wishes.getByRole("combobox", { name: "Free before and after it" }).selectOption({ label: "15 minutes" });
  await wishes.getByRole("checkbox", { name: /lunch/ }).check();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  const words = "not on Monday, Tuesday, Wednesday and Thursday, after 10:00, 15 minutes around it, lunch kept free";
  await page.getByRole("button", { name: `Wishes: ${words}` }).waitFor();
  // Every slot shown is on a day that is left.
  await slots
    .getByRole("button", { name: /^Friday/ })
    .first()
    .waitFor();
  await slots
    .getByRole("button", { name: /^(Monday|Tuesday|Wednesday|Thursday) / })
    .first()
    .waitFor({ state: "detached" });
  // An hour that ends before it starts is said at its part, and nothing is lost by it.
  page.meant.push("400");
  await part(page, "Wishes").click();
  await wishes.getByLabel("Over by").fill("09:00");
  await wishes.getByRole("alert").getByText("It would end before it starts.").waitFor();
  await wishes.getByLabel("Over by").fill("10:15");
  await wishes.getByRole("alert").waitFor({ state: "detached" });
  await page.keyboard.press("Escape");
  // From 10:00 to 10:15 there is no room for three quarters of an hour.
  await slots.getByRole("heading", { name: /^No free slot/ }).waitFor();
  await slots.getByRole("button", { name: "any time of the day" }).click();
  await slots.getByRole("heading", { name: /^\d+ free slots/ }).waitFor();
  await page
    .getByRole("button", {
      name: /^Wishes: not on Monday.*, 15 minutes around it, lunch kept free$/,
    })
    .waitFor();
  await part(page, "Wishes").click();
  await wishes.getByRole("button", { name: "No wishes" }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Wishes: wishes" }).waitFor();
  await slots
    .getByRole("button", { name: /^(Monday|Tuesday|Wednesday|Thursday) / })
    .first()
    .waitFor();
  // They can be said in the line too.
  const line = page.getByRole("textbox", { name: "In one line" });
  await line.fill("not on Friday, after 10:00 in Halifax, 15 minutes around it, lunch free");
  await line.press("Enter");
  await page
    .getByRole("button", { name: "Wishes: not on Friday, after 10:00 in Halifax, 15 minutes around it, lunch kept free" })
    .waitFor();
  await line.fill("at their usual place, near what is there already");
  await line.press("Enter");
  // Who organises it comes in any case, and is not invited besides.
  await line.fill("Quay repairs with Bela Costa <bela@tides.example> and Maren");
  await line.press("Enter");
  await page.getByRole("button", { name: "Who must come: bela@tides.example" }).waitFor();
  assert.equal(await line.inputValue(), "");
  await page.getByRole("button", { name: "Wishes: at their usual places, within 30 minutes of what is there already" }).waitFor();
  await part(page, "Wishes").click();
  await wishes.getByRole("combobox", { name: /^Near what Maren has/ }).selectOption({ label: "not needed" });
  await wishes.getByRole("checkbox", { name: "Everyone is at their usual place" }).uncheck();
  await page.getByRole("button", { name: "Wishes: wishes" }).waitFor();
  // So can those of whom some come, and those who are met one after another; whoever organises is none of either.
  await line.fill(
    "Interviews with one of Tomé, Maren and Desmond: Owen and Luis one after another, 30 minutes each, by Friday, in a room for six with a screen",
  );
  await page.getByText(/one of Tomé, Maren and Desmond, Owen and Luis one after another, for 30 minutes/).waitFor();
  await line.press("Enter");
  await page.getByRole("button", { name: "Some of several: one of Tomé and Desmond" }).waitFor();
  await page.getByRole("button", { name: "One after another: Owen and Luis one after another" }).waitFor();
  await page.getByRole("button", { name: "Where: by video and in a room for 6 with screen" }).waitFor();
});

test("What a line leaves as not understood is no title, however often it is entered", async () => {
  const page = await compose();
  await newMeeting(page);
  const line = page.getByRole("textbox", { name: "In one line" });
  await line.fill("Tide talk with Zebedee and Desmond for 30 minutes");
  await line.press("Enter");
  await page.getByText("This was not understood: say it otherwise, or clear it.").waitFor();
  assert.equal(await line.inputValue(), "Zebedee");
  await line.press("Enter");
  await page.getByRole("button", { name: "Who must come: Desmond" }).waitFor();
  assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), "Tide talk");
  // Nor when the page was left meanwhile.
  await page.getByRole("link", { name: "Lanes" }).click();
  await page.getByRole("group", { name: /^Lanes,/ }).waitFor();
  await page.goBack();
  await page.getByText("This was not understood: say it otherwise, or clear it.").waitFor();
  assert.equal(await line.inputValue(), "Zebedee");
  await line.press("Enter");
  await page.getByRole("button", { name: "Who must come: Desmond" }).waitFor();
  assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), "Tide talk");
  await line.fill("with Tomé");
  await line.press("Enter");
  await page.getByRole("button", { name: "Who must come: Tomé" }).waitFor();
  assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), "Tide talk");
});

test("Room is made by moving what is in the way, in one step that is taken back in one", async () => {
  const page = await compose();
  await newMeeting(page);
  const line = page.getByRole("textbox", { name: "In one line" });
  await line.fill("Array budget with Desmond and Tomé tomorrow for 2 hours");
  await line.press("Enter");
  const room = page.getByRole("region", { name: "Make room" });
  const plan = room.getByRole("button").first();
  // "Tuesday 9 March, 16:00", "one move", "Blade test review to 15:00; it suits everyone in it."
  const [when, moves] = (await plan.innerText()).split("\n");
  await plan.click();
  await page.getByText(/Tuesday 9 March \d\d:\d\d to .* notified\.$/).waitFor();
  const board = page.getByRole("region", { name: "Everyone’s lanes" });
  await board
    .getByTitle(/ was \d\d:\d\d$/)
    .first()
    .waitFor();
  await board
    .getByTitle(/ to \d\d:\d\d$/)
    .first()
    .waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: moves === "one move" ? "Move it first" : /^Move these \d first$/ }).click();
  await page.getByText(/^There is room for Tuesday 9, \d\d:\d\d now\./).waitFor();
  const slots = page.getByRole("region", { name: "Free slots" });
  await slots.getByRole("button", { name: new RegExp(`^${when} .*Everyone is free`), pressed: true }).waitFor();
  await page.getByRole("button", { name: /^Undo, / }).click();
  await room.getByRole("button", { name: new RegExp(`^${when} ${moves}`) }).waitFor();
});

test("Times of a series that do not suit get a time of their own before it is sent", async () => {
  const page = await compose();
  await newMeeting(page);
  await page.getByRole("textbox", { name: "Title" }).fill("Berth planning");
  await ask(page, "Tomé Vidal", "Desmond Oyelaran");
  await part(page, "How often").click();
  await page.keyboard.type("every week");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Show \d+ more/ }).click();
  await page
    .getByRole("button", { name: /23 of 26 times/ })
    .first()
    .click();
  await page.getByRole("button", { name: "Look at the 3 that do not" }).click();
  const missed = page.getByRole("dialog", { name: "Times that do not suit everyone" });
  await missed.getByText("Desmond has Canada Day").waitFor();
  assert.deepEqual(await faults(page), []);
  // One may stay where it is.
  await missed.getByRole("checkbox", { name: /Canada Day/ }).uncheck();
  await missed.getByRole("button", { name: "Move these 2" }).click();
  await page.getByText("25 suit everyone required. 2 of them have a time of their own.").waitFor();
  // Another first time is another series.
  await page.keyboard.press("j");
  await page.getByText("of their own").waitFor({ state: "detached" });
  await page.keyboard.press("k");
  await page.getByRole("button", { name: "Look at the 3 that do not" }).click();
  await missed.getByRole("button", { name: "Move these 3" }).click();
  await page.getByText("each suits everyone required. 3 of them have a time of their own.").waitFor();
  await page.getByRole("button", { name: "Save without sending" }).click();
  await page.getByText(/“Berth planning” is saved/).waitFor();
  // Its first time is open on the lane.
  await page.getByRole("dialog", { name: "Berth planning" }).waitFor();
  await page.close();
});

test("Where no hour of a series is fair two take turns, as two series that are sent and taken back as one", async () => {
  const page = await compose();
  await newMeeting(page);
  await page.getByRole("textbox", { name: "Title" }).fill("Array budget");
  await ask(page, "Arif Rahman", "Cormac Doyle");
  await part(page, "How often").click();
  await page.keyboard.type("every week");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  const turns = page.getByRole("region", { name: "By turns" });
  await turns.getByText("2 h 45 too early for Cormac, at 05:15. 2 h 45 too late for Arif, to 20:15.").waitFor();
  assert.deepEqual(await faults(page), []);
  await turns.getByRole("button", { name: /^Tuesday 9 March, 08:45 and 11:30 Cormac, then Arif/ }).click();
  const before = page.getByRole("list", { name: "Before sending" });
  await before.getByText("Arif is out of hours each time.").waitFor();
  await before.getByText("By turns, every second week each:").waitFor();
  // Whoever thinks better of it has the one series again; another hour is another choice.
  await before.getByRole("button", { name: "Always at the first hour" }).click();
  await page.getByRole("button", { name: "How often: every week", exact: true }).waitFor();
  await turns.getByRole("button", { name: /^Tuesday 9 March, 08:45 and 11:30/ }).click();
  await page.getByRole("button", { name: "How often: every week by turns with 11:30" }).waitFor();
  await page.getByRole("button", { name: "Send to 2 from Tuesday 9, 08:45 by turns" }).click();
  await page.getByText("“Array budget” goes to 2 in ten seconds.").waitFor();
  for (const when of ["Tomorrow 08:45", "Tuesday 16 March 11:30"])
    await page.getByRole("button", { name: new RegExp(`^${when} Array budget`) }).waitFor();
  await page.getByRole("button", { name: /^Undo, / }).click();
  // It is being written again, as it was.
  await page.getByRole("listitem").filter({ hasText: "with Arif" }).getByRole("button", { name: "Go on with it" }).click();
  await page.getByRole("button", { name: "How often: every week by turns with 11:30" }).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("What a principal wishes of every meeting is said once, rules slots out, and can be taken back", async () => {
  const page = await compose();
  await newMeeting(page);
  await page.getByRole("textbox", { name: "Title" }).fill("Berth planning");
  await ask(page, "Tomé Vidal");
  const count = page.getByRole("heading", { name: /^\d+ free slots/ });
  await count.waitFor();
  const before = await count.innerText();
  await part(page, "Wishes").click();
  await page.getByRole("button", { name: "Say what Maren always wishes" }).click();
  const kept = page.getByRole("dialog", { name: "What Maren wishes of every meeting" });
  await kept.getByLabel("Not before").fill("10:00");
  await kept.getByRole("checkbox", { name: /lunch/ }).check();
  await kept.getByRole("checkbox", { name: /^At the usual place/ }).check();
  await kept.getByRole("combobox", { name: "Near what is there already" }).selectOption({ label: "within 1 h" });
  assert.deepEqual(await faults(page), []);
  await kept.getByRole("button", { name: "Save" }).click();
  await page
    .getByText("not before 10:00, lunch kept free, only at the usual place, within 1 h of what is there already if it can be helped.")
    .waitFor();
  await page.waitForFunction((was) => !document.body.innerText.includes(was), before.split("\n")[0]);
  await page.getByRole("button", { name: /^Undo, \d+ s/ }).click();
  await part(page, "Wishes").click();
  await page.getByText("Maren wishes of every meeting: nothing yet.").waitFor();
  await page.getByRole("heading", { name: before.split("\n")[0] }).waitFor();
  await page.close();
});

test("What counts against a slot is said by an administrator, ranks the next search, and is taken back", async () => {
  const page = await compose();
  await newMeeting(page);
  await page.getByRole("textbox", { name: "Title" }).fill("Lunch talk");
  await ask(page, "Tomé Vidal");
  const first = page.getByRole("region", { name: "Free slots" }).getByRole("button", { pressed: true });
  const before = await first.innerText();
  assert.equal(before.includes("Lunch for"), false);
  await kept(page);
  await page.goto(`${its.demo.address}/weights`);
  const weight = (of) => page.getByRole("spinbutton", { name: `Weight where ${of}` });
  // What makes no sense is not taken.
  await weight("it touches something else").fill("900");
  await weight("it touches something else").press("Tab");
  assert.equal(await weight("it touches something else").inputValue(), "6");
  assert.deepEqual(await faults(page), []);
  for (const of of ["it is somebody’s first or last hour", "it touches something else", "somebody’s calendar is not tended that far"]) {
    await weight(of).fill("100");
    await weight(of).press("Enter");
    await page.getByText(`“${of}” counts 100 now.`).waitFor();
  }
  await weight("somebody’s lunch falls away").fill("0");
  await weight("somebody’s lunch falls away").press("Enter");
  await page.getByText("“somebody’s lunch falls away” does not count any more.").waitFor();
  await page.goto(`${its.demo.address}/arrange`);
  await first.waitFor();
  const after = await first.innerText();
  assert.notEqual(after.split("\n")[0], before.split("\n")[0]);
  await page.goto(`${its.demo.address}/weights`);
  for (const usual of ["10", "12", "6", "8"]) {
    const back = page.getByRole("button", { name: `${usual} as usual` });
    await back.click();
    await back.waitFor({ state: "detached" });
  }
  await page.goto(`${its.demo.address}/arrange`);
  await first.getByText(before.split("\n")[0]).waitFor();
  await page.close();
});

test("Several are met one after another: the plan, one of them by hand, sent and taken back as one", async () => {
  const page = await compose();
  await newMeeting(page);
  await page.getByRole("textbox", { name: "Title" }).fill("Interview");
  await part(page, "One after another").click();
  for (const name of ["Tomé Vidal", "Ana Brandão", "Wiremu Paki"]) {
    await page.getByRole("combobox", { name: "Met one after another" }).fill(name);
    await page
      .getByRole("option", { name: new RegExp(`^${name}`) })
      .first()
      .click();
  }
  await page.getByText("2 of 3 can be met").waitFor();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "One after another: Tomé, Ana and Wiremu one after another" }).waitFor();
  await page.getByRole("dialog").waitFor({ state: "detached" });
  assert.deepEqual(await faults(page), []);
  const plan = page.getByRole("region", { name: "One after another" });
  const row = (name) => plan.getByRole("button", { name: new RegExp(name), pressed: true });
  await plan.getByRole("button", { name: /left out/ }).waitFor();
  await plan.getByRole("button", { name: /Ana Brandão/ }).click();
  const asPlanned = await row("Ana Brandão").innerText();

  // The week leads only to days on which one of them is met.
  const weekdays = page.getByRole("list", { name: "The week" });
  await weekdays.getByRole("button").first().waitFor();
  for (const day of await weekdays.getByRole("button").all()) assert.doesNotMatch(await day.getAttribute("aria-label"), /^S/);
  // A quarter of an hour later by hand; then as planned again.
  await page.getByRole("slider", { name: "The stretch chosen" }).focus();
  await page.keyboard.press("ArrowRight");
  await row("put there by hand").waitFor();
  assert.deepEqual(await faults(page), []);
  await plan.getByRole("button", { name: "Place Ana Brandão as planned" }).click();
  await row("put there by hand").waitFor({ state: "detached" });
  assert.equal(await row("Ana Brandão").innerText(), asPlanned);

  await page.getByRole("button", { name: "Send 2 of 3 meetings" }).click();
  await page.waitForURL(/\/chase/);
  await page.getByText("“Interview”, 2 meetings, go to 2 in ten seconds.").waitFor();
  for (const title of ["Interview: Tomé Vidal", "Interview: Ana Brandão"]) await page.getByText(title).first().waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: /^Undo, \d+ s/ }).click();
  await page.getByText("Interview: Tomé Vidal").first().waitFor({ state: "detached" });
  assert.equal(await page.getByText("Interview: Ana Brandão").count(), 0);
  await page.goto(`${its.demo.address}/arrange`);
  await page.getByRole("button", { name: "One after another: Tomé, Ana and Wiremu one after another" }).waitFor();
  await page.close();
});

test("One of several and any room that is free are sought, told, and invited as they can at the chosen time", async () => {
  const page = await compose();
  // No room is so large.
  page.meant.push("400");
  await newMeeting(page);
  await page.getByRole("textbox", { name: "Title" }).fill("Berth planning");
  await ask(page, "Tomé Vidal");
  await part(page, "Some of several").click();
  for (const name of ["Wiremu", "Desmond"]) {
    await page.getByRole("combobox", { name: "Some of these" }).fill(name);
    await page.getByRole("option", { name: new RegExp(name) }).click();
  }
  await page.getByText("At the chosen time: Desmond.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  await part(page, "Where").click();
  await page.getByRole("radio", { name: "No conference" }).check();
  await page.getByRole("checkbox", { name: "Any room that is free" }).check();
  await page.getByRole("spinbutton", { name: "For how many" }).fill("900");
  await page.getByText("There is no room for 900 where it takes place.").first().waitFor();
  await page.getByRole("spinbutton", { name: "For how many" }).fill("8");
  await page.getByRole("checkbox", { name: "screen" }).check();
  await page.getByText("At the chosen time: Petrel.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Where: in a room for 8 with screen" }).waitFor();
  await page.getByRole("button", { name: /^Send to 2/ }).click();
  await page.waitForURL(/\/chase/);
  const row = page.getByText("Organised by Noor Haddad for Maren Falk").locator("..");
  for (const who of ["Tomé Vidal", "Desmond Oyelaran", "Petrel"]) await row.getByText(who).waitFor();
  assert.equal(await row.getByText("Wiremu").count(), 0);
  await page.close();
});
