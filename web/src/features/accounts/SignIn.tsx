import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, Problem } from "../../api/client";
import { canUsePasskeys, signInWithPasskey, wasLeft } from "../../api/passkey";
import { Button } from "../../ui/Button";
import { Field, FieldError } from "../../ui/Field";
import { LostPassword } from "./LostPassword";
import { Welcome } from "./Welcome";
import { signInsQuery } from "./signInQueries";

/** Signing in; the demo offers its made-up people. */
export function SignIn({ demo, mailLeaves }: { demo: boolean; mailLeaves: boolean }) {
  const [address, setAddress] = useState("");
  const [password, setPassword] = useState("");
  const [error, setError] = useState<string>();
  const [busy, setBusy] = useState(false);
  // The password was right, and the code of the authenticator is asked for.
  const [code, setCode] = useState<string>();
  const [lost, setLost] = useState(false);
  const queries = useQueryClient();
  const people = useQuery({ ...signInsQuery, enabled: demo });

  const signIn = async (as: string, withPassword: string) => {
    setBusy(true);
    setError(undefined);
    try {
      const signed = await ask(client.POST("/api/session", { body: { address: as, password: withPassword } }));
      if (signed.needsCode) {
        setCode("");
        setBusy(false);
        return;
      }
      await queries.invalidateQueries();
    } catch (e) {
      setError(e instanceof Problem ? e.message : "Signing in did not work. Try again.");
      setBusy(false);
    }
  };

  const giveCode = async () => {
    setBusy(true);
    setError(undefined);
    try {
      await ask(client.POST("/api/session/code", { body: { code: code ?? "" } }));
      await queries.invalidateQueries();
    } catch (e) {
      setError(e instanceof Problem ? e.message : "Signing in did not work. Try again.");
      setBusy(false);
    }
  };

  const byPasskey = async () => {
    setBusy(true);
    setError(undefined);
    try {
      await signInWithPasskey();
      await queries.invalidateQueries();
    } catch (e) {
      setError(e instanceof Problem ? e.message : wasLeft(e) ? "No passkey was given." : "Signing in did not work. Try again.");
      setBusy(false);
    }
  };
  const passkey = canUsePasskeys() && (
    <Button disabled={busy} onClick={() => void byPasskey()}>
      Use a passkey
    </Button>
  );

  if (code !== undefined)
    return (
      <Welcome line="One more step: the code of your authenticator.">
        <form
          className="grid max-w-80 content-start gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            void giveCode();
          }}
        >
          <Field
            label="The code it shows now, or one of those you kept"
            autoComplete="one-time-code"
            autoFocus
            value={code}
            onChange={(e) => setCode(e.target.value)}
            required
          />
          {error && <FieldError>{error}</FieldError>}
          <div className="flex gap-2">
            <Button look="filled" type="submit" disabled={busy}>
              Sign in
            </Button>
            {passkey}
            <Button
              look="plain"
              onClick={() => {
                setCode(undefined);
                setError(undefined);
              }}
            >
              Back
            </Button>
          </div>
        </form>
      </Welcome>
    );

  if (lost) return <LostPassword address={address} onBack={() => setLost(false)} />;
  return (
    <Welcome line="Calendars kept well, in somebody else’s name.">
      <div className={`grid gap-12 ${demo ? "md:grid-cols-[320px_1fr]" : "max-w-80"}`}>
        <form
          className="grid content-start gap-4"
          onSubmit={(e) => {
            e.preventDefault();
            void signIn(address, password);
          }}
        >
          <Field
            label="E-mail address"
            type="email"
            autoComplete="username"
            value={address}
            onChange={(e) => setAddress(e.target.value)}
            required
          />
          <Field
            label="Password"
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
            required
          />
          {error && <FieldError>{error}</FieldError>}
          <div className="flex gap-2">
            <Button look="filled" type="submit" disabled={busy}>
              Sign in
            </Button>
            {passkey}
          </div>
          {mailLeaves && (
            <button
              type="button"
              className="min-h-8 justify-self-start text-soft underline underline-offset-4"
              onClick={() => setLost(true)}
            >
              I forgot my password
            </button>
          )}
        </form>
        {demo && people.data && (
          <section aria-label="The people of the demo">
            <h2 className="mb-1 text-soft">Or come in as one of Ebbline’s made-up people</h2>
            <ul>
              {people.data.people.map((p) => (
                <li key={p.address} className="border-t border-rule last:border-b">
                  <button
                    type="button"
                    disabled={busy}
                    className="flex min-h-11 w-full items-center gap-3 px-2 text-left hover:bg-water"
                    onClick={() => void signIn(p.address, people.data.password)}
                  >
                    <span className="w-44 font-semibold">{p.name}</span>
                    <span className="text-soft">{p.post}</span>
                  </button>
                </li>
              ))}
            </ul>
            <p className="mt-2 text-soft">Noor Haddad keeps three calendars and has the fullest desk.</p>
          </section>
        )}
      </div>
    </Welcome>
  );
}
