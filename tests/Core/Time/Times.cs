using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Core.Tests;

/// <summary>Short ways to say times in tests.</summary>
internal static class Times
{
    private static readonly LocalDateTimePattern Pattern = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd HH:mm");

    public static LocalDateTime Local(string text) => Pattern.Parse(text).Value;

    public static Instant Utc(string text) => Local(text).InUtc().ToInstant();

    public static Stretch Span(string from, string to) => new(Utc(from), Utc(to));

    public static TimedEntry Timed(string start, string zone, int minutes) =>
        new(Local(start), zone, Duration.FromMinutes(minutes), null, Zones.TzdbVersion);
}
