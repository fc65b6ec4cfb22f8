"""What a calendar file holds, expanded by python-dateutil: a line each, UID and start in UTC seconds. It goes by the zones that the file itself defines."""
import sys
from datetime import datetime, timezone

from dateutil.rrule import rruleset, rrulestr
from dateutil.tz import tzical

file, until = sys.argv[1], datetime.fromtimestamp(int(sys.argv[2]), timezone.utc)
lines, parts = [], []
for raw in open(file, encoding="utf-8", newline="").read().replace("\r\n ", "").split("\r\n"):
    lines.append(raw)
zones = tzical(file)


def read(line):
    head, value = line.split(":", 1)
    name, *parameters = head.split(";")
    return name, dict(p.split("=", 1) for p in parameters), value


def moment(parameters, value):
    if value.endswith("Z"):
        return datetime.strptime(value, "%Y%m%dT%H%M%SZ"), timezone.utc
    return datetime.strptime(value, "%Y%m%dT%H%M%S"), zones.get(parameters["TZID"])


events, event, depth = [], None, 0
for line in lines:
    if line == "BEGIN:VEVENT":
        event = {}
    elif line == "END:VEVENT":
        events.append(event)
        event = None
    elif event is not None and ":" in line:
        name, parameters, value = read(line)
        event.setdefault(name, []).append((parameters, value))

changed = {(e["UID"][0][1], moment(*e["RECURRENCE-ID"][0])[0]): e for e in events if "RECURRENCE-ID" in e}
for e in events:
    if "RECURRENCE-ID" in e:
        continue
    uid = e["UID"][0][1]
    start, zone = moment(*e["DTSTART"][0])
    if "RRULE" not in e and "RDATE" not in e:
        print(uid, int(start.replace(tzinfo=zone).timestamp()))
        continue
    every = rruleset()
    if "RRULE" in e:
        rule = e["RRULE"][0][1]
        # An end in UTC is compared on the clock of the series.
        pieces = dict(p.split("=") for p in rule.split(";"))
        if pieces.get("UNTIL", "").endswith("Z"):
            last = datetime.strptime(pieces["UNTIL"], "%Y%m%dT%H%M%SZ").replace(tzinfo=timezone.utc).astimezone(zone).replace(tzinfo=None)
            rule = ";".join(f"{k}={v}" for k, v in {**pieces, "UNTIL": last.strftime("%Y%m%dT%H%M%S")}.items())
        every.rrule(rrulestr(rule, dtstart=start))
    else:
        every.rdate(start)
    for parameters, value in e.get("RDATE", []):
        every.rdate(moment(parameters, value.split("/")[0])[0])
    for parameters, value in e.get("EXDATE", []):
        every.exdate(moment(parameters, value)[0])
    for local in every:
        at = local.replace(tzinfo=zone)
        if at >= until:
            break
        own = changed.get((uid, local))
        if own is None:
            print(uid, int(at.timestamp()))
        elif own.get("STATUS", [({}, "")])[0][1] != "CANCELLED":
            moved, its = moment(*own["DTSTART"][0])
            print(uid, int(moved.replace(tzinfo=its).timestamp()))
