import type { StayKind, StaySaid } from "../../api/types";

/** What is said by hand of some days, while it is being said. */
export interface Stay {
  first: string;
  last: string;
  /** What they do; undefined until it is chosen. */
  where: Where | undefined;
  /** Parts of the day, "09:00"; the whole day where both are empty. */
  from: string;
  to: string;
}

export type Where = { kind: StayKind; place: string | null } | "usual";

export const wordOfWhere = (where: Where | undefined): string => {
  if (where === undefined) return "somewhere";
  if (where === "usual") return "as usual";
  if (where.kind === "place") return `at ${where.place ?? "a place"}`;
  return where.kind === "home" ? "at home" : where.kind === "onTheWay" ? "on the way" : "not working";
};

/** All that can be chosen, in the order in which it is offered. */
export function choicesOf(places: string[]): { key: string; where: Where; label: string }[] {
  const kinds: StayKind[] = ["home", "onTheWay", "notWorking"];
  const wheres: Where[] = [
    ...places.map((place) => ({ kind: "place" as const, place })),
    ...kinds.map((kind) => ({ kind, place: null })),
    "usual",
  ];
  return wheres.map((where) => ({
    where,
    key: where === "usual" ? "usual" : `${where.kind} ${where.place ?? ""}`,
    label: where === "usual" ? "as usual" : (where.place ?? wordOfWhere(where)),
  }));
}

const minutesOf = (clock: string, otherwise: number): number => {
  const [hour, minute] = clock.split(":");
  return clock ? Number(hour) * 60 + Number(minute) : otherwise;
};

/** As it is sent; nothing while a part of it is missing. */
export function saidOfStay(stay: Stay): StaySaid[] {
  if (!stay.where || !stay.first || !stay.last) return [];
  const usual = stay.where === "usual";
  const { kind, place } = stay.where === "usual" ? { kind: "home" as const, place: null } : stay.where;
  const [from, to] = [minutesOf(stay.from, 0), minutesOf(stay.to, 1440) || 1440];
  return [{ kind, place, first: stay.first, last: stay.last, rule: null, from, to, usual }];
}

/** What is wrong with it, in a sentence; undefined where nothing is. */
export function wrongWithStay(stay: Stay): string | undefined {
  if (stay.first && stay.last && stay.last < stay.first) return "It ends before it begins.";
  return stay.from && stay.to && stay.to <= stay.from ? "That part of the day ends before it begins." : undefined;
}
