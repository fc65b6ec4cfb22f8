import { useQuery } from "@tanstack/react-query";
import { lazyRouteComponent } from "@tanstack/react-router";
import { useSyncExternalStore } from "react";
import { deskQuery } from "../api/queries";
import { Desk } from "../features/desk/Desk";

const Mine = lazyRouteComponent(() => import("../features/mine/Mine"), "Mine");

const handsWidth = window.matchMedia("(max-width: 600px)");

/** The Desk; in a hand, for who keeps nobody else's calendar, their own page. */
export function Home() {
  const narrow = useSyncExternalStore(
    (changed) => {
      handsWidth.addEventListener("change", changed);
      return () => handsWidth.removeEventListener("change", changed);
    },
    () => handsWidth.matches,
  );
  const desk = useQuery(deskQuery).data;
  const keepsOnlyOwn = desk?.day.lanes.every((l) => l.who.id === desk.viewer.id) === true;
  return narrow && keepsOnlyOwn ? <Mine /> : <Desk />;
}
