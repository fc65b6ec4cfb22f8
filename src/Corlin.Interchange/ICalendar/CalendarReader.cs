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
        var styled = found.Properties.FirstOrDefault(p => p.Name.Equals("STYLED-DESCRIPTION", StringComparison.OrdinalIgnoreCase))?.Value as string;
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
            Place = string.IsNullOrWhiteSpace(found.Location) ? null : found.Location,
            Agenda = !string.IsNullOrWhiteSpace(found.Description) ? found.Description : agenda?.Plain,
            StyledAgenda = agenda?.Html,
            Link = found.Url is { IsAbsoluteUri: true, Scheme: "https" or "http" } link ? link.OriginalString : null,
            Private = found.Class is "PRIVATE" or "CONFIDENTIAL",
            Sequence = Math.Max(0, found.Sequence),
            RelatedTo = found.Properties.FirstOrDefault(p => p.Name.Equals("RELATED-TO", StringComparison.OrdinalIgnoreCase))?.Value as string,
            Time = time,
            Rule = found.RecurrenceRule is { } rule ? Rule(found, rule.ToString() ?? "") : null,
            Additions = [.. found.RecurrenceDates.GetAllPeriods().Select(p => Addition(p, time, owner)).Concat(
                found.RecurrenceDates.GetAllDates().Select(d => new Addition(LocalIn(time, d, owner)))).DistinctBy(a => a.Start)],
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
        return new Override(
            LocalIn(series, identifier.StartTime, owner), Time(changed, owner), changed.Summary, changed.Location,
            changed.Status == "CANCELLED", identifier.Range == RecurrenceRange.ThisAndFuture);
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
        if (!period.StartTime.HasTime || (period.EndTime is null && period.Duration is null)) return new Addition(start);
        var end = period.EndTime ?? period.StartTime.Add(period.Duration!.Value);
        return new Addition(start, Zoned.Read(end, owner) - Zoned.Read(period.StartTime, owner));
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
        // The wall clock as it was written, also where the clock skips it: a series goes on from there.
        return length < Duration.Zero ? null : new TimedEntry(Zoned.Local(start), zone, length, EndZone(end, zone), Zones.TzdbVersion);
    }

    private static string? EndZone(CalDateTime? end, string zone) =>
        end is { IsUtc: false, TzId: { } id } && id != zone && Zones.Exists(id) ? id : null;

    /// <summary>A date-time on the wall clock of the series; a date stands for that day's start of it.</summary>
    private static LocalDateTime LocalIn(EntryTime series, CalDateTime value, DateTimeZone owner) => series switch
    {
        TimedEntry timed when value.HasTime => Zones.Get(timed.Zone).ToLocal(Zoned.Read(value, owner)),
        TimedEntry timed => LocalDate.FromDateTime(value.Value).At(timed.Start.TimeOfDay),
        _ => LocalDate.FromDateTime(value.Value).AtMidnight(),
    };
}
