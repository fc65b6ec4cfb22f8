// What an assistant asks the principal, who says it on her own page.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("Noor asks Maren, who says yes and your call on a telephone; Noor sees what she said", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/answer" });
  await noor.getByRole("button", { name: /^For Maren Falk: Ferry operators, spring/ }).click();
  await noor.keyboard.press("q");
  const form = noor.getByRole("form", { name: "Ask Maren" });
  await form.getByRole("textbox", { name: "What you write to Maren with it, or nothing" }).fill("Sofia would be glad.");
  await form.getByRole("button", { name: "Ask Maren" }).click();
  const asked = noor.getByRole("region", { name: "Ferry operators, spring" });
  await asked.getByText(/^Maren was asked \d\d:\d\d, no reply yet\.$/).waitFor();
  await noor.getByRole("button", { name: /^For Maren Falk: Hiring panel/ }).click();
  await noor.getByRole("button", { name: "Ask Maren…" }).click();
  await form.getByRole("button", { name: "Ask Maren" }).click();
  await noor.getByText(/^“Hiring panel, marine works” stands on Maren’s page/).waitFor();

  const maren = await signIn(its.browser, its.demo.address, /Maren Falk/, { path: "/mine" });
  await maren.setViewportSize({ width: 390, height: 844 });
  await maren.getByRole("heading", { name: "2 questions for you" }).waitFor();
  const ferry = maren.getByRole("listitem", { name: "Ferry operators, spring" });
  await ferry.getByText("Sofia Leal asks you to Ferry operators, spring").waitFor();
  await ferry.getByText("“Sofia would be glad.”").waitFor();
  await ferry.getByRole("textbox", { name: /^A line with your reply/ }).fill("With pleasure.");
  await ferry.getByRole("button", { name: "Yes" }).click();
  await maren.getByText("Yes to “Ferry operators, spring”: it is accepted.").waitFor();
  await maren.getByRole("heading", { name: "One question for you" }).waitFor();
  await maren.getByRole("listitem", { name: "Hiring panel, marine works" }).getByRole("button", { name: "Your call" }).click();
  await maren.getByRole("heading", { name: /question.* for you/ }).waitFor({ state: "detached" });
  assert.deepEqual(await faults(maren), []);

  const said = noor.getByRole("list", { name: "What your principals said" });
  await said.getByText(/^Maren says yes to “Ferry operators, spring”/).waitFor();
  await said.getByText("“With pleasure.”").waitFor();
  await noor.getByText("Maren leaves it to you.").waitFor();
  await noor.getByRole("button", { name: "Dismiss what Maren said to “Ferry operators, spring”" }).click();
  await said.waitFor({ state: "detached" });
  assert.deepEqual(await faults(noor), []);
});
