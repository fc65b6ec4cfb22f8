using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.People;

/// <summary>Adds a place where people work or meet, or changes what is known of one. An administrator does.</summary>
/// <param name="Exists">Whether it is one that there is; a name cannot be taken twice.</param>
[Change(ChangeKind.PlaceChanged, "changed the places", MayTakeBack.Never)]
public sealed record KeepPlace(UserId Actor, Place Place, bool Exists) : IChange<long>
{
    public const int Most = 500;

    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        var sound = SoundPlace.Of(Place);
        var known = session.Places();
        if (known.ContainsKey(sound.Name) != Exists)
            throw new RefusedException(Exists ? RefusalKind.NotFound : RefusalKind.NameTaken, "name", sound.Name);
        if (!Exists && known.Count >= Most)
            throw new RefusedException(RefusalKind.TooMany, "name", $"{Most} places");
        var change = session.Begin(ChangeKind.PlaceChanged, Actor, Actor, null);
        session.PlaceStore.Save(sound);
        return change;
    }
}

/// <summary>Closes a place for good, once nobody works there and no room is in it. An administrator does.</summary>
public sealed record ClosePlace(UserId Actor, string Name) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        if (!session.Places().TryGetValue(Name, out var place))
            throw new RefusedException(RefusalKind.NotFound);
        if (session.At([Name], 1) is [var there])
            throw new RefusedException(RefusalKind.PlaceInUse, "name", there.Name);
        var change = session.Begin(ChangeKind.PlaceChanged, Actor, Actor, null);
        session.PlaceStore.Save(place with { Closed = true });
        return change;
    }
}

/// <summary>Says how long the way between two sites takes, or that it is not known any more. An administrator does.</summary>
/// <param name="Minutes">Null where it is not known.</param>
public sealed record KeepWay(UserId Actor, string From, string To, int? Minutes) : IChange<long>
{
    private const int Longest = 7 * 24 * 60;

    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        var sites = session.Places().Values.Select(p => p.Site).ToHashSet();
        if (From == To || !sites.Contains(From))
            throw new RefusedException(RefusalKind.BadInput, "from", From);
        if (!sites.Contains(To))
            throw new RefusedException(RefusalKind.BadInput, "to", To);
        if (Minutes is < 1 or > Longest)
            throw new RefusedException(RefusalKind.BadInput, "minutes", $"{Minutes}");
        var change = session.Begin(ChangeKind.PlaceChanged, Actor, Actor, null);
        // Said by hand it holds in both directions.
        session.PlaceStore.SaveWay(To, From, null);
        session.PlaceStore.SaveWay(From, To, Minutes is { } minutes ? Duration.FromMinutes(minutes) : null);
        return change;
    }
}
