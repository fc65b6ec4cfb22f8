// The server is killed between any two steps: nothing is half done, nothing acknowledged is lost, no message is lost or delivered twice;
// a backup that is written meanwhile is whole, and one that is killed too leaves nothing that looks like one.
// Ten times; a hundred with CORLIN_LONG.
import assert from "node:assert/strict";
import { spawn } from "node:child_process";
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test } from "node:test";
import { startDemo } from "./corlin.mjs";
import { isGone, letIn, moments, openSession, query } from "./requests.mjs";

const rounds = process.env.CORLIN_LONG ? 100 : 10;
// CORLIN_SEED=N has the moments of a run that failed again.
const seed = Number(process.env.CORLIN_SEED ?? Date.now() % 1_000_000);

/** Noor, without a browser. */
async function signIn(address) {
  const known = await (await openSession(address))("GET", "/api/demo/sign-ins");
  return letIn(address, known.people.find((p) => p.name === "Noor Haddad").address, known.password);
}

const person = async (send, name) => (await send("GET", `/api/people?text=${encodeURIComponent(name)}`)).find((p) => p.name === name).id;

/** Arranges and cancels, and lets messages go out, until the server is gone. */
async function work(send, who, round, said) {
  for (let i = 0; ; i++) {
    const title = `Kill ${round}.${i}`;
    const sent = await send("POST", "/api/meetings", {
      inNameOf: who.maren,
      title,
      required: [who.tome, "lakshmi.rao@coromandel-marine.example"],
      optional: [],
      start: `2027-04-${String((i % 27) + 1).padStart(2, "0")}T${String(8 + (i % 9)).padStart(2, "0")}:00`,
      zone: "Europe/Lisbon",
      minutes: 30,
      place: null,
      video: true,
      agenda: null,
      line: null,
      private: false,
      repeats: null,
    });
    said.push({ title, entry: sent.entry, cancelled: false });
    if (i % 3 === 1) {
      await send("POST", `/api/entries/${said.at(-2).entry}/cancel`, { occurrence: null, reach: "all", note: "Killed" });
      said.at(-2).cancelled = true;
    }
    if (i % 2 === 1) await send("POST", "/api/demo/advance", { seconds: 12 });
  }
}

/** A command of `./corlin`: its end, and how to kill it. */
function run(...args) {
  const command = spawn("artifacts/bin/Corlin.Cli/release/Corlin.Cli", args, { cwd: new URL("../..", import.meta.url).pathname });
  let said = "";
  for (const stream of [command.stdout, command.stderr]) stream.on("data", (chunk) => (said += chunk));
  const ended = new Promise((resolve) => command.on("close", (code) => resolve({ code, said })));
  return { ended, kill: () => command.kill("SIGKILL") };
}

test(`Killed ${rounds} times at any moment`, async (t) => {
  t.diagnostic(`CORLIN_SEED=${seed}`);
  const next = moments(seed);
  const first = await startDemo();
  const data = first.data;
  let demo = first;
  const said = [];
  const copies = mkdtempSync(join(tmpdir(), "corlin-copies"));
  const backups = [];
  const start = Date.UTC(2027, 2, 8, 9, 42);
  const moment = (round) => `${new Date(start + round * 3_600_000).toISOString().slice(0, 16)}[Etc/UTC]`;
  try {
    for (let round = 0; round < rounds; round++) {
      const send = await signIn(demo.address);
      const who = { maren: await person(send, "Maren Falk"), tome: await person(send, "Tomé Vidal") };
      const before = said.length;
      const working = work(send, who, round, said).catch((gone) => {
        // Only that nobody answers any more ends the work.
        if (!isGone(gone)) throw gone;
      });
      // A server that has just started is slow: the moment is counted from its first meeting.
      let ended = false;
      void working.then(
        () => (ended = true),
        () => (ended = true),
      );
      while (said.length === before && !ended) await new Promise((resolve) => setTimeout(resolve, 5));
      // Every other time a backup is written meanwhile; half of those are killed as well.
      const file = join(copies, `${round}.backup`);
      const acknowledged = said.length;
      const copying = round % 2 === 0 ? run("backup", file, "--data", data) : undefined;
      await new Promise((resolve) => setTimeout(resolve, next() * 900));
      await demo.kill();
      await working;
      if (copying) {
        if (round % 4 === 2) copying.kill();
        const { code, said: words } = await copying.ended;
        if (round % 4 === 0) assert.equal(code, 0, words);
        // A killed one may have been whole already.
        if (existsSync(file)) backups.push({ file, acknowledged });
      }
      demo = await startDemo({ data, now: moment(round + 1) });
    }

    // What waits goes out; what was answered comes in.
    const send = await signIn(demo.address);
    for (let i = 0; i < 3; i++) await send("POST", "/api/demo/advance", { seconds: 3_600 });
    await demo.stop();
    assert.ok(said.length >= rounds, `only ${said.length} meetings were arranged`);

    assert.deepEqual(query(data, "PRAGMA integrity_check"), [["ok"]]);
    assert.deepEqual(query(data, "PRAGMA foreign_key_check"), []);
    const stands = new Map(
      query(data, "SELECT PublicId, Status, Title FROM Entries WHERE Title LIKE 'Kill %'").map(([id, ...rest]) => [id, rest]),
    );
    const cancelled = Math.max(...[...stands.values()].map(([status]) => status));
    for (const one of said) {
      assert.ok(stands.has(one.entry), `${one.title} was acknowledged and is lost`);
      if (one.cancelled) assert.equal(stands.get(one.entry)[0], cancelled, `${one.title} was cancelled and stands`);
    }

    // Each change whole: its history, both lanes, the message outside and the notice inside.
    const halves = query(
      data,
      `SELECT e.Title, e.Status,
        (SELECT count(*) FROM History h WHERE h.EntryId = e.Id),
        (SELECT count(*) FROM Participations p WHERE p.EntryId = e.Id AND p.RecurrenceId IS NULL),
        (SELECT count(*) FROM Occupancy o WHERE o.EntryId = e.Id),
        (SELECT count(*) FROM Mails m WHERE m.Entry = e.PublicId AND m.OutboxId IS NOT NULL),
        (SELECT count(*) FROM Outbox o WHERE o.ChangeId = (SELECT min(h.ChangeId) FROM History h WHERE h.EntryId = e.Id))
       FROM Entries e WHERE e.Title LIKE 'Kill %'`,
    );
    for (const [title, status, history, parts, lanes, mails, messages] of halves) {
      assert.equal(parts, 2, title);
      assert.ok(history >= 1, `${title} has no history`);
      assert.equal(mails, status === cancelled ? 2 : 1, `${title} has ${mails} messages`);
      assert.equal(messages, 2, `${title} told ${messages}`);
      if (status !== cancelled) assert.ok(lanes >= 2, `${title} stands on ${lanes} lanes`);
    }

    // Every message went out, and each is there once.
    const due = query(data, "SELECT m.MessageId, o.SentAt FROM Mails m JOIN Outbox o ON o.Id = m.OutboxId WHERE m.Subject LIKE '%Kill %'");
    assert.deepEqual(
      due.filter(([, sent]) => sent === null),
      [],
    );
    const mail = join(data, "simulation/sent");
    const delivered = readdirSync(mail)
      .map((file) => readFileSync(join(mail, file), "latin1"))
      .filter((text) => /^Subject: .*Kill /m.test(text))
      .map((text) => /^Message-Id: <([^>]+)>/im.exec(text)[1]);
    assert.deepEqual(delivered.toSorted(), due.map(([id]) => id).toSorted());

    // What was answered outside was taken in once.
    const answers = query(data, "SELECT MessageId, count(*) FROM Mails WHERE OutboxId IS NULL GROUP BY MessageId HAVING count(*) > 1");
    assert.deepEqual(answers, []);
    const waiting = readdirSync(join(data, "simulation/inbox")).filter((file) => file.endsWith(".eml"));
    assert.deepEqual(waiting, []);

    // What has the name of a backup is one, with everything that was acknowledged when it was begun.
    assert.ok(backups.length >= rounds / 4, `${backups.length} backups`);
    for (const { file, acknowledged } of backups) {
      const restored = join(copies, "restored");
      for (const command of [
        ["restore", file, "--data", restored],
        ["check", "--data", restored],
      ]) {
        const { code, said: words } = await run(...command).ended;
        assert.equal(code, 0, words);
      }
      const there = new Set(query(restored, "SELECT PublicId FROM Entries").map(([id]) => id));
      for (const one of said.slice(0, acknowledged)) assert.ok(there.has(one.entry), `${one.title} is not in ${file}`);
      rmSync(restored, { recursive: true });
    }
  } catch (failure) {
    t.diagnostic(demo.output().slice(-4_000));
    throw failure;
  } finally {
    await demo.kill();
    demo.remove();
    rmSync(copies, { recursive: true, force: true });
  }
});
