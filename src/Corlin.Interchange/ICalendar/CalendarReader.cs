using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using NodaTime;
using Duration = NodaTime.Duration;
using Override = Corlin.Core.Calendars.Override;

namespace Corlin.Interchange.ICalendar;

/// <summary>Reads the events of an iCalendar object as appointments, each UID's components together (RFC 5545 3.6.1).</summary>
public static class CalendarReader
{
    private static readonly UserId Nobody = new(0);

    /// <param name="owner">The zone for floating times.</param>
    /// <exception cref="FormatException">The text is no iCalendar object, or an event repeats in a way that is not read yet; the message names it.</exception>
    public static IReadOnlyList<Entry> Read(string text, DateTimeZone owner)
    {
        var calendar = Calendar.Load(text) ?? throw new FormatException("The file is no iCalendar object.");
        var entries = new List<Entry>();
        foreach (var own in calendar.Events.GroupBy(e => e.Uid ?? Guid.NewGuid().ToString("N")))
        {
            var changes = own.Where(e => e.RecurrenceIdentifier is not null).ToList();
            foreach (var single in own.Where(e => e.RecurrenceIdentifier is null))
            {
                if (Entry(single, changes, owner) is { } entry) entries.Add(entry);
            }
        }

        return entries;
    }

    private static Entry? Entry(CalendarEvent found, IReadOnlyList<CalendarEvent> changes, DateTimeZone owner)
    {
        if (Time(found, owner) is not { } time) return null;
        if (found.RecurrenceDates.GetAllDates().Any()) throw NotYet(found, "RDATE");
        return new Entry
        {
            PublicId = found.Uid ?? "",
            Uid = found.Uid ?? "",
            Kind = EntryKind.Appointment,
            Home = new CalendarId(0),
            Owner = Nobody,
            MadeBy = Nobody,
            MadeAt = Instant.MinValue,
            Title = found.Summary ?? "",
            Time = time,
            Rule = found.RecurrenceRule is { } rule ? Rule(found, rule.ToString() ?? "", time) : null,
            Exceptions = [.. found.ExceptionDates.GetAllDates().Select(d => LocalIn(time, d, owner))],
            Overrides = [.. changes.Select(c => Change(c, time, owner))],
            Takes = found switch
            {
                { Transparency: "TRANSPARENT" } => TimeTaken.Free,
                { Status: "TENTATIVE" } => TimeTaken.Pencilled,
                _ => TimeTaken.Firm,
            },
            Status = found.Status == "CANCELLED" ? MeetingStatus.Cancelled : MeetingStatus.Sent,
        };
    }

    private static Override Change(CalendarEvent changed, EntryTime series, DateTimeZone owner)
    {
        var identifier = changed.RecurrenceIdentifier!;
        if (identifier.Range == RecurrenceRange.ThisAndFuture) throw NotYet(changed, "RANGE=THISANDFUTURE");
        return new Override(LocalIn(series, identifier.StartTime, owner), Time(changed, owner), changed.Summary, Cancelled: changed.Status == "CANCELLED");
    }

    private static Rule Rule(CalendarEvent found, string text, EntryTime time)
    {
        try
        {
            var rule = Core.Recurrence.Rule.Parse(text);
            // UNTIL is told in UTC (RFC 5545 3.3.10); the core wants the wall clock of the series.
            return rule.Until is { } until && time is TimedEntry timed && text.Contains('Z', StringComparison.Ordinal)
                ? rule with { Until = Zones.Get(timed.Zone).ToLocal(until.InUtc().ToInstant()) }
                : rule;
        }
        catch (FormatException e)
        {
            throw new FormatException($"{found.Uid}: {e.Message}");
        }
    }

    private static EntryTime? Time(CalendarEvent found, DateTimeZone owner)
    {
        if (found.Start is not { } start) return null;
        var end = found.End ?? (found.Duration is { } duration ? start.Add(duration) : null);
        if (!start.HasTime)
        {
            var first = LocalDate.FromDateTime(start.Value);
            // Without an end an all-day event takes its day (RFC 5545 3.6.1).
            return new AllDayEntry(first, end is null ? first.PlusDays(1) : LocalDate.FromDateTime(end.Value));
        }

        var from = Zoned.Read(start, owner);
        var length = end is null ? Duration.Zero : Zoned.Read(end, owner) - from;
        var zone = start.IsUtc ? "Etc/UTC" : Zones.Exists(start.TzId) ? start.TzId! : owner.Id;
        return length < Duration.Zero ? null : TimedEntry.At(new Stretch(from, from + length), zone);
    }

    private static LocalDateTime LocalIn(EntryTime series, CalDateTime value, DateTimeZone owner) => series is TimedEntry timed && value.HasTime
        ? Zones.Get(timed.Zone).ToLocal(Zoned.Read(value, owner))
        : LocalDate.FromDateTime(value.Value).AtMidnight();

    private static FormatException NotYet(CalendarEvent found, string what) => new($"{found.Uid}: {what} is not read yet.");
}
