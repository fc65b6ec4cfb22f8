// A phone that keeps the calendars: let in, used, removed.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, fits, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("A device is added, keeps the calendars with its own password, and is removed", async () => {
  const page = await signIn(its.browser, its.demo.address, /Tomé Vidal/, { path: "/devices" });
  await page.getByText("None yet.").waitFor();
  assert.deepEqual(await faults(page), []);
  await page.getByRole("textbox", { name: "What you call it" }).fill("my phone");
  await page.getByRole("button", { name: "Add a device" }).click();
  const setUp = page.getByRole("region", { name: "Set up my phone" });
  const server = await setUp.getByRole("textbox", { name: "Server" }).inputValue();
  const user = await setUp.getByRole("textbox", { name: "User name" }).inputValue();
  const password = await setUp.getByRole("textbox", { name: "Password" }).inputValue();
  assert.equal(user, "tome.vidal@ebbline.example");
  assert.deepEqual(await faults(page), []);

  const authorization = `Basic ${Buffer.from(`${user}:${password}`).toString("base64")}`;
  const ask = () => fetch(server, { method: "PROPFIND", headers: { authorization, depth: "0", "user-agent": "A phone/1" } });
  assert.equal((await ask()).status, 207);
  await page.getByRole("button", { name: "Done" }).click();
  await setUp.waitFor({ state: "detached" });

  await page.reload();
  const line = page.getByRole("listitem", { name: "my phone" });
  await line.getByText(/^Added today at .*\. Here today at .* with A phone\/1\.$/).waitFor();
  assert.equal(await page.getByText(password).count(), 0);
  await fits(page);
  await line.getByRole("button", { name: "Remove" }).click();
  await page.getByText("“my phone” can no longer sign in. What is already on it stays there.").waitFor();
  await page.getByText("None yet.").waitFor();
  assert.equal((await ask()).status, 401);
  assert.deepEqual(page.wrong, []);
});
