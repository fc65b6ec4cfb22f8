import type { Opening } from "../../../api/types";
import type { Draft } from "../draft";

/** The part of a draft that an opening would make different; undefined where it is nobody's whom the draft names by themselves. */
export function opened(draft: Draft, by: Opening): Partial<Draft> | undefined {
  switch (by.kind) {
    case "shorter":
      return { minutes: by.minutes };
    case "anyDay":
      return { wishes: { ...draft.wishes, notOn: [] } };
    case "anyTime":
      return { wishes: { ...draft.wishes, from: null, to: null } };
    case "noBreathing":
      return { wishes: { ...draft.wishes, around: 0 } };
    case "overLunch":
      return { wishes: { ...draft.wishes, lunch: false } };
    case "anyPlace":
      return { wishes: { ...draft.wishes, atUsualPlaces: false } };
    case "apart":
      return { wishes: { ...draft.wishes, together: 0 } };
    case "otherDays":
      return by.from && by.to ? { from: by.from, to: by.to } : undefined;
    case "loosened":
      return by.person ? { loosened: { ...draft.loosened, [by.person]: by.minutes } } : undefined;
    case "onlyIfFree": {
      // Somebody of a group is required with it.
      const whom = draft.required.find((r) => r.id === by.person || r.person?.id === by.person);
      return whom && { required: draft.required.filter((r) => r !== whom), optional: [...draft.optional, whom] };
    }
  }
}
