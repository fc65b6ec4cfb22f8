using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>The hour at which a series stands in somebody's zone, from a date of theirs on.</summary>
public sealed record HourShift(LocalDate From, LocalTime Local);

/// <summary>Finds to which hours the changes of clocks move a series.</summary>
public static class HourShifts
{
    /// <summary>
    /// The hour of the first occurrence in a zone, then each other hour to which a change of clocks moves those that follow.
    /// </summary>
    /// <param name="starts">The occurrences in order.</param>
    public static IReadOnlyList<HourShift> In(DateTimeZone zone, IEnumerable<Instant> starts)
    {
        var shifts = new List<HourShift>();
        foreach (var local in starts.Select(zone.ToLocal))
        {
            if (shifts.Count == 0 || shifts[^1].Local != local.TimeOfDay)
                shifts.Add(new HourShift(local.Date, local.TimeOfDay));
        }

        return shifts;
    }

    private static LocalDateTime ToLocal(this DateTimeZone zone, Instant moment) => moment.InZone(zone).LocalDateTime;
}
