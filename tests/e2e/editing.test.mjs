// Adding, moving and changing what stands on the lanes, as a user does it.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

const week = "/lanes?view=working-days&from=2027-03-15";

async function open(path = week, name = /Noor Haddad/) {
  const page = await signIn(its.browser, its.demo.address, name, { path });
  await page.getByRole("group", { name: /^Lanes,/ }).waitFor();
  return page;
}

const entry = (page, words) => page.getByRole("button", { name: words });

/** Drags from the middle of an element by so many pixels. */
async function drag(page, element, dx, dy = 0) {
  const box = await element.boundingBox();
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 4 });
  await page.mouse.move(x + dx, y + dy, { steps: 4 });
  await page.mouse.up();
}

test("a stretch drawn on a lane becomes an appointment of its owner, is taken back and done again", async () => {
  const page = await open();
  const lane = page.getByRole("group", { name: /^Monday 15,/ });
  const draw = async () => {
    // Hovering waits until the lane stands still.
    await lane.hover({ position: { x: (await lane.boundingBox()).width * 0.62, y: 20 } });
    const box = await lane.boundingBox();
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.66, box.y + 20, { steps: 4 });
    await page.mouse.move(box.x + box.width * 0.7, box.y + 20, { steps: 4 });
    const drawn = page.getByText(/^For Maren, \d\d:\d\d to \d\d:\d\d$/).waitFor({ timeout: 5_000 });
    return drawn.then(
      () => true,
      () => false,
    );
  };
  // A reminder that comes or goes above moves the lanes under the hand: then it is drawn once more.
  if (!(await draw())) {
    await page.mouse.up();
    await page.keyboard.press("Escape");
    assert.ok(await draw(), "nothing is drawn");
  }
  await page.mouse.up();
  const sheet = page.getByRole("dialog", {
    name: "New appointment for Maren Falk",
  });
  await sheet.getByLabel("Title").fill("Tide tables");
  await sheet.getByRole("button", { name: /^Category/ }).click();
  await page
    .getByRole("dialog", { name: "Category" })
    .getByRole("button", { name: /^Board/ })
    .click();
  await sheet.getByRole("button", { name: "Add it for Maren" }).click();
  await sheet.waitFor({ state: "detached" });
  await entry(page, /^Tide tables, .*, firm, Board, Monday 15$/).waitFor();
  await page.keyboard.press("z");
  await entry(page, /^Tide tables/).waitFor({ state: "detached" });
  await page.keyboard.press("y");
  await entry(page, /^Tide tables/).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("an entry is taken in hand by key, moved, stretched, let go and put down", async () => {
  const page = await open("/lanes?view=working-days&from=2027-03-08");
  const own = entry(page, /^Writing, 10:30 to 12:00, .*Friday 12$/);
  await own.focus();
  await page.keyboard.press("m");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("Escape");
  await own.waitFor();
  await own.focus();
  await page.keyboard.press("m");
  for (const key of ["ArrowRight", "ArrowRight", "Shift+ArrowRight", "ArrowUp"]) await page.keyboard.press(key);
  await page.getByText("Writing, Thursday 11, 11:00 to 12:45").waitFor();
  await page.keyboard.press("Enter");
  await entry(page, /^Writing, 11:00 to 12:45, .*Thursday 11$/).waitFor();
  await page
    .getByRole("status")
    .getByText(/“Writing” is now 11:00 to 12:45/)
    .waitFor();
  await page.keyboard.press("z");
  await own.waitFor();
  assert.deepEqual(page.wrong, []);
});

test("one of a series that is dragged asks how far it reaches, and from here on leaves what was before", async () => {
  const page = await open();
  await drag(page, entry(page, /^Week close with Noor, 14:00 to 14:30/), 180);
  const sheet = page.getByRole("dialog", { name: "Week close with Noor" });
  await sheet.getByText(/^Moved to 19 March, /).waitFor();
  await sheet
    .getByRole("radio", {
      name: /from here on 7, from 19 March to 30 April 2027/,
    })
    .check();
  // What it reaches is weighed, each time of it.
  await sheet.getByText(/^Seven times until Friday 30 April 2027: /).waitFor();
  assert.deepEqual(await faults(page), []);
  await sheet.getByRole("button", { name: "Change from here on" }).click();
  const moved = entry(page, /^Week close with Noor, (?!14:00)/);
  await moved.waitFor();
  await page.getByRole("button", { name: "Next week" }).click();
  await entry(page, /^Week close with Noor, (?!14:00).*Friday 26$/).waitFor();
  await page.goto(`${its.demo.address}/lanes?view=working-days&from=2027-03-08`);
  await entry(page, /^Week close with Noor, 14:00 to 14:30, .*Friday 12$/).waitFor();
});

test("a meeting that is dragged says what it does to each, asks once before anybody is told, and offers a better time", async () => {
  const page = await open("/lanes?view=working-days&from=2027-03-08");
  const meeting = entry(page, /^Tide lease, steering group, 14:00 to 15:00/);
  const box = await meeting.boundingBox();
  await page.mouse.move(box.x + 20, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + 12, { steps: 4 });
  await page.mouse.move(box.x - 220, box.y + 12, { steps: 6 });
  const does = page.getByRole("list", { name: "What the move does" });
  await does.getByText(/^Inês/).waitFor();
  await does.getByText("taken").first().waitFor();
  await page.mouse.up();
  const sheet = page.getByRole("dialog", { name: "Tide lease, steering group" });
  const weighed = sheet.getByRole("region", { name: "What it does" });
  await weighed.getByText(/^Inês taken then/).waitFor();
  assert.deepEqual(await faults(page), []);
  // Nothing has moved yet, and another time is one step away.
  await entry(page, /^Tide lease, steering group, 14:00 to 15:00/).waitFor();
  await weighed.getByRole("button", { name: /^Thursday 11 March, 15:30$/ }).click();
  await sheet.getByText("Moved to Thursday 11 March, 15:30.").waitFor();
  await weighed.getByText("Thursday 11 March, 15:30 to 16:30").waitFor();
  await weighed.getByText(/^Inês taken then/).waitFor({ state: "detached" });
  await sheet.getByRole("button", { name: "Change it and notify 7" }).click();
  await entry(page, /^Tide lease, steering group, 15:30 to 16:30/).waitFor();
  await page.keyboard.press("z");
  await entry(page, /^Tide lease, steering group, 14:00 to 15:00/).waitFor();
});

test("somebody else's meeting is not moved, and it is said who may", async () => {
  const page = await open("/lanes?view=working-days&from=2027-03-08");
  await drag(page, entry(page, /^Ana, weekly/), 120);
  await page
    .getByRole("status")
    .getByText(/“Ana, weekly” is not yours to move/)
    .waitFor();
  await entry(page, /^Ana, weekly, 09:30 to 10:15/).waitFor();
});

test("a stale edit shows both states and merges what does not meet", async () => {
  const noor = await open("/lanes?view=working-days&from=2027-03-08");
  const maren = await open("/lanes?view=working-days&from=2027-03-08", /Maren Falk/);
  await entry(noor, /^Writing/).click();
  const sheet = noor.getByRole("dialog", { name: "Writing" });
  await sheet.getByLabel("Title").fill("Writing, annual report");
  await entry(maren, /^Writing/).click();
  const theirs = maren.getByRole("dialog", { name: "Writing" });
  await theirs.getByLabel("Title").fill("Writing, strategy");
  await theirs.getByRole("button", { name: "Change it" }).click();
  await entry(maren, /^Writing, strategy/).waitFor();
  await sheet.getByRole("button", { name: "Change it" }).click();
  await sheet.getByText("Nothing of yours was written over theirs.").waitFor();
  await sheet.getByText("the title: now Writing, strategy, yours Writing, annual report").waitFor();
  await sheet.getByRole("button", { name: "Use mine" }).click();
  await sheet.getByRole("button", { name: "Change it" }).click();
  await entry(noor, /^Writing, annual report/).waitFor();
});

test("a time that does not exist is said with its two neighbours, and words that are no rule with what was not understood", async () => {
  const page = await open("/lanes?from=2027-03-29");
  page.meant.push("400");
  await page.keyboard.press("e");
  const sheet = page.getByRole("dialog", { name: /^New appointment for/ });
  await sheet.getByLabel("Title").fill("Night shift");
  await sheet.getByRole("button", { name: /^When:/ }).click();
  const when = page.getByRole("dialog", { name: "When" });
  await when.getByLabel("Day", { exact: true }).fill("2027-03-28");
  await when.getByLabel("Starts").fill("01:30");
  await page.keyboard.press("Escape");
  await sheet.getByRole("button", { name: /^Add it/ }).click();
  await sheet.getByText("That time does not exist on that day: the clocks go forward. The nearest are 00:59 and 02:00.").waitFor();
  await sheet.getByRole("button", { name: /^How often:/ }).click();
  const often = page.getByRole("dialog", { name: "How often" });
  await often.getByLabel("How it repeats, in words").fill("every Sunday with cake");
  await often.getByText("“with cake” is not understood.").waitFor();
});

test("a meeting that repeats says how many, until when and whom a change of clocks moves, and stands every week", async () => {
  const page = await open();
  await page.goto(`${its.demo.address}/arrange`);
  await page.getByLabel("Title").fill("Tide and grid");
  await page.getByRole("button", { name: /^Who must come/ }).click();
  await page.getByRole("dialog", { name: "Who must come" }).getByRole("combobox").fill("Desm");
  await page.getByRole("option", { name: /Desmond Oyelaran/ }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Send to 1/ }).waitFor();
  await page.getByRole("button", { name: /^How often:/ }).click();
  const often = page.getByRole("dialog", { name: "How often" });
  await often.getByLabel("How it repeats, in words").fill("every week, 6 times");
  await often.getByText(/Six times, the last on .* 2027\./).waitFor();
  await often.getByText(/^For Desmond it moves: /).waitFor();
  // The same by parts: what is chosen there is said in the words.
  const words = often.getByLabel("How it repeats, in words");
  for (const name of ["Monday", "Friday"]) {
    const day = often.getByRole("button", { name, exact: true });
    if ((await day.getAttribute("aria-pressed")) === "false") await day.click();
  }
  await often.getByLabel("Every how many").fill("2");
  await often.getByLabel("Until when").selectOption("until");
  await often.getByLabel("The last day").fill("2027-06-30");
  await often.getByText(/^every second week on Monday.* and Friday until 30 June 2027\. /i).waitFor();
  assert.match(await words.inputValue(), /^every second week on Monday/);
  assert.deepEqual(await faults(page), []);
  await words.fill("every month on the 15th and 31st");
  await often.getByText(/what is said above has more to it/).waitFor();
  await words.fill("every week, 6 times");
  await often.getByText(/Six times, the last on .* 2027\./).waitFor();
  await page.keyboard.press("Escape");
  // Every time of it is weighed before it is sent.
  await page.getByText(/^Six times until .* 2027: /).waitFor();
  await page.getByRole("button", { name: /^Send to 1 from .* every week, 6 times/ }).click();
  await page.getByRole("heading", { name: /Chase/ }).first().waitFor();
  await page.goto(`${its.demo.address}/lanes?view=working-days&from=2027-04-05`);
  await entry(page, /^Tide and grid/).waitFor();
});

test("a meeting typed in one line becomes the sentence, and what was not understood stays marked on the line", async () => {
  const page = await open();
  await page.goto(`${its.demo.address}/arrange`);
  await page.keyboard.press("Escape");
  const line = page.getByLabel("In one line");
  await line.fill("Thu 15:00 for 30 with Desmond, if free Tomé, about tide lease terms, in Gannet, every second Thursday, with Zelda");
  await page.getByText(/^Understood: “tide lease terms”, with Desmond, if free Tomé, for 30 minutes, Thursday 11 March, 15:00/).waitFor();
  await page.getByText("Zelda (nobody here has that name, or more than one)").waitFor();
  await line.press("Enter");
  await page
    .getByRole("button", {
      name: "Send to 2 from Thursday 11, 15:00 every second Thursday",
    })
    .waitFor();
  await page.getByRole("button", { name: "How long: 30 minutes" }).waitFor();
  assert.equal(await line.inputValue(), "Zelda");

  // What may mean two things offers both.
  await line.fill("Berth plan with Owen tomorrow at 9 or 11");
  await page.getByRole("button", { name: "11?" }).click();
  await page.getByText("Understood: “Berth plan”, with Owen, Tuesday 9 March, 11:00.").waitFor();
  assert.equal(await line.inputValue(), "Berth plan with Owen tomorrow at 11");
  assert.deepEqual(await faults(page), []);
});

test("one of a series asks another person and leaves one out, and the rest of the series stays as it was", async () => {
  const page = await open("/lanes?from=2027-03-11");
  await entry(page, /^Stand-up, 12:00 to 12:30/).click();
  const sheet = page.getByRole("dialog", { name: "Stand-up" });
  await sheet.getByRole("button", { name: /^Who is invited: Ruta, Owen and 2 others/ }).click();
  const part = page.getByRole("dialog", { name: "Who is invited" });
  await part.getByRole("button", { name: "Remove Ruta Vaitkus" }).click();
  await part.getByRole("combobox", { name: "Invite also", exact: true }).fill("Hana");
  await part.getByRole("option", { name: /Hana Rerekura/ }).click();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  await sheet.getByRole("button", { name: "Who is invited: Owen and 2 others, also Hana, without Ruta" }).waitFor();
  await sheet.getByRole("button", { name: "Change this one and notify 2" }).click();
  await sheet.waitFor({ state: "detached" });
  await page.getByText("“Stand-up” is changed; 2 are notified in ten seconds.").waitFor();
  await entry(page, /^Stand-up, 12:00 to 12:30/).click();
  await sheet.getByRole("button", { name: /^Who is invited: Owen, Sam and 2 others/ }).waitFor();
  await page.keyboard.press("Escape");
  await sheet.waitFor({ state: "detached" });
  await page.goto(`${its.demo.address}/lanes?from=2027-03-12`);
  await entry(page, /^Stand-up, 12:00 to 12:30/).click();
  await sheet.getByRole("button", { name: /^Who is invited: Ruta, Owen and 2 others/ }).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("a calendar file is taken in with a report, again changes nothing, and goes out with what was kept of it", async () => {
  const page = await open();
  page.meant.push("400");
  await page.goto(`${its.demo.address}/files`);
  const event = (uid, lines) => `BEGIN:VEVENT\r\nUID:${uid}\r\nDTSTART:20270316T170000Z\r\nDURATION:PT45M\r\n${lines}\r\nEND:VEVENT\r\n`;
  const text = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${event("a", "SUMMARY:Tide office\r\nX-BERTH:Dunlin")}${event("b", "SUMMARY:Ticking\r\nRRULE:FREQ=SECONDLY")}END:VCALENDAR\r\n`;
  const file = {
    name: "tides.ics",
    mimeType: "text/calendar",
    buffer: Buffer.from(text),
  };
  const input = page.getByLabel("Calendar file for Maren Falk");
  const report = page.getByRole("region", { name: "What came of tides.ics" });
  await input.setInputFiles(file);
  await report.getByText("tides.ics: 1 added, 0 changed, 0 as they were, 1 not taken over.").waitFor();
  await report.getByText(/repeats more often than hourly/).waitFor();
  assert.deepEqual(await faults(page), []);
  await input.setInputFiles(file);
  await report.getByText("tides.ics: 0 added, 0 changed, 1 as they were, 1 not taken over.").waitFor();
  const [written] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Download the file" }).click()]);
  const out = await (await import("node:fs/promises")).readFile(await written.path(), "utf8");
  assert.match(out, /SUMMARY:Tide office\r\n[^]*X-BERTH:Dunlin\r\n/);
  assert.match(out, /ORGANIZER;CN="Maren Falk":mailto:maren.falk@ebbline.example/);
  await page.setInputFiles("input[type=file]", {
    name: "page.ics",
    mimeType: "text/calendar",
    buffer: Buffer.from("<html></html>"),
  });
  await page
    .getByRole("alert")
    .getByText("The file is no iCalendar object: it does not begin with BEGIN:VCALENDAR. Nothing was changed.")
    .waitFor();
  await page.goto(its.demo.address + week);
  await entry(page, /^Tide office, 17:00 to 17:45, firm, Tuesday 16$/).waitFor();
});

test("free lane that is pressed begins an appointment there, with what speaks against it, and nothing stands by a stray press", async () => {
  const page = await open("/lanes");
  const lane = page.getByRole("group", { name: /^Maren Falk,/ });
  const press = async (share) => {
    const box = await lane.boundingBox();
    await page.mouse.click(box.x + box.width * share, box.y + 12);
  };
  // What closes a list is no press on the lane.
  await page.getByRole("button", { name: /^Whose lanes/ }).click();
  await page.getByRole("dialog", { name: "Whose lanes" }).waitFor();
  await press(0.42);
  await page.getByRole("dialog", { name: "Whose lanes" }).waitFor({ state: "detached" });
  assert.equal(await page.getByRole("dialog").count(), 0);
  await press(0.42);
  const sheet = page.getByRole("dialog", { name: "New appointment for Maren Falk" });
  await sheet.getByRole("button", { name: /13:\d\d to 14:\d\d/ }).waitFor();
  await sheet.getByRole("list", { name: "What speaks against it" }).getByText("Maren taken then: “Board papers”.").waitFor();
  await page.keyboard.press("Escape");
  await sheet.waitFor({ state: "detached" });
  // Beside what is open a press does nothing.
  await entry(page, /^Lunch with Ana/).click();
  const open1 = page.getByRole("dialog", { name: "Lunch with Ana" });
  await open1.waitFor();
  await press(0.42);
  await open1.getByRole("button", { name: "Close" }).click();
  await open1.waitFor({ state: "detached" });
  assert.equal(await page.getByRole("dialog").count(), 0);
});

test("a stretch drawn on the lane of somebody one may only ask begins a meeting with them once it is said", async () => {
  const page = await open("/lanes");
  await page.getByRole("button", { name: /^Whose lanes/ }).click();
  await page.getByRole("dialog", { name: "Whose lanes" }).getByRole("combobox").fill("Tom");
  await page.getByRole("option", { name: /Tomé Vidal/ }).click();
  await page.keyboard.press("Escape");
  const lane = page.getByRole("group", { name: /^Tomé Vidal,/ });
  const box = await lane.boundingBox();
  await page.mouse.move(box.x + box.width * 0.6, box.y + 10);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width * 0.63, box.y + 10, { steps: 4 });
  await page.mouse.move(box.x + box.width * 0.66, box.y + 10, { steps: 4 });
  await page.getByText(/^Arrange with Tomé, /).waitFor();
  await page.mouse.up();
  await page.getByText("Nothing is entered on the lane of Tomé Vidal from here, who can be asked.").waitFor();
  assert.match(page.url(), /\/lanes/);
  await page.getByRole("button", { name: /^Arrange with Tomé for \d\d:\d\d$/ }).click();
  await page.getByRole("button", { name: "Who must come: Tomé" }).waitFor();
});
