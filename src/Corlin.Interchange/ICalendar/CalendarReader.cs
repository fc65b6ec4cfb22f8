using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Interchange.Html;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using NodaTime;
using Duration = NodaTime.Duration;
using Override = Corlin.Core.Calendars.Override;
using Period = Ical.Net.DataTypes.Period;

namespace Corlin.Interchange.ICalendar;

/// <summary>Reads the events of an iCalendar object as appointments, each UID's components together (RFC 5545 3.6.1).</summary>
public static class CalendarReader
{
    private static readonly UserId Nobody = new(0);

    /// <param name="owner">The zone for floating times.</param>
    /// <exception cref="FormatException">The text is no iCalendar object, or an event repeats in a way that is not read yet; the message
    /// names it.</exception>
    public static IReadOnlyList<Entry> Read(string text, DateTimeZone owner)
    {
        var calendar = Calendar.Load(text) ?? throw new FormatException("The file is no iCalendar object.");
        var entries = new List<Entry>();
        foreach (var own in calendar.Events.GroupBy(e => e.Uid ?? Guid.NewGuid().ToString("N")))
        {
            // Of two that say the same the later counts (RFC 5546 2.1.5).
            var changes = own.Where(e => e.RecurrenceIdentifier is not null)
                .GroupBy(e => (Zoned.Read(e.RecurrenceIdentifier!.StartTime, owner), e.RecurrenceIdentifier.Range))
                .Select(Latest)
                .ToList();
            if (own.Where(e => e.RecurrenceIdentifier is null).ToList() is not { Count: > 0 } singles)
                continue;
            if (Entry(Latest(singles), changes, owner) is { } entry)
                entries.Add(entry);
        }

        return entries;
    }

    private static CalendarEvent Latest(IEnumerable<CalendarEvent> same) =>
        same.OrderByDescending(e => e.Sequence)
            .ThenByDescending(e => e.DtStamp is { } stamp ? Zoned.Read(stamp, DateTimeZone.Utc) : Instant.MinValue)
            .First();

    private static bool Is(string? value, string word) => word.Equals(value?.Trim(), StringComparison.OrdinalIgnoreCase);

    /// <summary>What is not said to be public is not (RFC 5545 3.8.1.3): an unknown class is private.</summary>
    private static bool IsPrivate(CalendarEvent found) => !string.IsNullOrWhiteSpace(found.Class) && !Is(found.Class, "PUBLIC");

    private static TimeTaken Takes(CalendarEvent found) =>
        Is(found.Transparency, "TRANSPARENT") ? TimeTaken.Free
        : Is(found.Status, "TENTATIVE") ? TimeTaken.Pencilled
        : TimeTaken.Firm;

    private static string? LinkOf(CalendarEvent found) =>
        found.Url is { IsAbsoluteUri: true, Scheme: "https" or "http" } link ? link.OriginalString : null;

    private static Entry? Entry(CalendarEvent found, IReadOnlyList<CalendarEvent> changes, DateTimeZone owner)
    {
        if (Time(found, owner) is not { } time)
            return null;
        var styled =
            found.Properties.FirstOrDefault(p => p.Name.Equals("STYLED-DESCRIPTION", StringComparison.OrdinalIgnoreCase))?.Value as string;
        var agenda = styled is null ? null : RichTextReader.Read(styled);
        return new Entry
        {
            PublicId = found.Uid ?? "",
            Uid = found.Uid ?? "",
            Kind = EntryKind.Appointment,
            Home = new CalendarId(0),
            Owner = Nobody,
            MadeBy = Nobody,
            MadeAt = Instant.MinValue,
            Title = string.IsNullOrWhiteSpace(found.Summary) ? "(no title)" : found.Summary.Trim(),
            Place = PlaceOf(found),
            Agenda = !string.IsNullOrWhiteSpace(found.Description) ? found.Description : agenda?.Plain,
            StyledAgenda = agenda?.Html,
            Link = LinkOf(found),
            Private = IsPrivate(found),
            Sequence = Math.Max(0, found.Sequence),
            RelatedTo =
                found.Properties.FirstOrDefault(p => p.Name.Equals("RELATED-TO", StringComparison.OrdinalIgnoreCase)) is { } related
                && !related.Parameters.ContainsKey("RELTYPE")
                    ? related.Value as string
                    : null,
            Time = time,
            Rule = found.RecurrenceRule is { } rule ? Rule(found, rule.ToString() ?? "") : null,
            Additions =
            [
                .. found
                    .RecurrenceDates.GetAllPeriods()
                    .Select(p => Addition(p, time, owner))
                    .Concat(found.RecurrenceDates.GetAllDates().Select(d => new Addition(LocalIn(time, d, owner))))
                    .DistinctBy(a => a.Start),
            ],
            Exceptions = [.. found.ExceptionDates.GetAllDates().Select(d => LocalIn(time, d, owner))],
            Overrides = [.. changes.Select(c => Change(c, found, time, owner)).DistinctBy(o => o.RecurrenceId)],
            Takes = Takes(found),
            Status = Is(found.Status, "CANCELLED") ? MeetingStatus.Cancelled : MeetingStatus.Sent,
        };
    }

    private static string? PlaceOf(CalendarEvent found) => string.IsNullOrWhiteSpace(found.Location) ? null : found.Location;

    private static Override Change(CalendarEvent changed, CalendarEvent master, EntryTime series, DateTimeZone owner)
    {
        var identifier = changed.RecurrenceIdentifier!;
        return new Override(
            LocalIn(series, identifier.StartTime, owner),
            Time(changed, owner),
            changed.Summary,
            PlaceOf(changed) ?? (PlaceOf(master) is null ? null : ""),
            Is(changed.Status, "CANCELLED"),
            identifier.Range == RecurrenceRange.ThisAndFuture
        )
        {
            // What it says as the series does is not said twice.
            Agenda =
                string.IsNullOrWhiteSpace(changed.Description) || changed.Description == master.Description ? null : changed.Description,
            Link = LinkOf(changed) is { } link && link != LinkOf(master) ? link : null,
            Private = IsPrivate(changed) && !IsPrivate(master) ? true : null,
            Takes = Takes(changed) == Takes(master) ? null : Takes(changed),
            Sequence = changed.Sequence > master.Sequence ? changed.Sequence : 0,
        };
    }

    private static Rule Rule(CalendarEvent found, string text)
    {
        try
        {
            return Core.Recurrence.Rule.Parse(text);
        }
        catch (FormatException e)
        {
            throw new FormatException($"“{found.Summary ?? "(no title)"}” ({found.Uid}): {e.Message}");
        }
    }

    private static Addition Addition(Period period, EntryTime series, DateTimeZone owner)
    {
        var start = LocalIn(series, period.StartTime, owner);
        if (!period.StartTime.HasTime || (period.EndTime is null && period.Duration is null))
            return new Addition(start);
        var end = period.EndTime ?? period.StartTime.Add(period.Duration!.Value);
        return new Addition(start, Zoned.Read(end, owner) - Zoned.Read(period.StartTime, owner));
    }

    private static EntryTime? Time(CalendarEvent found, DateTimeZone owner)
    {
        if (found.Start is not { } start)
            return null;
        var end = found.End ?? (found.Duration is { } duration ? start.Add(duration) : null);
        if (!start.HasTime)
        {
            var first = LocalDate.FromDateTime(start.Value);
            var until = end is null ? first : LocalDate.FromDateTime(end.Value);
            // Without an end an all-day event takes its day (RFC 5545 3.6.1); so is meant one that ends on the day on which it begins.
            return until < first ? null : new AllDayEntry(first, until == first ? first.PlusDays(1) : until);
        }

        var from = Zoned.Read(start, owner);
        var length =
            found.End is { } said ? Zoned.Read(said, owner) - from
            : found.Duration is { } lasts ? Lasts(start, lasts, owner) - from
            : Duration.Zero;
        var zone =
            start.IsUtc ? "Etc/UTC"
            : Zones.Exists(start.TzId) ? start.TzId!
            : owner.Id;
        // The wall clock as it was written, also where the clock skips it: a series goes on from there.
        return length < Duration.Zero ? null : new TimedEntry(Zoned.Local(start), zone, length, EndZone(end, zone), Zones.TzdbVersion);
    }

    /// <summary>Weeks and days are those of the wall clock, the rest is exact (RFC 5545 3.3.6).</summary>
    private static Instant Lasts(CalDateTime start, Ical.Net.DataTypes.Duration lasts, DateTimeZone owner)
    {
        var days = start.AddDays(((lasts.Weeks ?? 0) * 7) + (lasts.Days ?? 0));
        return Zoned.Read(days, owner)
            + Duration.FromHours(lasts.Hours ?? 0)
            + Duration.FromMinutes(lasts.Minutes ?? 0)
            + Duration.FromSeconds(lasts.Seconds ?? 0);
    }

    private static string? EndZone(CalDateTime? end, string zone) =>
        end is { IsUtc: false, TzId: { } id } && id != zone && Zones.Exists(id) ? id : null;

    /// <summary>A date-time on the wall clock of the series; a date stands for that day's start of it.</summary>
    private static LocalDateTime LocalIn(EntryTime series, CalDateTime value, DateTimeZone owner) =>
        series switch
        {
            // On the clock of the series as it is written, also where that clock skips it: so the rule yields it too.
            TimedEntry timed when value.HasTime && !value.IsUtc && (value.TzId ?? owner.Id) == timed.Zone => Zoned.Local(value),
            TimedEntry timed when value.HasTime => Zones.Get(timed.Zone).ToLocal(Zoned.Read(value, owner)),
            TimedEntry timed => LocalDate.FromDateTime(value.Value).At(timed.Start.TimeOfDay),
            _ => LocalDate.FromDateTime(value.Value).AtMidnight(),
        };
}
