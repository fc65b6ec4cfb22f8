// Many at once: live screens, readers and writers on one server for a while, on 20,000 entries and 200 people. node bench/load.mjs [SECONDS] [SCREENS] [READERS] [WRITERS] [EVENTS]
// Loopback only, bounded in count and time; it ends what it started.
import { createRequire } from "node:module";
import { startDemo } from "../tests/e2e/corlin.mjs";

const require = createRequire(new URL("../web/package.json", import.meta.url));
const { HubConnectionBuilder, LogLevel } = require("@microsoft/signalr");
const [seconds, screens, readers, writers, entries] = [
  60, 200, 100, 20, 20_000,
].map((usual, i) => Number(process.argv[2 + i] ?? usual));
const people = 200;

const demo = await startDemo();
const password = "tide and turbine";

class Client {
  cookies = new Map();
  async ask(method, path, body, type = "application/json") {
    const headers = {
      cookie: [...this.cookies].map(([k, v]) => `${k}=${v}`).join("; "),
    };
    if (method !== "GET") headers["X-Corlin-Forgery"] = this.forgery;
    if (body !== undefined) headers["content-type"] = type;
    const response = await fetch(demo.address + path, {
      method,
      headers,
      body:
        body === undefined || type !== "application/json"
          ? body
          : JSON.stringify(body),
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [name, ...rest] = cookie.split(";")[0].split("=");
      this.cookies.set(name, rest.join("="));
    }
    const text = await response.text();
    if (!response.ok)
      throw new Error(
        `${method} ${path}: ${response.status} ${text.slice(0, 200)}`,
      );
    return text.startsWith("{") || text.startsWith("[")
      ? JSON.parse(text)
      : text;
  }
  async signIn(address) {
    this.forgery = (await this.ask("GET", "/api/session")).forgery;
    await this.ask("POST", "/api/session", { address, password });
    this.forgery = (await this.ask("GET", "/api/session")).forgery;
    return this;
  }
}

const percentile = (times, p) =>
  times.length === 0
    ? NaN
    : [...times].sort((a, b) => a - b)[
        Math.min(times.length - 1, Math.floor(times.length * p))
      ];
const line = (what, times) =>
  console.log(
    `${what}: ${times.length} times, median ${percentile(times, 0.5).toFixed(0)} ms, 95th ${percentile(times, 0.95).toFixed(0)} ms, most ${percentile(times, 1).toFixed(0)} ms`,
  );
async function timed(times, work) {
  const from = performance.now();
  await work();
  times.push(performance.now() - from);
}

let n = 0;
const appointment = (inNameOf) => ({
  inNameOf,
  title: `Load write ${n++}`,
  time: {
    start: "2027-06-01T10:00",
    zone: "Europe/Lisbon",
    minutes: 30,
    allDay: false,
    endZone: null,
  },
  place: null,
  takes: "firm",
  private: false,
  repeats: null,
});

try {
  const noor = await new Client().signIn("noor.haddad@ebbline.example");
  const csv = [
    "name,address,kind,inside",
    ...Array.from(
      { length: people },
      (_, i) => `Load Person ${i},load.${i}@ebbline.example,person,yes`,
    ),
  ].join("\n");
  await noor.ask("POST", "/api/people/file", csv, "text/csv");
  const ines = await new Client().signIn("ines.quadros@ebbline.example");
  ines.id = (await ines.ask("GET", "/api/people?text=Quadros"))[0].id;
  const [maren] = await noor.ask("GET", "/api/people?text=Maren");
  const event = (i) => {
    const day = new Date(Date.UTC(2026, 5, 1) + (i % 730) * 86_400_000)
      .toISOString()
      .slice(0, 10)
      .replaceAll("-", "");
    return `BEGIN:VEVENT\r\nUID:load-${i}\r\nDTSTART:${day}T${String(6 + (i % 12)).padStart(2, "0")}0000Z\r\nDURATION:PT30M\r\nSUMMARY:Load ${i}\r\nEND:VEVENT\r\n`;
  };
  const file = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//bench//EN\r\n${Array.from({ length: entries }, (_, i) => event(i)).join("")}END:VCALENDAR\r\n`;
  const waits = [];
  let importing = true;
  const from = performance.now();
  const imported = noor
    .ask("POST", `/api/calendars/${maren.id}/file`, file, "text/calendar")
    .finally(() => (importing = false));
  while (importing) {
    await timed(waits, () =>
      ines.ask("POST", "/api/appointments", appointment(ines.id)),
    );
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  const report = await imported;
  console.log(
    `${report.added} events imported in ${((performance.now() - from) / 1000).toFixed(1)} s`,
  );
  line("a write of somebody else meanwhile", waits);

  const hubs = await Promise.all(
    Array.from({ length: screens }, async () => {
      const hub = new HubConnectionBuilder()
        .withUrl(`${demo.address}/live`, {
          headers: {
            cookie: [...noor.cookies].map(([k, v]) => `${k}=${v}`).join("; "),
          },
        })
        .configureLogging(LogLevel.None)
        .build();
      await hub.start();
      await hub.invoke("Watch", [maren.id], 0);
      return hub;
    }),
  );
  let told = 0;
  for (const hub of hubs) hub.on("changed", () => told++);
  const end = Date.now() + seconds * 1000;
  const [reads, writes, errors] = [[], [], []];
  // Nobody looks at the same moment as everybody else: each starts a little after the one before.
  const go = async (times, pause, after, work) => {
    await new Promise((resolve) => setTimeout(resolve, pause * after));
    while (Date.now() < end) {
      await timed(times, work).catch((e) => errors.push(e.message));
      await new Promise((resolve) => setTimeout(resolve, pause));
    }
  };
  await Promise.all([
    // A reader looks every ten seconds, a writer writes every two.
    ...Array.from({ length: readers }, (_, i) =>
      go(reads, 10_000, i / readers, () => noor.ask("GET", "/api/desk")),
    ),
    ...Array.from({ length: writers }, (_, i) =>
      go(writes, 2_000, i / writers, () =>
        noor.ask("POST", "/api/appointments", appointment(maren.id)),
      ),
    ),
  ]);
  line("Desk", reads);
  line("a write", writes);
  console.log(
    `${told} messages to ${screens} screens, ${errors.length} errors${errors.length > 0 ? `: ${errors[0]}` : ""}`,
  );

  const addresses = Array.from(
    { length: 500 },
    (_, i) => `guest.${i}@harbour.example`,
  );
  const [meeting, others] = [[], []];
  let sending = true;
  const sent = timed(meeting, () =>
    noor.ask("POST", "/api/meetings", {
      inNameOf: maren.id,
      title: "Five hundred",
      required: addresses,
      optional: [],
      start: "2027-06-02T10:00",
      zone: "Europe/Lisbon",
      minutes: 30,
      place: null,
      video: false,
      agenda: null,
      line: null,
      private: false,
      repeats: null,
    }),
  ).finally(() => (sending = false));
  while (sending)
    await timed(others, () =>
      ines.ask("POST", "/api/appointments", appointment(ines.id)),
    );
  await sent;
  line("a meeting of 500", meeting);
  line("a write of somebody else meanwhile", others);
  await Promise.all(hubs.map((h) => h.stop()));
} finally {
  await demo.stop();
}
