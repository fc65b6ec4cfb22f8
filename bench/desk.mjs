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
for (let i = 0; i < 7; i++) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.addCookies(cookies);
  const fresh = await context.newPage();
  const start = performance.now();
  await fresh.goto(demo.address, { waitUntil: "commit" });
  await fresh
    .getByRole("group", { name: /^Maren Falk,/ })
    .getByRole("button")
    .first()
    .waitFor();
  opened.push(performance.now() - start);
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
