using Corlin.Core.Calendars;

namespace Corlin.Core.Access;

/// <summary>How far a change of an entry can be seen; who sees less must not learn that there was one.</summary>
public enum ChangeReach
{
    /// <summary>Whoever sees that time is taken: when, or how firmly, is another.</summary>
    Outline,

    /// <summary>Whoever reads the titles of what is not private.</summary>
    Headline,

    /// <summary>Whoever reads the titles of private entries.</summary>
    PrivateHeadline,
}

/// <summary>What an entry looks like to who sees no more than that time is taken.</summary>
public static class Outlines
{
    /// <summary>How far it can be seen what became of an entry.</summary>
    /// <param name="before">Null where it is new.</param>
    public static ChangeReach Reach(Entry? before, Entry after)
    {
        if (before is null || !AreAlike(before, after))
            return ChangeReach.Outline;
        return after.HoldsPrivate ? ChangeReach.PrivateHeadline : ChangeReach.Headline;
    }

    private static bool AreAlike(Entry one, Entry other) =>
        one.Time.SaysTheSame(other.Time)
        && one.Rule?.ToString() == other.Rule?.ToString()
        && (one.Kind, one.Home, one.Owner, one.Takes, one.Status, one.Private, one.LapsesAt, one.AnswersWanted)
            == (other.Kind, other.Home, other.Owner, other.Takes, other.Status, other.Private, other.LapsesAt, other.AnswersWanted)
        && one.Additions.SequenceEqual(other.Additions)
        && one.Exceptions.SequenceEqual(other.Exceptions)
        && one.GoesOn.SequenceEqual(other.GoesOn)
        && one.Overrides.Select(o => (o.RecurrenceId, o.Time, o.Cancelled, o.AndFollowing, o.Private, o.Takes))
            .SequenceEqual(other.Overrides.Select(o => (o.RecurrenceId, o.Time, o.Cancelled, o.AndFollowing, o.Private, o.Takes)))
        && one.Participations.Select(p => (p.Who, p.RecurrenceId, p.Role, p.Answer, p.NotAsked, p.OwnPrivate))
            .SequenceEqual(other.Participations.Select(p => (p.Who, p.RecurrenceId, p.Role, p.Answer, p.NotAsked, p.OwnPrivate)));
}
