using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store;

/// <summary>Places, and how long the ways between them take.</summary>
internal sealed class PlaceStore(ChangeSession session) : IPlaceStore, ISettingStore
{
    private CorlinDb Db => session.Db;

    public void Save(Place place)
    {
        if (Db.Places.Find(place.Name) is { } row)
            (row.Site, row.Town, row.Zone, row.Country, row.Address, row.Closed) = (
                place.Site,
                place.Town,
                place.Zone,
                place.Country,
                place.Address,
                place.Closed
            );
        else
            Db.Places.Add(
                new PlaceRow
                {
                    Name = place.Name,
                    Site = place.Site,
                    Town = place.Town,
                    Zone = place.Zone,
                    Country = place.Country,
                    Address = place.Address,
                    Closed = place.Closed,
                }
            );
        Db.SaveChanges();
        session.places = null;
        session.RaiseAt(place.Site);
    }

    public void SaveWay(string from, string to, Duration? takes)
    {
        Db.Ways.RemoveRange(Db.Ways.Where(w => w.FromSite == from && w.ToSite == to));
        Db.SaveChanges();
        if (takes is { } time)
            Db.Ways.Add(
                new WayRow
                {
                    FromSite = from,
                    ToSite = to,
                    Minutes = (int)time.TotalMinutes,
                }
            );
        Db.SaveChanges();
        session.travel = null;
    }

    public void Save(UserId who, string name, string json)
    {
        if (Db.Settings.Find(who.Value, name) is { } kept)
            kept.Json = json;
        else
            Db.Settings.Add(
                new SettingRow
                {
                    UserId = who.Value,
                    Name = name,
                    Json = json,
                }
            );
        Db.SaveChanges();
    }
}
