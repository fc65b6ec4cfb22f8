// What a calendar file holds, expanded by ical.js: a line each, UID and start in UTC seconds. It goes by the zones that the file itself defines.
import { readFileSync } from "node:fs";
import ICAL from "ical.js";

const [file, until] = process.argv.slice(2);
const end = Number(until);
const calendar = new ICAL.Component(ICAL.parse(readFileSync(file, "utf8")));
for (const zone of calendar.getAllSubcomponents("vtimezone")) ICAL.TimezoneService.register(zone);
const events = calendar.getAllSubcomponents("vevent").map((c) => new ICAL.Event(c));
const masters = new Map(events.filter((e) => !e.isRecurrenceException()).map((e) => [e.uid, e]));
for (const e of events.filter((e) => e.isRecurrenceException())) masters.get(e.uid).relateException(e);
for (const event of masters.values()) {
  if (!event.isRecurring()) {
    console.log(event.uid, event.startDate.toUnixTime());
    continue;
  }
  const all = event.iterator();
  for (let next = all.next(), n = 0; next && n < 5000; next = all.next(), n++) {
    const at = event.getOccurrenceDetails(next);
    if (next.toUnixTime() >= end) break;
    if (at.item.component.getFirstPropertyValue("status") !== "CANCELLED") console.log(event.uid, at.startDate.toUnixTime());
  }
}
