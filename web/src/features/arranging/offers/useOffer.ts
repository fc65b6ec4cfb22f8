import { useState } from "react";
import { ask, client } from "../../../api/client";
import { readAnew } from "../../../api/fresh";
import type { ArrangeRequest } from "../../../api/types";
import { useChanges } from "../../../app/hooks/changes";
import type { Made, Wanted } from "./OfferWindow";

export type Offering = ReturnType<typeof useOffer>;

/** The window in which times are offered, and what came of it. */
export function useOffer(attempt: (what: () => Promise<void>) => Promise<void>) {
  const { say } = useChanges();
  const [open, setOpen] = useState(false);
  const [made, setMade] = useState<Made>();
  const offer = (meeting: () => Promise<ArrangeRequest>, starts: number[], wanted: Wanted) =>
    void attempt(async () => {
      const body = await meeting();
      const given = await ask(client.POST("/api/offers", { body: { meeting: body, starts, ...wanted } }));
      setMade({ id: given.id, keys: given.keys });
      say(`${starts.length === 1 ? "One time is" : `${starts.length} times are`} held and offered for “${body.title}”.`, given.change);
      await readAnew();
    });
  return { open, setOpen, made, offer };
}
