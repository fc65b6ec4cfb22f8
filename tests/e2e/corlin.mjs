// The running demo and a browser on it, for the tests and for the pictures.
import { spawn } from "node:child_process";
import assert from "node:assert/strict";
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { after, afterEach, before } from "node:test";

const root = new URL("../..", import.meta.url).pathname;
const require = createRequire(join(root, "web/package.json"));
const { chromium } = require("playwright-core");
export const { AxeBuilder } = require("@axe-core/playwright");

export const startOfDemo = "2027-03-08T09:42[Europe/Lisbon]";

/** A data folder of its own; where the run has made the organisation up already, a copy of that. */
function freshData() {
  const data = mkdtempSync(join(tmpdir(), "corlin-e2e-"));
  if (process.env.CORLIN_MADE_UP) cpSync(process.env.CORLIN_MADE_UP, data, { recursive: true });
  return data;
}

/** Starts the demo on a free port: in the process that a run keeps for its files, or in one of its own. With timers its people answer by themselves. */
export async function startDemo({ timers = false, data = freshData(), now = startOfDemo, own = !process.send } = {}) {
  const running = own || timers || now !== startOfDemo ? await startProcess(timers, data, now) : await startInTurn(data);
  return { ...running, data, remove: () => rmSync(data, { recursive: true, force: true }) };
}

async function startProcess(timers, data, now) {
  const server = startServer([...(timers ? [] : ["--no-timers"]), "--data", data], now);
  const address = await server.heard(/Corlin is at (http:\S+)/);
  const end = (signal) => async () => {
    server.process.kill(signal);
    await server.ended;
  };
  // SIGKILL ends it as a power cut does, between any two steps.
  return { address, pid: server.process.pid, stop: end("SIGTERM"), kill: end("SIGKILL"), output: server.output };
}

/** The run answers one question after another. */
async function startInTurn(data) {
  const ask = (question) =>
    new Promise((resolve, reject) => {
      process.once("message", ({ answer, failure }) => (failure ? reject(new Error(failure)) : resolve(answer)));
      process.send(question);
    });
  const address = await ask({ start: data });
  let output;
  return {
    address,
    stop: async () => {
      output ??= await ask({ stop: true });
      // Nothing more is asked unless another demo is started: the file may end.
      process.channel?.unref();
    },
    output: () => output ?? "",
  };
}

/** A demo's process: what it says, and its end. */
export function startServer(args, now = startOfDemo) {
  return startCorlin(["demo", "--port", "0", "--now", now, "--site", "web/dist", "--demo-folder", "demo", ...args]);
}

/** A process of Corlin: what it says, and its end. */
export function startCorlin(args) {
  const server = spawn(process.env.CORLIN_WEB ?? "artifacts/bin/Corlin.Web/release/Corlin.Web", args, { cwd: root });
  let said = "";
  const listeners = new Set();
  const ended = new Promise((resolve) =>
    server.on("exit", (code) => {
      for (const listener of listeners) listener(code);
      resolve(code);
    }),
  );
  for (const stream of [server.stdout, server.stderr])
    stream.on("data", (chunk) => {
      said += chunk;
      for (const listener of listeners) listener();
    });
  /** What the pattern finds in what it says, from now or from a place on. */
  const heard = (pattern, from = 0) =>
    new Promise((resolve, reject) => {
      const look = (code) => {
        const found = pattern.exec(said.slice(from));
        if (found) resolve(found[1]);
        else if (code !== undefined) reject(new Error(`Corlin ended with ${code}: ${said.slice(from)}`));
        else return;
        listeners.delete(look);
      };
      listeners.add(look);
      look();
    });
  return { process: server, ended, heard, output: () => said };
}

export async function openBrowser() {
  return chromium.launch({
    executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
    args: [
      "--headless",
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
  });
}

/** What stands privately in the demo, and who may know it: in no answer, live message, mail, log or file of anybody else. */
const privately = [
  { text: "Board papers", knownTo: /Noor|Maren/ },
  { text: "Doctor", knownTo: /Noor|Maren/ },
  { text: "School play", knownTo: /Noor|Desmond/ },
  { text: "Dentist", knownTo: /Ines|Wiremu/ },
];

const leaks = [];
const watched = [];

/** What goes wrong in a page fails its file: errors of scripts, answers that are refusals or failures, requests that never arrive. What a test means to go wrong it adds to `meant`. */
export function watch(page, name) {
  page.wrong = [];
  page.meant = [];
  watched.push({ page, name });
  page.on("pageerror", (error) => page.wrong.push(error.message));
  page.on("console", (message) => message.type() === "error" && page.wrong.push(`${message.text()} ${message.location().url}`));
  // What is under way when a page is left is broken off.
  page.on("requestfailed", (request) => {
    if (!/ERR_ABORTED|ERR_NETWORK_CHANGED/.test(request.failure()?.errorText ?? ""))
      page.wrong.push(`${request.failure()?.errorText} ${request.url()}`);
  });
  return page;
}

const unmeant = (page) => page.wrong.filter((w) => !page.meant.some((m) => w.includes(m)));

const wrong = () => watched.flatMap(({ page, name }) => unmeant(page).map((w) => `${name}: ${w}`));

/** Listens to everything that a page is sent, for what its reader may not know. */
function listen(page, name) {
  const hidden = privately.filter((p) => !p.knownTo.test(String(name)));
  const look = (text, where) => leaks.push(...hidden.filter((p) => text.includes(p.text)).map((p) => `${p.text} to ${name} by ${where}`));
  page.on("websocket", (socket) => socket.on("framereceived", (frame) => look(String(frame.payload), "a live message")));
  page.on("response", async (response) => {
    if (!response.url().includes("/api/")) return;
    // What a page that has gone was sent cannot be read any more, and was not.
    const text = await response.text().catch(() => "");
    look(text, response.url());
  });
}

/** What was written by the demo for somebody else's eyes: its log, and mail. */
function lookAt(demo) {
  const hidden = privately.map((p) => p.text);
  const look = (text, where) => leaks.push(...hidden.filter((h) => text.includes(h)).map((h) => `${h} in ${where}`));
  look(demo.output(), "the log");
  const mail = join(demo.data, "simulation");
  for (const file of existsSync(mail) ? readdirSync(mail, { recursive: true, withFileTypes: true }) : [])
    if (file.isFile()) look(readFileSync(join(file.parentPath ?? file.path, file.name), "latin1"), file.name);
}

/** A browser and a demo for the tests of a file, which end with them. */
export function withDemo() {
  const its = {};
  before(async () => {
    [its.browser, its.demo] = await Promise.all([openBrowser(), startDemo()]);
  });
  afterEach(leave);
  after(async () => {
    await its.browser.close();
    await its.demo.stop();
    lookAt(its.demo);
    its.demo.remove();
    // Why the server failed stands in its log alone.
    if (wrong().some((w) => w.includes("status of 5"))) console.log(its.demo.output().slice(-8_000));
    assert.deepEqual([...leaks, ...wrong()], []);
  });
  return its;
}

/** Lets somebody of the demo in as the form does, which has its own tests: the page then opens once, and where it is wanted. */
async function letIn(context, address, name) {
  const { people, password } = await (await context.request.get(`${address}/api/demo/sign-ins`)).json();
  const { forgery } = await (await context.request.get(`${address}/api/session`)).json();
  const headers = { "X-Corlin-Forgery": forgery };
  const who = people.find((p) => name.test(p.name));
  const answer = await context.request.post(`${address}/api/session`, { headers, data: { address: who.address, password } });
  assert.ok(answer.ok(), `${who.name} was not let in: ${answer.status()}`);
}

/** Pages in use, and those that a test has left, by whose they are and how they look: a session is begun once in a file. */
const inUse = new Set();
const left = new Map();

/** A page of somebody who is in, at a path. What goes wrong in it fails the test. */
export async function signIn(browser, address, name, { path = "/", ...options } = {}) {
  const key = `${address} ${name} ${JSON.stringify(options)}`;
  const page = left.get(key)?.pop() ?? (await newPage(browser, address, name, options));
  page.key = key;
  inUse.add(page);
  await page.goto(address + path);
  await page.getByRole("navigation", { name: "Places" }).waitFor();
  return page;
}

async function newPage(browser, address, name, options) {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    locale: "en-GB",
    ...options,
  });
  const page = watch(await context.newPage(), name);
  page.setDefaultTimeout(30_000);
  listen(page, name);
  await letIn(context, address, name);
  return page;
}

/** Leaves the pages of a test for the next one, with nothing kept in them. Whoever has signed out closes the context. */
async function leave() {
  const pages = [...inUse].filter((p) => !p.isClosed());
  inUse.clear();
  for (const page of pages) {
    await page.evaluate(() => {
      localStorage.clear();
      sessionStorage.clear();
    });
    for (const other of page.context().pages()) await (other === page ? page.goto("about:blank") : other.close());
    page.wrong = unmeant(page);
    page.meant = [];
    left.set(page.key, [...(left.get(page.key) ?? []), page]);
  }
}

/** Puts the demo's clock forward, and does what has come due. */
export async function advance(page, seconds) {
  await page.evaluate(async (by) => {
    const session = await (await fetch("/api/session")).json();
    const answer = await fetch("/api/demo/advance", {
      method: "POST",
      headers: {
        "content-type": "application/json",
        "X-Corlin-Forgery": session.forgery,
      },
      body: JSON.stringify({ seconds: by }),
    });
    if (!answer.ok) throw new Error(`The clock did not move: ${answer.status}`);
  }, seconds);
}

/** Makes the window that wide, and waits until nothing on the page is wider. */
export async function fits(page, width = 390) {
  await page.setViewportSize({ width, height: 800 });
  await page.waitForFunction((most) => innerWidth === most && document.documentElement.scrollWidth <= most, width);
}

/** The faults that an accessibility scan finds, in words. Where a dialog is open it alone is looked at: what is behind it has its own scan. */
export async function faults(page) {
  const dialog = "[role=dialog][data-state=open]";
  const builder = new AxeBuilder({ page });
  if ((await page.locator(dialog).count()) > 0) builder.include(dialog);
  // Within one page, and without a list of what is right: a scan takes a third of the time.
  const scan = await builder
    .setLegacyMode()
    .options({ resultTypes: ["violations"] })
    .withTags(["wcag2a", "wcag2aa", "wcag21a", "wcag21aa"])
    .analyze();
  return scan.violations.map((v) => `${v.id}: ${v.help} (${v.nodes.map((n) => n.target.join(" ")).join("; ")})`);
}
