using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>A place of the set-up. Its name is its key.</summary>
/// <param name="Site">Where it stands; two places of one site have no way between them.</param>
/// <param name="Town">The town, as people say it.</param>
/// <param name="Country">ISO 3166, of a part where its holidays differ ("PT", "CA-NS"), or null where none is told.</param>
public sealed record Place(string Name, string Site, string Town, string Zone, string? Country = null)
{
    /// <summary>Of a place or a town, in characters; a longer name is refused.</summary>
    public const int LongestName = 80;

    /// <summary>In characters; a longer address is refused.</summary>
    public const int LongestAddress = 300;

    /// <summary>Street and number, in words; or null.</summary>
    public string? Address { get; init; }

    /// <summary>It is offered no more; what stands there still names it.</summary>
    public bool Closed { get; init; }
}

/// <summary>Somebody's state at a moment.</summary>
public enum Reach
{
    /// <summary>Within hours, nothing on.</summary>
    Free,

    /// <summary>Something is on.</summary>
    Taken,

    /// <summary>Outside their hours.</summary>
    OutOfHours,
    Away,
}

/// <summary>How somebody can be reached now and when that changes.</summary>
/// <param name="Until">When it changes, or null where it does not within the day looked at.</param>
public sealed record Reachable(Reach Reach, Instant? Until);

/// <summary>What somebody's day looks like from outside: where they are, and whether they can be reached.</summary>
public static class Days
{
    /// <summary>Where somebody works on a date: the place in their working hours that day, else the usual one.</summary>
    public static string? PlaceOn(CalendarUser who, LocalDate date) =>
        who.Hours?.Spans.FirstOrDefault(s => s.Day == date.DayOfWeek && s.Place is not null)?.Place ?? who.Place;

    /// <summary>Whether somebody can be reached at a moment, and until when that holds.</summary>
    /// <param name="hours">Their working time around the moment.</param>
    /// <param name="taken">What takes their time around the moment.</param>
    public static Reachable At(Instant now, StretchSet hours, StretchSet taken, IEnumerable<Absence> absences)
    {
        foreach (var absence in absences)
        {
            if (absence.Stretch.Contains(now))
                return new Reachable(Reach.Away, absence.Stretch.End);
        }

        if (taken.Around(now) is { } on)
            return new Reachable(Reach.Taken, on.End);
        if (hours.Around(now) is not { } day)
            return new Reachable(Reach.OutOfHours, hours.Stretches.Select(s => (Instant?)s.Start).FirstOrDefault(s => s > now));
        var next = taken.Stretches.Select(s => (Instant?)s.Start).FirstOrDefault(s => s > now);
        return new Reachable(Reach.Free, next is { } start && start < day.End ? start : day.End);
    }
}
