import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { ask, client } from "../../api/client";
import { sessionQuery } from "../../api/queries";
import type { Person } from "../../api/types";
import { useChanges } from "../../app/hooks/changes";
import { ShownOnce } from "../../app/parts/ShownOnce";
import { Button } from "../../ui/Button";
import { accountOfQuery } from "./queries";

/** Whether somebody can sign in, and the key with which they set their password. */
export function WayIn({ who }: { who: Person }) {
  const queries = useQueryClient();
  const { say, fail } = useChanges();
  const account = useQuery(accountOfQuery(who.id));
  const session = useQuery(sessionQuery);
  const [key, setKey] = useState<string>();
  if (!account.data) return null;
  const { state, secondFactor, administrator } = account.data;
  const path = { params: { path: { id: who.id } } };
  const act = (call: Promise<unknown>, words: string) => {
    call
      .then(() => say(words))
      .catch(fail)
      .finally(() => {
        void queries.invalidateQueries({ queryKey: ["account"] });
        // The list under Ways in says it too.
        void queries.invalidateQueries({ queryKey: ["calendars", "accounts"] });
      });
  };
  const words = {
    none: `${who.givenName} cannot sign in yet.`,
    invited: `${who.givenName} was given a sign-up link and has not used it yet.`,
    open: `${who.givenName} can sign in${secondFactor ? ", with a second factor" : ""}.`,
    closed: `${who.givenName}’s sign-in is blocked.`,
  }[state as "none" | "invited" | "open" | "closed"];
  const manages = administrator ? ` ${who.givenName} manages people and places.` : "";
  const link = key && `${location.origin}/welcome#${key}`;
  return (
    <section aria-labelledby="way-in" className="mt-4 border-t border-rule pt-2">
      <h3 id="way-in" className="font-semibold">
        Sign-in
      </h3>
      <p className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="min-w-0 flex-1">
          {words}
          {manages}
        </span>
        {state !== "closed" && (
          <Button
            onClick={() =>
              act(
                ask(client.POST("/api/people/{id}/account/invitation", { ...path, body: { byMail: false } })).then((made) =>
                  setKey(made.key ?? undefined),
                ),
                `A key for ${who.givenName} is made. It holds once, for a day.`,
              )
            }
          >
            {state === "open" ? "Create a reset link" : `Create a sign-up link for ${who.givenName}`}
          </Button>
        )}
        {state !== "closed" && session.data?.mailLeaves && (
          <Button
            onClick={() =>
              act(
                ask(client.POST("/api/people/{id}/account/invitation", { ...path, body: { byMail: true } })),
                `The link is on its way to ${who.address}. It works once, within a day.`,
              )
            }
          >
            Send it by mail
          </Button>
        )}
        {secondFactor && (
          <Button
            look="grave"
            onClick={() =>
              act(ask(client.DELETE("/api/people/{id}/account/authenticator", path)), `${who.givenName}’s second factor is taken away.`)
            }
          >
            Take the second factor away
          </Button>
        )}
        {state === "open" && (
          <Button
            look="plain"
            onClick={() =>
              act(
                ask(client.POST("/api/people/{id}/account/signing-out", path)),
                `All that ${who.givenName} had open is ended; they are told.`,
              )
            }
          >
            Sign them out everywhere
          </Button>
        )}
        {state !== "closed" && (
          <Button
            look="plain"
            onClick={() =>
              act(
                ask(client.PUT("/api/people/{id}/administrator", { ...path, body: { isOne: !administrator } })),
                administrator
                  ? `${who.givenName} manages people and places no longer; they are told.`
                  : `${who.givenName} manages people and places from now on; they are told.`,
              )
            }
          >
            {administrator ? "Administrator no longer" : "Make an administrator"}
          </Button>
        )}
        {(state === "open" || state === "invited") && (
          <Button
            look="grave"
            onClick={() =>
              act(
                ask(client.PUT("/api/people/{id}/account", { ...path, body: { closed: true } })),
                `${who.givenName} can no longer sign in.`,
              )
            }
          >
            Close it
          </Button>
        )}
        {state !== "closed" && who.address !== session.data?.address && (
          <Link to="/leaving" search={{ who: who.id }} className="inline-flex min-h-8 items-center text-soft underline underline-offset-4">
            {`${who.givenName} leaves…`}
          </Link>
        )}
        {(state === "closed" || state === "none") && who.address !== session.data?.address && (
          <Link to="/deleting" search={{ who: who.id }} className="inline-flex min-h-8 items-center text-soft underline underline-offset-4">
            {`Delete what is kept of ${who.givenName}…`}
          </Link>
        )}
        {state === "closed" && (
          <Button
            onClick={() =>
              act(ask(client.PUT("/api/people/{id}/account", { ...path, body: { closed: false } })), `${who.givenName} can sign in again.`)
            }
          >
            Open it again
          </Button>
        )}
      </p>
      {link && (
        <ShownOnce
          words={`Give this link to ${who.givenName} alone. It is shown only now and works once, for 24 hours.`}
          link={link}
          copy="Copy the key"
          copied="The key is copied."
        />
      )}
    </section>
  );
}
