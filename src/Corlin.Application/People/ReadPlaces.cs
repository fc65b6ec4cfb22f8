using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.People;

/// <summary>The places of the organisation.</summary>
/// <param name="MayChange">Whether the viewer is an administrator.</param>
/// <param name="Sites">Every site that is not closed, by name: between them the ways are told.</param>
public sealed record PlacesView(bool MayChange, IReadOnlyList<PlaceView> Places, IReadOnlyList<string> Sites);

/// <param name="Site">Places of one site need no way between them.</param>
/// <param name="Country">By ISO 3166, for its public holidays; null where none is told.</param>
/// <param name="CountryName">"Portugal", "Canada (NS)".</param>
/// <param name="HolidaysKnown">Whether the public holidays of its country are known here, and so stand on the lanes.</param>
/// <param name="People">How many people work there usually.</param>
/// <param name="Rooms">The rooms in it.</param>
/// <param name="Ways">To the other sites, as far as they are known.</param>
public sealed record PlaceView(
    string Name,
    string Site,
    string Town,
    string Zone,
    string? Country,
    string? CountryName,
    bool HolidaysKnown,
    string? Address,
    bool Closed,
    int People,
    IReadOnlyList<PersonView> Rooms,
    IReadOnlyList<WayToView> Ways
);

public sealed record WayToView(string Site, int Minutes);

/// <param name="Holidays">Of which countries the public holidays are known.</param>
public sealed record ReadPlaces(UserId Viewer, Instant Now, IPublicHolidays Holidays)
{
    private const int MostThere = 20_000;

    public PlacesView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var places = viewing.Places.Values.OrderBy(p => p.Closed).ThenBy(p => p.Name, StringComparer.Ordinal).ToList();
        var there = store.At([.. places.Select(p => p.Name)], MostThere).Where(viewing.MayKnow).ToLookup(u => u.Place!);
        var ways = store.Ways();
        var year = Now.InUtc().Year;
        var holidays = places.Select(p => p.Country).OfType<string>().Distinct().Where(c => Holidays.In(c, year).Count > 0).ToHashSet();
        IReadOnlyList<string> sites = [.. places.Where(p => !p.Closed).Select(p => p.Site).Distinct().Order(StringComparer.Ordinal)];
        return new PlacesView(
            store.IsAdministrator(Viewer),
            [
                .. places.Select(p => new PlaceView(
                    p.Name,
                    p.Site,
                    p.Town,
                    p.Zone,
                    p.Country,
                    p.Country is null ? null : Countries.Name(p.Country),
                    p.Country is not null && holidays.Contains(p.Country),
                    p.Address,
                    p.Closed,
                    there[p.Name].Count(u => u is { Kind: UserKind.Person, Inside: true }),
                    [.. there[p.Name].Where(u => u.Kind is UserKind.Room or UserKind.Resource).Select(viewing.View)],
                    [
                        .. ways.Where(w => w.From == p.Site || w.To == p.Site)
                            .Select(w => new WayToView(w.From == p.Site ? w.To : w.From, w.Minutes)),
                    ]
                )),
            ],
            sites
        );
    }
}
