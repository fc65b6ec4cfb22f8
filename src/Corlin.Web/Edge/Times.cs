using Corlin.Core.Recurrence;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Web.Edge;

/// <summary>When something takes place, as a person says it: timed, or whole days.</summary>
/// <param name="Start">Wall-clock time in <paramref name="Zone"/>, 2027-03-16T12:00; for whole days the first date.</param>
/// <param name="Minutes">Exact minutes; for whole days how many days. Not read where <paramref name="End"/> is said.</param>
/// <param name="EndZone">The zone by which its end is told, of a flight that of where it lands.</param>
/// <param name="End">Wall-clock end in <paramref name="EndZone"/>; null where the length is said.</param>
public sealed record TimeRequest(string Start, string Zone, int Minutes, bool AllDay = false, string? EndZone = null, string? End = null);

/// <summary>Times and rules of requests, checked where they come in.</summary>
internal static class Times
{
    /// <summary>Of rich text, in characters.</summary>
    public const int LongestAgenda = 60_000;

    private const int MostDays = 366;

    /// <param name="check">Whether a time that does not exist is refused; one that stands already is not.</param>
    public static EntryTime Entry(TimeRequest request, bool check = true)
    {
        if (!request.AllDay)
            return Timed(request.Start, request.Zone, Minutes(request), MostDays * 24 * 60, request.EndZone, check);
        var first = Reader.Date(request.Start, "start");
        if (request.Minutes < 1)
            throw new RefusedException(RefusalKind.EndBeforeStart, "minutes");
        if (request.Minutes > MostDays)
            throw new RefusedException(RefusalKind.LengthTooLong, "minutes");
        return new AllDayEntry(first, first.PlusDays(request.Minutes));
    }

    /// <summary>A timed entry of at most a day.</summary>
    public static TimedEntry Timed(string start, string zone, int minutes) => Timed(start, zone, minutes, 24 * 60, null, true);

    /// <summary>Reads how something repeats; null for once.</summary>
    /// <param name="first">The first day: an end without a year is the next there is after it.</param>
    public static Rule? Repeats(string? words, LocalDate first)
    {
        if (string.IsNullOrWhiteSpace(words))
            return null;
        var reading = RuleReader.Read(words, first);
        if (reading.Once)
            return null;
        if (reading.Forbidden is { } why)
            throw new RefusedException(RefusalKind.BadInput, "repeats", why);
        return reading.Rule ?? throw new RefusedException(RefusalKind.RuleNotUnderstood, "repeats", reading.NotUnderstood);
    }

    private static int Minutes(TimeRequest request)
    {
        if (request.End is null || request.EndZone is null || !Zones.Exists(request.Zone) || !Zones.Exists(request.EndZone))
            return request.Minutes;
        var end = Existing(Zones.Get(request.EndZone), Reader.Time(request.End, "end"), "end");
        var length = Zones.Get(request.EndZone).ToInstant(end) - Zones.Get(request.Zone).ToInstant(Reader.Time(request.Start, "start"));
        return (int)Math.Clamp(length.TotalMinutes, int.MinValue, int.MaxValue);
    }

    private static LocalDateTime Existing(DateTimeZone zone, LocalDateTime local, string field) =>
        Gaps.Around(zone, local) is { } gap
            ? throw new RefusedException(
                RefusalKind.TimeSkipped,
                field,
                FormattableString.Invariant($"{gap.Before:HH:mm} and {gap.After:HH:mm}")
            )
            : local;

    private static TimedEntry Timed(string start, string zone, int minutes, int most, string? endZone, bool check)
    {
        if (!Zones.Exists(zone))
            throw new RefusedException(RefusalKind.ZoneUnknown, "zone", zone);
        if (endZone is not null && !Zones.Exists(endZone))
            throw new RefusedException(RefusalKind.ZoneUnknown, "endZone", endZone);
        if (minutes > 366 * 24 * 60)
            throw new RefusedException(RefusalKind.LengthTooLong, "minutes");
        if (minutes < 0 || (check && minutes == 0))
            throw new RefusedException(RefusalKind.EndBeforeStart, "minutes");
        if (check && (minutes < 5 || minutes > most))
            throw new RefusedException(RefusalKind.LengthTooLong, "minutes");
        var local = Reader.Time(start, "start");
        if (check)
            Existing(Zones.Get(zone), local, "start");
        return new TimedEntry(local, zone, Duration.FromMinutes(minutes), endZone == zone ? null : endZone, Zones.TzdbVersion);
    }

    /// <summary>Minutes of a timed entry of at most a day.</summary>
    public static int Length(int minutes) =>
        minutes is >= 5 and <= 24 * 60 ? minutes : throw new RefusedException(RefusalKind.LengthTooLong, "minutes");

    public static string Zone(string zone, string field) =>
        Zones.Exists(zone) ? zone : throw new RefusedException(RefusalKind.ZoneUnknown, field, zone);

    /// <summary>A moment in milliseconds since 1970, of this century or the next.</summary>
    public static Instant Moment(long milliseconds, string field) =>
        milliseconds is >= 0 and < 7_000_000_000_000
            ? Instant.FromUnixTimeMilliseconds(milliseconds)
            : throw new RefusedException(
                RefusalKind.BadInput,
                field,
                milliseconds.ToString(System.Globalization.CultureInfo.InvariantCulture)
            );

    /// <summary>The moment of a wall-clock time in a zone, 2027-03-11T12:00.</summary>
    public static Instant Moment(string at, string zone, string field) =>
        Zones.Get(Zone(zone, "zone")).ToInstant(Existing(Zones.Get(zone), Reader.Time(at, field), field));

    /// <summary>From one moment to a later one, both in milliseconds since 1970.</summary>
    public static Stretch Stretch(long start, long end, string field) =>
        end > start ? new Stretch(Moment(start, field), Moment(end, field)) : throw new RefusedException(RefusalKind.EndBeforeStart, field);

    public static string? Limited(string? text, int most, string field)
    {
        if (string.IsNullOrWhiteSpace(text))
            return null;
        return text.Length <= most ? text.Trim() : throw new RefusedException(RefusalKind.BadInput, field, text[..40] + "…");
    }
}
