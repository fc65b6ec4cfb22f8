import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

/** The passkeys that let one in. */
export const passkeysQuery = queryOptions({
  queryKey: ["account", "passkeys"],
  queryFn: () => ask(client.GET("/api/account/passkeys")),
});

/** The phones and programs that keep one’s calendars. */
export const devicesQuery = queryOptions({ queryKey: ["devices"], queryFn: () => ask(client.GET("/api/devices")) });

export const ownAccountQuery = queryOptions({ queryKey: ["account"], queryFn: () => ask(client.GET("/api/account")) });

/** People inside with how they sign in, for administrators. */
export const accountsQuery = (text: string) =>
  queryOptions({
    queryKey: ["calendars", "accounts", text],
    queryFn: () => ask(client.GET("/api/accounts", { params: { query: { text } } })),
  });
