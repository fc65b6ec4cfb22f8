import { infiniteQueryOptions, queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";
import { type MailPile } from "../../api/queries";

interface MailsAsked {
  of?: string | undefined;
  pile: MailPile;
  text: string;
}

/** What went out and came in, latest first, piece by piece. */
export const mailsQuery = ({ of, pile, text }: MailsAsked) =>
  infiniteQueryOptions({
    queryKey: ["calendars", "mails", of, pile, text],
    queryFn: ({ pageParam }) =>
      ask(
        client.GET("/api/mails", {
          params: { query: { pile, ...(of ? { of } : {}), ...(text ? { text } : {}), ...(pageParam ? { before: pageParam } : {}) } },
        }),
      ),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (last) => last.before ?? undefined,
    placeholderData: (before) => before,
    // What goes out changes no calendar, so no live word tells of it.
    refetchInterval: 5_000,
  });

export const mailQuery = (id: number) =>
  queryOptions({
    queryKey: ["calendars", "mail", id],
    queryFn: () => ask(client.GET("/api/mails/{id}", { params: { path: { id } } })),
    // What went out or came in stays as it is.
    refetchInterval: (query) => (query.state.data?.hasSource ? false : 5_000),
  });
