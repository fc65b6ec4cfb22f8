import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback } from "react";
import { sendSetting, settingsQuery } from "../../api/queries";
import { keepUnsent } from "../../api/unsent";
import { useChanges } from "./changes";

interface Settings {
  "hidden-lanes": string[];
  "as-list": boolean;
  rulers: string[];
  "lane-sets": LaneSet[];
  "colour-by": "person" | "category";
  "own-copies": boolean;
  /** The places whose line about what they are for was dismissed. */
  "places-known": string[];
  /** What is still to be set up and was put off. */
  "set-up-later": string[];
  /** The lines that were written with answers last. */
  "answer-lines": string[];
  /** In which languages absence texts are drafted beside English, by whose absence it is. */
  "away-languages": Record<string, string[]>;
}

/** Lanes under a name. */
export interface LaneSet {
  name: string;
  who: string[];
}

const kept = (name: string) => `corlin-${name}`;

function remembered<T>(name: string): T | undefined {
  const text = localStorage.getItem(kept(name));
  return text === null ? undefined : (JSON.parse(text) as T);
}

/** How the reader likes a view. It is theirs on every machine; this one remembers it too, so that nothing jumps when it opens. */
export function useSetting<K extends keyof Settings>(name: K, otherwise: Settings[K]) {
  const queries = useQueryClient();
  const { fail } = useChanges();
  const settings = useQuery(settingsQuery);
  const value = settings.data
    ? ((settings.data[name] as Settings[K] | undefined) ?? otherwise)
    : (remembered<Settings[K]>(name) ?? otherwise);
  const set = useCallback(
    (next: Settings[K]) => {
      localStorage.setItem(kept(name), JSON.stringify(next));
      keepUnsent(name, next);
      // What is still on its way from the server must not overwrite what was just chosen.
      void queries
        .ensureQueryData(settingsQuery)
        .then(() => {
          queries.setQueryData(settingsQuery.queryKey, (before) => ({ ...before, [name]: next }));
          return sendSetting(name, next);
        })
        .catch(fail);
    },
    [fail, name, queries],
  );
  return [value, set] as const;
}
