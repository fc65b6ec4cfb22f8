using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>What is known of how a calendar is kept.</summary>
/// <param name="Taken">What takes time, and absences, from today to the end of the horizon.</param>
/// <param name="Unanswered">The starts of invitations that have waited for an answer for longer than <see
/// cref="Tended.AnswerWithin"/>.</param>
/// <param name="LastChange">When anything was last done in the owner's name, or null for never.</param>
public sealed record Tending(StretchSet Taken, IReadOnlyList<Instant> Unanswered, Instant? LastChange);

/// <summary>Until when a calendar can be built on: so that nobody takes the white of a neglected one for free time.</summary>
public static class Tended
{
    /// <summary>How far ahead is looked.</summary>
    public const int HorizonWeeks = 8;

    /// <summary>An invitation that has waited longer shows that nobody looks.</summary>
    public static readonly Duration AnswerWithin = Duration.FromDays(3);

    /// <summary>A calendar in which nothing was done for longer is not kept any more.</summary>
    public static readonly Duration ChangedWithin = Duration.FromDays(21);

    /// <summary>The day until which a calendar is tended in which nothing was ever done: before all others.</summary>
    public static readonly LocalDate Never = new(1, 1, 1);

    /// <summary>The day with which tending ended, by what was done last alone; null where what stands on the calendar decides.</summary>
    public static LocalDate? Neglected(Instant? lastChange, DateTimeZone zone, Instant now) =>
        lastChange is not { } last ? Never
        : now - last > ChangedWithin ? zone.ToLocal(last).Date
        : null;

    /// <summary>The last day until which it is tended, which may have passed; null where it is as far as is looked.</summary>
    /// <remarks>
    /// It ends with the last change where that is long ago, else before the first working week with nothing in it, or before the first
    /// invitation that nobody has answered for days. The week that has begun is never called blank.
    /// </remarks>
    public static LocalDate? Until(Tending tending, DateTimeZone zone, Instant now)
    {
        var today = zone.ToLocal(now).Date;
        if (Neglected(tending.LastChange, zone, now) is { } ended)
            return ended;
        LocalDate? until = null;
        foreach (var start in tending.Unanswered.Where(u => u > now))
            until = Sooner(until, Later(zone.ToLocal(start).Date.PlusDays(-1), today));
        var monday = today.PlusDays(8 - (int)today.DayOfWeek);
        for (var week = 0; week < HorizonWeeks - 1; week++, monday = monday.PlusWeeks(1))
        {
            var days = new Stretch(zone.Day(monday).Start, zone.Day(monday.PlusDays(4)).End);
            if (tending.Taken.Overlaps(days))
                continue;
            // The Friday before; a weekend is nobody's working week.
            until = Sooner(until, monday.PlusDays(-3));
            break;
        }

        return until;
    }

    private static LocalDate Later(LocalDate one, LocalDate other) => one > other ? one : other;

    private static LocalDate Sooner(LocalDate? one, LocalDate other) => one is { } date && date < other ? date : other;
}
