using System.Text;
using System.Text.Json;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;
using NodaTime.Text;
using Override = Corlin.Core.Calendars.Override;

namespace Corlin.Interchange.ICalendar;

/// <summary>Writes entries as an iCalendar object (RFC 5545), with what an import kept of them.</summary>
public static class CalendarWriter
{
    /// <summary>By which an event is known to be an absence that Corlin wrote.</summary>
    internal const string AbsenceMark = "X-CORLIN-ABSENCE";

    private static readonly LocalDateTimePattern Local = LocalDateTimePattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss");
    private static readonly LocalDatePattern Date = LocalDatePattern.CreateWithInvariantCulture("uuuuMMdd");
    internal static readonly InstantPattern Utc = InstantPattern.CreateWithInvariantCulture("uuuuMMdd'T'HHmmss'Z'");

    /// <param name="stamp">DTSTAMP of everything in it.</param>
    /// <param name="people">The mailboxes of organisers and attendees; who has none is left out.</param>
    /// <param name="category">The category of an entry on the calendar that is written, or null; it stands instead of those that the file
    /// had of which it came.</param>
    /// <param name="absences">Written as events that take the time, with a mark by which they are not taken in again as entries.</param>
    public static void Write(
        TextWriter output,
        IEnumerable<Entry> entries,
        Instant stamp,
        Func<UserId, Mailbox?> people,
        Func<Entry, string?>? category = null,
        IReadOnlyList<AbsenceInFile>? absences = null
    )
    {
        List<Entry> listed = [.. entries, .. (absences ?? []).Select(Away)];
        output.Write("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Corlin//Corlin//EN\r\n");
        foreach (
            var zone in listed
                .SelectMany(e => Zones(e).Select(z => (Zone: z, Entry: e)))
                .GroupBy(z => z.Zone, z => z.Entry)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
        )
            ZoneWriter.Write(output, zone.Key, Span(zone));
        foreach (var entry in listed)
        {
            var raw = Raw(entry);
            if (category?.Invoke(entry) is { } name)
                raw = WithCategory(raw, name, entry);
            Event(output, entry, null, raw, stamp, people);
            foreach (var changed in entry.Overrides.Where(o => !o.Cancelled || o.AndFollowing))
                Event(output, entry, changed, raw, stamp, people);
        }

        output.Write("END:VCALENDAR\r\n");
    }

    /// <summary>
    /// Writes each occurrence by itself, in UTC and without any rule (CALDAV:expand, RFC 4791 9.6.5); an all-day one stays its days.
    /// </summary>
    public static void WriteExpanded(
        TextWriter output,
        Entry entry,
        IEnumerable<Occurrence> occurrences,
        Instant stamp,
        Func<UserId, Mailbox?> people
    )
    {
        output.Write("BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Corlin//Corlin//EN\r\n");
        foreach (var one in occurrences)
        {
            var alone = entry with { Time = InUtc(one.Time), Rule = null, Additions = [], Exceptions = [], Overrides = [] };
            var changed = one.RecurrenceId is { } id
                ? (one.Change ?? new Override(id)) with
                {
                    RecurrenceId = entry.Time.WallZone is { } zone ? zone.ToInstant(id).InUtc().LocalDateTime : id,
                    Time = InUtc(one.Time),
                    AndFollowing = false,
                }
                : null;
            Event(output, alone, changed, Raw(entry), stamp, people);
        }

        output.Write("END:VCALENDAR\r\n");
    }

    private static EntryTime InUtc(EntryTime time) =>
        time is TimedEntry timed ? TimedEntry.At(timed.ToStretch(DateTimeZone.Utc), "Etc/UTC") : time;

    private static Dictionary<string, List<string>> Raw(Entry entry) =>
        entry.Raw is null ? [] : JsonSerializer.Deserialize<Dictionary<string, List<string>>>(entry.Raw) ?? [];

    private static Entry Away(AbsenceInFile absence) =>
        new()
        {
            PublicId = "",
            Home = default,
            Owner = default,
            Kind = EntryKind.Appointment,
            MadeBy = default,
            MadeAt = default,
            Uid = absence.Uid,
            Title = absence.Title,
            Time = absence.Time,
            Takes = TimeTaken.Firm,
            Raw = JsonSerializer.Serialize(new Dictionary<string, List<string>> { [""] = ["TRANSP:OPAQUE", $"{AbsenceMark}:TRUE"] }),
        };

    /// <summary>What was kept of every component, with one category instead of those it had.</summary>
    private static Dictionary<string, List<string>> WithCategory(Dictionary<string, List<string>> raw, string name, Entry entry)
    {
        var said = "CATEGORIES:" + Escaped(name);
        var keys = raw.Keys.Append("").Concat(entry.Overrides.Select(o => Local.Format(o.RecurrenceId)));
        return keys.Distinct()
            .ToDictionary(
                key => key,
                key =>
                    (List<string>)
                        [
                            .. (raw.GetValueOrDefault(key) ?? []).Where(l =>
                                !Properties.NameOf(l).Equals("CATEGORIES", StringComparison.OrdinalIgnoreCase)
                            ),
                            said,
                        ]
            );
    }

    public static string ToText(IEnumerable<Entry> entries, Instant stamp)
    {
        using var text = new StringWriter();
        Write(text, entries, stamp, _ => null);
        return text.ToString();
    }

    private static void Event(
        TextWriter output,
        Entry entry,
        Override? changed,
        Dictionary<string, List<string>> raw,
        Instant stamp,
        Func<UserId, Mailbox?> people
    )
    {
        var time = changed is null ? entry.Time : changed.Time ?? entry.Time.StartingAt(changed.RecurrenceId);
        Line("BEGIN:VEVENT");
        Line($"UID:{entry.Uid}");
        Line($"DTSTAMP:{Utc.Format(stamp)}");
        if (changed is not null)
            Line("RECURRENCE-ID" + (changed.AndFollowing ? ";RANGE=THISANDFUTURE" : "") + Stamp(entry.Time, changed.RecurrenceId));
        Line("DTSTART" + Stamp(time, time.LocalStart));
        if (time is AllDayEntry days)
            Line($"DTEND;VALUE=DATE:{Date.Format(days.Until)}");
        else if (time is TimedEntry timed)
            Line(
                Zoned.IsReadBack(timed.ToStretch(DateTimeZone.Utc).End, timed.EndZone ?? timed.Zone)
                    ? "DTEND" + End(timed)
                    : $"DURATION:PT{(long)timed.Length.TotalSeconds}S"
            );
        if (changed is null && entry.IsSeries)
            Repeat(entry, Line);
        Line("SUMMARY:" + Escaped(changed?.Title ?? entry.Title));
        if ((changed?.Place ?? entry.Place) is { Length: > 0 } place)
            Line("LOCATION:" + Escaped(place));
        if ((changed?.Agenda ?? entry.Agenda) is { Length: > 0 } agenda)
            Line("DESCRIPTION:" + Escaped(agenda));
        // RFC 9073 6.5: the same, styled.
        if (changed?.Agenda is null && entry.StyledAgenda is { } styled)
            Line("STYLED-DESCRIPTION;VALUE=TEXT;FMTTYPE=text/html:" + Escaped(styled));
        if ((changed?.Link ?? entry.Link) is { Length: > 0 } link)
            Line("URL:" + link);
        var takes = changed?.Takes ?? entry.Takes;
        if (takes == TimeTaken.Free)
            Line("TRANSP:TRANSPARENT");
        if (entry.Status == MeetingStatus.Cancelled || changed is { Cancelled: true })
            Line("STATUS:CANCELLED");
        else if (takes is TimeTaken.Pencilled or TimeTaken.Hold)
            Line("STATUS:TENTATIVE");
        if (entry.Private || changed is { Private: true })
            Line("CLASS:PRIVATE");
        if (Math.Max(entry.Sequence, changed?.Sequence ?? 0) is > 0 and var sequence)
            Line(FormattableString.Invariant($"SEQUENCE:{sequence}"));
        if (entry.RelatedTo is { } related)
            Line("RELATED-TO:" + related);
        foreach (var line in Asked(entry, changed?.RecurrenceId, people))
            Line(line);
        foreach (var line in Kept(entry, changed, raw))
            Line(line);
        Line("END:VEVENT");

        void Line(string line) => output.Write(Properties.Folded(line));
    }

    /// <summary>Organiser and attendees of a meeting, with their answers.</summary>
    private static IEnumerable<string> Asked(Entry entry, LocalDateTime? id, Func<UserId, Mailbox?> people)
    {
        if (entry.Kind != EntryKind.Meeting)
            yield break;
        if (people(entry.Owner) is { } organiser)
            yield return $"ORGANIZER;CN={Properties.Parameter(organiser.Name)}:mailto:{organiser.Address}";
        foreach (var part in Agreement.For(entry, id))
        {
            if (people(part.Who) is not { } box)
                continue;
            yield return $"ATTENDEE;CN={Properties.Parameter(box.Name)};ROLE={PartStat.WriteRole(part.Role)};PARTSTAT={PartStat.Write(part.Answer)}:mailto:{box.Address}";
        }
    }

    private static void Repeat(Entry entry, Action<string> line)
    {
        if (entry.Rule is { } rule)
            line("RRULE:" + rule.ToText(entry.Time.WallZone));
        foreach (var added in entry.Additions)
        {
            if (added.Length is { } length && entry.Time.WallZone is { } zone)
            {
                var start = zone.ToInstant(added.Start);
                line($"RDATE;VALUE=PERIOD:{Utc.Format(start)}/{Utc.Format(start + length)}");
            }
            else
            {
                line("RDATE" + Stamp(entry.Time, added.Start));
            }
        }

        var left = entry
            .Exceptions.Concat(entry.Overrides.Where(o => o is { Cancelled: true, AndFollowing: false }).Select(o => o.RecurrenceId))
            .Distinct();
        foreach (var exception in left)
            line("EXDATE" + Stamp(entry.Time, exception));
    }

    /// <summary>The parameters and the value of a time on the wall clock of an entry.</summary>
    private static string Stamp(EntryTime time, LocalDateTime local) =>
        time switch
        {
            TimedEntry { Zone: "Etc/UTC" } => $":{Local.Format(local)}Z",
            TimedEntry timed => $";TZID={timed.Zone}:{Local.Format(local)}",
            _ => $";VALUE=DATE:{Date.Format(local.Date)}",
        };

    private static string End(TimedEntry timed)
    {
        var end = timed.ToStretch(DateTimeZone.Utc).End;
        var zone = timed.EndZone ?? timed.Zone;
        return zone == "Etc/UTC" ? $":{Utc.Format(end)}" : $";TZID={zone}:{Local.Format(Core.Time.Zones.Get(zone).ToLocal(end))}";
    }

    /// <summary>
    /// What was kept of the component; it is keyed by the recurrence id on the clock of the series, or as the file wrote it.
    /// </summary>
    private static IEnumerable<string> Kept(Entry entry, Override? changed, Dictionary<string, List<string>> raw)
    {
        if (changed is null)
            return raw.GetValueOrDefault("") ?? [];
        var local = Local.Format(changed.RecurrenceId);
        var utc = entry.Time.WallZone is { } zone ? Utc.Format(zone.ToInstant(changed.RecurrenceId)) : "";
        return raw.GetValueOrDefault(local)
            ?? raw.GetValueOrDefault(utc)
            ?? raw.GetValueOrDefault(Date.Format(changed.RecurrenceId.Date))
            ?? [];
    }

    private static IEnumerable<string> Zones(Entry entry) =>
        entry
            .Overrides.Select(o => o.Time)
            .Append(entry.Time)
            .OfType<TimedEntry>()
            .SelectMany(t => new[] { t.Zone, t.EndZone })
            .OfType<string>()
            .Where(z => z != "Etc/UTC");

    /// <summary>The span in which some entries take place, and over which a zone has to be told.</summary>
    private static Stretch Span(IEnumerable<Entry> entries)
    {
        var extents = entries
            .SelectMany(e =>
                e.Overrides.Select(o => o.Time)
                    .OfType<EntryTime>()
                    .Select(t => t.ToStretch(DateTimeZone.Utc))
                    .Append(Occurrences.Extent(e, DateTimeZone.Utc))
            )
            .ToList();
        var first = extents.Min(e => e.Start);
        // Of several series without end the definition reaches as far after the last to begin.
        var last = extents.Max(e => e.End == Instant.MaxValue ? ZoneWriter.Covering(e.Start, e.End).End : e.End);
        return new Stretch(ZoneWriter.Covering(first, first).Start, ZoneWriter.Covering(last, last).End);
    }

    /// <summary>TEXT as RFC 5545 3.3.11 writes it.</summary>
    private static string Escaped(string text)
    {
        var escaped = new StringBuilder(text.Length);
        foreach (var c in text.ReplaceLineEndings("\n"))
        {
            if (c is '\\' or ';' or ',')
                escaped.Append('\\');
            escaped.Append(c == '\n' ? "\\n" : c.ToString());
        }

        return escaped.ToString();
    }
}
