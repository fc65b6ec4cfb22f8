import assert from "node:assert/strict";
import { createHmac } from "node:crypto";
import { test } from "node:test";
import { faults, signIn, watch, withDemo } from "./corlin.mjs";

const its = withDemo();

const password = "ropes and fenders";

/** The code of an authenticator at this moment (RFC 6238). */
function codeOf(secret) {
  const bits = [...secret].map((c) => "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567".indexOf(c).toString(2).padStart(5, "0")).join("");
  const key = Buffer.from(bits.match(/.{8}/g).map((byte) => parseInt(byte, 2)));
  const count = Buffer.alloc(8);
  count.writeBigUInt64BE(BigInt(Math.floor(Date.now() / 30_000)));
  const hash = createHmac("sha1", key).update(count).digest();
  const at = hash[19] & 15;
  return String((hash.readUInt32BE(at) & 0x7fffffff) % 1_000_000).padStart(6, "0");
}

const signInTyped = async (page, address) => {
  await page.getByRole("textbox", { name: "E-mail address" }).fill(address);
  await page.getByRole("textbox", { name: "Password" }).fill(password);
  await page.getByRole("button", { name: "Sign in" }).click();
};

test("somebody is given a key, sets a password, adds a second factor, and is shut out", async () => {
  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/people?text=ferrier" });
  await noor.getByText("Josh cannot sign in yet.").waitFor();
  await noor.getByRole("button", { name: "Create a sign-up link for Josh" }).click();
  const key = await noor.getByRole("textbox", { name: /Give this link to Josh alone/ }).inputValue();
  await noor.getByText("Josh was given a sign-up link and has not used it yet.").waitFor();

  const context = await its.browser.newContext({ viewport: { width: 1280, height: 800 } });
  const josh = watch(await context.newPage(), "Josh Ferrier");
  josh.meant.push("400", "401");
  await josh.goto(key);
  await josh.getByRole("textbox", { name: /^Password/ }).fill("fenders");
  await josh.getByRole("textbox", { name: "Repeat the password" }).fill("fenders");
  await josh.getByRole("button", { name: "Set the password and come in" }).click();
  await josh.getByText("Choose a password of at least 12 characters.").waitFor();
  await josh.getByRole("textbox", { name: /^Password/ }).fill(password);
  await josh.getByText("The two are not the same.").waitFor();
  await josh.getByRole("textbox", { name: "Repeat the password" }).fill(password);
  await josh.getByRole("button", { name: "Set the password and come in" }).click();
  await josh.getByRole("navigation", { name: "Places" }).waitFor();
  // Who acts for nobody yet is shown the steps to the first lane.
  const lane = josh.getByRole("region", { name: "The first lane" });
  await lane.getByRole("link", { name: "Ask for access to a calendar" }).click();
  await josh.getByRole("form", { name: "Ask for access" }).getByText(/of their calendar/).waitFor();
  assert.deepEqual(await faults(josh), []);

  await josh.getByRole("button", { name: "Josh Ferrier", exact: true }).click();
  await josh.getByRole("menuitem", { name: "Sign-in and security" }).click();
  await josh.getByRole("button", { name: "Set up an authenticator" }).click();
  await josh.getByRole("img", { name: "The secret as a picture" }).waitFor();
  const secret = (await josh.getByText("or type this into it").locator("span").textContent()).replaceAll(" ", "");
  await josh.getByRole("textbox", { name: "The code it shows now" }).fill(codeOf(secret));
  await josh.getByRole("button", { name: "Ask for a code from now on" }).click();
  await josh.getByText("Keep these codes away from this machine.").waitFor();
  const kept = await josh.getByRole("status").getByRole("listitem").first().textContent();

  await josh.getByRole("button", { name: "Josh Ferrier", exact: true }).click();
  await josh.getByRole("menuitem", { name: "Sign out" }).click();
  await signInTyped(josh, "josh.ferrier@ebbline.example");
  await josh.getByRole("textbox", { name: /^The code it shows now/ }).fill(kept);
  await josh.getByRole("button", { name: "Sign in" }).click();
  await josh.getByRole("navigation", { name: "Places" }).waitFor();

  await noor.reload();
  await noor.getByText("Josh can sign in, with a second factor.").waitFor();
  await noor.getByRole("button", { name: "Close it" }).click();
  await noor.getByText("Josh’s sign-in is blocked.").waitFor();
  assert.deepEqual(await faults(noor), []);
  const again = watch(await (await its.browser.newContext()).newPage(), "Josh Ferrier again");
  again.meant.push("400", "401", "403");
  await again.goto(its.demo.address);
  await signInTyped(again, "josh.ferrier@ebbline.example");
  await again.getByText("Sign-in is blocked here.").waitFor();
  // A key that was used once is no key.
  await again.goto(key);
  await again.reload();
  await again.getByRole("textbox", { name: /^Password/ }).fill(password);
  await again.getByRole("textbox", { name: "Repeat the password" }).fill(password);
  await again.getByRole("button", { name: "Set the password and come in" }).click();
  await again.getByText("This link has been used or has expired.").waitFor();
  await again.context().close();
  await context.close();
  await noor.context().close();
});

/** A machine that keeps passkeys and opens them for whoever sits at it. */
async function withAuthenticator(page) {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send("WebAuthn.enable");
  const { authenticatorId } = await devtools.send("WebAuthn.addVirtualAuthenticator", {
    options: {
      protocol: "ctap2",
      transport: "internal",
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  return (isVerified) => devtools.send("WebAuthn.setUserVerified", { authenticatorId, isUserVerified: isVerified });
}

test("a passkey is added, lets in without a password, and lets nobody in once it is taken away or the way in is closed", async () => {
  // A passkey belongs to a name, and an address of numbers is none.
  const address = its.demo.address.replace("127.0.0.1", "localhost");
  const page = await signIn(its.browser, address, /Tomé Vidal/);
  // A key that is not verified, and one that was taken away.
  page.meant.push("403", "401");
  const opensFor = await withAuthenticator(page);
  await page.goto(`${address}/account`);
  await page.getByRole("textbox", { name: "What it is on" }).fill("this laptop");
  await page.getByRole("button", { name: "Add a passkey" }).click();
  const kept = page.getByRole("listitem", { name: "this laptop" });
  await kept.waitFor();
  assert.deepEqual(await faults(page), []);

  const signOut = async () => {
    await page.getByRole("button", { name: "Tomé Vidal", exact: true }).click();
    await page.getByRole("menuitem", { name: "Sign out" }).click();
    await page.getByRole("button", { name: "Use a passkey" }).waitFor();
  };
  await signOut();
  await page.getByRole("button", { name: "Use a passkey" }).click();
  await page.getByRole("navigation", { name: "Places" }).waitFor();

  // Who cannot open it is not let in by having it.
  await signOut();
  await opensFor(false);
  await page.getByRole("button", { name: "Use a passkey" }).click();
  await page.getByText("No passkey was given.").waitFor();
  await opensFor(true);

  const noor = await signIn(its.browser, its.demo.address, /Noor Haddad/, { path: "/people?text=vidal" });
  await noor.getByRole("button", { name: "Close it" }).click();
  await noor.getByText("Tomé’s sign-in is blocked.").waitFor();
  await page.getByRole("button", { name: "Use a passkey" }).click();
  await page.getByText("Sign-in is blocked here.").waitFor();
  await noor.getByRole("button", { name: "Open it again" }).click();
  await noor.getByText("Tomé can sign in.").first().waitFor();
  await page.getByRole("button", { name: "Use a passkey" }).click();
  await page.getByRole("navigation", { name: "Places" }).waitFor();

  await page.goto(`${address}/account`);
  await kept.getByRole("button", { name: "Delete" }).click();
  await kept.waitFor({ state: "detached" });
  await signOut();
  await page.getByRole("button", { name: "Use a passkey" }).click();
  await page.getByText("That passkey lets nobody in here.").waitFor();
  await noor.context().close();
  await page.context().close();
});
