// How long a device takes to keep a calendar for the first time, and to hear that nothing changed: `node bench/devices.mjs 10000`.
// Held against the same calendar as one file.
import { openBrowser, signIn, startDemo } from "../tests/e2e/corlin.mjs";

const many = Number(process.argv[2] ?? 10_000);
const user = "tome.vidal@ebbline.example";
const browser = await openBrowser();
const demo = await startDemo({ own: true });
const page = await signIn(browser, demo.address, /Tomé Vidal/);
const two = (n) => String(n).padStart(2, "0");

/** One in ten is a series, one in ten has a place and words. */
function event(i) {
  const day = `2027${two(3 + (i % 9))}${two(1 + (i % 28))}`;
  const hour = 8 + (i % 10);
  return [
    "BEGIN:VEVENT",
    `UID:device-${i}@bench.example`,
    "DTSTAMP:20270308T090000Z",
    `DTSTART;TZID=Europe/Lisbon:${day}T${two(hour)}0000`,
    `DTEND;TZID=Europe/Lisbon:${day}T${two(hour)}3000`,
    `SUMMARY:Entry ${i}`,
    ...(i % 10 === 1 ? ["RRULE:FREQ=WEEKLY;COUNT=10"] : []),
    ...(i % 10 === 2 ? ["LOCATION:Gannet", `DESCRIPTION:${"Some words about it. ".repeat(10)}`] : []),
    "END:VEVENT",
  ].join("\r\n");
}

const file = [
  "BEGIN:VCALENDAR",
  "VERSION:2.0",
  "PRODID:-//A bench//EN",
  ...Array.from({ length: many }, (_, i) => event(i)),
  "END:VCALENDAR",
  "",
].join("\r\n");
const { password, person } = await page.evaluate(
  async ({ file, user }) => {
    const { forgery } = await (await fetch("/api/session")).json();
    const headers = { "X-Corlin-Forgery": forgery };
    const people = await (await fetch(`/api/people?text=${user}`)).json();
    const taken = await fetch(`/api/calendars/${people[0].id}/file`, {
      method: "POST",
      headers: { ...headers, "Content-Type": "text/calendar" },
      body: file,
    });
    if (!taken.ok) throw new Error(await taken.text());
    const json = { ...headers, "Content-Type": "application/json" };
    const added = await fetch("/api/devices", { method: "POST", headers: json, body: JSON.stringify({ name: "Bench" }) });
    return { password: (await added.json()).password, person: people[0].id };
  },
  { file, user },
);

const authorization = `Basic ${Buffer.from(`${user}:${password}`).toString("base64")}`;
const calendar = `${demo.address}/dav/calendars/${person}/${person}/`;
async function ask(method, url, body, depth = "1") {
  const began = performance.now();
  const answer = await fetch(url, { method, headers: { authorization, depth, "content-type": "application/xml" }, body });
  const text = await answer.text();
  if (answer.status !== 207) throw new Error(`${answer.status} ${text.slice(0, 300)}`);
  return { text, took: performance.now() - began };
}

const sync = (token, what) =>
  `<D:sync-collection xmlns:D="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav"><D:sync-token>${token}</D:sync-token><D:sync-level>1</D:sync-level><D:prop>${what}</D:prop></D:sync-collection>`;
const median = (times) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)];
const say = (what, took) => console.log(`${what}: ${took < 100 ? took.toFixed(1) : Math.round(took)} ms`);

for (const round of ["at once after they came", "again"]) {
  // As phones do it: the tags of all, then the objects, some at a time.
  const tags = await ask("REPORT", calendar, sync("", "<D:getetag/>"));
  const hrefs = [...tags.text.matchAll(/<D:href>([^<]+)<\/D:href>/g)].map((m) => m[1]);
  let got = 0;
  for (let i = 0; i < hrefs.length; i += 1_000) {
    const some = hrefs
      .slice(i, i + 1_000)
      .map((h) => `<D:href>${h}</D:href>`)
      .join("");
    const body = `<C:calendar-multiget xmlns:D="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav"><D:prop><D:getetag/><C:calendar-data/></D:prop>${some}</C:calendar-multiget>`;
    got += (await ask("REPORT", calendar, body)).took;
  }
  say(`the tags of ${hrefs.length}, ${round}`, tags.took);
  say(`the objects, 1,000 at a time, ${round}`, got);
  const whole = await ask("REPORT", calendar, sync("", "<D:getetag/><C:calendar-data/>"));
  say(`all of it in one request, ${round}`, whole.took);
  const began = performance.now();
  const one = await page.evaluate(async (p) => (await (await fetch(`/api/calendars/${p}/file`)).text()).length, person);
  say(`the same calendar as one file (${Math.round(one / 1024)} kB), ${round}`, performance.now() - began);
  const token = /<D:sync-token>([^<]+)</.exec(whole.text)[1];
  const times = [];
  for (let i = 0; i < 50; i++) times.push((await ask("REPORT", calendar, sync(token, "<D:getetag/>"))).took);
  say("that nothing changed, at the median of 50", median(times));
}
await demo.stop();
await browser.close();
