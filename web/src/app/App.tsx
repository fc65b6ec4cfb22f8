import { QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { Problem } from "../api/client";
import { sessionQuery } from "../api/queries";
import { FirstSetUp } from "../features/signin/FirstSetUp";
import { SignIn } from "../features/signin/SignIn";
import { Wait } from "../ui/Wait";
import { ChangesProvider } from "./changes";
import { KeysProvider } from "./keys";
import { router } from "./router";
import { useTheme } from "./theme";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      retry: (count, error) => count < 2 && !(error instanceof Problem && error.status >= 400 && error.status < 500),
    },
  },
});

// A session that has ended shows the sign-in again.
queries.getQueryCache().subscribe((event) => {
  if (event.type !== "updated" || event.action.type !== "error") return;
  const error: unknown = event.action.error;
  if (error instanceof Problem && error.status === 401 && event.query.queryKey[0] !== "session")
    void queries.invalidateQueries({ queryKey: ["session"] });
});

export function App() {
  return (
    <QueryClientProvider client={queries}>
      <KeysProvider>
        <ChangesProvider>
          <Gate />
        </ChangesProvider>
      </KeysProvider>
    </QueryClientProvider>
  );
}

function Gate() {
  useTheme();
  const session = useQuery(sessionQuery);
  if (!session.data) return <Wait query={session}>Opening Corlin…</Wait>;
  if (session.data.setUpNeeded) return <FirstSetUp />;
  if (!session.data.address) return <SignIn demo={session.data.demo} />;
  return <RouterProvider router={router} />;
}
