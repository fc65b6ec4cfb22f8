using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Watch;

namespace Corlin.Application.Watching;

/// <summary>Something needs no look any more, until it changes.</summary>
/// <param name="InNameOf">On whose calendar it is.</param>
/// <param name="Key">As it was told, as is <paramref name="Print"/>.</param>
[Change(ChangeKind.ConcernDismissed, "dismissed what needed a look", MayTakeBack.BySpeaker)]
public sealed record DismissConcern(UserId Actor, UserId InNameOf, string Key, string Print) : IChange<long>
{
    public const int LongestKey = 300;
    public const int LongestPrint = 64;

    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (Key.Length is 0 or > LongestKey)
            throw new RefusedException(RefusalKind.BadInput, "key");
        if (Print.Length is 0 or > LongestPrint)
            throw new RefusedException(RefusalKind.BadInput, "print");
        var change = session.Begin(ChangeKind.ConcernDismissed, Actor, InNameOf, rights.Grant);
        session.WatchStore.Dismiss(new Dismissal(InNameOf, Key, Print));
        return change;
    }
}

/// <summary>What was dismissed needs a look again.</summary>
[Change(ChangeKind.ConcernShown, "brought back what needs a look", MayTakeBack.BySpeaker)]
public sealed record ShowConcern(UserId Actor, UserId InNameOf, string Key) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (Key.Length is 0 or > DismissConcern.LongestKey)
            throw new RefusedException(RefusalKind.BadInput, "key");
        var change = session.Begin(ChangeKind.ConcernShown, Actor, InNameOf, rights.Grant);
        session.WatchStore.Show(InNameOf, Key);
        return change;
    }
}

/// <summary>Says how far ahead one kind of thing is looked for on somebody's calendar.</summary>
[Change(ChangeKind.LookAheadSaid, "said how far ahead is looked", MayTakeBack.BySpeaker)]
public sealed record SayLookAhead(UserId Actor, UserId InNameOf, LookAhead Ahead) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustSpeakFor(Actor, InNameOf);
        if (!Ahead.IsSound)
            throw new RefusedException(RefusalKind.BadInput, "days");
        var change = session.Begin(ChangeKind.LookAheadSaid, Actor, InNameOf, rights.Grant);
        session.WatchStore.Look(InNameOf, Ahead);
        return change;
    }
}
