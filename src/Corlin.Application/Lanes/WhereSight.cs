using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>How much of where somebody is the viewer is told, from least to most.</summary>
internal enum WhereSight
{
    /// <summary>Where they always are, which everybody knows.</summary>
    Usual,

    /// <summary>That they are not there.</summary>
    Elsewhere,
    Town,
    Place,
}

/// <summary>Where somebody is, told as far as it may be.</summary>
internal static class WhereTo
{
    /// <summary>A way of at most this long can be gone for one meeting within a day.</summary>
    private static readonly Duration LongestWay = Duration.FromHours(2);

    public static WhereSight Sight(CalendarUser who, Rights rights)
    {
        if (rights.MaySpeakFor)
            return WhereSight.Place;
        if (rights.Sight == Core.Access.Sight.Nothing)
            return WhereSight.Usual;
        var granted = rights.Sight >= Core.Access.Sight.Headlines ? WhereSight.Place : WhereSight.Town;
        var told = who.TellsWhere switch
        {
            WhereTold.Elsewhere => WhereSight.Elsewhere,
            WhereTold.Town => WhereSight.Town,
            _ => WhereSight.Place,
        };
        return granted < told ? granted : told;
    }

    /// <summary>"Lisbon, Head office", "Lisbon, at home", "Halifax", "elsewhere", "on the way".</summary>
    public static string Words(Viewing viewing, Lane lane, DayPart? part)
    {
        var home = viewing.TownOf(lane.Who);
        if (part is null || lane.Where == WhereSight.Usual)
            return home;
        if (lane.Where == WhereSight.Elsewhere)
            return lane.Days.IsUsual(part) ? home : "elsewhere";
        var town = part.Kind == StayKind.Place ? TownOf(viewing, part, home) : home;
        if (lane.Where == WhereSight.Town)
            return part.Kind == StayKind.OnTheWay ? "on the way" : town;
        return part.Kind switch
        {
            StayKind.Home => $"{home}, at home",
            StayKind.OnTheWay => "on the way",
            StayKind.NotWorking => home,
            _ => part.Place is { } place && place != town ? $"{town}, {place}" : town,
        };
    }

    /// <summary>
    /// The part of a day that keeps somebody from being at a site for a stretch; null where nothing known does, or nothing may be told.
    /// </summary>
    public static DayPart? Keeps(Viewing viewing, Lane lane, Stretch stretch, string? site)
    {
        return site is not null && lane.Days.At(stretch.Start) is { } part && Keeps(viewing, lane, part, site) ? part : null;
    }

    /// <summary>The working time in which somebody cannot be at a site for where they are that day.</summary>
    public static StretchSet NotThere(Viewing viewing, Lane lane, string? site)
    {
        if (site is null)
            return StretchSet.Empty;
        return StretchSet.Of(lane.Days.All().Where(p => Keeps(viewing, lane, p, site)).Select(p => p.Stretch));
    }

    /// <summary>The time in which somebody is not at their usual place, as far as the words for it tell that.</summary>
    public static StretchSet Elsewhere(Viewing viewing, Lane lane)
    {
        var home = viewing.TownOf(lane.Who);
        return StretchSet.Of(lane.Days.All().Where(p => !lane.Days.IsUsual(p) && Words(viewing, lane, p) != home).Select(p => p.Stretch));
    }

    private static bool Keeps(Viewing viewing, Lane lane, DayPart part, string site)
    {
        if (lane.Who.Kind != UserKind.Person || !part.Working)
            return false;
        if (lane.Where == WhereSight.Elsewhere && !lane.Days.IsUsual(part))
            return true;
        if (part.Kind == StayKind.Home)
            return lane.Where == WhereSight.Place;
        var there = viewing.SiteOf(part.Place);
        if (there is null || there == site)
            return false;
        // Of whom only the town is told, only the town is compared.
        if (lane.Where == WhereSight.Town && viewing.Places.Values.Any(p => p.Site == site && p.Town == viewing.Places[part.Place!].Town))
            return false;
        return viewing.Store.Travel().Between(there, site) is not { } way || way > LongestWay;
    }

    /// <summary>"works at home that day", "is in Halifax that day", "is elsewhere that day".</summary>
    public static string WhyNotThere(Viewing viewing, Lane lane, DayPart part) =>
        (lane.Where, part) switch
        {
            (WhereSight.Elsewhere, _) => "is elsewhere that day",
            (_, { Kind: StayKind.Home }) => "works at home that day",
            _ => $"works in {TownOf(viewing, part, viewing.TownOf(lane.Who))} that day",
        };

    /// <summary>
    /// What the clock of somebody at a moment is called, and its zone: that of where they are, where the viewer may know it.
    /// </summary>
    public static (string Town, DateTimeZone Zone) At(Viewing viewing, CalendarUser who, Instant moment)
    {
        var zone = who.HomeZone;
        if (who.Kind == UserKind.Person && viewing.RightsOnLane(who.Id).Sight > Core.Access.Sight.Nothing)
        {
            var around = new Stretch(moment - Duration.FromDays(1), moment + Duration.FromDays(1));
            var (from, until) = LaneReading.Around(around);
            zone = new PersonDays(who, around, viewing.Store.Stays([who.Id], from, until), viewing.Places, []).ZoneAt(moment);
        }

        return (Town(viewing, who, zone), zone);
    }

    /// <summary>What a clock of somebody's is called: the town of home, or of where they are then where that has another.</summary>
    public static string Town(Viewing viewing, CalendarUser who, DateTimeZone zone) =>
        zone.Id == who.Zone
            ? viewing.ClockOf(who)
            : viewing.Places.Values.FirstOrDefault(p => p.Zone == zone.Id)?.Town ?? Zones.City(zone.Id);

    private static string TownOf(Viewing viewing, DayPart part, string home) =>
        part.Place is { } place && viewing.Places.TryGetValue(place, out var known) ? known.Town : home;
}
