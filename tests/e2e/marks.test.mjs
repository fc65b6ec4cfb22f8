import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

const open = (name = /Noor Haddad/, options) => signIn(its.browser, its.demo.address, name, options);

test("reminders: one comes when it is time to is put off, and put away in every tab", async () => {
  const page = await open();
  const strip = page.getByRole("region", { name: "Reminders" });
  await strip.getByText("Began 42 minutes ago").waitFor();
  await strip.getByRole("button", { name: "1 more" }).click();
  // Read-in was over before anybody looked.
  await strip.getByText("Missed").waitFor();
  assert.deepEqual(await faults(page), []);
  await strip.getByRole("button", { name: "Dismiss all 2" }).click();
  await strip.waitFor({ state: "detached" });
  await advance(page, 20 * 60);
  await page.reload();
  await strip.getByText("Leave now").waitFor();
  await strip.getByText(/10:30 to 11:30 · Cais do Norte · 30 minutes on the way · for Maren/).waitFor();
  assert.deepEqual(await faults(page), []);

  const other = await page.context().newPage();
  await other.goto(`${its.demo.address}/chase`);
  const there = other.getByRole("region", { name: "Reminders" });
  await there.getByText("Leave now").waitFor();
  await strip.getByRole("button", { name: "Remind again: Later" }).click();
  // While a pointer is held down nothing moves away under it.
  await other.mouse.move(640, 600);
  await other.mouse.down();
  const read = other.waitForResponse((r) => r.url().endsWith("/api/reminders") && r.request().method() === "GET");
  await page.getByRole("button", { name: "in 5 minutes" }).click();
  await strip.waitFor({ state: "detached" });
  await (await read).finished();
  await there.getByText("Leave now").waitFor();
  await other.mouse.up();
  await there.waitFor({ state: "detached" });
  await advance(page, 5 * 60);
  await other.reload();
  await there.getByText("Leave now").waitFor();
  await there.getByRole("button", { name: "Dismiss the reminder of Harbour authority" }).click();
  await there.waitFor({ state: "detached" });
  assert.deepEqual(page.wrong, []);
  await page.context().close();
});

test("reminders: of whom and how long before is chosen, and an entry has its own", async () => {
  const page = await open(/Maren Falk/);
  await page.getByRole("button", { name: "Maren Falk", exact: true }).click();
  await page.getByRole("menuitem", { name: "Reminders" }).click();
  const sheet = page.getByRole("dialog", { name: "Reminders" });
  await sheet.getByLabel("How long before").selectOption("30 minutes before");
  assert.deepEqual(await faults(page), []);
  await sheet.getByRole("button", { name: "Save" }).click();
  await sheet.waitFor({ state: "detached" });
  await page.goto(`${its.demo.address}/lanes`);
  await page.getByRole("button", { name: /^Board papers, 14:00/ }).click();
  const entry = page.getByRole("dialog", { name: "Board papers" });
  await entry.getByRole("button", { name: "Reminder: as usual" }).click();
  await page.getByRole("button", { name: "an hour before" }).click();
  await entry.getByRole("button", { name: "Reminder: an hour before" }).waitFor();
});

test("categories: made while tagging, several at once, filtered by, and they colour", async () => {
  const page = await open(undefined, { path: "/lanes?view=working-days" });
  await page.getByRole("button", { name: /^Turbine 3 sign-off/ }).click();
  const sheet = page.getByRole("dialog", { name: "Turbine 3 sign-off" });
  await sheet.getByRole("button", { name: "Category: Yard" }).click();
  await page.getByLabel("A category, known or new").fill("Sign-offs");
  await page.getByRole("button", { name: "Make the category Sign-offs" }).click();
  await sheet.getByRole("button", { name: "Category: Sign-offs" }).waitFor();
  assert.deepEqual(await faults(page), []);
  await page.keyboard.press("Escape");
  await sheet.waitFor({ state: "detached" });

  await page.getByRole("button", { name: /^Yard walk/ }).focus();
  await page.keyboard.press("x");
  await page.getByRole("button", { name: /^Crew lunch/ }).focus();
  await page.keyboard.press("x");
  const bar = page.getByRole("group", { name: "Chosen entries" });
  await bar.getByText("2 chosen").waitFor();
  assert.deepEqual(await faults(page), []);
  await bar.getByRole("button", { name: /^Category for the chosen/ }).click();
  await page.getByRole("button", { name: "Yard", exact: true }).click();
  await page.getByRole("status").getByText("2 entries are Yard.").waitFor();
  await page.getByRole("button", { name: /^Crew lunch.*Yard/ }).waitFor();
  await page.keyboard.press("z");
  await page.getByRole("status").getByText("Undone.").waitFor();
  await page.getByRole("button", { name: /^Crew lunch.*Yard/ }).waitFor({ state: "detached" });

  await page.getByRole("button", { name: "Categories: all categories" }).click();
  await page.getByRole("checkbox", { name: "Lease" }).check();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Categories: only Lease" }).waitFor();
  // Taken time of other categories still stands there, named for who asks, without its label.
  const lease = page.getByRole("button", { name: /^Tide lease review/ });
  assert.match(await lease.innerText(), /Tide lease review/);
  const quiet = page.getByRole("button", { name: /^Lunch with Ana/ });
  assert.equal(await quiet.innerText(), "");
  assert.deepEqual(page.wrong, []);
});

test("categories: one is renamed where it is chosen, and a colleague who only looks cannot", async () => {
  const page = await open(undefined, { path: "/lanes" });
  await page.getByRole("button", { name: /^Categories:/ }).click();
  await page.getByRole("button", { name: "Change the category Board of Maren" }).click();
  await page.getByLabel("Name of the category").fill("Board and owners");
  await page.getByRole("radio", { name: "Colour 6" }).click();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByRole("checkbox", { name: /Board and owners/ }).waitFor();
  const ana = await open(/Ana Brandão/);
  const people = await ana.evaluate(async () => (await (await fetch("/api/people?text=maren")).json())[0].id);
  await ana.goto(`${its.demo.address}/lanes?who=${people}`);
  await ana.getByRole("button", { name: /^Tide lease review/ }).click();
  await ana.getByRole("dialog").getByText("Category Lease").waitFor();
  assert.equal(
    await ana
      .getByRole("dialog")
      .getByRole("button", { name: /^Category/ })
      .count(),
    0,
  );
});

test("year: what comes back, no-go weeks kept and opened again, a week opens", async () => {
  const page = await open(undefined, { path: "/lanes?view=year" });
  await page.getByText(/^Fullest is week 10 with .*one no-go week\.$/).waitFor();
  await page.getByRole("list", { name: "Series" }).getByRole("button", { name: "Ana, weekly", exact: true }).waitFor();
  await page.getByText(/Days off: Holiday in Lisbon: .*26 March Sexta-feira Santa;/).waitFor();
  assert.deepEqual(await faults(page), []);
  const part = page.getByRole("region", { name: "No-go weeks" });
  await part.getByRole("button", { name: /^First week/ }).click();
  await page
    .getByRole("dialog", { name: "First week" })
    .getByRole("button", { name: /^Week 20/ })
    .click();
  await part.getByLabel("Why").fill("annual meeting");
  await part.getByRole("button", { name: "Keep the week free of new things" }).click();
  await part.getByText("annual meeting").waitFor();
  await page.getByRole("status").getByText("Nothing new is arranged for Maren from 17 May to 23 May.").waitFor();
  await page.locator("body").click({ position: { x: 5, y: 400 } });
  await page.keyboard.press("z");
  await part.getByText("annual meeting").waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Week 10, from 8 March/ }).click();
  await page.getByRole("heading", { name: /8 to 14 March/ }).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("lanes: hours are drawn nearer by key and by wheel around the pointer, and as they were", async () => {
  const page = await open(undefined, { path: "/lanes" });
  const review = page.getByRole("button", { name: /^Tide lease review/ });
  const width = async () => (await review.boundingBox()).width;
  await review.waitFor();
  const before = await width();
  await page.keyboard.press("+");
  await page.getByRole("button", { name: "The whole day again" }).waitFor();
  assert.ok((await width()) > before * 1.3);
  await page.keyboard.press("=");
  await page.getByRole("button", { name: "The whole day again" }).waitFor({ state: "detached" });
  assert.ok(Math.abs((await width()) - before) < 1);
  const box = await review.boundingBox();
  await page.mouse.move(box.x + 4, box.y + 40);
  await page.keyboard.down("Control");
  for (let i = 0; i < 4; i++) await page.mouse.wheel(0, -60);
  await page.keyboard.up("Control");
  await page.getByRole("button", { name: "The whole day again" }).waitFor();
  const nearer = await review.boundingBox();
  assert.ok(nearer.width > before * 1.5);
  // What the pointer was on is still under it.
  assert.ok(nearer.x <= box.x + 6 && nearer.x + nearer.width > box.x + 4);
  assert.deepEqual(await faults(page), []);
  assert.deepEqual(page.wrong, []);
});

test("reminders: the browser tells one too where that is allowed, once over two tabs", async () => {
  const page = await open(/Desmond Oyelaran/);
  // The browser of the tests shows none; what it would be given is written down instead.
  await page.context().addInitScript(() => {
    window.Notification = class {
      static permission = "granted";
      static requestPermission = async () => "granted";
      constructor(title, { body }) {
        const told = JSON.parse(localStorage.getItem("told") ?? "[]");
        localStorage.setItem("told", JSON.stringify([...told, `${title}: ${body}`]));
      }
    };
  });
  await page.reload();
  await page.getByRole("button", { name: "Desmond Oyelaran", exact: true }).click();
  await page.getByRole("menuitem", { name: "Reminders" }).click();
  const sheet = page.getByRole("dialog", { name: "Reminders" });
  await sheet.getByLabel(/browser/i).check();
  await sheet.getByRole("button", { name: "Save" }).click();
  await sheet.waitFor({ state: "detached" });
  const other = await page.context().newPage();
  await other.goto(its.demo.address);
  await other.getByRole("navigation", { name: "Places" }).waitFor();
  // Five minutes before something of his begins.
  const { now } = await page.evaluate(async () => (await fetch("/api/desk")).json());
  await advance(page, Math.round((Date.UTC(2027, 2, 8, 14, 25) - now) / 1000));
  for (const tab of [page, other]) {
    await tab.reload();
    await tab.getByRole("region", { name: "Reminders" }).waitFor();
  }
  await page.waitForFunction(() => localStorage.getItem("told") !== null);
  const told = await page.evaluate(() => JSON.parse(localStorage.getItem("told")));
  assert.equal(new Set(told).size, told.length);
  assert.match(told[0], /: .*Desmond$/);
  assert.deepEqual(page.wrong, []);
  await page.context().close();
});
