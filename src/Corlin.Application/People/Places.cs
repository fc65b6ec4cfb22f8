using System.Text.RegularExpressions;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.People;

/// <summary>Adds a place where people work or meet, or changes what is known of one. An administrator does.</summary>
/// <param name="Exists">Whether it is one that there is; a name cannot be taken twice.</param>
[Change(ChangeKind.PlaceChanged, "changed the places", MayTakeBack.Never)]
public sealed partial record KeepPlace(UserId Actor, Place Place, bool Exists) : IChange<long>
{
    public const int Most = 500;

    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        var name = Place.Name.Trim();
        if (name.Length is 0 or > Place.LongestName)
            throw new RefusedException(RefusalKind.BadInput, "name", name.Length > 40 ? name[..40] : name);
        var known = session.Places();
        if (known.ContainsKey(name) != Exists)
            throw new RefusedException(Exists ? RefusalKind.NotFound : RefusalKind.NameTaken, "name", name);
        if (!Exists && known.Count >= Most)
            throw new RefusedException(RefusalKind.TooMany, "name", $"{Most} places");
        var town = Place.Town.Trim();
        if (town.Length is 0 or > Place.LongestName)
            throw new RefusedException(RefusalKind.BadInput, "town", town.Length > 40 ? town[..40] : town);
        if (!Zones.Exists(Place.Zone))
            throw new RefusedException(RefusalKind.ZoneUnknown, "zone", Place.Zone);
        var site = Place.Site.Trim() is { Length: > 0 and <= Place.LongestName } said ? said : name;
        var country = string.IsNullOrWhiteSpace(Place.Country) ? null : Place.Country.Trim().ToUpperInvariant();
        if (country is not null && !Iso3166().IsMatch(country))
            throw new RefusedException(RefusalKind.BadInput, "country", country.Length > 10 ? country[..10] : country);
        if (Place.Address?.Length > Place.LongestAddress)
            throw new RefusedException(RefusalKind.BadInput, "address", Place.Address[..40]);
        var change = session.Begin(ChangeKind.PlaceChanged, Actor, Actor, null);
        session.PlaceStore.Save(
            Place with
            {
                Name = name,
                Town = town,
                Site = site,
                Country = country,
                Address = string.IsNullOrWhiteSpace(Place.Address) ? null : Place.Address.Trim(),
            }
        );
        return change;
    }

    [GeneratedRegex("^[A-Z]{2}(-[A-Z0-9]{1,3})?$")]
    private static partial Regex Iso3166();
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
