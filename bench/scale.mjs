// How far one data folder carries: assistants at their Desk and writers on 10,000 people and 1,000,000 entries, for some minutes.
// node bench/scale.mjs [SECONDS] [ASSISTANTS] [WRITERS] [PEOPLE] [ENTRIES]. Loopback only, bounded in count and time.
import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { startDemo } from "../tests/e2e/corlin.mjs";
import { Assistant, percentile } from "./assistant.mjs";

const [seconds, assistants, writers, people, entries] = [300, 200, 20, 10_000, 1_000_000].map((usual, i) =>
  Number(process.argv[2 + i] ?? usual),
);
const made = await startDemo({ own: true });
await made.stop();
console.log(
  execFileSync("python3", [join(import.meta.dirname, "fill.py"), made.data, people, entries, assistants].map(String))
    .toString()
    .trim(),
);

const began = performance.now();
const demo = await startDemo({ own: true, timers: true, data: made.data });
console.log(`started in ${((performance.now() - began) / 1000).toFixed(1)} s`);
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

const measured = async () => await (await fetch(`${demo.address}/metrics`)).text();
const gauge = (text, name) => Number(new RegExp(`^${name}(?:\\{[^}]*\\})? (\\S+)`, "m").exec(text)?.[1] ?? NaN);
const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${demo.pid}/status`, "utf8"))[1]) / 1024;
const line = (what, times) =>
  console.log(
    `${what}: ${times.length} times, p50 ${percentile(times, 0.5).toFixed(0)} ms, p95 ${percentile(times, 0.95).toFixed(0)} ms, most ${percentile(times, 1).toFixed(0)} ms`,
  );

try {
  const all = [];
  for (let i = 0; i < assistants; i++) {
    all.push(await new Assistant(demo.address).signIn(`scale.${i}@ebbline.example`));
    // Sign-ins from one address are bounded to one a second after the first sixty.
    if (i >= 50) await pause(1_050);
  }
  /** The first of those whom an assistant keeps. */
  const principalOf = async (who) => (await who.ask("GET", "/api/desk")).day.lanes[1].who.id;
  const colleague = await principalOf(all[1]);
  console.log(`${all.length} signed in; the server takes ${memory().toFixed(0)} MB`);
  const end = Date.now() + seconds * 1000;
  const [desks, lanes, writes, finds, errors, waiting] = [[], [], [], [], [], []];
  const go = async (times, every, after, work) => {
    await pause(every * after);
    while (Date.now() < end) {
      const from = performance.now();
      await work().then(
        () => times.push(performance.now() - from),
        (e) => errors.push(e.message),
      );
      await pause(Math.max(0, every - (performance.now() - from)));
    }
  };
  let n = 0;
  const write = async (who) => {
    const time = {
      start: `2027-0${6 + (n % 3)}-0${1 + (n % 9)}T${10 + (n % 8)}:00`,
      zone: "Europe/Lisbon",
      minutes: 30,
      allDay: false,
      endZone: null,
    };
    return who.ask("POST", "/api/appointments", {
      inNameOf: who.own,
      title: `Written ${n++}`,
      time,
      place: null,
      takes: "firm",
      private: false,
      repeats: null,
    });
  };
  for (const who of all.slice(0, writers)) who.own = await principalOf(who);
  const watch = (async () => {
    while (Date.now() < end) {
      waiting.push(gauge(await measured(), "corlin_gate_waiting"));
      await pause(1_000);
    }
  })();
  await Promise.all([
    watch,
    ...all.map((who, i) => go(desks, 10_000, i / all.length, () => who.ask("GET", "/api/desk"))),
    ...all.slice(0, 40).map((who, i) => go(lanes, 20_000, i / 40, () => who.ask("GET", `/api/lanes?who=${colleague}&from=2027-03-08`))),
    ...all.slice(40, 60).map((who, i) => go(finds, 15_000, i / 20, () => who.ask("GET", `/api/find?text=Entry%20${i}77`))),
    ...all.slice(0, writers).map((who, i) => go(writes, 2_000, i / writers, () => write(who))),
  ]);
  line("the Desk", desks);
  line("a lane of somebody else", lanes);
  line("finding", finds);
  line("a write", writes);
  const text = await measured();
  const waited = gauge(text, "corlin_gate_waited_seconds_sum") / gauge(text, "corlin_gate_waited_seconds_count");
  const took = gauge(text, "corlin_gate_took_seconds_sum") / gauge(text, "corlin_gate_took_seconds_count");
  console.log(
    `a change waited ${(waited * 1000).toFixed(1)} ms for its turn and held others up ${(took * 1000).toFixed(1)} ms on average; ${Math.max(...waiting)} waited at most when looked at`,
  );
  console.log(`${errors.length} errors${errors.length ? `: ${errors[0]}` : ""}; the server takes ${memory().toFixed(0)} MB`);
} finally {
  await demo.stop();
  made.remove();
}
