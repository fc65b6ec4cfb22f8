"""What a calendar file holds, expanded by libical: a line each, UID and start in UTC seconds. It goes by the zones that the file itself defines."""
import sys

import gi

gi.require_version("ICalGLib", "3.0")
from gi.repository import ICalGLib as Ical  # noqa: E402

file, until = sys.argv[1], int(sys.argv[2])
calendar = Ical.Component.new_from_string(open(file, encoding="utf-8", newline="").read())
utc = Ical.Timezone.get_utc_timezone()


def all_of(kind):
    one = calendar.get_first_component(kind)
    while one is not None:
        yield one
        one = calendar.get_next_component(kind)


zones = {}
for definition in all_of(Ical.ComponentKind.VTIMEZONE_COMPONENT):
    zone = Ical.Timezone.new()
    zone.set_component(definition.clone())
    zones[zone.get_tzid()] = zone


def seconds(time, zone):
    return int(time.as_timet_with_zone(utc if time.is_utc() else zone))


def zone_of(event, kind):
    name = event.get_first_property(kind)
    parameter = name.get_first_parameter(Ical.ParameterKind.TZID_PARAMETER)
    return zones[parameter.get_tzid()] if parameter is not None else utc


def properties(event, kind):
    one = event.get_first_property(kind)
    while one is not None:
        yield one
        one = event.get_next_property(kind)


START, RULE, LEFT, ID = Ical.PropertyKind.DTSTART_PROPERTY, Ical.PropertyKind.RRULE_PROPERTY, Ical.PropertyKind.EXDATE_PROPERTY, Ical.PropertyKind.RECURRENCEID_PROPERTY
events = list(all_of(Ical.ComponentKind.VEVENT_COMPONENT))
changed = {}
for e in events:
    one = e.get_first_property(ID)
    if one is not None:
        changed[(e.get_uid(), seconds(one.get_recurrenceid(), zone_of(e, ID)))] = e
for e in events:
    if e.get_first_property(ID) is not None:
        continue
    uid, start, zone = e.get_uid(), e.get_first_property(START).get_dtstart(), zone_of(e, START)
    rule = e.get_first_property(RULE)
    if rule is None:
        print(uid, seconds(start, zone))
        continue
    left = {seconds(p.get_exdate(), zone) for p in properties(e, LEFT)}
    recurrence = rule.get_rrule()
    last = recurrence.get_until()
    limit = seconds(last, zone) if not last.is_null_time() else until
    # The end is compared here, in UTC: on the iterator's own clock it would be taken for local time.
    recurrence.set_until(Ical.Time.new_null_time())
    each = Ical.RecurIterator.new(recurrence, start)
    for _ in range(5000):
        local = each.next()
        if local is None or local.is_null_time():
            break
        at = seconds(local, zone)
        if at >= until or at > limit:
            break
        if at in left:
            continue
        own = changed.get((uid, at))
        if own is None:
            print(uid, at)
        elif "STATUS:CANCELLED" not in own.as_ical_string():
            print(uid, seconds(own.get_first_property(START).get_dtstart(), zone_of(own, START)))
