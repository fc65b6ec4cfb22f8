// The day sheet: on screen, printed, by mail, by itself.
import assert from "node:assert/strict";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { advance, faults, fits, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

const open = (who, path = "/sheet") => signIn(its.browser, its.demo.address, who, { path });

/** Presses Print without a printer. */
async function print(page) {
  await page.evaluate(() => {
    window.print = () => undefined;
  });
  await page.getByRole("button", { name: "Print" }).click();
}

/** Every message that went out, as text. */
const mails = () =>
  readdirSync(join(its.demo.data, "simulation"), { recursive: true, withFileTypes: true })
    .filter((f) => f.isFile() && f.name.endsWith(".eml"))
    .map((f) => readFileSync(join(f.parentPath ?? f.path, f.name), "utf8"));

test("A principal's day stands on a sheet, and what changes after it was printed is marked on the next", async () => {
  const page = await open(/Noor Haddad/);
  const paper = page.getByRole("article", { name: "Maren Falk, Monday 8 March 2027" });
  const line = (title) => paper.getByRole("listitem").filter({ hasText: title });
  await line("Lunch with Ana").getByText("leave at 11:20, 40 minutes to go: 10 minutes short").waitFor();
  await line("Blade contract").getByText("pencilled, not answered yet").waitFor();
  assert.equal((await paper.getByText("Private", { exact: true }).count()) > 0, true);
  assert.deepEqual(await faults(page), []);
  await print(page);
  await page.getByText("Printed. What changes from now on is marked on the next sheet.").waitFor();

  const lanes = await open(/Noor Haddad/, "/lanes");
  await lanes.getByRole("textbox", { name: /^In one line/ }).fill("Berth list today 17:15 for 15 minutes");
  await lanes.keyboard.press("Enter");
  await lanes.getByText(/“Berth list” stands/).waitFor();
  await lanes.close();
  // The open sheet hears of it.
  await line("Berth list").getByText("new", { exact: true }).waitFor();
  await page.getByText(/^As of .* Changes are marked since today 09:42, when Noor Haddad handed out the sheet before\.$/).waitFor();

  // What stands on it is chosen, and other days are a key away.
  await page.getByRole("button", { name: /^With: / }).click();
  for (const part of [/^people/i, /^gaps/i]) await page.getByRole("checkbox", { name: part }).uncheck();
  await page.keyboard.press("Escape");
  await paper.getByText("Tomé Vidal, contracts").first().waitFor({ state: "detached" });
  await paper
    .getByText(/^free, /)
    .first()
    .waitFor({ state: "detached" });
  await page.keyboard.press("l");
  await page.getByRole("article", { name: "Maren Falk, Tuesday 9 March 2027" }).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("It is sent to who may know it, each as far as they may, and goes by itself at an hour", async () => {
  const page = await open(/Noor Haddad/);
  await page.getByRole("button", { name: "Send…" }).click();
  const window = page.getByRole("dialog", { name: "Send the sheet" });
  await window.getByLabel(/A line above it/).fill("The ferry people ring at three.");
  await window.getByRole("combobox", { name: "Who gets it" }).fill("Desmond");
  await page.getByRole("option", { name: /Desmond/ }).click();
  assert.deepEqual(await faults(page), []);
  await window.getByRole("button", { name: "Send to 2" }).click();
  await page.getByText("The sheet goes to Maren Falk and Desmond Oyelaran in ten seconds.").waitFor();

  await page.getByRole("button", { name: "Send by itself…" }).click();
  const said = page.getByRole("dialog", { name: "The sheet by itself" });
  await said.getByLabel("At, by Maren’s clock").fill("17:00");
  assert.deepEqual(await faults(page), []);
  await said.getByRole("button", { name: "Send it at 17:00" }).click();
  await page.getByText("The sheet goes at 17:00 by itself, the day before.").waitFor();
  await page.getByRole("button", { name: "Goes by itself…" }).waitFor();
  await advance(page, 8 * 3600);
  // It was made at that hour, and leaves after the seconds in which it can be taken back.
  await advance(page, 11);
  const sent = async (subject) => {
    for (let i = 0; i < 100; i++) {
      const found = mails().filter((m) => m.includes(`Subject: ${subject}`));
      if (found.length > 0) return found;
      await page.waitForTimeout(200);
    }
    throw new Error(`No mail is called “${subject}”.`);
  };
  const today = await sent("Maren Falk, Monday 8 March 2027");
  assert.equal(today.length, 2);
  for (const mail of today) {
    assert.match(mail, /multipart\/alternative/);
    assert.match(mail, /The ferry people ring at three\./);
    assert.match(mail, /calendar\.ics/);
  }
  const [tomorrow] = await sent("Maren Falk, Tuesday 9 March 2027");
  assert.match(tomorrow, /Auto-Submitted: auto-generated/);
  assert.deepEqual(page.wrong, []);
});

test("What stands under an entry is put in another order, for once or for good", async () => {
  const page = await open(/Noor Haddad/, "/sheet?days=5");
  const paper = page.getByRole("article", { name: /^Maren Falk/ });
  const meeting = paper.getByRole("listitem").filter({ hasText: "Clause 7, late delivery" });
  await meeting.waitFor();
  assert.match(await meeting.innerText(), /conference.*Lakshmi Rao.*Clause 7/s);
  await page.getByRole("button", { name: /^With: dial-in, people, agenda/ }).click();
  const up = page.getByRole("button", { name: "Put agenda further up" });
  await up.click();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: /^With: agenda, dial-in, people/ }).waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: "Keep it so" }).click();
  await page.getByText("Every sheet of Maren is made so from now on.").waitFor();
  await page.reload();
  await page.getByRole("button", { name: /^With: agenda, dial-in, people/ }).waitFor();
  assert.match(await meeting.innerText(), /Clause 7.*conference.*Lakshmi Rao/s);
});

test("On a telephone it fits, and who may only look neither sends nor says how it is made", async () => {
  const page = await open(/Maren Falk/);
  await page.getByRole("article").waitFor();
  await fits(page);
  await page.close();
  const ana = await open(/Ana Brandão/, "/lanes");
  const maren = await ana.evaluate(async () => {
    const found = await (await fetch("/api/people?text=Maren")).json();
    return found[0].id;
  });
  await ana.goto(`${its.demo.address}/sheet?who=${maren}`);
  await ana.getByRole("article", { name: /^Maren Falk/ }).waitFor();
  assert.equal(await ana.getByRole("button", { name: "Send…" }).count(), 0);
  await print(ana);
  assert.deepEqual(ana.wrong, []);
});
