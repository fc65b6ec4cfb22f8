// A backup of 1,000,000 entries while somebody writes: node bench/backup.mjs [PEOPLE] [ENTRIES]; held against a copy of the file by itself.
import { execFileSync, spawn } from "node:child_process";
import { copyFileSync, mkdtempSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { startDemo } from "../tests/e2e/corlin.mjs";
import { letIn, openSession } from "../tests/e2e/requests.mjs";

const [people, entries] = [10_000, 1_000_000].map((usual, i) => Number(process.argv[2 + i] ?? usual));
const made = await startDemo({ own: true });
await made.stop();
const fill = [join(import.meta.dirname, "fill.py"), made.data, people, entries, 200].map(String);
console.log(execFileSync("python3", fill).toString().trim());
const folder = mkdtempSync(join(tmpdir(), "corlin-backup-"));
const seconds = (since) => ((performance.now() - since) / 1000).toFixed(1);

const copied = performance.now();
copyFileSync(join(made.data, "corlin.db"), join(folder, "copy.db"));
console.log(`the file copied: ${seconds(copied)} s`);
rmSync(join(folder, "copy.db"));

const demo = await startDemo({ own: true, data: made.data });
try {
  const known = await (await openSession(demo.address))("GET", "/api/demo/sign-ins");
  const send = await letIn(demo.address, known.people.find((p) => p.name === "Noor Haddad").address, known.password);
  const { id } = (await send("GET", "/api/people?text=Maren%20Falk")).find((p) => p.name === "Maren Falk");
  const write = async (i) => {
    const began = performance.now();
    await send("POST", "/api/appointments", {
      inNameOf: id,
      title: `Meanwhile ${i}`,
      time: {
        start: `2027-04-${String((i % 28) + 1).padStart(2, "0")}T10:00`,
        zone: "Europe/Lisbon",
        minutes: 15,
        allDay: false,
        endZone: null,
        end: null,
      },
      place: null,
      takes: "firm",
      private: false,
      repeats: null,
    });
    return performance.now() - began;
  };
  /** Writes one after another until something has ended. */
  const writing = async (until, from) => {
    let ended = false;
    void until.then(() => (ended = true));
    const times = [];
    for (let i = from; !ended; i++) {
      times.push(await write(i));
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    return times.sort((a, b) => a - b);
  };
  const told = (what, times) =>
    console.log(
      `${what}: ${times.length} writes, ${times[times.length >> 1].toFixed(0)} ms at the median, ${times[Math.floor(times.length * 0.95)].toFixed(0)} at the 95th percentile, ${times.at(-1).toFixed(0)} at most`,
    );
  for (let i = 0; i < 20; i++) await write(i);
  told("with nothing beside it", await writing(new Promise((resolve) => setTimeout(resolve, 10_000)), 100));
  const began = performance.now();
  const file = join(folder, "all.backup");
  const backup = spawn("artifacts/bin/Corlin.Cli/release/Corlin.Cli", ["backup", file, "--data", made.data], { stdio: "inherit" });
  const ended = new Promise((resolve) => backup.on("close", resolve));
  const times = await writing(ended, 1_000);
  console.log(
    `the backup: ${seconds(began)} s, ${(statSync(file).size / 1e6).toFixed(0)} MB of ${(statSync(join(made.data, "corlin.db")).size / 1e6).toFixed(0)}`,
  );
  told("while it was written", times);
} finally {
  await demo.stop();
  demo.remove();
  rmSync(folder, { recursive: true, force: true });
}
