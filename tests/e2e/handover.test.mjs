import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, fits, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("an assistant hands over what is open with notes, who covers keeps it, and on return it says what was done", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  await noor.getByRole("button", { name: "Noor Haddad", exact: true }).click();
  await noor.getByRole("menuitem", { name: "Hand over" }).click();
  const day = async (name, date) => {
    await noor.getByRole("button", { name: `${name}: a day` }).click();
    await noor.getByRole("dialog", { name }).getByLabel(name).fill(date);
    await noor.keyboard.press("Escape");
  };
  await day("First day", "2027-03-08");
  await day("Last day", "2027-03-12");
  await noor.getByRole("button", { name: "Who covers: somebody" }).click();
  await noor.getByRole("combobox", { name: "Who covers" }).fill("ines q");
  await noor
    .getByRole("option", { name: /^Ines Quadros/ })
    .first()
    .click();
  await noor.getByRole("textbox", { name: "Note on Ferry operators, spring" }).fill("She wants to go; ask for half an hour");
  const wiremu = noor.getByRole("region", { name: "For Wiremu Paki" });
  await wiremu.getByRole("textbox", { name: "Promised for Wiremu Paki" }).fill("Ring Mere Tawhai back about the evening");
  await wiremu.getByRole("button", { name: "Add it" }).click();
  await noor.getByRole("listitem", { name: "Decide Ruta Vaitkus asks" }).getByRole("button", { name: "Keep this one myself" }).click();
  await noor.getByRole("listitem", { name: "Decide Ruta Vaitkus asks" }).getByRole("button", { name: "Hand it over" }).waitFor();
  assert.deepEqual(await faults(noor), []);
  await noor.getByRole("button", { name: /^Hand \d+ over to Ines/ }).click();
  await noor.getByRole("heading", { level: 1, name: /^To 12 March you leave Ines Quadros/ }).waitFor();
  await noor.getByText("Nothing yet.").waitFor();
  assert.equal(await noor.getByRole("listitem", { name: "Decide Ruta Vaitkus asks" }).count(), 0);

  // She finds it on the Desk, answers from there, and writes what came of what was promised.
  const ines = await signIn(its.browser, its.demo.address, /Ines Quadros/);
  await ines
    .getByRole("list", { name: "Handovers" })
    .getByRole("link", { name: /See the handover/ })
    .click();
  const asked = ines.getByRole("listitem", { name: "Answer Ferry operators, spring" });
  await asked.getByText("Noor: “She wants to go; ask for half an hour”").waitFor();
  const back = ines.getByRole("textbox", { name: "Your note on Ring Mere Tawhai back about the evening" });
  await back.fill("She rings on Thursday");
  await back.press("Enter");
  await ines.getByRole("status").getByText("is kept.").waitFor();
  assert.deepEqual(await faults(ines), []);
  await asked.getByRole("button", { name: "Open the entry" }).click();
  const sheet = ines.getByRole("dialog", { name: "Ferry operators, spring" });
  await sheet
    .getByRole("button", { name: /^Accept/ })
    .first()
    .click();
  await asked.waitFor({ state: "detached" });
  assert.deepEqual(ines.wrong, []);

  // Her screen follows while it is open.
  await noor.getByText("Ines: “She rings on Thursday”").waitFor();
  await noor.getByText(/Ines Quadros answered “Ferry operators, spring”, 8 March/).waitFor();
  await noor.getByRole("heading", { name: "What Ines Quadros has done meanwhile" }).waitFor();
  await noor.getByRole("button", { name: "Take it back" }).click();
  await noor.getByRole("heading", { level: 1, name: /^While I am away/ }).waitFor();
  // What is taken back does not stay on her screen.
  ines.meant.push("404");
  await ines.getByText(/^Not found/).waitFor();
  await asked.waitFor({ state: "detached" });
  await noor.keyboard.press("Control+z");
  await noor.getByRole("link", { name: /^To 12 March you leave Ines Quadros/ }).waitFor();
  assert.deepEqual(noor.wrong, []);
});

test("a principal's page fits a hand: now and next, an answer, what was done, and a grant withdrawn at once", async () => {
  const maren = await signIn(its.browser, its.demo.address, /Maren Falk/, { viewport: { width: 390, height: 844 }, hasTouch: true });
  await maren.goto(`${its.demo.address}/mine`);
  await maren.getByRole("button", { name: /^Tide lease review\s*now, to 10:00/ }).waitFor();
  await maren.getByText("leave at 10:00").waitFor();
  await fits(maren);
  const asked = maren.getByRole("region", { name: "Asked of you" }).getByRole("listitem", { name: "Hiring panel, marine works" });
  await asked.getByRole("button", { name: "Accept" }).click();
  await asked.waitFor({ state: "detached" });
  await maren.getByRole("region", { name: "Done in your name" }).getByText("Noor Haddad").first().waitFor();
  assert.deepEqual(await faults(maren), []);

  await maren.getByRole("button", { name: "Whether they come to you: and to you too" }).click();
  await maren.getByRole("button", { name: "and not to you" }).click();
  await maren.getByRole("button", { name: "Whether they come to you: and not to you" }).waitFor();

  const ines = await signIn(its.browser, its.demo.address, /Ines Quadros/);
  await ines.getByRole("group", { name: "Today’s lanes" }).getByText("Maren Falk").first().waitFor();
  const holder = maren.getByRole("region", { name: "Who may see and do what" }).getByRole("listitem", { name: "Ines Quadros" });
  await holder.getByText("may see everything in your calendar and speak for you").waitFor();
  await holder.getByRole("button", { name: "Withdraw it from Ines Quadros" }).click();
  await holder.waitFor({ state: "detached" });
  // Her open Desk loses the lane.
  await ines.getByRole("group", { name: "Today’s lanes" }).getByText("Maren Falk", { exact: true }).waitFor({ state: "detached" });
  await maren.getByRole("button", { name: /^Undo/ }).click();
  await holder.waitFor();
  assert.deepEqual(maren.wrong, []);
});

test("who covers and when is said once, for the handover and for what it needs, and no note is lost by it", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/handover" });
  for (const [name, date] of [
    ["First day", "2027-04-12"],
    ["Last day", "2027-04-16"],
  ]) {
    await noor.getByRole("button", { name: `${name}: a day` }).click();
    await noor.getByRole("dialog", { name }).getByLabel(name).fill(date);
    await noor.keyboard.press("Escape");
  }
  await noor.getByRole("button", { name: "Who covers: somebody" }).click();
  await noor.getByRole("combobox", { name: "Who covers" }).fill("ada n");
  await noor.getByRole("option", { name: /^Ada Nwosu/ }).click();
  const note = noor.getByRole("textbox", { name: /^Note on/ }).first();
  await note.fill("Ring first");
  await noor.getByText(/^Ada Nwosu does not speak for /).waitFor();
  await noor.getByRole("button", { name: "Let Ada cover" }).click();
  await noor.getByText(/^Ada Nwosu covers in those days, and is told/).waitFor();
  assert.equal(await note.inputValue(), "Ring first");
  await noor.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Access" }).click();
  // Until that place is there, the one before has buttons that speak of cover too.
  await noor.getByRole("grid", { name: "Who sees and does what" }).waitFor();
  await noor.getByRole("button", { name: /cover/i }).first().click();
  await noor.getByRole("form", { name: "Cover" }).getByRole("button", { name: "Who covers: Ada Nwosu" }).waitFor();
  await noor
    .getByRole("form", { name: "Cover" })
    .getByRole("button", { name: /^Last day: .*16 April/ })
    .waitFor();
  assert.deepEqual(noor.wrong, []);
});
