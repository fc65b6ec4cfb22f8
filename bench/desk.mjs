// How long the Desk takes on the demo data: the server's own time, and a browser with an empty cache.
import { openBrowser, signIn, startDemo } from "../tests/e2e/corlin.mjs";

const middle = (all) => all.toSorted((a, b) => a - b)[Math.floor(all.length / 2)];
const browser = await openBrowser();
const demo = await startDemo();

const page = await signIn(browser, demo.address, /Noor Haddad/);
const server = await page.evaluate(async () => {
  const times = [];
  for (let i = 0; i < 60; i++) {
    const start = performance.now();
    await (await fetch("/api/desk")).text();
    times.push(performance.now() - start);
  }
  return times.slice(10);
});
const cookies = await page.context().cookies();

const opened = [];
for (let i = 0; i < 9; i++) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies(cookies);
  await context.addInitScript(() => {
    localStorage.setItem("corlin-signed-in", "yes");
    // The page's own clock, from the navigation to the first entry on a lane.
    new MutationObserver((_, observer) => {
      if (!document.querySelector('[role="group"][aria-label^="Maren Falk"] button')) return;
      observer.disconnect();
      // After the frame in which it is painted.
      requestAnimationFrame(() => setTimeout(() => (globalThis.lanesAt = performance.now())));
    }).observe(document, { childList: true, subtree: true });
  });
  const fresh = await context.newPage();
  await fresh.goto(demo.address);
  await fresh.waitForFunction(() => globalThis.lanesAt !== undefined);
  opened.push(await fresh.evaluate(() => globalThis.lanesAt));
  if (process.env.VERBOSE)
    console.log(
      await fresh.evaluate(() =>
        performance
          .getEntriesByType("resource")
          .map((r) => `${r.name.replace(location.origin, "")} ${Math.round(r.startTime)}-${Math.round(r.responseEnd)}`)
          .join("\n"),
      ),
      opened.at(-1),
    );
  await context.close();
}
console.log(
  `GET /api/desk, over HTTP on loopback: ${middle(server).toFixed(1)} ms at the median of ${server.length}, ${Math.max(...server).toFixed(1)} ms at most`,
);
console.log(
  `Desk with an empty cache, until the first lane stands: ${middle(opened).toFixed(0)} ms at the median of ${opened.length}, ${Math.max(...opened).toFixed(0)} ms at most`,
);
await browser.close();
await demo.stop();
demo.remove();
