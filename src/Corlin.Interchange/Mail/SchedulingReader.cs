using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.ICalendar;
using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Mail;

/// <summary>Reads scheduling messages that come in as mail. It reads syntax and decides nothing.</summary>
public static class SchedulingReader
{
    /// <summary>
    /// The answers and proposals in a mail, one for each event that it holds; empty where it holds none that can be read.
    /// </summary>
    /// <param name="sender">The authenticated sender's address.</param>
    public static IReadOnlyList<IncomingMessage> Read(MimeMessage mail, string sender)
    {
        var part = mail.BodyParts.OfType<TextPart>().FirstOrDefault(p => p.ContentType.IsMimeType("text", "calendar"));
        return part is null ? [] : Read(part.Text, sender);
    }

    /// <summary>The same from the iCalendar object itself.</summary>
    public static IReadOnlyList<IncomingMessage> Read(string text, string sender)
    {
        if (Load(text) is not { } calendar || !Enum.TryParse<SchedulingMethod>(calendar.Method, ignoreCase: true, out var method))
            return [];
        var zones = Zones(text);
        return
        [
            .. calendar.Events.Take(MostEvents).Select(e => One(e, method, sender.ToLowerInvariant(), zones)).OfType<IncomingMessage>(),
        ];
    }

    private const int MostEvents = 60;

    private static IncomingMessage? One(CalendarEvent occurrence, SchedulingMethod method, string sender, ZoneNames zones)
    {
        if (occurrence.Uid is not { } uid || Address(occurrence.Organizer?.Value) is not { } organiser)
            return null;
        // A counter-proposal may list everybody; it speaks about who sends it.
        var attendee = occurrence.Attendees.FirstOrDefault(a => Address(a.Value) == sender) ?? occurrence.Attendees.FirstOrDefault();
        if (attendee is null || Address(attendee.Value) is not { } who)
            return null;
        var stamp = occurrence.DtStamp is { } at ? Zoned.Read(at, DateTimeZone.Utc) : Instant.MinValue;
        var proposed = method == SchedulingMethod.Counter ? Stretch(occurrence, zones) : null;
        var id = occurrence.RecurrenceIdentifier?.StartTime;
        LocalDateTime? recurrence = id is null ? null : Zoned.Local(id);
        Instant? recurrenceAt = id is { HasTime: true } && (id.IsUtc || id.TzId is not null) ? Moment(id, zones) : null;
        return new IncomingMessage(
            method,
            uid,
            occurrence.Sequence,
            stamp,
            sender,
            who,
            organiser,
            PartStat.Read(attendee.ParticipationStatus),
            Comment(occurrence, method, proposed),
            proposed,
            recurrence
        )
        {
            RecurrenceAt = recurrenceAt,
        };
    }

    /// <summary>What they write, and the place that they propose where that is all they propose.</summary>
    private static string? Comment(CalendarEvent occurrence, SchedulingMethod method, Stretch? proposed)
    {
        var said = occurrence.Comments.FirstOrDefault();
        if (method != SchedulingMethod.Counter || proposed is not null || string.IsNullOrWhiteSpace(occurrence.Location))
            return said;
        return string.IsNullOrWhiteSpace(said) ? occurrence.Location : $"{said} ({occurrence.Location})";
    }

    /// <summary>The zones of the message, by its own definitions too: another program calls them otherwise.</summary>
    private static ZoneNames Zones(string text)
    {
        var zones = new ZoneNames(DateTimeZone.Utc);
        try
        {
            foreach (var component in new ComponentReader(new MemoryStream(System.Text.Encoding.UTF8.GetBytes(text))).Read())
            {
                if (component.Name == "VTIMEZONE")
                    zones.Learn(0, component);
                else
                    zones.Need(0, component);
            }
        }
        catch (FormatException)
        {
            // What the one reader takes and the other does not has no definitions.
        }

        return zones;
    }

    private static Instant Moment(CalDateTime value, ZoneNames zones)
    {
        if (value.IsUtc || value.TzId is not { } name)
            return Zoned.Read(value, DateTimeZone.Utc);
        var zone = zones.Find(0, name);
        var local = Zoned.Local(value);
        return zone.Definition is { } definition
            ? local.WithOffset(definition.OffsetAt(local)).ToInstant()
            : Core.Time.Zones.Get(zone.Id).ToInstant(local);
    }

    private static Calendar? Load(string text)
    {
        try
        {
            return Calendar.Load(text);
        }
        // The library's parser lets several kinds of exceptions through on broken input; none of them is more than "cannot be read".
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            return null;
        }
    }

    private static Stretch? Stretch(CalendarEvent occurrence, ZoneNames zones)
    {
        if (occurrence.Start is not { HasTime: true } start)
            return null;
        var from = Moment(start, zones);
        var to =
            occurrence.End is { HasTime: true } end ? Moment(end, zones)
            : occurrence.Duration is { } length ? from + NodaTime.Duration.FromTimeSpan(length.ToTimeSpanUnspecified())
            : from;
        return to > from && to - from <= Bounds.Longest ? new Stretch(from, to) : null;
    }

    private static string? Address(Uri? uri) =>
        uri is { Scheme: "mailto" } ? Uri.UnescapeDataString(uri.AbsoluteUri["mailto:".Length..]).ToLowerInvariant() : null;
}
