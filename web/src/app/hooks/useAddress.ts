import { useMemo } from "react";
import { ask, client } from "../../api/client";
import type { Person } from "../../api/types";
import { useChanges } from "./changes";

/** Says where mail to somebody goes, and decides on what others said of it. */
export function useAddress() {
  const { run } = useChanges();
  return useMemo(
    () => ({
      say: (who: Person, version: number, address: string) =>
        run(
          ask(client.POST("/api/people/{id}/address", { params: { path: { id: who.id } }, body: { version, address } })),
          ({ waits }) =>
            ({
              nothing: `Mail to ${who.givenName} goes to ${address}.`,
              letter: `A letter goes to ${address} in ten seconds; opening it makes it yours.`,
              administrator: `An administrator is asked; until then mail to ${who.givenName} goes where it did.`,
            })[waits],
        ),
      settle: (id: number, who: Person, uses: boolean) =>
        run(
          ask(client.POST("/api/addresses/{id}", { params: { path: { id } }, body: { uses } })),
          uses ? `Mail to ${who.name} goes to the new address.` : `Mail to ${who.name} goes where it did.`,
        ),
    }),
    [run],
  );
}
