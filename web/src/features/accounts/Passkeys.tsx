import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, problemOf } from "../../api/client";
import { addPasskey, canUsePasskeys, wasLeft } from "../../api/passkey";
import { useChanges } from "../../app/hooks/changes";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";
import { passkeysQuery } from "./queries";

/** Passkeys let in without the password: each under a name, taken away when what it is on is lost. */
export function Passkeys() {
  const queries = useQueryClient();
  const { say, run } = useChanges();
  const passkeys = useQuery(passkeysQuery);
  const [name, setName] = useState("");
  const [error, setError] = useState<string>();
  const [busy, setBusy] = useState(false);
  const refresh = () =>
    // The session was signed anew; its token is new too.
    queries.invalidateQueries({ queryKey: ["session"] }).then(() => queries.invalidateQueries({ queryKey: ["account"] }));
  const add = async () => {
    setBusy(true);
    setError(undefined);
    try {
      await addPasskey(name.trim());
      say(`“${name.trim()}” lets you in from now on.`);
      setName("");
      await refresh();
    } catch (e) {
      setError(wasLeft(e) ? "No passkey was made; nothing was changed." : problemOf(e).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-labelledby="passkeys" className="mt-6 border-t border-rule pt-3">
      <h2 id="passkeys" className="font-semibold">
        Passkeys
      </h2>
      <p className="mt-1 text-soft">
        A passkey stays on this machine, a telephone or a key on your ring, and opens with a finger, a face or a number. It lets you in
        without the password and without a code.
      </p>
      <ul className="mt-1">
        {passkeys.data?.map((p) => (
          <li key={p.id} aria-label={p.name} className="flex min-h-10 items-center gap-3 border-b border-rule">
            <span className="font-semibold">{p.name}</span>
            <span className="text-soft">
              since {new Date(p.at).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" })}
            </span>
            <span className="ml-auto">
              <Button
                look="grave"
                onClick={() =>
                  run(
                    ask(client.DELETE("/api/account/passkeys/{id}", { params: { path: { id: p.id } } })).then(refresh),
                    `“${p.name}” lets nobody in any more.`,
                  )
                }
              >
                Delete
              </Button>
            </span>
          </li>
        ))}
      </ul>
      {canUsePasskeys() ? (
        <form
          aria-label="Add a passkey"
          className="mt-2 flex max-w-[520px] flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            void add();
          }}
        >
          <span className="min-w-64 flex-1">
            <Field
              label="What it is on"
              placeholder="this laptop, my telephone"
              maxLength={60}
              required
              value={name}
              onChange={(e) => setName(e.target.value)}
              error={error}
            />
          </span>
          <Button type="submit" disabled={busy || !name.trim()}>
            Add a passkey
          </Button>
        </form>
      ) : (
        <p className="mt-2 text-soft">This browser keeps no passkeys.</p>
      )}
    </section>
  );
}
