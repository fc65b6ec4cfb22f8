// Keeps a calendar as the tsdav library does it: node keep.mjs ADDRESS USER PASSWORD CALENDAR. Says what it saw as JSON.
import { DAVClient } from "tsdav";

const [address, username, password, name] = process.argv.slice(2);
const client = new DAVClient({
  serverUrl: address,
  credentials: { username, password },
  authMethod: "Basic",
  defaultAccountType: "caldav",
});
await client.login();
const calendar = (await client.fetchCalendars()).find((c) => c.displayName === name);
const objects = () => client.fetchCalendarObjects({ calendar });
const said = { before: (await objects()).length };

const event = (title) =>
  [
    "BEGIN:VCALENDAR",
    "VERSION:2.0",
    "PRODID:-//A library//EN",
    "BEGIN:VEVENT",
    "UID:kept-by-another@phone.example",
    "DTSTAMP:20270308T090000Z",
    "DTSTART:20270318T090000Z",
    "DTEND:20270318T100000Z",
    `SUMMARY:${title}`,
    "END:VEVENT",
    "END:VCALENDAR",
    "",
  ].join("\r\n");
const made = await client.createCalendarObject({ calendar, filename: "kept by another.ics", iCalString: event("Laid down") });
said.made = made.status;
const collection = { ...calendar, objects: [], objectMultiGet: client.calendarMultiGet.bind(client) };
const changed = await client.smartCollectionSync({ collection, method: "webdav", detailedResult: true });
said.synced = changed.objects.created.length;

const range = { start: "2027-03-18T00:00:00Z", end: "2027-03-19T00:00:00Z" };
const found = (await client.fetchCalendarObjects({ calendar, timeRange: range })).find((o) => o.data.includes("Laid down"));
said.found = Boolean(found);
const update = await client.updateCalendarObject({ calendarObject: { ...found, data: event("Laid down anew") } });
said.updated = update.status;
said.late = (await client.updateCalendarObject({ calendarObject: { ...found, data: event("Too late") } })).status;
const again = (await objects()).find((o) => o.data.includes("Laid down anew"));
said.deleted = (await client.deleteCalendarObject({ calendarObject: again })).status;
said.after = (await objects()).length;
console.log(JSON.stringify(said));
