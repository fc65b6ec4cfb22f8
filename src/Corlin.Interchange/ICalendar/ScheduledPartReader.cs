using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Interchange.Html;
using NodaTime;

namespace Corlin.Interchange.ICalendar;

/// <summary>Reads the events of a scheduling message or a calendar as its texts say them; it decides nothing (RFC 5545, 5546).</summary>
public static class ScheduledPartReader
{
    /// <summary>Of more events a message is not read.</summary>
    public const int MostEvents = 1_000;

    /// <param name="sender">The address that sent it.</param>
    /// <param name="mine">The zone by which floating times and dates are read.</param>
    /// <param name="known">Whether zones are to be those of tzdb wherever one agrees with what the text says of it.</param>
    public static ReceivedMessage Read(string text, string sender, bool vouched, DateTimeZone mine, bool known = false)
    {
        var (method, parts) = Read(text, mine, known);
        return new ReceivedMessage(sender.Trim().ToLowerInvariant(), vouched, method, parts);
    }

    /// <summary>Its events; none where one of them, or the text, cannot be read.</summary>
    public static (SchedulingMethod? Method, ImmutableArray<ScheduledPart> Parts) Read(string text, DateTimeZone mine, bool known = false)
    {
        try
        {
            var components = new ComponentReader(new MemoryStream(Encoding.UTF8.GetBytes(text))).Read().Take(MostEvents + 1).ToList();
            var events = components.Where(c => c.Name == "VEVENT").ToList();
            if (events.Count == 0 || components.Count > MostEvents)
                return (null, []);
            var clocks = new MessageClocks(components, mine, known);
            return (
                Enum.TryParse<SchedulingMethod>(events[0].Method, ignoreCase: true, out var method) ? method : null,
                [.. events.Select(e => One(e, clocks))]
            );
        }
        catch (FormatException)
        {
            return (null, []);
        }
    }

    /// <exception cref="FormatException">It cannot be read.</exception>
    private static ScheduledPart One(Component happens, MessageClocks clocks)
    {
        var uid = happens.Value("UID")?.Trim();
        if (string.IsNullOrEmpty(uid) || !happens.Whole)
            throw new FormatException("An event has no UID, or does not end.");
        var organiser = happens.Named("ORGANIZER").FirstOrDefault();
        var id = happens.Named("RECURRENCE-ID").FirstOrDefault();
        var time = Time(happens, clocks);
        return new ScheduledPart(
            uid,
            id is null ? null : clocks.Moment(id),
            id is not null && Is(Properties.ParameterOf(id, "RANGE"), "THISANDFUTURE"),
            time,
            Enum.TryParse<ScheduledStatus>(happens.Value("STATUS"), ignoreCase: true, out var status) && Enum.IsDefined(status)
                ? status
                : null,
            int.TryParse(happens.Value("SEQUENCE"), NumberStyles.None, CultureInfo.InvariantCulture, out var sequence) ? sequence : 0,
            happens.Named("DTSTAMP").FirstOrDefault() is { } stamp ? clocks.Moment(stamp) : Instant.FromUnixTimeTicks(0),
            organiser is null ? null : Address(Properties.ValueOf(organiser)),
            organiser is null ? null : Address(Properties.ParameterOf(organiser, "SENT-BY")),
            [.. happens.Named("ATTENDEE").Select(Attendee).OfType<AttendeeLine>()]
        )
        {
            Rule = happens.Value("RRULE") is { } rule ? Rule.Parse(rule.Trim()) : null,
            Additions = time is null ? [] : [.. happens.Named("RDATE").SelectMany(l => clocks.Walls(l, time))],
            Exceptions = time is null ? [] : [.. happens.Named("EXDATE").SelectMany(l => clocks.Walls(l, time))],
            Summary = Text(happens.Value("SUMMARY")),
            Location = Text(happens.Value("LOCATION")),
            Text = Words(happens),
            OrganiserName = organiser is null ? null : Properties.ParameterOf(organiser, "CN"),
        };
    }

    private static PartText Words(Component happens)
    {
        var styled = Text(happens.Value("STYLED-DESCRIPTION")) is { } html ? RichTextReader.Read(html) : null;
        return new PartText(
            Text(happens.Value("DESCRIPTION")) ?? styled?.Plain,
            styled?.Html,
            Link(happens.Value("URL")),
            Text(happens.Value("COMMENT")),
            happens.Value("CLASS") is { } kind && !Is(kind, "PUBLIC"),
            Is(happens.Value("TRANSP"), "TRANSPARENT")
        );
    }

    private static string? Link(string? value) =>
        Uri.TryCreate(value?.Trim(), UriKind.Absolute, out var link) && link.Scheme is ("https" or "http") ? link.OriginalString : null;

    private static AttendeeRole Role(string line) =>
        Properties.ParameterOf(line, "CUTYPE")?.ToUpperInvariant() is "ROOM" or "RESOURCE" ? AttendeeRole.Resource
        : Properties.ParameterOf(line, "ROLE")?.ToUpperInvariant() is "OPT-PARTICIPANT" or "NON-PARTICIPANT" ? AttendeeRole.Optional
        : AttendeeRole.Required;

    private static PlannedTime? Time(Component happens, MessageClocks clocks)
    {
        if (happens.Named("DTSTART").FirstOrDefault() is not { } start)
            return null;
        var (local, zone, isDate) = clocks.Wall(start);
        if (happens.Named("DTEND").FirstOrDefault() is { } end)
        {
            var (until, _, untilDate) = clocks.Wall(end);
            return isDate && untilDate
                ? new PlannedTime(local, zone, Math.Max(1, Period.DaysBetween(local.Date, until.Date)), Duration.Zero)
                : new PlannedTime(local, zone, 0, Duration.Max(Duration.Zero, clocks.Moment(end) - zone.ToInstant(local)));
        }

        if (happens.Value("DURATION") is { } lasts)
        {
            var (days, more) = Lasting(lasts.Trim());
            return new PlannedTime(local, zone, days, more);
        }

        return new PlannedTime(local, zone, isDate ? 1 : 0, Duration.Zero);
    }

    /// <summary>DURATION (RFC 5545 3.3.6): weeks and days on the wall clock, the rest exactly.</summary>
    private static (int Days, Duration More) Lasting(string text)
    {
        var (days, seconds, number, inTime) = (0L, 0L, 0L, false);
        foreach (var c in text.ToUpperInvariant().TrimStart('+'))
        {
            if (c == '-')
                return (0, Duration.Zero);
            if (char.IsAsciiDigit(c))
            {
                number = (number * 10) + (c - '0');
                if (number > 1_000_000)
                    throw new FormatException($"{text} is no length.");
                continue;
            }

            (days, seconds) = c switch
            {
                'W' => (days + (7 * number), seconds),
                'D' => (days + number, seconds),
                'H' when inTime => (days, seconds + (3_600 * number)),
                'M' when inTime => (days, seconds + (60 * number)),
                'S' when inTime => (days, seconds + number),
                'P' or 'T' => (days, seconds),
                _ => throw new FormatException($"{text} is no length."),
            };
            inTime |= c == 'T';
            number = 0;
        }

        return ((int)days, Duration.FromSeconds(seconds));
    }

    private static AttendeeLine? Attendee(string line) =>
        Address(Properties.ValueOf(line)) is { } who
            ? new AttendeeLine(
                who,
                PartStat.Read(Properties.ParameterOf(line, "PARTSTAT")),
                Address(Properties.ParameterOf(line, "SENT-BY")),
                Address(Properties.ParameterOf(line, "DELEGATED-TO")),
                Address(Properties.ParameterOf(line, "DELEGATED-FROM"))
            )
            {
                Name = Properties.ParameterOf(line, "CN"),
                Role = Role(line),
            }
            : null;

    /// <summary>A mailto: address (RFC 6068) without it, in lower case; null for another.</summary>
    private static string? Address(string? value)
    {
        var plain = value?.Trim().Trim('"') ?? "";
        const string Scheme = "mailto:";
        if (!plain.StartsWith(Scheme, StringComparison.OrdinalIgnoreCase))
            return null;
        var address = Uri.UnescapeDataString(plain[Scheme.Length..]).Trim().ToLowerInvariant();
        return address.Length == 0 ? null : address;
    }

    private static bool Is(string? value, string word) => word.Equals(value?.Trim(), StringComparison.OrdinalIgnoreCase);

    /// <summary>TEXT with its escapes undone (RFC 5545 3.3.11); null where it is empty.</summary>
    private static string? Text(string? value)
    {
        if (string.IsNullOrEmpty(value))
            return null;
        var plain = new StringBuilder();
        for (var i = 0; i < value.Length; i++)
        {
            if (value[i] != '\\' || i + 1 == value.Length)
                plain.Append(value[i]);
            else
                plain.Append(value[++i] is 'n' or 'N' ? '\n' : value[i]);
        }

        return plain.ToString();
    }
}
