// What takes somebody's time and when they work, read by ical.js: a line each, what it is and its ends in UTC seconds.
import { readFileSync } from "node:fs";
import ICAL from "ical.js";

const calendar = new ICAL.Component(ICAL.parse(readFileSync(process.argv[2], "utf8")));
for (const busy of calendar.getAllSubcomponents("vfreebusy"))
  for (const time of busy.getAllProperties("freebusy"))
    for (const period of time.getValues()) console.log(time.getParameter("fbtype"), period.start.toUnixTime(), period.getEnd().toUnixTime());
for (const hours of calendar.getAllSubcomponents("vavailability")) {
  console.log(hours.getFirstPropertyValue("busytype"), hours.getFirstPropertyValue("dtstart").toUnixTime(), hours.getFirstPropertyValue("dtend").toUnixTime());
  for (const open of hours.getAllSubcomponents("available"))
    console.log("AVAILABLE", open.getFirstPropertyValue("dtstart").toUnixTime(), open.getFirstPropertyValue("dtend").toUnixTime());
}
