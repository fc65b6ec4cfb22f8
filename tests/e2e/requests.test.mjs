// Who asks for a principal's time, before there is an invitation; and what a meeting becomes later.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

async function open(path, who = /Noor Haddad/) {
  const page = await signIn(its.browser, its.demo.address, who, { path });
  return page;
}

const row = (page, name) => page.getByRole("list", { name: "Who asked" }).getByRole("listitem", { name });

test("Who rings is written down, found by name, entered as an appointment and dropped in one step", async () => {
  const page = await open("/chase");
  await page.getByRole("link", { name: "Requests" }).click();
  await page.getByText("3 people wait for an answer.").waitFor();
  const form = page.getByRole("form", { name: "Write down who asks" });
  await form.getByRole("textbox", { name: "Who asks" }).fill("Captain Sousa");
  await form.getByRole("textbox", { name: "Why" }).fill("Pilot roster for May");
  await form.getByRole("button", { name: /^How urgent/ }).click();
  await page.getByRole("button", { name: "at once" }).click();
  await form.getByRole("button", { name: /^Ring back/ }).click();
  await page.getByLabel("A number, hours, a name at the other end").fill("+351 555 0177");
  await page.keyboard.press("Enter");
  assert.deepEqual(await faults(page), []);
  await form.getByRole("button", { name: "Write it down" }).click();
  await page.getByText("Captain Sousa is written down.").waitFor();
  await row(page, "Captain Sousa").getByText("at once").waitFor();

  await page.getByLabel("Find who asked").fill("sousa");
  await row(page, "Rosa Teixeira").waitFor({ state: "detached" });
  await row(page, "Captain Sousa").getByRole("button", { name: "Enter an appointment" }).click();
  const enter = page.getByRole("form", { name: "Enter what Captain Sousa asked" });
  await enter.getByLabel("When").fill("2027-03-12T16:00");
  assert.deepEqual(await faults(page), []);
  await enter.getByRole("button", { name: "Enter the appointment" }).click();
  await row(page, "Captain Sousa").getByText("arranged").waitFor();
  await row(page, "Captain Sousa").getByRole("button", { name: "Open it" }).click();
  await page
    .getByRole("dialog", { name: "Pilot roster for May" })
    .getByText("Asked for by Captain Sousa; ring back +351 555 0177")
    .waitFor();

  await page.goto(`${its.demo.address}/requests`);
  await row(page, /Kerstin Aho/)
    .getByRole("button", { name: "Drop" })
    .click();
  await row(page, /Kerstin Aho/).waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Undo/ }).click();
  await row(page, /Kerstin Aho/).waitFor();
  assert.deepEqual(page.wrong, []);
});

test("A request becomes a meeting with who asked, or a courteous no by mail", async () => {
  const page = await open("/requests");
  await row(page, "Rosa Teixeira").getByRole("button", { name: "Arrange it" }).click();
  await page.getByRole("button", { name: /^Who must come: Rosa/ }).waitFor();
  assert.equal(await page.getByRole("textbox", { name: "Title" }).inputValue(), "Berths while quay 3 is rebuilt");
  await page.getByRole("button", { name: /^Send to 1 for/ }).click();
  await page.getByText("“Berths while quay 3 is rebuilt” goes to 1 in ten seconds.").waitFor();

  await page.goto(`${its.demo.address}/requests`);
  await row(page, "Fergus Hale").getByRole("button", { name: "Say no" }).click();
  await row(page, "Fergus Hale").getByRole("button", { name: "Write it to Fergus" }).click();
  await page.getByText("A no is said to Fergus Hale.").waitFor();
  await page.getByRole("checkbox", { name: "include settled ones" }).check();
  await row(page, "Fergus Hale").getByText("a no was said").waitFor();
  await row(page, "Rosa Teixeira").getByText("arranged").waitFor();
  await advance(page, 11);
  await page.goto(`${its.demo.address}/mail`);
  await page
    .getByRole("list", { name: "Messages" })
    .getByRole("button", { name: /to Fergus Hale.*Your request/ })
    .click();
  await page.getByText("cannot take this up at present").waitFor();
});

test("An appointment becomes a meeting, and the meeting is turned over", async () => {
  const page = await open("/lanes?from=2027-03-12");
  await page.getByRole("button", { name: /^Pilot roster for May/ }).click();
  const sheet = page.getByRole("dialog", { name: "Pilot roster for May" });
  await sheet.getByRole("button", { name: "Who is invited: nobody" }).click();
  await page.getByRole("combobox", { name: "Invite also", exact: true }).fill("Ana B");
  await page.getByRole("option", { name: /Ana Brandão/ }).click();
  await page.keyboard.press("Escape");
  // What it does stands before it is sent; until then the button still moves.
  await sheet.getByRole("region", { name: "What it does" }).getByText("Ana").waitFor();
  await sheet.getByRole("button", { name: "Change it and notify 1" }).click();
  await page.getByText("“Pilot roster for May” is changed; one is notified in ten seconds.").waitFor();
  await page.getByRole("button", { name: /^Pilot roster for May/ }).click();
  await sheet.getByText(/not agreed yet/).waitFor();
  await sheet.getByRole("button", { name: "Change organiser" }).click();
  const over = sheet.getByRole("form", { name: "Change organiser" });
  await over.getByRole("combobox").fill("Desm");
  await page.getByRole("option", { name: /Desmond Oyelaran/ }).click();
  assert.deepEqual(await faults(page), []);
  await over.getByRole("button", { name: "Change organiser to Desmond" }).click();
  await page.getByText("Desmond Oyelaran organises “Pilot roster for May” from now on; everyone is notified in ten seconds.").waitFor();
  await page
    .getByRole("button", { name: /^Pilot roster for May/ })
    .first()
    .click();
  await sheet.getByText(/Organised by Noor Haddad for Desmond Oyelaran/).waitFor();
});
