// How smoothly lanes are scrolled and drawn nearer with 200 and 1,000 entries in view, and how long a view takes to change:
// what the browser's own frame callbacks and its trace say.
import { openBrowser, signIn, startDemo } from "../tests/e2e/corlin.mjs";

const slow = 17.5;

/** A calendar file of entries spread over the full week of the demo's start, a quarter of an hour to an hour each. */
function file(count, name) {
  const lines = ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//Ebbline//bench//EN"];
  const perDay = Math.ceil(count / 7);
  for (let i = 0; i < count; i++) {
    const day = String(8 + Math.floor(i / perDay)).padStart(2, "0");
    const minutes = 7 * 60 + Math.floor(((i % perDay) * 12 * 60) / perDay);
    const at = (m) => `${String(Math.floor(m / 60)).padStart(2, "0")}${String(m % 60).padStart(2, "0")}00`;
    const length = 15 + (i % 4) * 15;
    lines.push(
      "BEGIN:VEVENT",
      `UID:${name}-${i}@ebbline.example`,
      "DTSTAMP:20270301T090000Z",
      `DTSTART;TZID=Europe/Lisbon:202703${day}T${at(minutes)}`,
      `DTEND;TZID=Europe/Lisbon:202703${day}T${at(minutes + length)}`,
      `SUMMARY:Reading ${i} of the tide table`,
      "END:VEVENT",
    );
  }
  lines.push("END:VCALENDAR", "");
  return lines.join("\r\n");
}

const share = (list, p) => list.toSorted((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * p))] ?? 0;

/** Runs something and says how far its frames were apart, and what script and layout cost in each. */
async function frames(page, act) {
  const cdp = await page.context().browser().newBrowserCDPSession();
  const events = [];
  cdp.on("Tracing.dataCollected", (e) => events.push(...e.value));
  await cdp.send("Tracing.start", {
    transferMode: "ReportEvents",
    traceConfig: { includedCategories: ["devtools.timeline", "disabled-by-default-devtools.timeline"] },
  });
  await page.evaluate(() => {
    window.benchFrames = [];
    let last;
    const tick = (t) => {
      if (last !== undefined) window.benchFrames.push(t - last);
      last = t;
      if (window.benchFrames) window.benchNext = requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  });
  await act();
  const apart = await page.evaluate(() => {
    cancelAnimationFrame(window.benchNext);
    return window.benchFrames;
  });
  const done = new Promise((resolve) => cdp.once("Tracing.tracingComplete", resolve));
  await cdp.send("Tracing.end");
  await done;
  await cdp.detach();
  return { apart, work: workOf(events) };
}

const counted = new Set([
  "FunctionCall",
  "EventDispatch",
  "FireAnimationFrame",
  "TimerFire",
  "RunMicrotasks",
  "UpdateLayoutTree",
  "Layout",
  "EvaluateScript",
]);

/** Milliseconds of script and layout of the page between the beginnings of two frames, nested pieces once. */
function workOf(events) {
  const threadOf = (e) => `${e.pid} ${e.tid}`;
  const perThread = new Map();
  for (const e of events) if (e.name === "FireAnimationFrame") perThread.set(threadOf(e), (perThread.get(threadOf(e)) ?? 0) + 1);
  const main = [...perThread].toSorted((a, b) => b[1] - a[1])[0]?.[0];
  const own = events.filter((e) => threadOf(e) === main && e.ph === "X" && e.dur);
  const starts = own
    .filter((e) => e.name === "FireAnimationFrame")
    .map((e) => e.ts)
    .toSorted((a, b) => a - b);
  const pieces = own
    .filter((e) => counted.has(e.name))
    .map((e) => ({ from: e.ts, to: e.ts + e.dur }))
    .toSorted((a, b) => a.from - b.from);
  let end = 0;
  const costs = starts.map(() => 0);
  for (const piece of pieces) {
    const from = Math.max(piece.from, end);
    if (piece.to <= from) continue;
    end = piece.to;
    const frame = starts.findLastIndex((s) => s <= piece.from);
    if (frame >= 0) costs[frame] += (piece.to - from) / 1000;
  }
  return costs;
}

const line = (name, { apart, work }) => {
  const late = apart.filter((a) => a > slow).length;
  console.log(
    `${name}: ${apart.length} frames, ${late} (${((100 * late) / apart.length).toFixed(1)} %) over ${slow} ms, longest ${Math.max(...apart).toFixed(1)} ms; ` +
      `script and layout ${share(work, 0.5).toFixed(1)} ms median, ${share(work, 0.95).toFixed(1)} ms p95, ${Math.max(...work).toFixed(1)} ms most`,
  );
};

async function wheel(page, times, dx, dy) {
  for (let i = 0; i < times; i++) {
    await page.mouse.wheel(dx, i % 40 < 20 ? dy : -dy);
    await page.waitForTimeout(16);
  }
  // What is laid out anew once the hand rests is counted too.
  await page.waitForTimeout(700);
}

async function viewChange(page, key, times) {
  await page.evaluate(() => {
    const already = window.benchChanges !== undefined;
    window.benchChanges = [];
    if (already) return;
    let from = 0;
    addEventListener("keydown", () => (from = performance.now()), true);
    new MutationObserver(() => {
      if (from === 0) return;
      const began = from;
      from = 0;
      requestAnimationFrame(() => setTimeout(() => window.benchChanges.push(performance.now() - began)));
    }).observe(document.querySelector("h1"), { childList: true, subtree: true, characterData: true });
  });
  for (let i = 0; i < times; i++) {
    await page.keyboard.press(key);
    await page.waitForFunction((n) => window.benchChanges.length > n, i);
    await page.waitForTimeout(300);
  }
  return page.evaluate(() => window.benchChanges);
}

/** From the click on another view until its first frame is painted. */
async function chosenView(page, view) {
  await page.getByRole("button", { name: /^What is shown/ }).click();
  const choice = page.getByRole("dialog", { name: "What is shown" }).getByRole("button", { name: view, exact: true });
  await choice.waitFor();
  await page.waitForTimeout(600);
  await page.evaluate((name) => {
    window.benchView = new Promise((resolve) => {
      let from = 0;
      addEventListener("pointerdown", () => (from = performance.now()), { capture: true, once: true });
      new MutationObserver((_, observer) => {
        if (!document.querySelector("h1")?.textContent.includes(name)) return;
        observer.disconnect();
        requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - from)));
      }).observe(document.querySelector("h1"), { childList: true, subtree: true, characterData: true });
    });
  }, view);
  await choice.click();
  const took = await page.evaluate(() => window.benchView);
  await page.waitForTimeout(600);
  return took;
}

const browser = await openBrowser();
const demo = await startDemo();
try {
  for (const count of process.argv[2] ? [Number(process.argv[2])] : [200, 1000]) {
    const page = await signIn(browser, demo.address, /Noor Haddad/, { viewport: { width: 1280, height: 720 } });
    await page.evaluate(
      async ([text, name]) => {
        const session = await (await fetch("/api/session")).json();
        const who = (await (await fetch("/api/people?text=maren")).json())[0].id;
        const answer = await fetch(`/api/calendars/${who}/file?name=${name}.ics`, {
          method: "POST",
          headers: { "X-Corlin-Forgery": session.forgery, "content-type": "text/calendar" },
          body: text,
        });
        if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
      },
      [file(Math.max(0, count - 24), `bench${count}`), `bench${count}`],
    );
    await page.goto(`${demo.address}/lanes?view=week&from=2027-03-08`);
    await page.locator(".entry").first().waitFor();
    await page.waitForTimeout(1500);
    const shown = await page.locator(".entry").count();
    console.log(`\n${shown} entries in view, 1280 by 720`);
    await page.mouse.move(760, 420);
    await page.keyboard.down("Control");
    line("drawn nearer and further", await frames(page, () => wheel(page, 160, 0, -14)));
    await page.keyboard.up("Control");
    await page.waitForTimeout(400);
    await page.keyboard.press("+");
    await page.keyboard.press("+");
    await page.waitForTimeout(600);
    line("moved sideways", await frames(page, () => wheel(page, 160, 18, 0)));
    await page.keyboard.press("=");
    await page.waitForTimeout(600);
    await page.setViewportSize({ width: 1280, height: 480 });
    await page.waitForTimeout(600);
    line("scrolled", await frames(page, () => wheel(page, 160, 0, 24)));
    line(
      "pointer over the lanes",
      await frames(page, async () => {
        for (let i = 0; i < 160; i++) {
          await page.mouse.move(300 + ((i * 11) % 900), 200 + (i % 60) * 3);
          await page.waitForTimeout(16);
        }
      }),
    );
    await page.setViewportSize({ width: 1280, height: 720 });
    await page.waitForTimeout(600);
    const changes = await viewChange(page, "l", 6);
    console.log(`a week on: ${changes.map((c) => c.toFixed(0)).join(", ")} ms`);
    const back = await viewChange(page, "h", 6);
    console.log(`a week back: ${back.map((c) => c.toFixed(0)).join(", ")} ms`);
    for (const [view, value] of [
      ["the month", "week"],
      ["the full week", "month"],
      ["a list of two weeks", "week"],
      ["the day", "list"],
      ["the full week", "day"],
    ]) {
      const took = await chosenView(page, view);
      console.log(`${value} to ${view}: ${took.toFixed(0)} ms`);
    }
    await page.context().close();
  }
} finally {
  await browser.close();
  await demo.stop();
  demo.remove();
}
