import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

const open = async (name = /Noor Haddad/) => {
  const page = await signIn(its.browser, its.demo.address, name);
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Access" }).click();
  await page.getByRole("grid", { name: "Who sees and does what" }).waitFor();
  return page;
};

const cell = (page, who, whose) => page.getByRole("gridcell", { name: new RegExp(`^${who}, ${whose}:`) });

test("the table is walked by key, the chosen cell is changed as a sentence, told, and taken back", async () => {
  const page = await open();
  await cell(page, "Ines Quadros", "Maren Falk").click();
  await page.keyboard.press("ArrowRight");
  assert.match(
    await page.evaluate(() => document.activeElement.getAttribute("aria-label")),
    /^Ines Quadros, Desmond Oyelaran: Everything, speak for/,
  );
  await page.keyboard.press("ArrowLeft");
  await page.getByText("Ines Quadros sees").waitFor();
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => document.activeElement.getAttribute("aria-label") === "Sees: everything");
  await page.keyboard.press("Enter");
  await page
    .getByRole("dialog", { name: "Sees" })
    .getByRole("button", { name: /^Headlines/ })
    .click();
  // Speaking for somebody needs Everything: what may be done goes down with the sight.
  await page.getByRole("button", { name: "May: change" }).waitFor();
  await page.getByRole("textbox", { name: "A line with it" }).fill("While the board sits");
  await page.getByRole("button", { name: "Change it for Ines" }).click();
  await page.getByRole("gridcell", { name: "Ines Quadros, Maren Falk: Headlines, change" }).waitFor();
  assert.deepEqual(await faults(page), []);

  await advance(page, 11);
  const ines = await signIn(its.browser, its.demo.address, /Ines Quadros/);
  const told = ines.getByRole("list", { name: "Access updates" }).getByRole("listitem");
  await told.getByText("Noor Haddad for Maren Falk changed it: you may now see headlines of Maren’s calendar and change it.").waitFor();
  await told.getByText("“While the board sits”").waitFor();
  await told.getByRole("link", { name: "See Maren’s lane" }).click();
  await ines.getByRole("group", { name: /^Maren Falk,/ }).waitFor();

  // Her screen loses what is withdrawn while it is open.
  await page.keyboard.press("Delete");
  await page.getByRole("status").getByText("Withdrawn: Ines Quadros").waitFor();
  await page.getByText("has no personal access here").waitFor();
  const lane = ines.getByRole("group", { name: /^Maren Falk,/ });
  await lane.getByRole("button", { name: /Tide lease review/ }).waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Undo/ }).click();
  await page.getByRole("gridcell", { name: "Ines Quadros, Maren Falk: Headlines, change" }).waitFor();
  await ines
    .getByRole("group", { name: /^Maren Falk,/ })
    .getByRole("button", { name: /Tide lease review/ })
    .waitFor();
  assert.deepEqual([...page.wrong, ...ines.wrong], []);
});

test("what they see stands beside the lane as it is", async () => {
  const page = await open();
  await cell(page, "Tomé Vidal", "Maren Falk").click();
  await page.keyboard.press("v");
  const seen = page.getByRole("region", { name: "What Tomé Vidal sees" });
  await seen.getByText("Tomé reads 7 of 8 titles.").waitFor();
  const lanes = seen.getByRole("group", { name: /Maren Falk|seen by|Maren’s lane/ });
  assert.ok((await lanes.count()) >= 2);
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  await seen.waitFor({ state: "detached" });
  assert.deepEqual(page.wrong, []);
});

test("asked for and offered in one go, it waits on the Desk of who decides, is granted less and told", async () => {
  const page = await open(/Tomé Vidal/);
  await page.getByRole("button", { name: "Ask for access" }).click();
  await page.getByRole("button", { name: /^Whom:/ }).click();
  await page.getByRole("combobox", { name: "Whom" }).fill("wiremu");
  await page.getByRole("option", { name: /Wiremu Paki/ }).click();
  await page.getByRole("button", { name: /^In return:/ }).click();
  await page
    .getByRole("dialog", { name: "In return" })
    .getByRole("button", { name: /^Headlines/ })
    .click();
  await page.getByRole("textbox", { name: "Why" }).fill("harbour dates");
  await page.getByRole("button", { name: "Ask Wiremu" }).click();
  await page.getByText(/You asked Wiremu Paki for headlines/).waitFor();
  await advance(page, 11);

  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  const row = noor.getByRole("listitem").filter({ hasText: "Tomé Vidal asks" });
  await row.getByRole("button", { name: /Tomé Vidal asks/ }).click();
  await row.getByRole("button", { name: "Open in Access" }).click();
  const asked = noor.getByRole("list", { name: "What is asked for" }).getByRole("listitem").filter({ hasText: "Tomé Vidal asks" });
  await asked.getByRole("button", { name: "Sees: headlines" }).click();
  await noor
    .getByRole("dialog", { name: "Sees" })
    .getByRole("button", { name: /^Outline/ })
    .click();
  await asked.getByRole("button", { name: "Grant Tomé this" }).click();
  await asked.waitFor({ state: "detached" });
  await cell(noor, "Tomé Vidal", "Wiremu Paki").getByText("Outline").waitFor();
  await advance(noor, 11);
  await page.getByText(/You asked Wiremu Paki for headlines/).waitFor({ state: "detached" });
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Desk" }).click();
  await page
    .getByRole("list", { name: "Access updates" })
    .getByText("Noor Haddad for Wiremu Paki lets you see the outline of Wiremu’s calendar.")
    .waitFor();
  assert.deepEqual([...page.wrong, ...noor.wrong], []);
});

test("several are granted something in one act, and a title says how many will read it", async () => {
  const page = await open(/Maren Falk/);
  await page.getByRole("button", { name: "Grant access" }).click();
  await page.getByRole("button", { name: /^Who:/ }).click();
  for (const name of ["Array design", "Luis Carrasco"]) {
    await page.getByRole("combobox", { name: "Who", exact: true }).fill(name.slice(0, 5));
    await page
      .getByRole("option", { name: new RegExp(name.slice(0, 5)) })
      .first()
      .click();
  }
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Grant to 2" }).click();
  await cell(page, "Array design", "Maren Falk").getByText("Headlines").waitFor();
  await page.getByRole("link", { name: "Arrange a meeting" }).click();
  await page.getByRole("textbox", { name: "Title" }).fill("Pay round");
  await page.getByText(/^Maren and \d+ others can read this title/).waitFor();
  await page.getByRole("button", { name: /^Who may read it/ }).click();
  await page.getByRole("button", { name: /^private/ }).click();
  await page.getByText(/^Maren and one other can read this title/).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("an administrator closes a site and opens it again", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/lanes?view=year" });
  const closures = page.getByRole("region", { name: "Closures" });
  await closures.getByRole("button", { name: /^Site:/ }).click();
  await page.getByRole("dialog", { name: "Site" }).getByRole("button", { name: "Head office" }).click();
  await closures.getByRole("button", { name: /^First day/ }).click();
  await page.getByRole("dialog", { name: "First day" }).getByLabel("First day").fill("2027-04-19");
  await page.keyboard.press("Escape");
  await closures.getByRole("textbox", { name: "Why it is closed" }).fill("fire drill");
  await closures.getByRole("button", { name: "Close Head office" }).click();
  const line = closures.getByRole("listitem").filter({ hasText: "fire drill" });
  await line.getByText("on 19 April").waitFor();
  await line.getByRole("button", { name: "Open Head office again" }).click();
  await line.waitFor({ state: "detached" });
  assert.deepEqual(page.wrong, []);
});

test("who covers gets in one step what the assistant holds, for some days, and one undo takes all of it back", async () => {
  const page = await open();
  await page.getByRole("button", { name: "Cover while away" }).click();
  const sentence = page.getByRole("form", { name: "Cover" });
  await sentence.getByRole("list", { name: "What is covered" }).getByText("Wiremu Paki").waitFor();
  await sentence.getByRole("button", { name: /^First day/ }).click();
  await page.getByLabel("First day").last().fill("2027-03-22");
  await page.keyboard.press("Enter");
  await sentence.getByRole("button", { name: /^Last day/ }).click();
  await page.getByLabel("Last day").last().fill("2027-03-26");
  await page.keyboard.press("Enter");
  await sentence.getByRole("button", { name: /^Who covers/ }).click();
  await page.getByRole("combobox", { name: "Who covers" }).fill("tomé");
  await page.getByRole("option", { name: /^Tomé Vidal/ }).click();
  await sentence.getByRole("button", { name: "Let Tomé cover for 3" }).click();
  await page.getByRole("status").getByText("Tomé Vidal covers for Maren, Desmond and Wiremu, and is told.").waitFor();
  await cell(page, "Tomé Vidal", "Desmond Oyelaran").click();
  await page.getByText("from 22 March to 26 March").first().waitFor();
  await page.keyboard.press("Control+z");
  await page.getByText("from 22 March to 26 March").first().waitFor({ state: "detached" });
  assert.deepEqual(await faults(page), []);
});

test("an administrator lets somebody into the calendar of a room, who closes it for repairs", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/people?of=rooms" });
  await page.getByRole("option", { name: /^Gannet/ }).click();
  await page.getByRole("link", { name: "Who sees and does what" }).click();
  await page.getByRole("heading", { name: "Who sees and does what in Gannet" }).waitFor();
  await page.getByRole("button", { name: "Grant access" }).click();
  await page.getByRole("button", { name: /^Who:/ }).click();
  await page.getByRole("combobox", { name: "Who", exact: true }).fill("Ines");
  await page.getByRole("option", { name: /^Ines Quadros/ }).click();
  await page.keyboard.press("Escape");
  await page
    .getByRole("button", { name: /^May: / })
    .first()
    .click();
  await page.getByRole("dialog", { name: "May", exact: true }).getByRole("button", { name: /^add/i }).click();
  await page.getByRole("button", { name: "Grant to Ines" }).click();
  await cell(page, "Ines Quadros", "Gannet").getByText("Headlines").waitFor();

  await advance(page, 11);
  const ines = await signIn(its.browser, its.demo.address, /Ines Quadros/);
  const told = ines.getByRole("list", { name: "Access updates" }).getByRole("listitem");
  await told.getByRole("link", { name: "See Gannet’s lane" }).click();
  await ines.getByRole("group", { name: /^Gannet,/ }).waitFor();
  await ines.getByRole("textbox", { name: "In one line" }).fill("Repairs today 14 to 16");
  await ines.getByRole("button", { name: "Enter it" }).click();
  await ines
    .getByRole("group", { name: /^Gannet,/ })
    .getByRole("button", { name: /^Repairs/ })
    .waitFor();
  assert.deepEqual([...page.wrong, ...ines.wrong], []);
});
