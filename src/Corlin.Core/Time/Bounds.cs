using NodaTime;

namespace Corlin.Core.Time;

/// <summary>Within which time entries stand: whatever comes in by a screen, a file or a message.</summary>
public static class Bounds
{
    /// <summary>No earlier day is kept.</summary>
    public static readonly LocalDate FirstDay = new(1900, 1, 1);

    /// <summary>The first day after the last year.</summary>
    public static readonly LocalDate End = new(2201, 1, 1);

    /// <summary>The longest that a single entry or an occurrence takes.</summary>
    public static readonly Duration Longest = Duration.FromDays(366);

    /// <summary>Whether an entry lies within the years that there are, and takes no longer than any may.</summary>
    public static bool Holds(EntryTime time) =>
        time switch
        {
            TimedEntry timed => Holds(timed.Start.Date) && timed.Length >= Duration.Zero && timed.Length <= Longest,
            AllDayEntry days => Holds(days.First) && days.Until >= days.First && days.Until <= days.First.PlusDays(366),
            _ => false,
        };

    /// <summary>Whether a day is one that can be kept.</summary>
    public static bool Holds(LocalDate date) => date >= FirstDay && date < End;
}
