// Takes the pictures of docs/screenshots from the demo data: node tests/e2e/pictures.mjs
import { advance, openBrowser, signIn, startDemo } from "./corlin.mjs";

const folder = new URL("../../docs/screenshots/", import.meta.url).pathname;
const browser = await openBrowser();
const demo = await startDemo();
const shot = async (page, name) => {
  await page.evaluate(() => document.fonts.ready);
  await page.evaluate(() => Promise.all(document.getAnimations().map((a) => a.finished)));
  await page.mouse.move(0, 0);
  await page.screenshot({ path: `${folder}${name}.png` });
};

const page = await signIn(browser, demo.address, /Noor Haddad/);
await page.getByRole("group", { name: "Today’s lanes" }).waitFor();
await shot(page, "desk");
await page.goto(`${demo.address}/needs-a-look`);
await page.getByRole("list", { name: "What needs a look" }).waitFor();
await shot(page, "needs-a-look");
await page.goto(`${demo.address}/lanes`);
await page.getByRole("group", { name: /^Lanes,/ }).waitFor();
await shot(page, "lanes-day");
await page.goto(`${demo.address}/whereabouts`);
await page
  .getByRole("region", { name: "Maren Falk" })
  .getByRole("button", { name: /^Tuesday 16 March/ })
  .click();
await page.getByRole("button", { name: "Maren is away instead" }).click();
await page
  .getByRole("form", { name: "Post an absence" })
  .getByRole("heading", { name: /falls? into it/ })
  .waitFor();
await shot(page, "whereabouts");

await page.goto(`${demo.address}/lanes?view=month&from=2027-03-08`);
await page.getByRole("group", { name: /^The month/ }).waitFor();
await shot(page, "lanes-month");
await page.goto(`${demo.address}/sheet`);
await page.getByRole("article", { name: /^Maren Falk/ }).waitFor();
await shot(page, "sheet");

await page.goto(`${demo.address}/lanes?view=year`);
await page.getByRole("list", { name: "Series" }).waitFor();
await shot(page, "lanes-year");
const event = (uid, lines) => `BEGIN:VEVENT\r\nUID:${uid}\r\nDTSTART:20270416T170000Z\r\nDURATION:PT45M\r\n${lines}\r\nEND:VEVENT\r\n`;
const file = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${event("a", "SUMMARY:Tide office")}${event("b", "SUMMARY:Buoy signal\r\nRRULE:FREQ=SECONDLY")}END:VCALENDAR\r\n`;
await page.goto(`${demo.address}/files`);
await page
  .getByLabel("Calendar file for Maren Falk")
  .setInputFiles({ name: "tides.ics", mimeType: "text/calendar", buffer: Buffer.from(file) });
await page.getByRole("region", { name: "What came of tides.ics" }).waitFor();
await shot(page, "files");

await page.keyboard.press("n");
await page.getByRole("textbox", { name: "Title", exact: true }).fill("Insurers, renewal terms");
const choose = async (part, names) => {
  await page.getByRole("button", { name: new RegExp(`^${part}`) }).click();
  for (const name of names) {
    await page.getByRole("combobox", { name: part }).fill(name.slice(0, 6));
    await page
      .getByRole("option", { name: new RegExp(name) })
      .first()
      .click();
  }
  await page.keyboard.press("Escape");
};
await choose("Who must come", ["Desmond Oyelaran", "Tomé Vidal", "Lakshmi Rao"]);
await choose("Who may come", ["Ana Brandão"]);
await page.getByRole("slider", { name: "The stretch chosen" }).waitFor();
await page.locator('section[aria-label="Free slots"][aria-busy="false"]').waitFor();
await page.getByRole("status").getByText("Saved", { exact: true }).waitFor();
await page.evaluate(() => document.activeElement?.blur());
await shot(page, "arrange");

await page.keyboard.press("Control+Enter");
await page
  .getByRole("status")
  .getByText(/goes to 4/)
  .waitFor();
await advance(page, 11);
await advance(page, 20);
await page.getByRole("region", { name: /Lakshmi Rao proposes/ }).waitFor();
await page.getByRole("group", { name: /with the time proposed/ }).waitFor();
await page.evaluate(() => document.activeElement?.blur());
await shot(page, "chase");

await page.goto(`${demo.address}/chase`);
await page.getByRole("button", { name: /Harbour authority/ }).click();
await page.getByRole("button", { name: /Harbour authority/, expanded: true }).waitFor();
await page.getByRole("button", { name: "Write to them" }).click();
await page.getByRole("textbox", { name: "Words" }).fill("Which berth is meant?");
await page.getByRole("button", { name: "Write to one" }).click();
await advance(page, 11);
await advance(page, 11);
await page.goto(`${demo.address}/mail`);
await page.getByRole("button", { name: /from Rosa Teixeira.*Re: Harbour authority/ }).click();
await page.getByText("I bring the berth plan along.").waitFor();
await page.evaluate(() => document.activeElement?.blur());
await shot(page, "mail");

await page.goto(`${demo.address}/answer`);
await page.getByRole("button", { name: /Berth plan, drawings/ }).click();
await page.getByRole("group", { name: /^Maren Falk, Friday 12 March/ }).waitFor();
await page.evaluate(() => document.activeElement?.blur());
await shot(page, "answer");

await page.goto(`${demo.address}/access`);
await page.getByRole("gridcell", { name: /^Tomé Vidal, Maren Falk:/ }).click();
await page.getByText("Tomé Vidal sees").first().waitFor();
await shot(page, "access");

await page.goto(`${demo.address}/people?text=desmond`);
await page.getByRole("group", { name: /^Monday 8 March, Desmond/ }).waitFor();
await shot(page, "people");

await page.goto(`${demo.address}/history`);
await page.getByRole("heading", { level: 1 }).waitFor();
await shot(page, "history");

await page.goto(`${demo.address}/handover`);
await page.getByRole("textbox", { name: "Note on Insurers, first talk" }).fill("Rosa decides by noon; Thursday suits her best.");
await page.evaluate(() => document.activeElement?.blur());
await shot(page, "handover");

await page.goto(`${demo.address}/convene`);
await page.getByRole("textbox", { name: "What it is about" }).fill("Crane 2 stands still");
for (const name of ["Tomé Vidal", "Ana Brandão", "Sofia Leal"]) {
  await page.getByRole("combobox", { name: "Whom to call" }).fill(name);
  await page.getByRole("option", { name: new RegExp(name) }).click();
}
await page.getByRole("button", { name: /^Call Tomé/ }).click();
await page.getByRole("list", { name: "Who is in" }).waitFor();
const called = await signIn(browser, demo.address, /Tomé Vidal/);
await called.getByRole("link", { name: "Join Noor" }).click();
await page.getByRole("list", { name: "Who is in" }).getByText("Tomé Vidal").waitFor();
await shot(page, "conference");

const maren = await signIn(browser, demo.address, /Maren Falk/, { viewport: { width: 390, height: 844 } });
await maren.getByRole("list", { name: "What stands on this day" }).waitFor();
await shot(maren, "hand");

const dark = await signIn(browser, demo.address, /Noor Haddad/, {
  colorScheme: "dark",
});
await dark.getByRole("group", { name: "Today’s lanes" }).waitFor();
await dark.getByRole("region", { name: "Reminders" }).waitFor();
await shot(dark, "desk-dark");

await browser.close();
await demo.stop();
demo.remove();
