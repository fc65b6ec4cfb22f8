import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Panel, Person } from "../../../api/types";
import type { Draft } from "../draft";
import { panelQuery } from "../queries";
import { panelRequest } from "../requests";

export interface PanelWritten {
  /** Whether several are met one after another. */
  on: boolean;
  plan: Panel | undefined;
  busy: boolean;
  error: Error | null;
  /** Who of them is looked at. */
  who: string | undefined;
  /** When they are met; undefined where they cannot be. */
  start: number | undefined;
  look: (who: string) => void;
}

/** Those who are met one after another, as they can be, and whose meeting is looked at. */
export function usePanel(draft: Draft, organiser: Person, ready: boolean): PanelWritten {
  const on = draft.each.of.length > 0;
  const request = panelRequest(draft, organiser);
  const { data, isFetching, error } = useQuery(panelQuery(request, on && ready));
  const [looked, look] = useState<string>();
  const plan = on && ready && !error ? data : undefined;
  const all = plan ? [...plan.placed, ...plan.leftOut].map((p) => p.who.id) : [];
  const who = looked !== undefined && all.includes(looked) ? looked : all[0];
  const placed = plan?.placed.find((p) => p.who.id === who);
  return {
    on,
    plan,
    busy: isFetching,
    error,
    who,
    // What is put somewhere by hand stands there at once.
    start: (who === undefined ? undefined : draft.each.byHand[who]) ?? placed?.start,
    look,
  };
}
