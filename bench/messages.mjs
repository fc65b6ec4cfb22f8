// How long it takes to take messages in, and to read what waits when there is much of it. `node bench/messages.mjs 1000`;
// with `desk` behind it a Desk stands open meanwhile, with `ten` ten principals are kept instead of three.
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { openBrowser, signIn, startDemo } from "../tests/e2e/corlin.mjs";

const many = Number(process.argv[2] ?? 1000);
const open = 200;
const browser = await openBrowser();
const ten = process.argv.slice(3).includes("ten");
const more = ["tome.vidal", "ana.brandao", "ruta.vaitkus", "jun.tanaka-reyes", "priya.venkat", "cormac.doyle", "hana.rerekura"];

/** The demo, in which Noor may keep seven more calendars as she keeps Maren's. */
async function start() {
  const demo = await startDemo({ own: true });
  if (!ten) return demo;
  await demo.stop();
  const grant = `INSERT INTO AccessGrants (OwnerId, ReceiverId, Inside, Sight, Acting, Private, PassOn, GivenById)
    SELECT o.Id, g.ReceiverId, 1, g.Sight, g.Acting, 1, 0, g.GivenById FROM AccessGrants g
    JOIN People m ON m.Id = g.OwnerId AND m.Address = 'maren.falk@ebbline.example'
    JOIN People n ON n.Id = g.ReceiverId AND n.Address = 'noor.haddad@ebbline.example'
    JOIN People o ON o.Address IN (${more.map((m) => `'${m}@ebbline.example'`).join(", ")}) WHERE g.EndedById IS NULL`;
  const script = "import sqlite3,sys;c=sqlite3.connect(sys.argv[1]);c.execute(sys.argv[2]);c.commit()";
  execFileSync("python3", ["-c", script, join(demo.data, "corlin.db"), grant]);
  return startDemo({ own: true, data: demo.data });
}

const demo = await start();
const page = await signIn(browser, demo.address, /Noor Haddad/);
// No screen stands open that would read everything again at each change, unless it is asked for.
await page.goto(`${demo.address}/api/session`);
if (process.argv.slice(3).includes("desk")) await signIn(browser, demo.address, /Noor Haddad/);

const two = (n) => String(n).padStart(2, "0");
const who = ["maren.falk", "desmond.oyelaran", "wiremu.paki", ...(ten ? more : [])];

/** An invitation, from one of fifty people outside to one of those inside, in the half year ahead. */
function message(i) {
  const asked = `${who[i % who.length]}@ebbline.example`;
  const from = `planner${i % 50}@harbour.example`;
  const month = 3 + (i % 6);
  const day = `2027${two(month)}${two(10 + (i % 18))}`;
  const uid = `bench-${i % (open + (many - open) / 2)}@harbour.example`;
  return [
    `From: Planner <${from}>`,
    `To: <${asked}>`,
    `Subject: Berth ${i}`,
    "Date: Mon, 08 Mar 2027 09:43:00 +0000",
    `Message-ID: <bench-${i}@harbour.example>`,
    "MIME-Version: 1.0",
    "Content-Type: text/calendar; method=REQUEST; charset=utf-8",
    "",
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//Elsewhere//EN",
    "METHOD:REQUEST",
    "BEGIN:VEVENT",
    `UID:${uid}`,
    `SEQUENCE:${Math.floor(i / 600)}`,
    `DTSTAMP:20270308T09${two(40 + (i % 2))}00Z`,
    `DTSTART:${day}T${two(9 + (i % 8))}0000Z`,
    `DTEND:${day}T${two(9 + (i % 8))}3000Z`,
    `SUMMARY:Berth ${i}`,
    `ORGANIZER;CN=Planner:mailto:${from}`,
    `ATTENDEE;RSVP=TRUE:mailto:${asked}`,
    "END:VEVENT",
    "END:VCALENDAR",
    "",
  ].join("\r\n");
}

const inbox = join(demo.data, "simulation", "inbox");
const advance = () =>
  page.evaluate(async () => {
    const { forgery } = await (await fetch("/api/session")).json();
    const start = performance.now();
    await fetch("/api/demo/advance", {
      method: "POST",
      headers: { "Content-Type": "application/json", "X-Corlin-Forgery": forgery },
      body: JSON.stringify({ seconds: 1 }),
    });
    return performance.now() - start;
  });
const read = (path) =>
  page.evaluate(async (path) => {
    const times = [];
    for (let i = 0; i < 30; i++) {
      const start = performance.now();
      await (await fetch(path)).text();
      times.push(performance.now() - start);
    }
    return times.toSorted((a, b) => a - b)[15];
  }, path);
const say = async (words) => {
  const waits = await page.evaluate(async () => (await (await fetch("/api/answers")).json()).rows.length);
  console.log(
    `${words}: ${waits} invitations wait; GET /api/desk ${(await read("/api/desk")).toFixed(0)} ms, /api/answers ${(await read("/api/answers")).toFixed(0)} ms at the median of 30`,
  );
};

await advance();
await say("before");
for (let i = 0; i < open; i++) writeFileSync(join(inbox, `${String(i).padStart(6, "0")}.eml`), message(i));
const first = await advance();
console.log(`${open} messages: ${(first / 1000).toFixed(1)} s, ${(first / open).toFixed(1)} ms each`);
await say(`with ${open} more`);
for (let i = open; i < many; i++) writeFileSync(join(inbox, `${String(i).padStart(6, "0")}.eml`), message(i));
const rest = await advance();
console.log(`${many - open} messages more: ${(rest / 1000).toFixed(1)} s, ${(rest / (many - open)).toFixed(1)} ms each`);
await say(`with ${many}`);
await browser.close();
await demo.stop();
demo.remove();
