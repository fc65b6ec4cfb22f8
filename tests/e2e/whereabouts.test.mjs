// Saying who is away, by whom it is covered, and what stands in it.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, fits, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("an absence is posted as a sentence that says what stands in it, made longer, ended and taken back", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  await noor.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "Whereabouts" }).click();
  await noor.getByRole("heading", { level: 1, name: "March 2027" }).waitFor();
  // The demo's own stands on its strip and in the list.
  await noor
    .getByRole("region", { name: "Wiremu Paki" })
    .getByRole("button", { name: /Ines covers/ })
    .waitFor();
  assert.deepEqual(await faults(noor), []);

  await noor
    .getByRole("region", { name: "Maren Falk" })
    .getByRole("button", { name: /^Thursday 18 March/ })
    .click();
  await noor.getByRole("form", { name: "Where they are" }).getByRole("button", { name: "Maren is away instead" }).click();
  const form = noor.getByRole("form", { name: "Post an absence" });
  await form.getByRole("button", { name: "Last day: 18 March" }).click();
  await noor.getByRole("dialog", { name: "Last day" }).getByLabel("Last day").fill("2027-03-16");
  await noor.keyboard.press("Escape");
  await form.getByText("It ends before it begins.").waitFor();
  await form.getByRole("button", { name: /^Last day/ }).click();
  await noor.getByRole("dialog", { name: "Last day" }).getByLabel("Last day").fill("2027-03-19");
  await noor.keyboard.press("Escape");
  await form
    .getByRole("heading", { name: /falls? into it/ })
    .or(form.getByText("Nothing is scheduled in it."))
    .waitFor();
  await form.getByRole("button", { name: "Who covers: somebody" }).click();
  await noor.getByRole("combobox", { name: "Who covers" }).fill("tom");
  await noor.getByRole("option", { name: /^Tomé Vidal/ }).click();
  await form.getByRole("textbox", { name: "Why" }).fill("a wedding");
  await form.getByRole("button", { name: "To whom the reason shows: who keeps the calendar" }).click();
  await noor.getByRole("dialog", { name: "To whom the reason shows" }).getByRole("button", { name: "everyone inside who sees it" }).click();
  await form.getByRole("button", { name: "What they may do meanwhile: does what they may do anyway" }).click();
  await noor
    .getByRole("dialog", { name: "What they may do meanwhile" })
    .getByRole("button", { name: "may answer and decide for Maren" })
    .click();
  await form.getByRole("button", { name: "In which languages: English" }).click();
  await noor.getByRole("checkbox", { name: "Portuguese" }).check();
  assert.match(
    await form.getByRole("textbox", { name: /^To people outside/ }).inputValue(),
    /Estou ausente até sábado, 20 de março\. Para assuntos urgentes, escreva para tome\.vidal@/,
  );
  await noor.getByRole("checkbox", { name: "Portuguese" }).uncheck();
  await noor.keyboard.press("Escape");
  // The texts follow the sentence; what stands in it gets a proposal each, of which one is decided otherwise.
  assert.match(
    await form.getByRole("textbox", { name: /^To people inside/ }).inputValue(),
    /^I am away until Saturday 20 March. Tomé Vidal decides for me meanwhile.$/,
  );
  await form.getByRole("button", { name: "New invitations: wait for an answer" }).click();
  await noor.getByRole("dialog", { name: "New invitations" }).getByRole("button", { name: "are declined with the text" }).click();
  const proposals = form.getByRole("button", { name: /^What becomes of / });
  const proposed = await proposals.evaluateAll((all) => all.map((b) => b.textContent ?? ""));
  const settled = proposed.filter((words) => words !== "Keep it").length;
  assert.ok(settled >= 1, proposed.join("; "));
  assert.deepEqual(await faults(noor), []);
  await form.getByRole("button", { name: `Post it, and settle ${settled}` }).click();
  await noor
    .getByText(`Maren is away then. Tomé is notified. ${settled === 1 ? "One entry is" : `${settled} entries are`} settled.`)
    .waitFor();
  const row = noor.getByRole("listitem", {
    name: /^Maren Falk, from 18 March 2027 to 19 March 2027/,
  });
  await row.getByText("Tomé Vidal covers").waitFor();
  await row.getByText("because: a wedding").waitFor();

  await row.getByRole("button", { name: "Change it" }).click();
  const change = noor.getByRole("form", { name: "Change the absence" });
  await change.getByRole("button", { name: "Last day: 19 March" }).click();
  await noor.getByRole("dialog", { name: "Last day" }).getByLabel("Last day").fill("2027-03-23");
  await noor.keyboard.press("Escape");
  await change.getByRole("button", { name: "Change it" }).click();
  await noor
    .getByRole("listitem", {
      name: /^Maren Falk, from 18 March 2027 to 23 March 2027/,
    })
    .waitFor();
  await noor.keyboard.press("z");
  await row.waitFor();

  // Whoever covers hears of it; a second in the same time is refused, and what was said stays.
  await advance(noor, 11);
  const tome = await signIn(its.browser, its.demo.address, /Tomé Vidal/);
  await tome.getByText(/put you down as cover: Maren is away from 18 March 2027 to 19 March 2027/).waitFor();
  await noor
    .getByRole("region", { name: "Maren Falk" })
    .getByRole("button", { name: /^Wednesday 17 March/ })
    .click();
  await noor.getByRole("form", { name: "Where they are" }).getByRole("button", { name: "Maren is away instead" }).click();
  await form.getByRole("button", { name: "Last day: 17 March" }).click();
  await noor.getByRole("dialog", { name: "Last day" }).getByLabel("Last day").fill("2027-03-18");
  await noor.keyboard.press("Escape");
  await form.getByRole("button", { name: "Post it" }).click();
  await form.getByText(/They are away already from 18 March 2027 to 19 March 2027/).waitFor();
  await form.getByRole("button", { name: "Not now" }).click();

  await row.getByRole("button", { name: "Delete it" }).click();
  await row.waitFor({ state: "detached" });
  await noor.getByRole("button", { name: /^Undo/ }).click();
  await row.waitFor();
  // Her own leads to what she leaves to who covers, with its days and the name said already.
  await noor
    .getByRole("region", { name: "Noor Haddad" })
    .getByRole("button", { name: /^Thursday 25 March/ })
    .click();
  await noor.getByRole("button", { name: "Noor is away instead" }).click();
  await form.getByRole("button", { name: "Who covers: somebody" }).click();
  await noor.getByRole("combobox", { name: "Who covers" }).fill("tom");
  await noor.getByRole("option", { name: /^Tomé Vidal/ }).click();
  // In the same sentence he keeps those whom she keeps, meanwhile.
  await form.getByRole("button", { name: "Whose calendars they keep meanwhile: keeps no other calendar" }).click();
  await noor
    .getByRole("dialog", { name: "Whose calendars they keep meanwhile" })
    .getByRole("button", { name: /^keeps those of Maren/ })
    .click();
  await form.getByRole("button", { name: /^Whose calendars they keep meanwhile: keeps those of Maren/ }).waitFor();
  await form.getByRole("button", { name: /^Post it/ }).click();
  await noor
    .getByRole("listitem", { name: /^Noor Haddad, on 25 March 2027/ })
    .getByRole("button", { name: "Hand over what is open" })
    .click();
  await noor.getByRole("button", { name: "First day: 25 March" }).waitFor();
  await noor.getByRole("button", { name: "Who covers: Tomé Vidal" }).waitFor();
  await noor.goBack();
  await noor.getByRole("heading", { level: 1, name: "March 2027" }).waitFor();
  await noor.keyboard.press("l");
  await noor.getByRole("heading", { level: 1, name: "April 2027" }).waitFor();
  noor.meant.push("400");
});

test("where somebody is is dragged, typed or said by key, says what no longer fits, is used on the lanes, and ended", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/whereabouts?month=2027-03" });
  const maren = noor.getByRole("region", { name: "Maren Falk" });
  const form = noor.getByRole("form", { name: "Where they are" });
  const day = (name) => maren.getByRole("button", { name });

  // By drag over three days, with the place chosen in the sentence.
  const [from, to] = [await day(/^Tuesday 16 March/).boundingBox(), await day(/^Thursday 18 March/).boundingBox()];
  await noor.mouse.move(from.x + 9, from.y + 30);
  await noor.mouse.down();
  await noor.mouse.move(to.x + 9, to.y + 30, { steps: 4 });
  await noor.mouse.up();
  await form.getByRole("button", { name: "First day: 16 March" }).waitFor();
  await form.getByRole("button", { name: "Last day: 18 March" }).waitFor();
  await form.getByRole("button", { name: "Where: somewhere" }).click();
  await noor.getByRole("dialog", { name: "Where" }).getByRole("button", { name: "at home" }).click();
  await form.getByRole("heading", { name: /no longer fit/ }).waitFor();
  await form.getByText("Maren works at home that day").first().waitFor();
  assert.deepEqual(await faults(noor), []);
  await form.getByRole("button", { name: "Save it" }).click();
  await day("Wednesday 17 March: Home").waitFor();
  await noor.keyboard.press("z");
  await day("Wednesday 17 March: Head office").waitFor();

  // Typed, wrong first, then right; by keys alone.
  await day(/^Monday 8 March/).focus();
  await noor.keyboard.press("ArrowRight");
  await noor.keyboard.press("ArrowRight");
  await noor.keyboard.press("Shift+ArrowRight");
  await noor.keyboard.press("Enter");
  await form.getByRole("button", { name: "First day: 10 March" }).waitFor();
  const line = form.getByRole("textbox", { name: "Or type it" });
  await line.fill("Timbuktu on Wednesday");
  await form.getByRole("alert").filter({ hasText: "is not understood" }).waitFor();
  assert.equal(await form.getByRole("button", { name: "Save it" }).isDisabled(), true);
  // Left half-way it is there again.
  await noor.getByRole("navigation", { name: "Places" }).getByRole("link", { name: /Chase/ }).click();
  await form.waitFor({ state: "detached" });
  await noor.goBack();
  await noor.getByText("What you typed before is still here.").waitFor();
  assert.equal(await line.inputValue(), "Timbuktu on Wednesday");
  await line.fill("Halifax yard 10 to 12 March, travelling the evening before");
  await form.getByText(/at Halifax yard from 10 March 2027 to 12 March 2027; on the way on 9 March 2027, from 18:00 on/).waitFor();
  await line.press("Enter");
  await day("Thursday 11 March: Halifax yard").waitFor();
  // Her hours of that day are Halifax's: the lane is by its clock.
  await noor.goto(`${its.demo.address}/lanes?from=2027-03-11`);
  await noor
    .getByRole("group", { name: /^Lanes,/ })
    .getByText("Halifax, Halifax yard")
    .waitFor();
  await noor.goto(`${its.demo.address}/whereabouts?month=2027-03`);

  // What repeats, ended from today on; and how much of it others see.
  await noor.getByRole("button", { name: "Say where" }).click();
  await line.fill("home Thursdays until June");
  await form.getByText(/at home every Thursday until 31 May 2027/).waitFor();
  await form.getByRole("button", { name: "Save it" }).click();
  const said = noor.getByRole("listitem", { name: "Maren Falk" }).getByRole("listitem").filter({ hasText: "every Thursday" });
  await said.getByRole("button", { name: "Delete from today on" }).click();
  await said.waitFor({ state: "detached" });
  await noor.getByRole("button", { name: "What others see of Maren: the place" }).click();
  await noor.getByRole("dialog", { name: "What others see of Maren" }).getByRole("button", { name: "the town", exact: true }).click();
  await noor.getByRole("button", { name: "What others see of Maren: the town" }).waitFor();

  // A colleague looks at her strip too, and is told the town.
  const tome = await signIn(its.browser, its.demo.address, /Tomé Vidal/, { path: "/whereabouts?month=2027-03" });
  await tome.getByRole("button", { name: "Somebody else: somebody" }).click();
  await tome.getByRole("combobox", { name: "Somebody else" }).fill("maren");
  await tome.getByRole("option", { name: /^Maren Falk/ }).click();
  await tome
    .getByRole("region", { name: "Maren Falk" })
    .getByRole("img", { name: /^Thursday 11 March: (Halifax|Lisbon)$/ })
    .waitFor();

  // A year on one sheet, with the days at each place.
  await noor.getByRole("button", { name: "The year" }).click();
  await noor.getByRole("heading", { level: 1, name: "2027, by weeks" }).waitFor();
  await noor
    .getByRole("region", { name: "Wiremu Paki" })
    .getByRole("img", { name: /^Away from 10 March 2027 to 12 March 2027/ })
    .waitFor();
  await noor
    .getByRole("row", { name: /^Halifax yard – – / })
    .first()
    .waitFor();
  assert.deepEqual(await faults(noor), []);
  await noor.keyboard.press("l");
  await noor.getByRole("heading", { level: 1, name: "2028, by weeks" }).waitFor();
  await noor.getByRole("button", { name: "By month" }).click();
  await noor.getByRole("heading", { level: 1, name: "March 2027" }).waitFor();
  assert.deepEqual(noor.wrong, []);
  assert.deepEqual(tome.wrong, []);
});

test("who comes back, and who keeps their calendar, reads what came meanwhile on one page", async () => {
  const before = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  await advance(before, 7 * 24 * 3600);
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  await noor
    .getByRole("list", { name: "Back from an absence" })
    .getByRole("link", { name: "See what came meanwhile: Wiremu was away from 10 March 2027 to 12 March 2027" })
    .click();
  await noor.getByRole("heading", { level: 1, name: "Wiremu was away from 10 March 2027 to 12 March 2027" }).waitFor();
  await noor.getByText(/^Ines Quadros covered, /).waitFor();
  for (const name of ["What waits now", "Invitations", "Done in Wiremu’s name", "What others changed", "Who was sent the text"])
    await noor.getByRole("region", { name }).waitFor();
  assert.deepEqual(await faults(noor), []);
  await fits(noor);
  await noor.setViewportSize({ width: 1280, height: 800 });
  await noor.goto(`${its.demo.address}/whereabouts?absence=99999`);
  await noor.getByText(/Not found/).waitFor();
  await noor.getByRole("link", { name: "Whereabouts" }).first().click();
  await noor.getByRole("heading", { level: 1, name: "March 2027" }).waitFor();
  noor.meant.push("404");
});
