// Saying who is away, by whom it is covered, and what stands in it.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("an absence is posted as a sentence that says what stands in it, made longer, ended and taken back", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  await noor
    .getByRole("navigation", { name: "Places" })
    .getByRole("link", { name: "Whereabouts" })
    .click();
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
  const form = noor.getByRole("form", { name: "Post an absence" });
  await form.getByRole("button", { name: "Last day: 18 March" }).click();
  await noor
    .getByRole("dialog", { name: "Last day" })
    .getByLabel("Last day")
    .fill("2027-03-16");
  await noor.keyboard.press("Escape");
  await form.getByText("It ends before it begins.").waitFor();
  await form.getByRole("button", { name: /^Last day/ }).click();
  await noor
    .getByRole("dialog", { name: "Last day" })
    .getByLabel("Last day")
    .fill("2027-03-19");
  await noor.keyboard.press("Escape");
  await form
    .getByRole("heading", { name: /stands? in it/ })
    .or(form.getByText("Nothing stands in it."))
    .waitFor();
  await form.getByRole("button", { name: "Who covers: somebody" }).click();
  await noor.getByRole("combobox", { name: "Who covers" }).fill("tom");
  await noor.getByRole("option", { name: /^Tomé Vidal/ }).click();
  await form.getByRole("textbox", { name: "Why" }).fill("a wedding");
  await form.getByRole("button", { name: "Post it" }).click();
  await noor.getByText("Maren is away then. Tomé is told.").waitFor();
  const row = noor.getByRole("listitem", {
    name: /^Maren Falk, from 18 March 2027 to 19 March 2027/,
  });
  await row.getByText("Tomé Vidal covers").waitFor();

  await row.getByRole("button", { name: "Change it" }).click();
  const change = noor.getByRole("form", { name: "Change the absence" });
  await change.getByRole("button", { name: "Last day: 19 March" }).click();
  await noor
    .getByRole("dialog", { name: "Last day" })
    .getByLabel("Last day")
    .fill("2027-03-23");
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
  await tome
    .getByText(
      /put you down as cover: Maren is away from 18 March 2027 to 19 March 2027/,
    )
    .waitFor();
  await noor
    .getByRole("region", { name: "Maren Falk" })
    .getByRole("button", { name: /^Wednesday 17 March/ })
    .click();
  await form.getByRole("button", { name: "Last day: 17 March" }).click();
  await noor.getByRole("dialog", { name: "Last day" }).getByLabel("Last day").fill("2027-03-18");
  await noor.keyboard.press("Escape");
  await form.getByRole("button", { name: "Post it" }).click();
  await form
    .getByText(/They are away already from 18 March 2027 to 19 March 2027/)
    .waitFor();
  await form.getByRole("button", { name: "Not now" }).click();

  await row.getByRole("button", { name: "Take it away" }).click();
  await row.waitFor({ state: "detached" });
  await noor.getByRole("button", { name: /^Undo/ }).click();
  await row.waitFor();
  await noor.keyboard.press("l");
  await noor.getByRole("heading", { level: 1, name: "April 2027" }).waitFor();
  assert.deepEqual(
    noor.wrong.filter((w) => !w.includes("400")),
    [],
  );
});
