import { ask, client } from "./client";

/** Whether this browser can keep passkeys. */
export const canUsePasskeys = () => typeof PublicKeyCredential === "function" && "parseCreationOptionsFromJSON" in PublicKeyCredential;

/** The person stopped, or the browser did: nothing went wrong. */
export const wasLeft = (error: unknown) => error instanceof DOMException && ["NotAllowedError", "AbortError"].includes(error.name);

const written = (credential: Credential | null) => {
  if (!(credential instanceof PublicKeyCredential)) throw new Error("The browser made no passkey.");
  return JSON.stringify(credential.toJSON());
};

/** Has the browser make a passkey, and keeps it under a name. */
export async function addPasskey(name: string): Promise<void> {
  const begun = await ask(client.POST("/api/account/passkeys/begun"));
  const options = PublicKeyCredential.parseCreationOptionsFromJSON(JSON.parse(begun.options) as PublicKeyCredentialCreationOptionsJSON);
  const credential = written(await navigator.credentials.create({ publicKey: options }));
  await ask(client.POST("/api/account/passkeys", { body: { credential, name } }));
}

/** Signs in with a passkey that the browser knows. */
export async function signInWithPasskey(): Promise<void> {
  const begun = await ask(client.POST("/api/session/passkey/begun"));
  const options = PublicKeyCredential.parseRequestOptionsFromJSON(JSON.parse(begun.options) as PublicKeyCredentialRequestOptionsJSON);
  const credential = written(await navigator.credentials.get({ publicKey: options }));
  await ask(client.POST("/api/session/passkey", { body: { credential } }));
}
