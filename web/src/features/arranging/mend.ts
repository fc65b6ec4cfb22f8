import type { Mend, Slots, Warning } from "../../api/types";
import { chosenOf, isRoom } from "../../sentence/PeoplePicker";
import type { Draft } from "./draft";

/** What of it can be done: another slot only where there is one. */
export const mendable = (wrong: Warning[], found: Slots | undefined, start: number | undefined): Warning[] =>
  wrong.map((w) => ({ ...w, mends: w.mends.filter((m) => m.kind !== "slot" || found?.slots.some((s) => s.start !== start)) }));

/** What is different about a draft that is mended in one step. */
export function mended(draft: Draft, by: Mend, found: Slots | undefined, start: number | undefined): Partial<Draft> {
  switch (by.kind) {
    case "slot":
      return { start: found?.slots.find((s) => s.start !== start)?.start ?? start };
    case "start":
      return { start: by.start ?? start };
    case "optional": {
      const whom = draft.required.find((r) => r.id === by.person?.id || r.id === by.person?.address);
      return whom ? { required: draft.required.filter((r) => r !== whom), optional: [...draft.optional, whom], start } : {};
    }
    case "video":
      return { conference: "made" };
    case "room": {
      if (!by.person) return {};
      const rooms = draft.required.filter(isRoom);
      const place = draft.place === "" || rooms.some((r) => r.name === draft.place) ? by.person.name : draft.place;
      return { required: [...draft.required.filter((r) => !rooms.includes(r)), chosenOf(by.person)], place, start };
    }
    case "papersOut":
      return {};
  }
}
