using System.Collections.Immutable;

namespace Corlin.Core.Watch;

/// <summary>What needs a look before it goes wrong.</summary>
public enum ConcernKind
{
    /// <summary>Two entries want the same time.</summary>
    Clash,

    /// <summary>The journey between two entries takes longer than there is.</summary>
    NoWay,

    /// <summary>It takes place where they are not that day.</summary>
    Elsewhere,

    /// <summary>A series lands out of hours once clocks have changed.</summary>
    OutOfHours,

    /// <summary>The room refused, or holds fewer than come.</summary>
    Room,

    /// <summary>A meeting with others has neither an agenda nor papers.</summary>
    Unprepared,

    /// <summary>Somebody who must come is away then.</summary>
    RequiredAway,

    /// <summary>Who covers is away too.</summary>
    CoverAway,

    /// <summary>Principal and assistant gave different answers.</summary>
    AnsweredApart,

    /// <summary>Many can read the titles.</summary>
    WidelyRead,

    /// <summary>A series takes place for the last time.</summary>
    RunsOut,

    /// <summary>Somebody who is counted on does not keep their calendar.</summary>
    Neglected,

    /// <summary>Held times lapse, and none was chosen.</summary>
    HoldsLapse,
}

/// <summary>How far ahead one kind is looked for.</summary>
/// <param name="Days">From 0, which is not at all, to <see cref="LookAheads.MostDays"/>; the days that begin with today.</param>
public readonly record struct LookAhead(ConcernKind Kind, int Days)
{
    /// <summary>Whether it is a number of days that can be looked.</summary>
    public bool IsSound => Enum.IsDefined(Kind) && Days is >= 0 and <= LookAheads.MostDays;
}

/// <summary>How far ahead is looked where nobody said so.</summary>
public static class LookAheads
{
    /// <summary>Three weeks: what is further away can still change by itself.</summary>
    public const int MostDays = 21;

    /// <summary>The days of a kind for somebody who said nothing of it.</summary>
    public static int Usual(ConcernKind kind) =>
        kind switch
        {
            ConcernKind.Unprepared or ConcernKind.HoldsLapse => 2,
            ConcernKind.OutOfHours or ConcernKind.RunsOut or ConcernKind.CoverAway => MostDays,
            ConcernKind.Room or ConcernKind.RequiredAway => 14,
            _ => 7,
        };

    /// <summary>The days of a kind, as they were said or as usual.</summary>
    public static int For(ConcernKind kind, ImmutableArray<LookAhead> said)
    {
        foreach (var one in said)
            if (one.Kind == kind)
                return one.Days;
        return Usual(kind);
    }
}
