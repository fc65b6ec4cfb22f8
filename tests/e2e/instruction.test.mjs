// Standing instructions: said, proposed, followed, and put into effect by themselves.
import assert from "node:assert/strict";
import { test } from "node:test";
import { advance, faults, fits, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("an instruction is written as a sentence, proposed where it applies, followed by a key, and answered by itself once its principal says so", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/answer" });
  await noor.getByRole("link", { name: "standing instructions" }).click();
  await noor.getByRole("button", { name: "Add an instruction" }).click();
  const form = noor.getByRole("form", { name: "A new instruction" });
  await form.getByRole("button", { name: "Answer: decline" }).click();
  await noor.getByRole("button", { name: "accept", exact: true }).click();
  await form.getByRole("button", { name: "Time: when it clashes" }).click();
  await noor.getByRole("button", { name: "within working hours" }).click();
  await form.getByRole("button", { name: "Who asks: anybody" }).click();
  await noor.getByRole("combobox", { name: "Or only these" }).fill("Tomé V");
  await noor.getByRole("option", { name: /Tomé Vidal/ }).click();
  await noor.keyboard.press("Escape");
  await form.getByText("“Blade contract, second reading”").waitFor();
  await form.getByRole("textbox", { name: /What is written/ }).fill("Gladly.");
  // An assistant proposes; that it is answered unseen only Maren says.
  await form.getByText("Only Maren can say that it is answered by itself.").waitFor();
  assert.equal(await form.getByRole("checkbox").count(), 0);
  assert.deepEqual(await faults(noor), []);
  // Left half-way and come back to, what was written is there.
  await noor.reload();
  await noor.getByRole("button", { name: "Add an instruction" }).click();
  await form.getByRole("button", { name: "Who asks: Tomé Vidal" }).waitFor();
  await form.getByRole("button", { name: "Save the instruction" }).click();
  const words = "Accept what Tomé Vidal asks within working hours, with nothing in the way";
  await noor.getByRole("list").getByText(`${words}.`).waitFor();

  await noor.goto(`${its.demo.address}/answer`);
  await noor
    .getByRole("button", { name: /Blade contract, second reading/ })
    .first()
    .click();
  const proposed = noor.getByRole("list", { name: "Standing instructions" });
  await proposed.getByText(words).waitFor();
  assert.deepEqual(await faults(noor), []);
  await noor.keyboard.press("i");
  await noor.getByText("“Blade contract, second reading”: accepted for Maren, as instructed.").waitFor();
  await noor.goto(`${its.demo.address}/history`);
  await noor.getByText(`Standing instruction: ${words}`).first().waitFor();

  const maren = await signIn(its.browser, its.demo.address, /Maren Falk/, { path: "/instructions" });
  await maren.getByText("followed once").waitFor();
  await maren.getByRole("button", { name: `Change “${words}”` }).click();
  const changed = maren.getByRole("form", { name: "Change the instruction" });
  await changed.getByRole("button", { name: /^Who asks/ }).click();
  await maren.getByRole("button", { name: "anybody inside" }).click();
  await changed.getByRole("checkbox", { name: /Answer by itself/ }).check();
  await changed.getByText("answered ten seconds after you save").waitFor();
  await changed.getByRole("button", { name: "Save the instruction" }).click();
  await maren.getByText("Answered by itself", { exact: true }).waitFor();
  await advance(maren, 12);
  await maren.goto(`${its.demo.address}/answer`);
  await maren
    .getByText(/accepted by a standing instruction of yours/)
    .first()
    .waitFor();

  // Noor, who changes it, makes it a proposal again, and ends it; the end is taken back.
  await noor.goto(`${its.demo.address}/instructions`);
  await noor.getByRole("button", { name: /^Change “.*; it is then proposed only$/ }).waitFor();
  await noor.getByRole("button", { name: /^End “Accept what anybody inside/ }).click();
  await noor.getByText("None yet.").waitFor();
  await noor.getByRole("button", { name: /^Undo/ }).click();
  await noor.getByText("1 proposed, 0 answered by itself.").waitFor();
});

test("on a phone the instruction is written and read without sideways scrolling", async () => {
  const maren = await signIn(its.browser, its.demo.address, /Maren Falk/, { path: "/instructions", viewport: { width: 390, height: 844 } });
  await maren.getByRole("button", { name: "Add an instruction" }).click();
  await maren.getByRole("form", { name: "A new instruction" }).getByRole("button", { name: "With what: with anything" }).click();
  await maren.getByRole("textbox", { name: /Words in the title of what is in the way/ }).fill("board");
  await maren.keyboard.press("Enter");
  await maren.getByRole("button", { name: "With what: with “board”" }).waitFor();
  await fits(maren);
  assert.deepEqual(await faults(maren), []);
  await maren.getByRole("button", { name: "Discard" }).click();
  await maren.getByRole("button", { name: "Add an instruction" }).waitFor();
});
