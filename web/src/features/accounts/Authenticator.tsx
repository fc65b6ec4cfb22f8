import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ask, client, problemOf } from "../../api/client";
import { useChanges } from "../../app/hooks/changes";
import type { AuthenticatorBegun, OwnAccount } from "../../api/types";
import { Button } from "../../ui/Button";
import { Field } from "../../ui/Field";

/** A second factor by the code of an authenticator: begun, confirmed with a code, taken away with the password. */
export function Authenticator({ account }: { account: OwnAccount }) {
  const queries = useQueryClient();
  const { say, fail } = useChanges();
  const [begun, setBegun] = useState<AuthenticatorBegun>();
  const [codes, setCodes] = useState<string[]>();
  const [typed, setTyped] = useState("");
  const [error, setError] = useState<string>();
  const act = (call: Promise<unknown>) => {
    setError(undefined);
    call
      .then(() => {
        setTyped("");
        // The session carries what it was signed with; its token is new too.
        return queries.invalidateQueries({ queryKey: ["session"] }).then(() => queries.invalidateQueries({ queryKey: ["account"] }));
      })
      .catch((e: unknown) => setError(problemOf(e).message));
  };
  return (
    <section aria-labelledby="second" className="mt-6 border-t border-rule pt-3">
      <h2 id="second" className="font-semibold">
        Second factor
      </h2>
      {codes && (
        <div role="status" className="mt-2">
          <p>
            Keep these codes away from this machine. Each lets you in once where the authenticator is lost; they are shown this one time.
          </p>
          <ul className="mt-1 grid max-w-96 grid-cols-2 gap-x-6 font-semibold">
            {codes.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </div>
      )}
      {account.secondFactor ? (
        <form
          aria-label="Take the second factor away"
          className="mt-2 grid max-w-96 gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            setCodes(undefined);
            act(
              ask(client.POST("/api/account/authenticator/removal", { body: { password: typed } })).then(() =>
                say("The password alone lets you in again."),
              ),
            );
          }}
        >
          <p>Signing in asks for a code of your authenticator too. {account.codesLeft} of the codes kept for when it is lost are left.</p>
          <Field
            label="Your password, to take it away"
            type="password"
            autoComplete="current-password"
            required
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            error={error}
          />
          <div>
            <Button type="submit" look="grave">
              Take the second factor away
            </Button>
          </div>
        </form>
      ) : begun ? (
        <form
          aria-label="Confirm the authenticator"
          className="mt-2 flex flex-wrap gap-6"
          onSubmit={(e) => {
            e.preventDefault();
            act(
              ask(client.PUT("/api/account/authenticator", { body: { code: typed } })).then((made) => {
                setCodes(made.codes);
                setBegun(undefined);
                say("Signing in asks for a code from now on.");
              }),
            );
          }}
        >
          <Squares rows={begun.picture} />
          <div className="grid max-w-80 content-start gap-3">
            <p>
              Point the authenticator at the picture, or type this into it:{" "}
              <span className="font-semibold break-all">{begun.secret.match(/.{1,4}/g)?.join(" ")}</span>
            </p>
            <Field
              label="The code it shows now"
              autoComplete="one-time-code"
              inputMode="numeric"
              autoFocus
              required
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
              error={error}
            />
            <div>
              <Button type="submit" look="filled">
                Ask for a code from now on
              </Button>
            </div>
          </div>
        </form>
      ) : (
        <p className="mt-1 flex flex-wrap items-center gap-3">
          <span className="min-w-0 flex-1 text-soft">
            The password alone lets you in. A code that changes every half minute makes it surer.
          </span>
          <Button onClick={() => void ask(client.POST("/api/account/authenticator")).then(setBegun).catch(fail)}>
            Set up an authenticator
          </Button>
        </p>
      )}
    </section>
  );
}

/** The picture that an authenticator reads, always dark on light. */
function Squares({ rows }: { rows: string[] }) {
  const path = rows.map((row, y) => [...row].map((dark, x) => (dark === "1" ? `M${x} ${y}h1v1h-1z` : "")).join("")).join("");
  return (
    <svg
      role="img"
      aria-label="The secret as a picture"
      viewBox={`0 0 ${rows.length} ${rows.length}`}
      width="200"
      height="200"
      className="bg-white"
    >
      <path d={path} fill="#16282b" shapeRendering="crispEdges" />
    </svg>
  );
}
