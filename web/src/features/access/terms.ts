import rules from "../../api/rules.json";
import type { Acting, Sight, Terms } from "../../api/types";

export const sights: { value: Sight; label: string; note: string }[] = [
  { value: "headlines", label: "Headlines", note: "also title and place" },
  { value: "outline", label: "Outline", note: "that time is taken" },
  { value: "everything", label: "Everything", note: "also who, agenda, papers" },
  { value: "nothing", label: "nothing", note: "not even that" },
];

export const actings: { value: Acting; label: string; note: string }[] = [
  { value: "look", label: "look", note: "and nothing else" },
  { value: "add", label: "add", note: "appointments, and change those" },
  { value: "change", label: "change", note: "any appointment" },
  { value: "speakFor", label: "speak for", note: "organise and answer too" },
];

const labelOf = <T extends string>(list: { value: T; label: string }[], value: T) => list.find((o) => o.value === value)?.label ?? value;

export const sightLabel = (sight: Sight) => labelOf(sights, sight);
/** As it stands in a sentence: "headlines", "everything". */
export const sightWord = (sight: Sight) => sightLabel(sight).toLowerCase();
/** What joins it to the calendar: "headlines of", "everything in". */
export const sightJoin = (sight: Sight) => (sight === "everything" ? "in" : "of");
export const actingLabel = (acting: Acting) => labelOf(actings, acting);

/** What is chosen most. */
export const usualTerms: Terms = { sight: "headlines", acting: "look", private: false, passOn: false, from: null, until: null };

const { access } = rules;
const seesEnough = (sight: Sight, acting: Acting) => access.sights.indexOf(access.needs[acting]) <= access.sights.indexOf(sight);
const atMost = (acting: Acting, fits: (less: Acting) => boolean) =>
  (access.actings as Acting[]).slice(0, access.actings.indexOf(acting) + 1).findLast(fits) ?? "look";

/** Less sight takes away what needs more of it. */
export const withSight = (terms: Terms, sight: Sight): Terms => ({
  ...terms,
  sight,
  acting: atMost(terms.acting, (less) => seesEnough(sight, less)),
});

/** More to do brings the sight that it needs. */
export const withActing = (terms: Terms, acting: Acting): Terms => ({
  ...terms,
  acting,
  sight: seesEnough(terms.sight, acting) ? terms.sight : (access.needs[acting] as Sight),
});

/** Whether so much may be done in one calendar of several. */
export const isInOne = (acting: Acting) => access.actings.indexOf(acting) <= access.actings.indexOf(access.mostInOneCalendar);

export const isSame = (one: Terms, other: Terms) =>
  one.sight === other.sight &&
  one.acting === other.acting &&
  one.private === other.private &&
  one.passOn === other.passOn &&
  one.from === other.from &&
  one.until === other.until;

/** The same for one calendar, in which nobody speaks for somebody. */
export const onOne = (terms: Terms): Terms => ({ ...terms, acting: atMost(terms.acting, isInOne) });
