using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Store.Model;

/// <summary>
/// The one set of conversions between NodaTime's types and columns. All of them keep the order, so comparisons become SQL.
/// </summary>
internal static class Converters
{
    private static readonly LocalDateTimePattern DateTimePattern = LocalDateTimePattern.CreateWithInvariantCulture("uuuu-MM-dd'T'HH:mm:ss");

    internal sealed class InstantAsMilliseconds() : ValueConverter<Instant, long>(i => ToMs(i), ms => FromMs(ms));

    internal sealed class DurationAsSeconds() : ValueConverter<Duration, long>(d => (long)d.TotalSeconds, s => Duration.FromSeconds(s));

    internal sealed class LocalDateTimeAsText()
        : ValueConverter<LocalDateTime, string>(t => DateTimePattern.Format(t), s => DateTimePattern.Parse(s).Value);

    internal sealed class LocalDateAsText()
        : ValueConverter<LocalDate, string>(d => LocalDatePattern.Iso.Format(d), s => LocalDatePattern.Iso.Parse(s).Value);

    /// <summary>The largest instant stands for "without end" and becomes the largest integer.</summary>
    private static long ToMs(Instant moment) => moment == Instant.MaxValue ? long.MaxValue : moment.ToUnixTimeMilliseconds();

    private static Instant FromMs(long ms) => ms == long.MaxValue ? Instant.MaxValue : Instant.FromUnixTimeMilliseconds(ms);
}
