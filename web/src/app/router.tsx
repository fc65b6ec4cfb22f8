import { createRootRoute, createRoute, createRouter } from "@tanstack/react-router";
import { Arrange } from "../features/arrange/Arrange";
import { Chase } from "../features/chase/Chase";
import { Desk } from "../features/desk/Desk";
import { Lanes } from "../features/lanes/Lanes";
import { Shell } from "./Shell";

const root = createRootRoute({
  component: Shell,
  notFoundComponent: () => <p className="p-6">There is no such page. Choose a place above.</p>,
});

const text = (value: unknown) => (typeof value === "string" ? value : undefined);

const desk = createRoute({ getParentRoute: () => root, path: "/", component: Desk });

const lanes = createRoute({
  getParentRoute: () => root,
  path: "/lanes",
  component: Lanes,
  validateSearch: (search): { who?: string; from?: string; view?: "day" | "working-days" } => ({
    ...(text(search.who) ? { who: text(search.who) as string } : {}),
    ...(text(search.from) ? { from: text(search.from) as string } : {}),
    ...(search.view === "day" || search.view === "working-days" ? { view: search.view } : {}),
  }),
});

const arrange = createRoute({ getParentRoute: () => root, path: "/arrange", component: Arrange });

const chase = createRoute({
  getParentRoute: () => root,
  path: "/chase",
  component: Chase,
  validateSearch: (search): { meeting?: string } => (text(search.meeting) ? { meeting: text(search.meeting) as string } : {}),
});

export const router = createRouter({ routeTree: root.addChildren([desk, lanes, arrange, chase]), defaultPreload: "intent" });

declare module "@tanstack/react-router" {
  interface Register {
    router: typeof router;
  }
}
