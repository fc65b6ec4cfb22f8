import { QueryClientProvider, useQuery } from "@tanstack/react-query";
import { RouterProvider } from "@tanstack/react-router";
import { lazy, Suspense } from "react";
import { deskQuery, sessionQuery, wasSignedIn } from "../api/queries";
import { Wait } from "../ui/Wait";
import { ChangesProvider } from "./hooks/changes";
import { KeysProvider } from "./keys";
import { queries } from "./queryClient";
import { router } from "./router";
import { useTheme } from "./theme";

const SignIn = lazy(() => import("../features/accounts/SignIn").then((m) => ({ default: m.SignIn })));
const FirstPassword = lazy(() => import("../features/accounts/FirstPassword").then((m) => ({ default: m.FirstPassword })));
const FirstSetUp = lazy(() => import("../features/accounts/FirstSetUp").then((m) => ({ default: m.FirstSetUp })));

const Conference = lazy(() => import("../features/conferences/Conference").then((m) => ({ default: m.Conference })));

const conference = /^\/conference\/([0-9a-f]{20})$/.exec(location.pathname)?.[1];

// Where somebody was signed in before, the Desk is asked for together with the session.
if (wasSignedIn() && location.pathname === "/") void queries.prefetchQuery(deskQuery);

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
  // Somebody comes with a key, whoever is signed in at this browser.
  if (location.pathname === "/welcome" && location.hash.length > 1)
    return (
      <Suspense>
        <FirstPassword />
      </Suspense>
    );
  // Who has the link of a conference comes to its page, signed in or not.
  if (conference)
    return (
      <Suspense>
        <Conference id={conference} />
      </Suspense>
    );
  if (session.data.address) return <RouterProvider router={router} />;
  return (
    <Suspense>
      {session.data.setUpNeeded ? (
        <FirstSetUp />
      ) : (
        <SignIn demo={session.data.demo} mailLeaves={session.data.mailLeaves && !session.data.demo} />
      )}
    </Suspense>
  );
}
