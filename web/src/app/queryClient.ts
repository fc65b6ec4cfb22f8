import { QueryClient } from "@tanstack/react-query";
import { Problem } from "../api/client";

export const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      retry: (count, error) => count < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
    },
  },
});

/** What it was is not there any more, or not for who asks. */
const gone = [403, 404, 410];

// A session that has ended shows the sign-in again.
queries.getQueryCache().subscribe((event) => {
  if (event.type !== "updated" || event.action.type !== "error") return;
  const error: unknown = event.action.error;
  if (error instanceof Problem && error.status === 401 && event.query.queryKey[0] !== "session")
    void queries.invalidateQueries({ queryKey: ["session"] });
  // What is not there any more, or may not be known now, does not stay on the screen.
  if (error instanceof Problem && gone.includes(error.status) && event.query.state.data !== undefined)
    event.query.setState({ ...event.query.state, data: undefined });
});
