// Meetings that somebody outside arranges and asks to by mail.
import assert from "node:assert/strict";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("Rosa asks Maren by mail; Noor asks for another time, Rosa moves it there and it stands", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  // What comes after the Desk was read and before its line is open is shown too.
  let open;
  const opened = new Promise((resolve) => (open = resolve));
  await page.route("**/live/negotiate*", (route) => opened.then(() => route.continue()));
  await page.reload();
  await page.getByRole("navigation", { name: "Places" }).waitFor();
  await page.getByRole("heading", { level: 1 }).waitFor();
  await advance(page, 1);
  await advance(page, 45);
  open();
  await page.getByText("Berth plan, drawings").first().waitFor();
  await page.unroute("**/live/negotiate*");
  await page.goto(`${its.demo.address}/lanes`);
  const next = page.getByRole("button", { name: "Next day" });
  for (const day of ["Tuesday 9", "Wednesday 10", "Thursday 11", "Friday 12"]) {
    await next.click();
    await page
      .getByRole("button", { name: new RegExp(`${day} March`) })
      .first()
      .waitFor();
  }
  await page
    .getByRole("button", { name: /Berth plan, drawings/ })
    .first()
    .click();
  await page.getByText("Organised by Rosa Teixeira").waitFor();
  await page.getByRole("button", { name: /another time/ }).click();
  await page.getByLabel("Starts").fill("15:30");
  await page.getByLabel("Ends").fill("16:15");
  await page.getByRole("button", { name: "Offer this time" }).click();
  await page.getByRole("button", { name: "Tentative" }).last().click();
  await page.getByText(/tentative for Maren, and Friday 12 March, 15:30 is offered/).waitFor();
  await advance(page, 11);
  await advance(page, 11);
  await page
    .getByRole("button", { name: /^Berth plan, drawings, 15:30/ })
    .first()
    .click();
  await page.getByText("Friday 12 March, 15:30 to 16:15").waitFor();

  // What she wrote and what went to her is filed with it.
  await page.goto(`${its.demo.address}/mail`);
  const messages = page.getByRole("list", { name: "Messages" });
  await messages.getByRole("button", { name: /to Rosa Teixeira.*Another time\? Berth plan, drawings.*sent/ }).waitFor();
  await messages.getByRole("button", { name: /from Rosa Teixeira.*Moved: Berth plan, drawings.*filed/ }).waitFor();
  assert.deepEqual(await faults(page), []);
});

test("What nobody vouches for waits in the mail room with its reason, and is taken in by hand", async () => {
  // A message of a stranger in Rosa's name, as it lies in the folder.
  const text = [
    "From: Somebody <somebody@elsewhere.example>",
    "To: Maren Falk <maren.falk@ebbline.example>",
    "Subject: Dredging, dates",
    "Date: Mon, 08 Mar 2027 09:43:00 +0000",
    "Message-ID: <dredging-1@elsewhere.example>",
    "MIME-Version: 1.0",
    "Content-Type: text/calendar; method=REQUEST; charset=utf-8",
    "",
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//Elsewhere//EN",
    "METHOD:REQUEST",
    "BEGIN:VEVENT",
    "UID:dredging@porto-norte.example",
    "DTSTAMP:20270308T094300Z",
    "DTSTART:20270316T150000Z",
    "DTEND:20270316T153000Z",
    "SUMMARY:Dredging, dates",
    "ORGANIZER;CN=Rosa Teixeira:mailto:rosa.teixeira@porto-norte.example",
    "ATTENDEE;CN=Maren Falk;RSVP=TRUE:mailto:maren.falk@ebbline.example",
    "END:VEVENT",
    "END:VCALENDAR",
    "",
  ].join("\r\n");
  writeFileSync(join(its.demo.data, "simulation", "inbox", "1-dredging.eml"), text);
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/mail" });
  await advance(page, 1);
  const messages = page.getByRole("list", { name: "Messages" });
  await messages.getByRole("button", { name: /Dredging, dates.*waits: it is not from who organises it/ }).click();
  await page.getByRole("button", { name: "Take it in all the same" }).click();
  await page.getByText("“Dredging, dates” is taken in and filed.").waitFor();
  // A slip: it waits again as before, and is taken in once more.
  await page.getByRole("button", { name: /^Undo/ }).click();
  await page.getByRole("button", { name: "Take it in all the same" }).click();
  await page.getByText("“Dredging, dates” is taken in and filed.").first().waitFor();
  await page.getByRole("link", { name: "What it is about" }).click();
  await page.getByText("Organised by Rosa Teixeira").waitFor();
  assert.deepEqual(await faults(page), []);

  // An answer may stand without Rosa being written to, and be told later.
  await page.goto(`${its.demo.address}/answer`);
  await page
    .getByRole("main")
    .getByRole("button", { name: /Dredging, dates/ })
    .first()
    .click();
  await page.getByRole("checkbox", { name: "without writing to Rosa" }).check();
  await page.getByRole("button", { name: "Accept", exact: true }).click();
  await page.getByText("“Dredging, dates”: accepted for Maren; Rosa is not written to.").waitFor();
  await page.goto(`${its.demo.address}/lanes?from=2027-03-16`);
  await page
    .getByRole("button", { name: /Dredging, dates/ })
    .first()
    .click();
  await page.getByText("Maren: accepted; Rosa Teixeira was not written to.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: "Tell Rosa" }).click();
  await page.getByText("Dredging, dates: accepted for Maren.").waitFor();
  await page
    .getByRole("button", { name: /Dredging, dates/ })
    .first()
    .click();
  await page.getByText("Organised by Rosa Teixeira").waitFor();
  await page.getByText("was not written to").waitFor({ state: "detached" });
});
