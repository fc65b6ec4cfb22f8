import { useLayoutEffect, useState } from "react";

type Acts = Record<string, (...given: never[]) => unknown>;

/** Functions that stay the same ones, so that what gets them is not drawn again, while what they do follows each drawing. */
export function useSteady<T extends Acts>(now: T): T {
  const [steady] = useState(() => makeSteady(now));
  useLayoutEffect(() => steady.follow(now));
  return steady.acts;
}

function makeSteady<T extends Acts>(first: T) {
  let latest = first;
  const acts = Object.fromEntries(
    Object.keys(first).map((name) => [name, (...given: never[]) => latest[name]?.(...given)]),
  ) as unknown as T;
  return {
    acts,
    follow: (next: T) => {
      latest = next;
    },
  };
}
