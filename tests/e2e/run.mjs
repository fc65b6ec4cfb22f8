// Runs files of tests two at a time: node tests/e2e/run.mjs FILE… Each of the two keeps one server for its files, with fresh data for each.
import { spawn } from "node:child_process";
import { readFileSync } from "node:fs";
import { startServer } from "./corlin.mjs";

const longestMs = 900_000;
// The longest first, so that both end at about the same time: a whole day, then by their lines.
const lines = (file) => (/\/day-/.test(file) ? 1_000 : readFileSync(file, "utf8").split("\n").length);
const queue = process.argv.slice(2).toSorted((a, b) => lines(b) - lines(a));
let passed = 0;
let failed = 0;

/** Starts and stops the demos of one file after another, as the file asks. */
function keepServer() {
  const server = startServer(["--no-timers", "--in-turn"]);
  let from = 0;
  let running = false;
  const begin = async (data) => {
    running = true;
    from = server.output().length;
    server.process.stdin.write(`${data}\n`);
    return server.heard(/Corlin is at (http:\S+)/, from);
  };
  const end = async () => {
    if (!running) return "";
    running = false;
    server.process.stdin.write("\n");
    await server.heard(/(Corlin has stopped)/, from);
    return server.output().slice(from);
  };
  return { answer: (question) => (question.start ? begin(question.start) : end()), end, close: () => server.process.stdin.end() };
}

function runFile(file, server) {
  return new Promise((resolve) => {
    const began = Date.now();
    const child = spawn(process.execPath, ["--test-reporter=tap", file], { stdio: ["ignore", "pipe", "pipe", "ipc"] });
    const limit = setTimeout(() => child.kill(), longestMs);
    let said = "";
    for (const stream of [child.stdout, child.stderr]) stream.on("data", (chunk) => (said += chunk));
    child.on("message", (question) =>
      server.answer(question).then(
        (answer) => child.send({ answer }),
        (e) => child.send({ failure: e.message }),
      ),
    );
    child.on("close", async (code) => {
      clearTimeout(limit);
      await server.end();
      const count = (name) => Number(new RegExp(`^# ${name} (\\d+)`, "m").exec(said)?.[1] ?? 0);
      passed += count("pass");
      // A file that ends without having counted has failed.
      failed += Math.max(count("fail") + count("cancelled"), code === 0 ? 0 : 1);
      console.log(said);
      console.log(`# ${file}: ${Math.round((Date.now() - began) / 1000)} s`);
      resolve();
    });
  });
}

async function work() {
  const server = keepServer();
  for (let file = queue.shift(); file; file = queue.shift()) await runFile(file, server);
  server.close();
}

await Promise.all([work(), work()]);
console.log(`# pass ${passed}\n# fail ${failed}`);
process.exitCode = failed === 0 ? 0 : 1;
