import assert from "node:assert/strict";
import { readFile, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { test } from "node:test";
import { advance, faults, signIn, watch, withDemo } from "./corlin.mjs";

const its = withDemo();

const tuesday = "/lanes?from=2027-03-09";

test("a calendar kept elsewhere stands on the lane, follows its server, says when it cannot be read, and goes with an undo", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: tuesday });
  const barge = page.getByRole("button", {
    name: /^Barge Ostra, berth 12, 19:00 to 19:45, pencilled/,
  });
  await barge.click();
  await page.getByText("Read from “Port of Lisbon pilotage”, kept elsewhere, and changed only there.").waitFor();
  assert.equal(
    await page
      .getByRole("dialog", { name: /^Barge/ })
      .getByRole("button", { name: /^When/ })
      .count(),
    0,
  );
  assert.deepEqual(await faults(page), []);

  const file = join(its.demo.data, "simulation/calendars/pilots.lisbon-port.example/ebbline/k7f2.ics");
  const read = await readFile(file, "utf8");
  await writeFile(file, read.replace("Barge Ostra\\, berth 12", "Barge Ostra\\, berth 14"));
  await page.goto(`${its.demo.address}/files`);
  const line = page.getByRole("listitem", { name: "Port of Lisbon pilotage" });
  await line.getByRole("button", { name: "Read it now" }).click();
  await line.getByText("Being read…").waitFor();
  await advance(page, 60);
  await line.getByText("Read today at 09:43.").waitFor();
  await page.goto(its.demo.address + tuesday);
  await page.getByRole("button", { name: /^Barge Ostra, berth 14/ }).waitFor();

  await page.goto(`${its.demo.address}/files`);
  await page.getByRole("textbox", { name: "Address" }).fill("webcal://tides.example/sines.ics");
  await page.getByRole("textbox", { name: "Name" }).fill("Tides");
  await page.getByRole("button", { name: "Put it on Maren’s lane" }).click();
  const tides = page.getByRole("listitem", { name: "Tides" });
  await tides.getByText("Being read…").waitFor();
  await advance(page, 1);
  await tides.getByText(/^The server at that address did not answer. The next try is today at 09:4/).waitFor();
  assert.deepEqual(await faults(page), []);
  await page.goto(its.demo.address + tuesday);
  await page.getByText("Tides could not be read yet").waitFor();

  await page.goto(`${its.demo.address}/files`);
  await tides.getByRole("button", { name: "Take it off the lane" }).click();
  await tides.waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Undo/ }).click();
  await tides.waitFor();
  await tides.getByRole("button", { name: "Change" }).click();
  const change = page.getByRole("form", { name: "Change Tides" });
  await change.getByRole("textbox", { name: "Address" }).fill("http://pilots.lisbon-port.example/ebbline/k7f2.ics");
  await change.getByRole("button", { name: "How they take time: as they say" }).click();
  await page.getByRole("button", { name: /no time at all/ }).click();
  await change.getByRole("button", { name: "Save" }).click();
  // What is on its way to the server is not due yet; the form closes when it is kept.
  await change.waitFor({ state: "detached" });
  await tides.getByText("Being read…").waitFor();
  await advance(page, 1);
  await tides.getByText("4 entries, not taking time").waitFor();
  assert.deepEqual(page.wrong, []);
});

test("an address that is none is said to be, and who may not change the lane is told so", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  page.meant.push("400");
  await page.goto(`${its.demo.address}/files`);
  await page.getByRole("textbox", { name: "Address" }).fill("the pilots");
  await page.getByRole("textbox", { name: "Name" }).fill("Pilots");
  await page.getByRole("button", { name: "Put it on Maren’s lane" }).click();
  await page
    .getByRole("alert")
    .getByText("“the pilots” is no address of a calendar. Give one that begins with https:// and names a server.")
    .waitFor();
  assert.equal(await page.getByRole("textbox", { name: "Address" }).inputValue(), "the pilots");
});

test("a paper is laid with a meeting, found by its name, taken up, taken away and brought back", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/lanes" });
  const board = page.getByRole("group", { name: /^Maren Falk,/ });
  await board.getByRole("button", { name: /^Harbour authority/ }).click();
  const sheet = page.getByRole("dialog", { name: "Harbour authority" });
  const pdf = {
    name: "Berth plan.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("%PDF-1.7 berth"),
  };
  const tool = {
    name: "tool.exe",
    mimeType: "application/octet-stream",
    buffer: Buffer.from("MZ"),
  };
  await sheet.getByLabel("Papers for Harbour authority").setInputFiles([pdf, tool]);
  await sheet
    .getByRole("alert")
    .getByText(/^“tool.exe” is not taken\./)
    .waitFor();
  const link = sheet.getByRole("link", { name: "Berth plan.pdf" });
  const [taken] = await Promise.all([page.waitForEvent("download"), link.click()]);
  assert.equal(taken.suggestedFilename(), "Berth plan.pdf");
  assert.equal(await readFile(await taken.path(), "utf8"), "%PDF-1.7 berth");
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  await sheet.waitFor({ state: "detached" });
  await page.getByRole("combobox", { name: "Find a person, meeting or place" }).fill("berth plan");
  await page.getByRole("option", { name: /Harbour authority.*paper “Berth plan\.pdf”/ }).click();
  await sheet.getByRole("button", { name: "Remove Berth plan.pdf" }).click();
  await link.waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Undo/ }).click();
  await link.waitFor();
  page.meant.push("400");
});

test("a link is made for a program, renewed, and ended; who has it reads the calendar as a page too", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/files" });
  const make = page.getByRole("form", { name: "Make a link" });
  await make.getByRole("button", { name: "How much: titles and places" }).click();
  await page.getByRole("button", { name: /^only what time is taken/ }).click();
  await make.getByRole("button", { name: "How far: 90 days ahead" }).click();
  await page.getByRole("button", { name: /^four weeks ahead/ }).click();
  await make.getByRole("button", { name: "Make the link" }).click();
  const shown = page.getByRole("region", { name: "The new link" });
  const link = shown.getByRole("textbox", { name: /^For a calendar program/ });
  await link.waitFor();
  const first = await link.inputValue();
  const read = await (await fetch(first)).text();
  assert.match(read, /SUMMARY:Taken/);
  assert.doesNotMatch(read, /Read-in/);
  assert.deepEqual(await faults(page), []);

  const other = watch(await (await its.browser.newContext()).newPage(), "a reader of the link");
  // The link that was ended.
  other.meant.push("410");
  await other.goto(first.replace("/calendar.ics", ""));
  await other.getByRole("heading", { name: "Maren Falk" }).waitFor();
  await other.getByRole("heading", { name: "Monday 8 March 2027" }).waitFor();
  assert.deepEqual(await faults(other), []);

  await page.reload();
  const line = page.getByRole("listitem", { name: "Link of Noor Haddad" });
  await line.getByText(/^Read today at 09:4\d by /).waitFor();
  await line.getByRole("button", { name: "Renew the link" }).click();
  await shown.waitFor();
  const second = await link.inputValue();
  assert.notEqual(second, first);
  await other.reload();
  await other.getByText("This link led to a calendar and has ended.").waitFor();

  await line.getByRole("button", { name: "End it" }).click();
  await line.waitFor({ state: "detached" });
  assert.equal((await fetch(second)).status, 410);
  await page.getByRole("button", { name: /^Undo/ }).click();
  await line.waitFor();
  assert.equal((await fetch(second)).status, 200);
});
