// What two people do about the same thing: two answers for one person, and a meeting that one offers and another takes.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();
const as = (name, path) => signIn(its.browser, its.demo.address, name, { path });

const title = "Blade contract, second reading";
const asked = (page) =>
  page.getByRole("listitem").filter({
    has: page.getByRole("button", {
      name: `Answer for Maren Falk: ${title}`,
    }),
  });

test("Who would replace an answer that another gave is told so first, and the other hears of it", async () => {
  const noor = await as(/Noor Haddad/);
  const ines = await as(/Ines Quadros/);
  // An answer that stands already.
  ines.meant.push("409");
  await asked(noor)
    .getByRole("button", { name: new RegExp(title) })
    .click();
  await asked(noor).getByRole("button", { name: "Accept" }).click();
  await noor.getByText(`${title}: accepted for Maren.`).waitFor();

  await ines.goto(`${its.demo.address}/lanes`);
  await ines
    .getByRole("button", { name: new RegExp(`^${title}`) })
    .first()
    .click();
  const sheet = ines.getByRole("dialog", { name: title });
  await sheet.getByRole("button", { name: "Decline" }).first().click();
  await ines.getByText("Noor Haddad answered accepted for Maren Falk, 09:42. Nothing was changed.").waitFor();
  assert.deepEqual(await faults(ines), []);
  await ines.getByRole("button", { name: "Decline all the same" }).click();
  await ines.getByText(`${title}: declined for Maren.`).waitFor();
});

test("A meeting is offered to somebody else to organise, who takes it on their Desk", async () => {
  const noor = await as(/Noor Haddad/, "/lanes");
  await noor
    .getByRole("button", { name: /^Tide lease review/ })
    .first()
    .click();
  const sheet = noor.getByRole("dialog", { name: "Tide lease review" });
  await sheet.getByRole("button", { name: "Change organiser" }).click();
  const over = sheet.getByRole("form", { name: "Change organiser" });
  await over.getByRole("combobox").fill("Tom");
  await noor.getByRole("option", { name: /Tomé Vidal/ }).click();
  await over.getByRole("textbox", { name: "A line to those who are told" }).fill("You know the lease best.");
  await over.getByRole("button", { name: "Change organiser to Tomé" }).click();
  await noor.getByText("Tomé Vidal is asked to organise “Tide lease review”. Until they take it, it stays as it is.").waitFor();
  await noor
    .getByRole("button", { name: /^Tide lease review/ })
    .first()
    .click();
  await sheet.getByText("Tomé Vidal is asked to organise it, and has not said yet.").waitFor();

  const tome = await as(/Tomé Vidal/);
  await tome.goto(its.demo.address);
  const row = tome.getByRole("button", {
    name: /^Decide for Tomé Vidal: Tide lease review/,
  });
  // The first row is chosen already; a click would open it.
  await row.waitFor();
  await tome.getByText(/“You know the lease best\.”/).waitFor();
  assert.deepEqual(await faults(tome), []);
  await tome.getByRole("button", { name: "Take it over" }).click();
  await tome
    .getByText("“Tide lease review” is organised in the name of Tomé Vidal from now on; everyone is notified in ten seconds.")
    .waitFor();
  await row.waitFor({ state: "detached" });
});
