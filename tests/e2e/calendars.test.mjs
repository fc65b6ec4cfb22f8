import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("a calendar beside the main one is kept, put on, counted, and granted alone", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/);
  await page.getByRole("navigation", { name: "Places" }).getByRole("link", { name: "People" }).click();
  await page.getByRole("searchbox", { name: "Called" }).fill("desmond oyel");
  await page.getByRole("option", { name: /^Desmond Oyelaran/ }).click();
  const another = page.getByRole("form", { name: "Keep another calendar" });
  await another.getByRole("textbox", { name: "Name" }).fill("Sea trials");
  await another.getByRole("button", { name: "Keep the calendar" }).click();
  const kept = page.getByRole("listitem", { name: "Sea trials" });
  await kept.getByText(", nothing on it").waitFor();
  assert.deepEqual(await faults(page), []);

  // On the lane the new appointment says on which calendar it stands.
  const his = `${its.demo.address}/lanes?from=2027-03-10&view=day&who=${await idOf(page, "Desmond Oyelaran")}`;
  await page.goto(his);
  await page.getByRole("group", { name: /^Desmond Oyelaran,/ }).waitFor();
  await page.keyboard.press("e");
  const sheet = page.getByRole("dialog", { name: "New appointment for Desmond Oyelaran" });
  await sheet.getByRole("button", { name: "Calendar: Desmond’s main calendar" }).click();
  await page.getByRole("dialog", { name: "Calendar", exact: true }).getByRole("button", { name: "Sea trials" }).click();
  await sheet.getByRole("textbox", { name: "Title" }).fill("Towing plan");
  await sheet.getByText(/can read this title/).waitFor();
  await sheet.getByRole("button", { name: "Add it for Desmond" }).click();
  await sheet.waitFor({ state: "detached" });

  // One that does not count leaves the lane free.
  await page.goto(`${its.demo.address}/people?text=desmond+oyel`);
  await page.getByRole("option", { name: /^Desmond Oyelaran/ }).click();
  await kept.getByText(", one entry").waitFor();
  await kept.getByRole("button", { name: "Whether it counts: counts as taken" }).click();
  await page
    .getByRole("dialog", { name: "Whether it counts" })
    .getByRole("button", { name: /^does not count/ })
    .click();
  await kept.getByRole("button", { name: "Whether it counts: does not count as taken" }).waitFor();

  await page.goto(`${its.demo.address}/access`);
  await page.getByRole("gridcell", { name: /^Tomé Vidal, Desmond Oyelaran:/ }).click();
  await page.getByRole("button", { name: "Grant more on one calendar" }).click();
  await page.getByRole("button", { name: "Which calendar: Sea trials" }).click();
  await page.keyboard.press("Escape");
  await page.getByText("Let Tomé also see").waitFor();
  await page.getByRole("button", { name: "May: look" }).last().click();
  const may = page.getByRole("dialog", { name: "May", exact: true });
  await may.getByRole("button", { name: /^change/ }).waitFor();
  assert.equal(await may.getByRole("button", { name: /^speak for/ }).count(), 0);
  await may.getByRole("button", { name: /^change/ }).click();
  await page.getByRole("button", { name: "Grant to Tomé" }).click();
  await page.getByRole("gridcell", { name: /^Tomé Vidal, Desmond Oyelaran:.*headlines in Sea trials/ }).waitFor();
  assert.deepEqual(await faults(page), []);

  // He puts the appointment where he may, and nowhere else.
  const tome = await signIn(its.browser, its.demo.address, /Tomé Vidal/);
  await tome.goto(his);
  await tome.getByRole("button", { name: /^Towing plan/ }).click();
  const entry = tome.getByRole("dialog", { name: "Towing plan" });
  await entry.getByText("On Sea trials").waitFor();
  await entry.getByRole("textbox", { name: "Title" }).fill("Towing plan, second");
  await entry.getByRole("button", { name: "Change it" }).click();
  await tome.getByRole("button", { name: /^Towing plan, second/ }).waitFor();
  assert.deepEqual(tome.wrong, []);
  assert.deepEqual(page.wrong, []);

  await page.goto(`${its.demo.address}/people?text=desmond+oyel`);
  await page.getByRole("option", { name: /^Desmond Oyelaran/ }).click();
  await kept.getByRole("button", { name: "Remove it" }).click();
  await kept.waitFor({ state: "detached" });
  await page.getByRole("status").getByText("“Sea trials” is off Desmond’s lane, with what stood on it.").waitFor();
  await page.keyboard.press("Control+z");
  await kept.waitFor();
});

const idOf = (page, name) =>
  page.evaluate(async (text) => {
    const found = await (await fetch(`/api/people?text=${encodeURIComponent(text)}`)).json();
    return found.find((p) => p.name === text).id;
  }, name);
