using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>What somebody does on a day or a part of it.</summary>
public enum StayKind
{
    /// <summary>They work at a place of the set-up.</summary>
    Place,

    /// <summary>They work at home.</summary>
    Home,

    /// <summary>They are on the way and cannot be had.</summary>
    OnTheWay,

    /// <summary>They do not work, though their hours say so.</summary>
    NotWorking,
}

/// <summary>A part of each day, in minutes of the wall clock since its midnight.</summary>
/// <param name="From">0 to 1439.</param>
/// <param name="To">More than <paramref name="From"/>, at most 1440.</param>
public readonly record struct DaySpan(int From, int To)
{
    /// <summary>The end of a day, in minutes since its beginning.</summary>
    public const int Midnight = 24 * 60;

    /// <summary>A day from midnight to midnight.</summary>
    public static readonly DaySpan Whole = new(0, Midnight);

    /// <summary>Whether it is a whole day.</summary>
    public bool IsWhole => this == Whole;

    /// <summary>Whether it lies within a day and does not end before it begins.</summary>
    public bool Holds => From >= 0 && From < To && To <= Midnight;
}

/// <summary>
/// What was said of where somebody is on some days: it goes before their hours and their usual place. The days follow one another, or
/// repeat by a rule (RFC 5545 3.3.10) whose starts are days.
/// </summary>
/// <param name="Place">Of a stay at a place its name; null of every other kind.</param>
/// <param name="First">The first day; of one that repeats the day from which its rule counts.</param>
/// <param name="Last">The last day; null of one that repeats.</param>
/// <param name="Rule">How it repeats, or null.</param>
/// <param name="Part">Of each day: by the clock of where they are then.</param>
public sealed record Stay(UserId Who, StayKind Kind, string? Place, LocalDate First, LocalDate? Last, Rule? Rule, DaySpan Part)
{
    /// <summary>The most days that one stay which does not repeat may last.</summary>
    public const int LongestDays = 366;

    /// <summary>Zero until it is stored.</summary>
    public long Id { get; init; }

    /// <summary>When it was said. Of two that repeat, or two that do not, what was said last applies.</summary>
    public Instant At { get; init; }

    /// <summary>Days on which one that repeats does not apply (as EXDATE, RFC 5545 3.8.5.1), in order.</summary>
    public ImmutableArray<LocalDate> Exceptions { get; init; } = [];

    /// <summary>Whether it comes again by a rule.</summary>
    public bool Repeats => Rule is not null;

    /// <summary>The days on which it applies from one day (with it) to another (without it), in order.</summary>
    public IEnumerable<LocalDate> Days(LocalDate from, LocalDate until)
    {
        if (Rule is null)
        {
            var last = Last ?? First;
            for (var date = LocalDate.Max(First, from); date <= last && date < until; date = date.PlusDays(1))
                yield return date;
            yield break;
        }

        foreach (var start in Expansion.Starts(First.AtMidnight(), Rule, null, from.AtMidnight(), until.AtMidnight()))
            if (!Exceptions.Contains(start.Date))
                yield return start.Date;
    }
}
