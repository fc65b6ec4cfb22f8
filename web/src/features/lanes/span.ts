import type { LanesSpan } from "../../api/queries";
import type { Lanes } from "../../api/types";
import { addDays, dayAndMonth } from "../../lane/time";

export const spanNames: Record<LanesSpan, string> = {
  day: "the day",
  "working-days": "working days",
  week: "the full week",
  month: "the month",
  list: "a list of two weeks",
  year: "the year",
};

/** What one goes back and on by. */
export const stepNames: Record<LanesSpan, string> = {
  day: "Day",
  "working-days": "Week",
  week: "Week",
  month: "Month",
  list: "Two weeks",
  year: "Year",
};

/** The month most of whose days are shown, as yyyy-mm. */
export function monthOf(data: Lanes): string {
  return (data.days[Math.floor(data.days.length / 2)]?.date ?? "").slice(0, 7);
}

/** The span in words. */
export function spanText(data: Lanes, view: LanesSpan): string {
  const first = data.days[0];
  const last = data.days.at(-1);
  if (!first || !last) return "";
  if (view === "month") return `${dayAndMonth(`${monthOf(data)}-01`).split(" ")[1] ?? ""} ${monthOf(data).slice(0, 4)}`;
  if (first === last) return first.label;
  const [a, b] = [dayAndMonth(first.date), dayAndMonth(last.date)];
  return a.split(" ")[1] === b.split(" ")[1] ? `${a.split(" ")[0] ?? ""} to ${b}` : `${a} to ${b}`;
}

/** The first day of the span before or after; from where one went last, though its lanes may still be being read. */
export function stepped(data: Lanes, view: LanesSpan, by: number, from: string | undefined): string {
  const first = from ?? data.days[0]?.date ?? "";
  if (view === "month") {
    const [year = 0, month = 1] = (from?.slice(0, 7) ?? monthOf(data)).split("-").map(Number);
    return new Date(Date.UTC(year, month - 1 + by, 1)).toISOString().slice(0, 10);
  }
  if (view === "list") return addDays(first, 14 * by);
  return addDays(first, view === "day" ? by : 7 * by);
}
