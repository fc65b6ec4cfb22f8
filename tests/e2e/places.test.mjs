import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, signIn, watch, withDemo } from "./corlin.mjs";

const its = withDemo();

const open = (name = /Noor Haddad/, options) => signIn(its.browser, its.demo.address, name, options);

test("sign-in: a wrong password is said beside the fields and what was typed is kept", async () => {
  const page = watch(await (await its.browser.newContext()).newPage(), "somebody who signs in");
  page.meant.push("401");
  await page.goto(its.demo.address);
  await page.getByLabel("E-mail address").fill("noor.haddad@ebbline.example");
  await page.getByLabel("Password").fill("not this one");
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.getByRole("alert").getByText("The address or the password is not right.").waitFor();
  assert.equal(await page.getByLabel("E-mail address").inputValue(), "noor.haddad@ebbline.example");
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: /Noor Haddad/ }).click();
  await page.getByRole("navigation", { name: "Places" }).waitFor();
  await page.context().close();
});

test("desk: the queue is walked by key, an invitation answered and undone", async () => {
  const page = await open();
  const queue = page.getByRole("list", { name: "What waits for you" });
  const current = queue.locator('[aria-current="true"]');
  await current.waitFor();
  while (!(await current.innerText()).includes("Ferry operators, spring")) await page.keyboard.press("j");
  await page.keyboard.press("a");
  await page.getByRole("status").getByText("Ferry operators, spring: accepted for Maren.").waitFor();
  await queue.getByText("Ferry operators, spring").waitFor({ state: "detached" });
  await page.keyboard.press("z");
  await page.getByRole("status").getByText("Undone. Nothing was sent.").waitFor();
  await queue.getByText("Ferry operators, spring").waitFor();
  assert.deepEqual(page.wrong, []);
});

test("desk: a lane is hidden and shown by its number and stays hidden over a reload", async () => {
  const page = await open();
  const lane = page.getByRole("group", { name: /^Wiremu Paki,/ });
  await lane.waitFor();
  await page.keyboard.press("3");
  await lane.waitFor({ state: "detached" });
  await page.reload();
  await page.getByRole("button", { name: "Show Wiremu Paki" }).click();
  await lane.waitFor();
});

test("desk: the lanes have a list form, and an entry opens with what may be known of it", async () => {
  const page = await open();
  await page.getByRole("group", { name: "Today’s lanes" }).waitFor();
  await page.keyboard.press("b");
  const table = page.getByRole("table", { name: /Maren Falk/ });
  await table.getByRole("row", { name: /09:00 to 10:00 Tide lease review firm Gannet/ }).waitFor();
  await table
    .getByRole("row", {
      name: /11:30 to 12:10 40 minutes on the way, 10 minutes short/,
    })
    .waitFor();
  await page
    .getByRole("table", { name: /Desmond/ })
    .getByRole("row", { name: /14:30 to 15:00 clash, 30 minutes/ })
    .waitFor();
  assert.equal(
    await page
      .getByRole("table", { name: /Wiremu/ })
      .getByText("Away")
      .count(),
    0,
  );
  assert.deepEqual(await faults(page), []);
  await table.getByRole("button", { name: "Tide lease review" }).click();
  const sheet = page.getByRole("dialog", { name: "Tide lease review" });
  await sheet.getByText("Organised by Noor Haddad for Maren Falk").waitFor();
  await sheet.getByText("Seabed rent from year six").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  await sheet.waitFor({ state: "detached" });
  await page.keyboard.press("b");
});

test("desk: a private entry reads Private to a colleague", async () => {
  const page = await open(/Ana Brandão/);
  await page.getByRole("link", { name: "Lanes" }).click();
  await page.getByRole("button", { name: /^Whose lanes/ }).click();
  await page.getByRole("combobox", { name: "Whose lanes" }).fill("maren");
  await page.getByRole("option", { name: /Maren Falk/ }).click();
  await page.keyboard.press("Escape");
  const lane = page.getByRole("group", { name: /^Maren Falk,/ });
  await lane.getByText(/Private, 15:00 to 16:00/).waitFor();
  assert.equal(await page.getByText("Board papers").count(), 0);
});

test("lanes: day and working days, on and back, what stands on a hidden day is said", async () => {
  const page = await open(undefined, { path: "/lanes?view=working-days" });
  await page.getByRole("heading", { name: /8 to 12 March/ }).waitFor();
  assert.deepEqual(await faults(page), []);
  // The lane that is pointed at reads as a line of names, whatever has a number on it.
  await page.getByRole("group", { name: /^Monday 8,/ }).hover();
  await page.getByText(/^Monday 8: 08:00 Read-in, 09:00 Tide lease review, 10:30 Harbour authority, /).waitFor();
  await page.mouse.move(5, 5);
  await page.getByText(/^Monday 8: 08:00/).waitFor({ state: "detached" });
  await page.keyboard.press("l");
  await page.getByRole("heading", { name: /15 to 19 March/ }).waitFor();
  await page.keyboard.press("0");
  await page.getByRole("heading", { name: /8 to 12 March/ }).waitFor();
  await page.getByRole("button", { name: /^What is shown/ }).click();
  await page.getByRole("button", { name: "the day", exact: true }).click();
  await page.getByRole("heading", { name: /Monday 8 March/ }).waitFor();
  await page.keyboard.press("h");
  // A day back is a day back: weekends are reached too.
  await page.getByRole("heading", { name: /Sunday 7 March/ }).waitFor();
  await page.keyboard.press("h");
  await page.keyboard.press("h");
  await page.getByRole("heading", { name: /Friday 5 March/ }).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("find: a word leads to an entry of any day with its sheet open, and a name to that person's lane", async () => {
  const page = await open();
  await page.getByRole("group", { name: "Today’s lanes" }).waitFor();
  await page.keyboard.press("/");
  await page.keyboard.type("steering");
  await page
    .getByRole("option", {
      name: /Tide lease, steering group, Petrel.*Thursday 11 March 2027, 14:00/,
    })
    .waitFor();
  assert.deepEqual(await faults(page), []);
  // The group of that name stands first, then who is in it.
  const found = page.getByRole("option", { name: /Tide lease, steering group, Petrel.*Thursday 11 March 2027, 14:00/ });
  for (let i = 0; i < 8 && (await found.getAttribute("aria-selected")) !== "true"; i++) await page.keyboard.press("ArrowDown");
  await page.keyboard.press("Enter");
  await page.getByRole("dialog", { name: "Tide lease, steering group" }).waitFor();
  await page.getByRole("heading", { name: /Thursday 11 March/ }).waitFor();
  await page.keyboard.press("Escape");
  // What was closed is found once more.
  await page.getByRole("dialog", { name: "Tide lease, steering group" }).waitFor({ state: "detached" });
  await page.getByRole("combobox", { name: "Find a person, meeting or place" }).fill("steering");
  await found.click();
  await page.getByRole("dialog", { name: "Tide lease, steering group" }).waitFor();
  await page.keyboard.press("Escape");
  await page.getByRole("combobox", { name: "Find a person, meeting or place" }).fill("vaitk");
  await page.getByRole("option", { name: /Ruta Vaitkus array design, day starts in 2 h 4\d/ }).click();
  await page.getByRole("group", { name: /^Ruta Vaitkus,/ }).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("lanes: a set has a name, and that and a further clock are there again on another machine", async () => {
  const page = await open(undefined, { path: "/lanes" });
  await page.getByRole("button", { name: /^Whose lanes/ }).click();
  const whose = page.getByRole("dialog", { name: "Whose lanes" });
  await whose.getByRole("button", { name: "Remove Wiremu Paki" }).click();
  await whose.getByLabel("Keep these lanes as a set called").fill("Atlantic");
  await whose.getByRole("button", { name: "Keep the set" }).click();
  await whose.getByRole("button", { name: "Atlantic", exact: true }).waitFor();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Clocks/ }).click();
  await page.getByLabel("Another clock").fill("india");
  await page
    .getByRole("list", { name: "Time zones found" })
    .getByRole("button", { name: /Kolkata/ })
    .click();
  await page.getByRole("button", { name: "Remove the clock of Kolkata" }).waitFor();
  const other = await open(undefined, { path: "/lanes" });
  await other.getByText("Kolkata", { exact: true }).waitFor();
  await other.getByRole("group", { name: /^Wiremu Paki,/ }).waitFor();
  await other.getByRole("button", { name: /^Whose lanes/ }).click();
  await other.getByRole("button", { name: "Atlantic", exact: true }).click();
  await other.getByRole("group", { name: /^Wiremu Paki,/ }).waitFor({ state: "detached" });
  assert.deepEqual(other.wrong, []);
});

test("lanes: a month is walked by arrow keys, a week opens in place, and two weeks stand as a list", async () => {
  const page = await open(undefined, { path: "/lanes?view=month&from=2027-03-08" });
  await page.getByText(/taken, busiest Monday 8, .* with nothing\./).waitFor();
  const tuesday = page.getByRole("button", {
    name: /^Tuesday 9 March: 08:00 Read-in, 09:30 Ana, weekly/,
  });
  await tuesday.focus();
  await page.keyboard.press("ArrowDown");
  assert.match((await page.evaluate(() => document.activeElement.getAttribute("aria-label"))) ?? "", /^Tuesday 16 March/);
  await page.keyboard.press("Enter");
  await page
    .getByRole("group", { name: "Week 11" })
    .getByRole("button", { name: /^Ana, weekly, 09:30 to 10:15.*Tuesday 16$/ })
    .waitFor();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("l");
  await page.getByRole("button", { name: "When: April 2027" }).waitFor();
  await page.getByRole("button", { name: "What is shown: the month" }).click();
  await page.getByRole("button", { name: "a list of two weeks" }).click();
  await page
    .getByRole("region", { name: "Thursday 1 April" })
    .getByRole("button", { name: /08:00 to 08:30.*Read-in/ })
    .click();
  await page.getByRole("dialog", { name: "Read-in" }).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("lanes: an entry is taken to another day of the month by hand, and back with an undo", async () => {
  const page = await open(undefined, { path: "/lanes?view=month&from=2027-03-08" });
  const day = (name) => page.getByRole("button", { name });
  const from = day(/^Tuesday 16 March: .*18:15 Pilot roster/);
  await from.waitFor();
  const line = day(/^Friday 19 March: .*14:00 Week close with Noor/).getByText("Week close with Noor");
  const to = await day(/^Thursday 25 March/).boundingBox();
  const at = await line.boundingBox();
  await page.mouse.move(at.x + 20, at.y + 6);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, to.y + 40, { steps: 6 });
  await page.keyboard.press("Escape");
  await page.mouse.up();
  assert.equal(await page.getByRole("dialog").count(), 0);
  await page.mouse.move(at.x + 20, at.y + 6);
  await page.mouse.down();
  await page.mouse.move(to.x + 40, to.y + 40, { steps: 6 });
  await page.mouse.up();
  // It is one of a series: it is asked first how far that reaches.
  const sheet = page.getByRole("dialog", { name: "Week close with Noor" });
  await sheet.getByText("Moved to 25 March, 14:00 to 14:30", { exact: false }).waitFor();
  await sheet.getByRole("button", { name: /^Change this one/ }).click();
  await sheet.waitFor({ state: "detached" });
  await day(/^Thursday 25 March: .*14:00 Week close with Noor/).waitFor();
  await page.getByRole("button", { name: /^Undo/ }).click();
  await day(/^Friday 19 March: .*14:00 Week close with Noor/).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("each place says in a line what it is for, until it is dismissed", async () => {
  const page = await open();
  await page.getByText("The Desk shows what waits for an answer or a decision").waitFor();
  await page.getByRole("link", { name: "Lanes" }).first().click();
  const line = page.getByText("Lanes shows calendars side by side.");
  await line.waitFor();
  await page.getByRole("button", { name: "Dismiss what this place is for" }).click();
  await line.waitFor({ state: "detached" });
  await page.getByRole("link", { name: "People" }).first().click();
  await page.getByText("People lists everybody inside and outside").waitFor();
  // Also on another machine of hers.
  const later = await open();
  await later.getByText("The Desk shows what waits").waitFor();
  await later.getByRole("link", { name: "Lanes" }).first().click();
  await later.getByRole("group", { name: /^Maren Falk,/ }).first().waitFor();
  assert.equal(await later.getByText("Lanes shows calendars side by side.").count(), 0);
});

test("a press counts though the page moves under it", async () => {
  const page = await open();
  await page.getByRole("link", { name: "Chase" }).first().click();
  const cancel = page.getByRole("button", { name: "Cancel it…" });
  await cancel.waitFor();
  const { x, y, width, height } = await cancel.boundingBox();
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.evaluate(() => document.querySelector("main").before(Object.assign(document.createElement("div"), { style: "height: 90px" })));
  await page.mouse.up();
  await page.getByRole("form", { name: "Cancel it" }).waitFor();
  // Who moves away from a button before letting go does not press it.
  await page.getByRole("button", { name: "Do not cancel" }).click();
  await cancel.waitFor();
  const again = await cancel.boundingBox();
  await page.mouse.move(again.x + again.width / 2, again.y + again.height / 2);
  await page.mouse.down();
  await page.mouse.move(again.x + again.width / 2, again.y - 200);
  await page.mouse.up();
  assert.equal(await page.getByRole("form", { name: "Cancel it" }).count(), 0);
});

test("arrange: what is wrong is said at its part, and what was typed is kept", async () => {
  const page = await open();
  // A length that cannot be.
  page.meant.push("400");
  await page.keyboard.press("n");
  await page.getByRole("textbox", { name: "Title" }).fill("Tide gauge");
  await page.getByRole("button", { name: /^Who must come/ }).click();
  const names = page.getByRole("combobox", { name: "Who must come" });
  await names.fill("not@an address");
  await names.press("Enter");
  await page
    .getByRole("alert")
    .getByText(/no e-mail address/)
    .waitFor();
  await names.fill("");
  await names.fill("rosa@porto-norte.example; fergus.hale@northpool.example");
  await names.press("Enter");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Who must come: rosa@porto-norte.example and Fergus/ }).waitFor();
  await page.getByRole("button", { name: /^How long/ }).click();
  await page.getByLabel("Or minutes").fill("2000");
  await page.keyboard.press("Escape");
  await page.getByRole("alert").getByText("Give a length from 5 minutes to 24 hours.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.reload();
  assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), "Tide gauge");

  // Who signs in next on this machine finds nothing of it.
  await page.getByRole("button", { name: "Noor Haddad", exact: true }).click();
  await page.getByRole("menuitem", { name: "Sign out" }).click();
  await page.getByRole("button", { name: /Maren Falk/ }).click();
  await page.getByRole("link", { name: "Arrange a meeting" }).click();
  assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), "");
  await page.context().close();
});

for (const [width, scheme] of [
  [1024, "light"],
  [1600, "light"],
  [1280, "dark"],
]) {
  test(`every place holds at ${width} wide, ${scheme}`, async () => {
    const page = await open(/Noor Haddad/, {
      viewport: { width, height: 800 },
      colorScheme: scheme,
    });
    for (const path of ["/", "/lanes", "/lanes?view=working-days", "/chase", "/people"]) {
      await page.goto(its.demo.address + path);
      await page.getByRole("heading", { level: 1 }).waitFor();
      const wider = await page.evaluate(() => document.querySelector("main").scrollWidth - document.querySelector("main").clientWidth);
      assert.equal(wider, 0, path);
      if (width < 1600) assert.deepEqual(await faults(page), [], path);
    }
  });
}
