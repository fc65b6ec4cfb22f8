# Keeps a calendar as the caldav library does it: python3 keep.py ADDRESS USER PASSWORD CALENDAR. Says what it saw as JSON.
import datetime
import json
import sys

import caldav

address, user, password, name = sys.argv[1:5]
utc = datetime.timezone.utc
client = caldav.DAVClient(address, username=user, password=password)
calendar = next(c for c in client.principal().calendars() if str(c.name) == name)
said = {"before": len(calendar.events())}

first = calendar.objects_by_sync_token(load_objects=True)
said["synced"] = len(list(first))
start = datetime.datetime(2027, 3, 17, 9, tzinfo=utc)
event = calendar.save_event(dtstart=start, dtend=start + datetime.timedelta(hours=1), summary="Kept by a library, over there")
second = calendar.objects_by_sync_token(first.sync_token, load_objects=True)
said["made"] = [o.vobject_instance.vevent.summary.value for o in second]

found = calendar.date_search(start, start + datetime.timedelta(hours=1), expand=False)
said["found"] = [o.vobject_instance.vevent.summary.value for o in found]
event.load()
event.vobject_instance.vevent.summary.value = "Kept otherwise"
event.save()
event.load()
said["changed"] = event.vobject_instance.vevent.summary.value

series = calendar.save_event(
    dtstart=start + datetime.timedelta(hours=3),
    dtend=start + datetime.timedelta(hours=4),
    summary="Each day",
    rrule={"FREQ": "DAILY", "COUNT": 4},
)
week = calendar.date_search(start, start + datetime.timedelta(days=10), expand=True)
said["expanded"] = sum(o.data.count("SUMMARY:Each day") for o in week)
busy = calendar.freebusy_request(start, start + datetime.timedelta(days=1))
said["busy"] = "20270317T090000Z/20270317T100000Z" in busy.data

event.delete()
series.delete()
third = calendar.objects_by_sync_token(second.sync_token)
said["gone"] = len(list(third))
said["after"] = len(calendar.events())
print(json.dumps(said))
