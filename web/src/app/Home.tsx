import { getRouteApi, lazyRouteComponent } from "@tanstack/react-router";
import { Desk } from "../features/desk/Desk";
import { useNarrow } from "./hooks/useNarrow";

const HandDay = lazyRouteComponent(() => import("../features/hand/HandDay"), "HandDay");

const route = getRouteApi("/");

/** The Desk; in a hand one day, and the queue on a page of its own. */
export function Home() {
  const asked = route.useSearch();
  return useNarrow() ? <HandDay asked={asked} /> : <Desk />;
}
