// Two organisations that each run Corlin invite each other by SMTP and a folder, and either is killed at any moment: in the end both say the same.
// Twice; twenty times with CORLIN_LONG.
import assert from "node:assert/strict";
import { mkdtempSync, readdirSync, renameSync, rmSync, utimesSync, writeFileSync } from "node:fs";
import { createServer } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { test } from "node:test";
import { startCorlin } from "./corlin.mjs";
import { isGone, letIn, moments, openSession, query } from "./requests.mjs";

const rounds = process.env.CORLIN_LONG ? 20 : 2;
// CORLIN_SEED=N has the moments of a run that failed again.
const seed = Number(process.env.CORLIN_SEED ?? Date.now() % 1_000_000);
const password = "long enough to keep";
const longestMs = 120_000;

/** The kind of change that is an answer, as it is stored (tests/Web/Schemas/numbers.txt). */
const answered = 7;
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Waits until something holds. */
async function until(holds, what) {
  const end = Date.now() + longestMs;
  while (!(await holds())) {
    if (Date.now() > end) throw new Error(`${what} did not come about`);
    await pause(250);
  }
}

/** The mail servers in between: what comes is laid into the folder of whom it is for, and its sender is vouched for (RFC 5321 in small). */
async function openPost(folders) {
  let laid = 0;
  const lay = (from, to, text) => {
    const folder = folders[to.split("@")[1]];
    const file = join(folder, `${String(laid++).padStart(5, "0")}.eml`);
    writeFileSync(`${file}.part`, `Authentication-Results: mx.example; dmarc=pass header.from=${from.split("@")[1]}\r\n${text}`, "latin1");
    // It was written a while ago, as far as its reader goes.
    utimesSync(`${file}.part`, Date.now() / 1000 - 60, Date.now() / 1000 - 60);
    renameSync(`${file}.part`, file);
  };
  const server = createServer((line) => {
    let [heard, text, from, to] = ["", undefined, "", ""];
    const say = (words) => line.write(`${words}\r\n`);
    line.on("error", () => undefined);
    say("220 mx.example");
    line.on("data", (chunk) => {
      heard += chunk.toString("latin1");
      for (let end = heard.indexOf("\r\n"); end >= 0; end = heard.indexOf("\r\n")) {
        const said = heard.slice(0, end);
        heard = heard.slice(end + 2);
        if (text !== undefined) {
          if (said !== ".") text.push(said.startsWith(".") ? said.slice(1) : said);
          else {
            lay(from, to, text.join("\r\n"));
            text = undefined;
            say("250 taken");
          }
        } else if (/^DATA/i.test(said)) {
          text = [];
          say("354 go on");
        } else {
          from = /^MAIL FROM:<([^>]*)>/i.exec(said)?.[1] ?? from;
          to = /^RCPT TO:<([^>]*)>/i.exec(said)?.[1] ?? to;
          say(/^QUIT/i.test(said) ? "221 bye" : "250 mx.example");
        }
      }
    });
  });
  await new Promise((resolve) => server.listen(0, "127.0.0.1", resolve));
  return { port: server.address().port, close: () => server.close() };
}

/** An organisation with one account. */
class House {
  constructor(name, address, folder) {
    Object.assign(this, { name, address, folder, data: mkdtempSync(join(tmpdir(), "corlin-house-")) });
  }

  async start(port) {
    this.port = port ?? this.port;
    const post = ["--smtp", `127.0.0.1:${this.port}`, "--inbox", this.folder, "--vouched-by", "mx.example"];
    this.server = startCorlin(["serve", "--data", this.data, "--port", "0", "--site", "web/dist", ...post]);
    this.at = await this.server.heard(/Corlin is at (http:\S+)/);
    if (port) {
      const place = { name: "Head office", town: "Lisbon", country: "PT" };
      await (
        await openSession(this.at)
      )("POST", "/api/setup", { name: this.name, address: this.address, zone: "Lisbon", password, place });
    }
    this.send = await letIn(this.at, this.address, password);
    this.own = (await this.send("GET", `/api/index?text=${encodeURIComponent(this.address)}`)).rows[0].who.id;
  }

  async end(signal) {
    this.server.process.kill(signal);
    await this.server.ended;
  }

  arrange(title, start, required) {
    const what = { place: "Quay 4", video: false, agenda: null, line: null, private: false, repeats: null, optional: [] };
    return this.send("POST", "/api/meetings", {
      inNameOf: this.own,
      title,
      required: [required],
      start,
      zone: "Europe/Lisbon",
      minutes: 30,
      ...what,
    });
  }

  move(entry, start) {
    const becomes = { time: { start, zone: "Europe/Lisbon", minutes: 30 } };
    return this.send("POST", `/api/entries/${entry}/change`, { occurrence: null, reach: "all", becomes, was: {} });
  }

  answer(entry, answer) {
    return this.send("POST", `/api/entries/${entry}/answer`, {
      inNameOf: this.own,
      occurrence: null,
      answer,
      comment: null,
      proposed: null,
    });
  }

  /** Whether something of it has not left, or has not been taken in. */
  isBusy() {
    const waits = query(this.data, "SELECT Id FROM Outbox WHERE SentAt IS NULL AND WithdrawnAt IS NULL");
    return waits.length > 0 || readdirSync(this.folder).some((f) => f.endsWith(".eml"));
  }

  /** How one of them answered what they are asked, by the meeting's UID. */
  said(of) {
    const meetings = query(
      this.data,
      `SELECT e.Uid, e.Title, e.Time_LocalStart, e.Sequence, p.Answer FROM Entries e
        JOIN Participations p ON p.EntryId = e.Id AND p.RecurrenceId IS NULL
        JOIN People w ON w.Id = p.UserId WHERE w.Address = '${of}' ORDER BY e.Uid`,
    );
    return meetings.map((m) => JSON.stringify(m));
  }
}

/** Arranges, moves what was arranged before, and answers what has come, until one of the two is gone. */
async function work(asks, asked, round, known) {
  for (let i = 0; !known.gone; i++) {
    const title = `Berth ${round}.${i}`;
    const hour = String(8 + (i % 9)).padStart(2, "0");
    if (i < 3) known.arranged.set(title, (await asks.arrange(title, `2027-04-0${round % 9}T${hour}:00`, asked.address)).entry);
    if (i === 3) await asks.move([...known.arranged.values()][round], `2027-05-0${round % 9}T${hour}:00`);
    for (const row of (await asked.send("GET", "/api/answers")).rows.slice(0, 2)) {
      await asked.answer(row.entry, i % 2 === 0 ? "accepted" : "declined");
      known.answered++;
    }
    await pause(100);
  }
}

test(`Two organisations, killed ${rounds} times at any moment`, async (t) => {
  t.diagnostic(`CORLIN_SEED=${seed}`);
  const next = moments(seed);
  const folders = Object.fromEntries(
    ["ebbline.example", "porto-norte.example"].map((d) => [d, mkdtempSync(join(tmpdir(), "corlin-inbox-"))]),
  );
  const post = await openPost(folders);
  const hedda = new House("Hedda Lind", "hedda@ebbline.example", folders["ebbline.example"]);
  const rui = new House("Rui Sousa", "rui@porto-norte.example", folders["porto-norte.example"]);
  const houses = [hedda, rui];
  const known = { arranged: new Map(), answered: 0 };
  try {
    await Promise.all(houses.map((h) => h.start(post.port)));
    for (let round = 1; round <= rounds; round++) {
      known.gone = false;
      const working = work(hedda, rui, round, known).catch((gone) => {
        // Only that nobody answers any more ends the work.
        if (!isGone(gone)) throw gone;
      });
      // What was arranged leaves after ten seconds, and is answered: the moment lies around that.
      await pause(4_000 + next() * 11_000);
      const gone = houses[round % 2];
      const ending = gone.end("SIGKILL");
      known.gone = true;
      await ending;
      await working;
      await gone.start();
    }

    // What waits goes out and is taken in; what is asked is answered, until both say the same and nothing is on its way.
    await until(async () => {
      for (const row of (await rui.send("GET", "/api/answers")).rows) await rui.answer(row.entry, "accepted");
      const there = rui.said(rui.address);
      const here = hedda.said(rui.address);
      return !houses.some((h) => h.isBusy()) && JSON.stringify(here) === JSON.stringify(there) && here.length >= known.arranged.size;
    }, "One end for both");
    await Promise.all(houses.map((h) => h.end("SIGTERM")));

    assert.ok(known.arranged.size >= rounds * 2, `only ${known.arranged.size} were arranged`);
    const [[given]] = query(rui.data, `SELECT count(*) FROM Changes WHERE Kind = ${answered}`);
    assert.ok(known.answered > 0, "none was answered while either was killed");
    assert.ok(given >= known.answered, `${known.answered} answers were acknowledged, ${given} stand`);
    const stands = new Map(query(hedda.data, "SELECT PublicId, Title FROM Entries").map(([id, title]) => [id, title]));
    for (const [title, entry] of known.arranged) assert.equal(stands.get(entry), title, `${title} was acknowledged and is lost`);
    for (const house of houses) {
      assert.deepEqual(query(house.data, "PRAGMA integrity_check"), [["ok"]]);
      assert.deepEqual(query(house.data, "PRAGMA foreign_key_check"), []);
      assert.deepEqual(query(house.data, "SELECT Uid FROM Entries GROUP BY Uid HAVING count(*) > 1"), []);
      assert.deepEqual(query(house.data, "SELECT MessageId FROM Mails WHERE OutboxId IS NULL GROUP BY MessageId HAVING count(*) > 1"), []);
    }
  } finally {
    for (const house of houses) {
      if (house.server) await house.end("SIGKILL");
      rmSync(house.data, { recursive: true, force: true });
      rmSync(house.folder, { recursive: true, force: true });
    }
    post.close();
  }
});
