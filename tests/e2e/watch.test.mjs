// What needs a look, and what one press does about it.
import assert from "node:assert/strict";
import { test } from "node:test";
import { faults, signIn, withDemo } from "./corlin.mjs";

const its = withDemo();

test("What needs a look is dealt with where it is, dismissed, taken back and shown again", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/" });
  await page.getByRole("link", { name: /more things need a look/ }).click();
  const list = page.getByRole("list", { name: "What needs a look" });
  const lunch = list.getByRole("listitem").filter({ hasText: "Lunch with Ana" });
  await lunch.getByText("40 minutes from Cais do Norte; there are 30").waitFor();

  await page.getByRole("button", { name: "Dismiss “Lunch with Ana”" }).click();
  const dismissed = page.getByRole("list", { name: "Dismissed" });
  await dismissed.getByText("Lunch with Ana").waitFor();
  await page.getByText(/^“Lunch with Ana” dismissed; it comes back when something about it changes\./).waitFor();
  await page.keyboard.press("z");
  await lunch.waitFor();
  await dismissed.waitFor({ state: "detached" });

  await page.getByRole("button", { name: "Dismiss “Lunch with Ana”" }).click();
  await dismissed.waitFor();
  // The Desk says no more of it either.
  await page.getByRole("link", { name: "Desk", exact: true }).click();
  await page.getByRole("list", { name: "What waits for you" }).waitFor();
  await page.getByRole("button", { name: /^Fix for Maren Falk: Lunch with Ana/ }).waitFor({ state: "detached" });
  await page.goBack();
  await page.getByRole("button", { name: "Show “Lunch with Ana” again" }).click();
  await lunch.waitFor();

  const agendas = page.getByLabel("A meeting without agenda or papers, for Desmond");
  await list.getByText("Array design gate").waitFor();
  await agendas.selectOption({ label: "not at all" });
  await list.getByText("Array design gate").waitFor({ state: "detached" });
  await agendas.selectOption({ label: "2 days" });
  await list.getByText("Array design gate").waitFor();
  await list.getByRole("listitem").filter({ hasText: "Array design gate" }).getByRole("button", { name: "Add an agenda" }).click();
  await page.getByRole("dialog", { name: "Array design gate" }).waitFor();
  assert.deepEqual(await faults(page), []);
});

test("A room that is too small is changed for one that holds all, and a series that ends goes on, with one press each", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/needs-a-look" });
  const list = page.getByRole("list", { name: "What needs a look" });
  await list.getByText("Array design gate").waitFor();
  const arrange = (meeting) =>
    page.evaluate(async (asked) => {
      const { forgery } = await (await fetch("/api/session")).json();
      const id = async (name) =>
        (await (await fetch(`/api/people?text=${encodeURIComponent(name)}`)).json()).find((p) => p.name === name).id;
      const required = await Promise.all(asked.required.map(id));
      const body = {
        optional: [],
        zone: "Europe/Lisbon",
        minutes: 45,
        video: false,
        agenda: "Terms",
        line: null,
        private: false,
        place: null,
        repeats: null,
      };
      const answer = await fetch("/api/meetings", {
        method: "POST",
        headers: { "content-type": "application/json", "X-Corlin-Forgery": forgery },
        body: JSON.stringify({ ...body, ...asked, required, inNameOf: await id("Maren Falk") }),
      });
      if (!answer.ok) throw new Error(await answer.text());
    }, meeting);
  const required = ["Sofia Leal", "Duarte Pinho", "Marta Seixas", "Rui Falcão", "Dunlin"];
  await arrange({ title: "Slipway, options", required, start: "2027-03-11T12:00", place: "Dunlin" });
  const slipway = list.getByRole("listitem").filter({ hasText: "Slipway, options" });
  await slipway.getByText("Dunlin holds 4; with Maren 5 come").waitFor();
  await slipway.getByRole("button", { name: /^Take / }).click();
  await page.getByText(/^Done for “Slipway, options”: Take /).waitFor();
  await slipway.waitFor({ state: "detached" });

  await arrange({ title: "Quay walk", required: ["Rui Falcão"], start: "2027-03-09T18:15", repeats: "every day, 5 times", minutes: 15 });
  const walk = list.getByRole("listitem").filter({ hasText: "Quay walk" });
  await walk.getByText("it takes place for the last time").waitFor();
  await walk.getByRole("button", { name: /^Repeat it until / }).click();
  await page.getByText(/^Done for “Quay walk”: Repeat it until /).waitFor();
  await walk.filter({ hasText: "for the last time" }).waitFor({ state: "detached" });
  assert.deepEqual(await faults(page), []);
});

test("What is in the way of an invitation is moved and it is accepted with one press, and one undo", async () => {
  const page = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/answer" });
  const desmond = page.getByRole("button", { name: /^For Desmond Oyelaran: Hiring panel/ });
  await desmond.click();
  await page.getByRole("list", { name: "Ways out" }).getByText("It suits everyone in it; four people are notified.").waitFor();
  await page.getByRole("button", { name: "Move Stand-up to 12:30 and accept" }).click();
  await page.getByText(/^Moved Stand-up to 12:30; “Hiring panel, marine works” accepted\. Four people are notified\./).waitFor();
  await desmond.waitFor({ state: "detached" });
  await page.getByRole("button", { name: /^Undo/ }).click();
  await desmond.click();
  await page.getByRole("button", { name: "Move Stand-up to 12:30 and accept" }).waitFor();

  // Declined, with other times by the clock of who asks.
  await page.getByLabel("A line to Marta Seixas, or none").fill("He inspects blades then.");
  await page.getByRole("button", { name: "Decline and offer others" }).click();
  await page.getByText(/^“Hiring panel, marine works”: declined for Desmond, and .* or .* offered instead\./).waitFor();
  await desmond.waitFor({ state: "detached" });
  assert.deepEqual(await faults(page), []);
});
