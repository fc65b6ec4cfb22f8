// What is typed in a line, taken back and done again, from any screen; and what was sent goes back in words.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();
const as = (name, path) => signIn(its.browser, its.demo.address, name, { path });
const says = (page, words) => page.getByRole("status").getByText(words).waitFor();

test("a line on Lanes is drawn where it would stand, entered, and taken back after the page has gone", async () => {
  const noor = await as(/Noor Haddad/, "/lanes");
  const line = noor.getByRole("textbox", { name: "In one line" });
  await line.fill("call Pedro tomorrow at nine for 20 minutes");
  // What was begun is still there after looking at something else.
  await noor.getByRole("link", { name: "Chase" }).first().click();
  await noor.getByRole("link", { name: "Lanes" }).click();
  await line.waitFor();
  assert.equal(await line.inputValue(), "call Pedro tomorrow at nine for 20 minutes");
  await noor.getByRole("button", { name: "Show that day" }).click();
  await noor.getByRole("img", { name: "call Pedro, not entered yet" }).waitFor();
  assert.deepEqual(await faults(noor), []);
  await line.press("Enter");
  await says(noor, "“call Pedro” stands in Maren Falk’s calendar: Tuesday 9 March, 09:00, 20 minutes.");
  await noor.getByRole("button", { name: /^call Pedro, 09:00 to 09:20/ }).waitFor();

  await noor.reload();
  await noor.getByRole("button", { name: "Undo: you entered “call Pedro”" }).waitFor();
  await noor.keyboard.press("z");
  await says(noor, "Undone: you entered “call Pedro”.");
  await noor.keyboard.press("y");
  await says(noor, "Redone: you entered “call Pedro”.");
  // In a field the keys are the field's.
  await line.fill("x");
  await line.press("Control+z");
  await noor.goto(`${its.demo.address}/history`);
  const row = noor.getByRole("listitem").filter({ hasText: "did again: entered “call Pedro”" });
  await row.getByRole("button", { name: "Take it back" }).click();
  await says(noor, "Undone.");
  await row.getByText("taken back since").waitFor();
  assert.deepEqual(noor.wrong, []);
});

test("a line typed where one finds goes on to a lane or to Arrange", async () => {
  const noor = await as(/Noor Haddad/);
  const find = noor.getByRole("combobox", { name: "Find a person, meeting or place" });
  await find.fill("dentist thursday 1pm");
  await noor.getByRole("option", { name: /“dentist”, Thursday 11 March.*put it on a lane/i }).click();
  await noor.getByRole("textbox", { name: "In one line" }).waitFor();
  assert.equal(await noor.getByRole("textbox", { name: "In one line" }).inputValue(), "dentist thursday 1pm");
  await noor.getByRole("button", { name: /^Enter it for Maren$/ }).waitFor();
  await noor.keyboard.press("Enter");
  await says(noor, /^“dentist” stands in Maren Falk’s calendar: Thursday 11 March/i);
  await find.fill("berths with tomé friday 10am");
  await noor.getByRole("option", { name: /arrange it$/ }).click();
  await noor.getByRole("button", { name: /^Who must come: Tomé/ }).waitFor();
  // What is being written stays; the line takes the words, also those that are not understood.
  await find.fill("Maren and Rosa, half an hour, thursday or friday");
  await noor.getByRole("option", { name: /not understood: “thursday or friday”.*arrange it$/ }).click();
  const line = noor.getByRole("textbox", { name: "In one line" });
  await noor.getByRole("button", { name: "thursday?" }).waitFor();
  assert.equal(await line.inputValue(), "Maren and Rosa, half an hour, thursday or friday");
  await noor.getByRole("button", { name: /^Who must come: Tomé/ }).waitFor();
  assert.deepEqual(noor.wrong, []);
});

test("a line that names people is arranged, and when two last met is answered", async () => {
  const noor = await as(/Noor Haddad/, "/lanes");
  const line = noor.getByRole("textbox", { name: "In one line" });
  await line.fill("lunch with ana b thursday 1pm pier kitchen");
  await noor.getByRole("button", { name: "Arrange it" }).click();
  await noor.getByRole("button", { name: /^Send to 1 for Thursday 11/ }).waitFor();
  await noor.getByRole("combobox", { name: "Find a person, meeting or place" }).fill("when did maren last meet rosa");
  await noor.getByText(/^(Maren last met Rosa Teixeira on|In what you may see Maren has not met Rosa Teixeira)/).waitFor();
  assert.deepEqual(noor.wrong, []);
});

test("arrows walk the entries, the open one is marked, and focus returns to it", async () => {
  const noor = await as(/Noor Haddad/, "/lanes");
  const entry = (name) => noor.getByRole("group", { name: /^Lanes, / }).getByRole("button", { name });
  await entry(/^Tide lease review/).focus();
  await noor.keyboard.press("ArrowRight");
  assert.equal(await entry(/^Harbour authority/).evaluate((e) => e === document.activeElement), true);
  await noor.keyboard.press("Enter");
  await noor.getByRole("dialog", { name: "Harbour authority" }).waitFor();
  assert.equal(await entry(/^Harbour authority/).getAttribute("aria-expanded"), "true");
  await noor.keyboard.press("Escape");
  await noor.getByRole("dialog", { name: "Harbour authority" }).waitFor({ state: "detached" });
  await noor.waitForFunction(() => document.activeElement?.getAttribute("aria-label")?.startsWith("Harbour authority"));
  assert.deepEqual(noor.wrong, []);
});

test("a meeting that was moved and told goes back from the foot, with everyone told", async () => {
  const noor = await as(/Noor Haddad/, "/lanes");
  const meeting = noor.getByRole("group", { name: /^Lanes, / }).getByRole("button", { name: /^Harbour authority/ });
  await meeting.focus();
  for (const key of ["m", "ArrowRight", "Enter"]) await noor.keyboard.press(key);
  await noor.getByRole("button", { name: "Change it and notify 1" }).click();
  await says(noor, /^“Harbour authority” is changed; one is notified in ten seconds/);
  await advance(noor, 30);
  await noor.reload();
  await noor.getByRole("button", { name: "Move it back to Monday 8 March, 10:30 to 11:30 and notify 1" }).click();
  await says(noor, /^Done: move it back to Monday 8 March, 10:30 to 11:30/);
  await noor.getByRole("button", { name: /^Harbour authority, 10:30 to 11:30/ }).waitFor();
  assert.deepEqual(noor.wrong, []);
});
