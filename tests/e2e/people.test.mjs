import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

const open = async (name = /Noor Haddad/) => {
  const page = await signIn(its.browser, its.demo.address, name);
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "People" }).click();
  await page.getByRole("listbox", { name: "Index" }).waitFor();
  return page;
};

const find = async (page, text) => {
  await page.getByRole("searchbox", { name: "Called" }).fill(text);
  await page.getByRole("status").getByText(`called “${text}”`).waitFor();
};

const heading = (page, name) => page.getByRole("heading", { level: 2, name });

test("the index is walked by key, a page begins with the lane, and what is known is changed in its sentence and taken back", async () => {
  const page = await open();
  // Words that are no hours.
  page.meant.push("400");
  await page.getByRole("option", { name: /^Ada Nwosu/ }).click();
  await page.getByRole("listbox", { name: "Index" }).focus();
  await page.keyboard.press("ArrowDown");
  await heading(page, "Ana Brandão").waitFor();
  await page.keyboard.press("Enter");
  await page.waitForFunction(() => document.activeElement.id === "who");
  await find(page, "desmond");
  await page.getByRole("option", { name: /^Desmond Oyelaran/ }).click();
  // His day by his own clock, and the reader's beside it.
  await page.getByRole("group", { name: "Monday 8 March, Desmond Oyelaran" }).getByText("Halifax", { exact: true }).waitFor();
  await page.getByRole("button", { name: "Telephone numbers: yard +1 902 555 0134" }).click();
  await page.getByRole("textbox", { name: "Telephone numbers" }).fill("yard +1 902 555 0134\nmobile +1 902 555 0135");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByRole("button", { name: /mobile \+1 902 555 0135/ }).waitFor();
  await page.getByRole("button", { name: "Telephone numbers" }).click();
  await page.getByRole("textbox", { name: "Telephone numbers" }).fill("ask Ruta");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await page.getByText("“ask Ruta” is not valid here.").waitFor();
  await page.keyboard.press("Control+z");
  await page.getByRole("button", { name: "Telephone numbers: yard +1 902 555 0134", exact: true }).waitFor();
  assert.deepEqual(await faults(page), []);
});

test("a part that is open stays in view when what comes in above pushes it down", async () => {
  const page = await open();
  let go = () => {};
  const held = new Promise((resolve) => (go = resolve));
  await page.route(/\/api\/lanes\?/, async (route) => {
    await held;
    await route.continue();
  });
  await find(page, "desmond");
  await page.getByRole("option", { name: /^Desmond Oyelaran/ }).click();
  // A window so low that the part is the last in it.
  const part = page.getByRole("button", { name: /^Telephone numbers:/ });
  const box = await part.boundingBox();
  const foot = await page.getByRole("contentinfo").boundingBox();
  await page.setViewportSize({ width: 1280, height: Math.ceil(box.y + box.height + foot.height) });
  await part.click();
  const numbers = page.getByRole("textbox", { name: "Telephone numbers" });
  go();
  await page.getByRole("group", { name: "Monday 8 March, Desmond Oyelaran" }).waitFor();
  await page.waitForFunction(() => {
    const held = document.querySelector('[aria-label^="Telephone numbers:"]').getBoundingClientRect();
    return held.bottom <= document.querySelector("footer").getBoundingClientRect().top + 1;
  });
  await numbers.fill("yard +1 902 555 0199", { timeout: 5000 });
  await page.getByRole("button", { name: "Save", exact: true }).click({ timeout: 5000 });
  await page.getByRole("button", { name: /yard \+1 902 555 0199/ }).waitFor();
  assert.deepEqual(await faults(page), []);
});

test("who arranges with somebody whose calendar they keep does it in their own name", async () => {
  const page = await open();
  await find(page, "maren falk");
  await page.getByRole("option", { name: /^Maren Falk/ }).click();
  await page.getByRole("button", { name: "Arrange with Maren" }).click();
  await page.getByRole("button", { name: "In whose name: Noor Haddad" }).waitFor();
  await page.getByRole("button", { name: "Who must come: Maren" }).waitFor();
  await page.goto(`${its.demo.address}/people`);
  await find(page, "desmond");
  await page.getByRole("option", { name: /^Desmond Oyelaran/ }).click();
  await page.getByRole("button", { name: "Arrange with Desmond" }).click();
  await page.getByRole("button", { name: "In whose name: Maren Falk" }).waitFor();
  await page.getByRole("button", { name: "Who must come: Desmond" }).waitFor();
  assert.deepEqual(await faults(page), []);
});

test("hours are drawn on seven lanes or typed, and stand on the lane then; who may not change them is told who may", async () => {
  const page = await open();
  await find(page, "maren falk");
  await page.getByRole("option", { name: /^Maren Falk/ }).click();
  const saturday = page.getByRole("textbox", { name: "Hours of Saturday" });
  const lane = saturday.locator("xpath=preceding-sibling::*[1]");
  const { width } = await lane.boundingBox();
  // Each point is looked for where the lane is then: what comes in above moves it.
  const at = (hours) => lane.hover({ position: { x: (width * hours) / 24, y: 10 } });
  await at(9);
  await page.mouse.down();
  await at(11);
  await at(12);
  await page.mouse.up();
  assert.equal(await saturday.inputValue(), "09:00-12:00");
  const friday = page.getByRole("textbox", { name: "Hours of Friday" });
  await friday.fill("8 to noon");
  await page.keyboard.press("Enter");
  assert.equal(await friday.getAttribute("aria-invalid"), "true");
  await friday.fill("08:00-12:00, 13:00-16:00 Setúbal yard");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Keep these hours" }).click();
  await page
    .getByText(
      "hours Monday to Thursday 08:00 to 18:15, Friday 08:00 to 12:00 and 13:00 to 16:00 in Setúbal yard, Saturday 09:00 to 12:00.",
    )
    .waitFor();
  assert.deepEqual(await faults(page), []);

  const tome = await open(/Tomé Vidal/);
  await find(tome, "maren falk");
  await tome.getByText("Maren changes this, or who speaks for Maren, or an administrator.").waitFor();
  assert.equal(await tome.getByRole("textbox", { name: "Hours of Friday" }).count(), 0);
  assert.deepEqual(await faults(tome), []);
});

test("a contact of one principal is entered, found by who keeps the calendar and by nobody else", async () => {
  const page = await open();
  page.meant.push("400");
  await page.getByRole("button", { name: "Add a person" }).click();
  const sentence = page.getByRole("form", { name: "Add a person" });
  await sentence.getByRole("button", { name: /^Who is added/ }).click();
  await page.getByRole("button", { name: /^a contact of Maren Falk/ }).click();
  await sentence.getByRole("textbox", { name: "Name" }).fill("Sigrid Aune");
  await sentence.getByRole("textbox", { name: "Address" }).fill("sigrid at aune");
  await sentence.getByRole("button", { name: "Add Sigrid Aune" }).click();
  await sentence.getByText("“sigrid at aune” is no e-mail address.").waitFor();
  await sentence.getByRole("textbox", { name: "Address" }).fill("sigrid@aune.example");
  await sentence.getByRole("button", { name: "Add Sigrid Aune" }).click();
  await heading(page, "Sigrid Aune").waitFor();
  await page.getByText("a contact of Maren that nobody else sees").waitFor();
  assert.deepEqual(await faults(page), []);

  const tome = await open(/Tomé Vidal/);
  tome.meant.push("404");
  await find(tome, "sigrid");
  await tome.getByText("Nobody is called that.").waitFor();
  await tome.goto(page.url());
  await tome.getByText("Not found, or you have no access to it.").waitFor();

  const maren = await open(/Maren Falk/);
  await find(maren, "sigrid");
  await heading(maren, "Sigrid Aune").waitFor();
});

test("who leaves a group stays in its past; a group is put into a group", async () => {
  const page = await open();
  // A group in itself.
  page.meant.push("400");
  await find(page, "finance round");
  await heading(page, "Finance round").waitFor();
  await page.getByRole("button", { name: "Remove Pablo Otero from Finance round" }).click();
  await page.getByRole("list", { name: "Was in Finance round" }).getByText("Pablo Otero").waitFor();
  await page.getByRole("button", { name: "Put in: put somebody in" }).click();
  await page.getByRole("combobox", { name: "People and groups" }).fill("safety");
  await page
    .getByRole("dialog", { name: "Put in" })
    .getByRole("option", { name: /^Safety board/ })
    .click();
  await page.getByRole("button", { name: "Put in", exact: true }).click();
  await page.getByRole("list", { name: "In Finance round" }).getByText("Safety board").waitFor();
  await page.getByText("is 9 people, asked as one word").waitFor();
  await page.getByRole("list", { name: "In Finance round" }).getByRole("button", { name: "Safety board", exact: true }).click();
  await heading(page, "Safety board").waitFor();
  await page.getByRole("button", { name: "Put in: put somebody in" }).click();
  await page.getByRole("combobox", { name: "People and groups" }).fill("finance");
  await page
    .getByRole("dialog", { name: "Put in" })
    .getByRole("option", { name: /^Finance round/ })
    .click();
  await page.getByRole("button", { name: "Put in", exact: true }).click();
  await page.getByText("Finance round would be in itself. Nothing was changed.").waitFor();
  assert.deepEqual(await faults(page), []);
});

test("a file of people is taken in with a report, and taken back whole", async () => {
  const page = await open();
  await page.getByRole("button", { name: "Import people" }).click();
  const text =
    "name;address;post;kind\nAmaia Ruiz;amaia@ruiz-anchor.example;anchors;\nNobody;no address;;\nLakshmi Rao;lakshmi.rao@coromandel-marine.example;senior underwriter;\nPuffin;;;boat\n";
  await page
    .getByLabel("File of people", { exact: true })
    .setInputFiles({ name: "fair.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const part = page.getByRole("region", { name: "People from a file" });
  await part.getByText("fair.csv: 1 entered, 1 changed, 0 as they were, 2 left out.").waitFor();
  await part.getByText("“boat” is no kind; person, group, room and resource are").waitFor();
  await part.getByText("“no address” is no e-mail address.").waitFor();
  await find(page, "amaia");
  await heading(page, "Amaia Ruiz").waitFor();
  await page
    .getByRole("status")
    .getByText("Undo")
    .or(page.getByRole("button", { name: /Undo/ }))
    .first()
    .click();
  await page.getByText("Nobody is called that.").waitFor();
  assert.deepEqual(await faults(page), []);
});

test("what is kept of somebody outside is deleted for good, and what must stay is said first", async () => {
  const page = await open(/Noor Haddad/);
  const id = await page.evaluate(async () => (await (await fetch("/api/people?text=Rosa%20Teixeira")).json())[0].id);
  await page.goto(`${its.demo.address}/people?who=${id}`);
  await page.getByRole("link", { name: "Delete for good…" }).click();
  await page.getByRole("heading", { name: "Delete what is kept of Rosa Teixeira" }).waitFor();
  await page.getByRole("region", { name: "What is deleted" }).getByText("Rosa’s name, addresses").waitFor();
  await page.getByRole("region", { name: "What must stay" }).getByText("as “Somebody deleted”").first().waitFor();
  await page.getByText("It cannot be undone.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: "Not now" }).click();
  await page.getByRole("heading", { name: "Rosa Teixeira" }).waitFor();
  await page.getByRole("link", { name: "Delete for good…" }).click();
  await page.getByRole("button", { name: "Delete for good" }).click();
  await page.getByText("What was kept of Rosa Teixeira is deleted.").first().waitFor();
  const found = await page.evaluate(async () => (await (await fetch("/api/people?text=Rosa%20Teixeira")).json()).length);
  assert.equal(found, 0);
});

test("what somebody says of another's address waits for an administrator, and stands before a meeting is sent", async () => {
  const ines = await open(/Ines Quadros/);
  await find(ines, "lakshmi");
  await ines.getByRole("option", { name: /^Lakshmi Rao/ }).click();
  await ines.getByRole("button", { name: /^First address/ }).click();
  await ines.getByRole("textbox", { name: "First address" }).fill("lakshmi@new-office.example");
  await ines.getByRole("button", { name: "Save", exact: true }).click();
  await ines.getByRole("note").getByText("An administrator decides.").waitFor();
  await ines.getByRole("button", { name: "First address: lakshmi.rao@coromandel-marine.example" }).waitFor();
  assert.deepEqual(await faults(ines), []);

  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  const row = noor.getByRole("listitem").filter({ hasText: "mail is to go to lakshmi@new-office.example" });
  await row.getByText("mail is to go to").click();
  await row.getByRole("button", { name: "Use it" }).click();
  await row.waitFor({ state: "detached" });
  // Who is outside has no lane that open screens would follow.
  await ines.reload();
  await ines.getByRole("button", { name: "First address: lakshmi@new-office.example" }).waitFor();

  // What was done in somebody's name is not for who manages people.
  noor.meant.push("403");
  const who = await noor.evaluate(async () => (await (await fetch("/api/people?text=Tom%C3%A9")).json())[0].id);
  await noor.goto(`${its.demo.address}/history?who=${who}`);
  await noor.getByText("What was done in the name of Tomé Vidal is told to Tomé Vidal and to those who see that calendar whole.").waitFor();
  await noor.getByRole("link", { name: "What was done in your own name" }).click();
  await noor.getByRole("heading", { name: /What was done in the name of/ }).waitFor();
});

test("Somebody leaves: what hangs on them is handed on in one step, nobody is let in by it, and it is taken back", async () => {
  const page = await open();
  await find(page, "Ines Quadros");
  await page.getByRole("option", { name: /^Ines Quadros/ }).click();
  await page.getByRole("link", { name: "Ines leaves…" }).click();
  await page.getByRole("heading", { name: /^Ines Quadros leaves/ }).waitFor();
  const lines = page.getByRole("listitem");
  await lines.getByText(/^Ines speaks for .* no longer\.$/).waitFor();
  await page.getByRole("button", { name: "Who takes over: nobody yet" }).click();
  await page.getByRole("combobox", { name: "Who takes over" }).fill("Pablo");
  await page.getByRole("option", { name: /^Pablo/ }).click();
  await lines.getByText(/asked to let Pablo speak for them\.$/).waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: "Ines leaves", exact: true }).click();
  await page.getByText(/^Ines has left\. .*asked to let Pablo in\./).waitFor();
  await page.getByText("Ines’s sign-in is blocked.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("button", { name: /^Undo, \d+ s/ }).click();
  await page.getByRole("button", { name: "Open it again" }).click();
  await page.getByRole("link", { name: "Ines leaves…" }).click();
  await lines.getByText(/^Ines speaks for .* no longer\.$/).waitFor();
  await page.close();
});
