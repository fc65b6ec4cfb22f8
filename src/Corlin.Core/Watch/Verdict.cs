using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>How an invitation stands in the day of who is asked, from best to worst.</summary>
public enum VerdictKind
{
    Fits,

    /// <summary>No break, or the way is too short.</summary>
    Tight,
    OutOfHours,

    /// <summary>It takes place where they are not that day.</summary>
    Elsewhere,
    Clashes,
    Away,
}

/// <summary>A verdict with what it rests on.</summary>
/// <param name="With">The entry that is in the way or too near, or null.</param>
/// <param name="By">How long both overlap, or how much of the way is lacking.</param>
/// <param name="TooFar">Whether it is tight because of the way.</param>
public sealed record Verdict<T>(VerdictKind Kind, Standing<T>? With = null, Duration By = default, bool TooFar = false)
    where T : class;

/// <summary>Holds invitations against what stands on a lane.</summary>
public static class Verdicts
{
    /// <summary>Works out beforehand how an invitation stands.</summary>
    /// <param name="lane">What else stands on the lane around it.</param>
    /// <param name="hours">The working time around it.</param>
    /// <param name="siteOf">The site of an entry, or null where it has none.</param>
    /// <param name="site">The site of the invitation, or null.</param>
    /// <param name="elsewhere">Whether where they are that day keeps them from being there.</param>
    public static Verdict<T> Of<T>(
        Stretch asked,
        string? site,
        IReadOnlyList<Standing<T>> lane,
        Func<T, string?> siteOf,
        StretchSet hours,
        IEnumerable<Absence> absences,
        TravelTable travel,
        bool elsewhere = false
    )
        where T : class
    {
        if (absences.Any(a => a.Stretch.Overlaps(asked)))
            return new Verdict<T>(VerdictKind.Away);
        var clash = lane.Where(s => s.Takes >= TimeTaken.Pencilled && s.Stretch.Overlaps(asked))
            .OrderByDescending(s => s.Takes)
            .ThenByDescending(s => s.Stretch.Intersect(asked)!.Value.Length)
            .FirstOrDefault();
        if (clash is not null)
            return new Verdict<T>(VerdictKind.Clashes, clash, clash.Stretch.Intersect(asked)!.Value.Length);
        if (!hours.Covers(asked))
            return new Verdict<T>(VerdictKind.OutOfHours);
        if (elsewhere)
            return new Verdict<T>(VerdictKind.Elsewhere);
        return TooFar(asked, site, lane, siteOf, travel) ?? NoBreak(asked, lane) ?? new Verdict<T>(VerdictKind.Fits);
    }

    private static Verdict<T>? TooFar<T>(
        Stretch asked,
        string? site,
        IReadOnlyList<Standing<T>> lane,
        Func<T, string?> siteOf,
        TravelTable travel
    )
        where T : class
    {
        if (site is null)
            return null;
        foreach (var other in lane.Where(s => s.Takes == TimeTaken.Firm))
        {
            if (siteOf(other.Key) is not { } there || travel.Between(there, site) is not { } needed)
                continue;
            var gap = other.Stretch.End <= asked.Start ? asked.Start - other.Stretch.End : other.Stretch.Start - asked.End;
            if (gap < needed)
                return new Verdict<T>(VerdictKind.Tight, other, needed - gap, TooFar: true);
        }

        return null;
    }

    private static Verdict<T>? NoBreak<T>(Stretch asked, IReadOnlyList<Standing<T>> lane)
        where T : class
    {
        var beside = lane.FirstOrDefault(s => s.Takes == TimeTaken.Firm && (s.Stretch.End == asked.Start || s.Stretch.Start == asked.End));
        return beside is null ? null : new Verdict<T>(VerdictKind.Tight, beside);
    }
}
