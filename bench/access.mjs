// How long the table of access takes to open with 200 people by 200 calendars, every cell granted:
//   node bench/access.mjs      (needs the built application, Chromium and the sqlite3 command)
import { execFileSync } from "node:child_process";
import { join } from "node:path";
import { openBrowser, signIn, startDemo } from "../tests/e2e/corlin.mjs";

const count = 200;
const times = 7;

const fill = `
  BEGIN;
  WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < ${count})
  INSERT INTO People (PublicId, Kind, Name, SearchName, Address, Inside, Zone, Flag, Version, Administrator)
  SELECT 'bench-' || i, 0, 'Person ' || i, ' person ' || i, 'person.' || i || '@ebbline.example', 1, 'Europe/Lisbon', i % 12, 1, 0 FROM n;
  INSERT INTO Calendars (PublicId, OwnerId, Name, Main, ChangeNumber, SettingsVersion)
  SELECT 'calendar-' || PublicId, Id, Name, 1, 0, 1 FROM People WHERE PublicId LIKE 'bench-%';
  INSERT INTO AccessGrants (OwnerId, ReceiverId, Inside, Sight, Acting, Private, PassOn, GivenById)
  SELECT o.Id, r.Id, 1, 2, r.Id % 3, 0, 0, 1 FROM People o JOIN People r ON o.Id <> r.Id
  WHERE o.PublicId LIKE 'bench-%' AND r.PublicId LIKE 'bench-%';
  INSERT INTO AccessGrants (OwnerId, ReceiverId, Inside, Sight, Acting, Private, PassOn, GivenById)
  SELECT o.Id, (SELECT Id FROM People WHERE Address = 'noor.haddad@ebbline.example'), 1, 3, 3, 1, 1, 1 FROM People o WHERE o.PublicId LIKE 'bench-%';
  COMMIT;`;

const median = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

const empty = await startDemo();
await empty.stop();
execFileSync("sqlite3", [join(empty.data, "corlin.db"), fill]);
const demo = await startDemo({ data: empty.data });
const browser = await openBrowser();
try {
  const page = await signIn(browser, demo.address, /Noor Haddad/);
  const answers = [];
  const opened = [];
  for (let i = 0; i < times; i++) {
    answers.push(
      await page.evaluate(async () => {
        const start = performance.now();
        const text = await (await fetch("/api/access")).text();
        return { ms: performance.now() - start, bytes: text.length };
      }),
    );
    await page.goto(demo.address);
    await page.getByRole("group", { name: "Today’s lanes" }).waitFor();
    opened.push(
      await page.evaluate(async () => {
        const link = [...document.querySelectorAll("nav a")].find((a) => a.textContent.startsWith("Access"));
        const start = performance.now();
        link.click();
        while (!document.querySelector('[role="gridcell"]')) await new Promise(requestAnimationFrame);
        await new Promise(requestAnimationFrame);
        return performance.now() - start;
      }),
    );
  }
  console.log(
    `The answer: ${median(answers.map((a) => a.ms)).toFixed(0)} ms at the median, ${(answers[0].bytes / 1e6).toFixed(1)} MB before compression`,
  );
  console.log(
    `The table on the screen after the click: ${median(opened).toFixed(0)} ms at the median, ${Math.max(...opened).toFixed(0)} ms at most (bound 300)`,
  );
} finally {
  await browser.close();
  await demo.stop();
  demo.remove();
}
