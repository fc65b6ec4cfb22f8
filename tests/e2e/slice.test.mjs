import assert from "node:assert/strict";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { after, before, test } from "node:test";
import { advance, faults, openBrowser, signIn, startDemo } from "./corlin.mjs";

let browser;
before(async () => {
  browser = await openBrowser();
});
after(() => browser.close());

const title = "Insurers, renewal terms";

async function arrangeByMouse(page) {
  await page.getByRole("link", { name: "Arrange a meeting" }).click();
  await page.getByRole("textbox", { name: "Title" }).fill(title);
  await page.getByRole("button", { name: /^Who must come/ }).click();
  for (const name of ["Desmond Oyelaran", "Tomé Vidal", "Lakshmi Rao"]) {
    await page.getByRole("combobox", { name: "Who must come" }).fill(name.slice(0, 5));
    await page.getByRole("option", { name: new RegExp(`^${name}`) }).click();
  }
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Who may come/ }).click();
  await page.getByRole("combobox", { name: "Who may come" }).fill("ana br");
  await page.getByRole("option", { name: /Ana Brandão/ }).click();
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: /^Agenda/ }).click();
  await page.getByRole("textbox", { name: /Agenda/ }).fill("Old terms\nNew terms\nWho signs");
  await page.keyboard.press("Escape");
}

async function arrangeByKeyboard(page) {
  const type = (text) => page.keyboard.type(text);
  const press = (key) => page.keyboard.press(key);
  // What is typed before the field has the focus is lost.
  const ready = () => page.waitForFunction(() => document.activeElement?.getAttribute("role") === "combobox");
  await press("n");
  await page.getByRole("textbox", { name: "Title" }).waitFor();
  await type(title);
  await press("Tab");
  await press("Enter");
  await ready();
  for (const name of ["Desmond Oyelaran", "Tomé Vidal", "Lakshmi Rao"]) {
    await type(name.slice(0, 5));
    await page.getByRole("option", { name: new RegExp(`^${name}`), selected: true }).waitFor();
    await press("Enter");
  }
  await press("Escape");
  await press("Tab");
  await press("Enter");
  await ready();
  await type("ana br");
  await page.getByRole("option", { name: /Ana Brandão/, selected: true }).waitFor();
  await press("Enter");
  await press("Escape");
}

const staffs = (page) => page.getByRole("listitem").filter({ has: page.getByRole("button", { expanded: true }) });
const attendee = (page, name) => staffs(page).getByRole("listitem").filter({ hasText: name }).first();

async function followToAgreed(page) {
  await page.getByRole("heading", { name: /Chase/ }).waitFor();
  await page
    .getByRole("status")
    .getByText(/goes to 4 in ten seconds/)
    .waitFor();
  await attendee(page, "Lakshmi Rao").getByText("no reply yet").waitFor();

  // The people of the demo answer; the page is not loaded again.
  await advance(page, 11);
  await advance(page, 20);
  await attendee(page, "Tomé Vidal")
    .getByText(/^accepted/)
    .waitFor();
  await attendee(page, "Ana Brandão")
    .getByText(/^tentative/)
    .waitFor();
  await attendee(page, "Lakshmi Rao")
    .getByText(/another time/)
    .waitFor();
  await page.getByRole("region", { name: /Lakshmi Rao proposes/ }).waitFor();
  await page.getByRole("button", { name: /^Move to .* and invite 4 again/ }).click();
  await attendee(page, "Tomé Vidal").getByText("no reply yet").waitFor();
  await advance(page, 11);
  await advance(page, 20);
  await page.getByText("Everything stands; nothing needs to be done.").waitFor();
}

test("by mouse: from the Desk to a meeting that is agreed, kept over a restart", async () => {
  const demo = await startDemo();
  try {
    const page = await signIn(browser, demo.address, /Noor Haddad/);
    await page.getByRole("group", { name: "Today’s lanes" }).waitFor();
    for (const name of ["Maren Falk", "Desmond Oyelaran", "Wiremu Paki"])
      assert.ok(await page.getByRole("group", { name: new RegExp(`^${name},`) }).count());
    assert.deepEqual(await faults(page), [], "Desk");

    await arrangeByMouse(page);
    const slots = page.getByRole("region", { name: "Free slots" });
    await slots.getByText(/\d+ free slots/).waitFor();
    const first = slots.getByRole("button", { pressed: true });
    await first.waitFor();
    await page.getByRole("img", { name: /How many are free/ }).waitFor();
    assert.deepEqual(await faults(page), [], "Arrange");

    // Another slot is picked, then the stretch is dragged over the lanes and a quarter of an hour back by key.
    await slots.getByRole("button").nth(1).click();
    const stretch = page.getByRole("slider", { name: "The stretch chosen" });
    const before = await stretch.getAttribute("aria-valuetext");
    const box = await stretch.boundingBox();
    await page.mouse.move(box.x + box.width / 2, box.y + 20);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 70, box.y + 20, { steps: 5 });
    await page.mouse.up();
    assert.notEqual(await stretch.getAttribute("aria-valuetext"), before);
    await slots.getByRole("button").first().click();
    await page.getByRole("button", { name: /^Send to 4 for / }).click();
    await followToAgreed(page);
    assert.deepEqual(await faults(page), [], "Chase");

    const sent = readdirSync(join(demo.data, "simulation/sent"));
    const mails = sent.map((f) =>
      readFileSync(join(demo.data, "simulation/sent", f), "utf8")
        .replaceAll("=\r\n", "")
        .replaceAll("\r\n ", ""),
    );
    const invitations = mails.filter((m) => m.includes("method=REQUEST"));
    assert.equal(invitations.length, 2);
    for (const mail of invitations) {
      assert.match(mail, /To: Lakshmi Rao <lakshmi\.rao@coromandel-marine\.example>/);
      assert.match(mail, /ORGANIZER[^\r]*SENT-BY=3D"mailto:noor\.haddad@ebbline\.example"[^\r]*:mailto:maren\.falk@ebbline\.example/);
    }

    await page.context().close();
    await demo.stop();
    const again = await startDemo({ data: demo.data });
    try {
      const later = await signIn(browser, again.address, /Noor Haddad/);
      await later.getByRole("link", { name: /^Chase/ }).click();
      await later.getByRole("button", { name: new RegExp(title) }).click();
      await later.getByText("Everything stands; nothing needs to be done.").waitFor();
      assert.deepEqual(later.wrong, []);
    } finally {
      await again.stop();
    }
  } finally {
    await demo.stop();
    demo.remove();
  }
});

test("by keyboard: the same, and undone within ten seconds nothing is sent", async () => {
  const demo = await startDemo();
  try {
    const page = await signIn(browser, demo.address, /Noor Haddad/);
    await arrangeByKeyboard(page);
    await page.getByRole("region", { name: "Free slots" }).getByRole("button", { pressed: true }).waitFor();
    await page.keyboard.press("Control+Enter");
    await page
      .getByRole("status")
      .getByText(/goes to 4/)
      .waitFor();
    await page.getByRole("button", { name: new RegExp(title) }).waitFor();
    await page.keyboard.press("z");
    await page.getByRole("status").getByText("Undone. Nothing was sent.").waitFor();
    await page.getByRole("main").getByRole("button", { name: new RegExp(title) }).waitFor({ state: "detached" });
    await advance(page, 30);
    assert.deepEqual(readdirSync(join(demo.data, "simulation/sent")), []);

    // What was undone is being written again.
    await page.keyboard.press("n");
    await page.getByRole("button", { name: /^Who may come: Ana/ }).waitFor();
    assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), title);
    const slots = page.getByRole("region", { name: "Free slots" });
    await slots.getByRole("button", { pressed: true }).waitFor();
    const start = page.getByRole("slider", { name: "The stretch chosen" });
    await start.waitFor();
    const at = await start.getAttribute("aria-valuetext");
    await start.press("ArrowRight");
    assert.notEqual(await start.getAttribute("aria-valuetext"), at);
    await start.press("ArrowLeft");
    await page.keyboard.press("Control+Enter");
    await followToAgreed(page);
    assert.deepEqual(page.wrong, []);
  } finally {
    await demo.stop();
    demo.remove();
  }
});
