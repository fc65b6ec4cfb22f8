using Corlin.Application.Wording;
using Corlin.Core.Time;

namespace Corlin.Application.Lanes;

/// <summary>When something on a lane is, in words.</summary>
internal static class LaneWords
{
    /// <summary>"today 15:00", with the place where it is told in another zone than the viewer's.</summary>
    public static string When(Viewing viewing, Lane lane, Stretch stretch)
    {
        var local = viewing.Zone.ToLocal(stretch.Start);
        var here = $"{English.NearDay(local.Date, viewing.Today)} {English.Time(local.TimeOfDay)}";
        var zone = lane.Days.ZoneAt(stretch.Start);
        var there = zone.ToLocal(stretch.Start);
        if (there == local)
            return here;
        var day = there.Date == local.Date ? "" : $"{there.DayOfWeek} ";
        return $"{here} ({day}{English.Time(there.TimeOfDay)} {WhereTo.Town(viewing, lane.Who, zone)})";
    }

    /// <summary>The hour of a moment of today, else its day.</summary>
    public static string At(Viewing viewing, NodaTime.Instant moment)
    {
        var local = viewing.Zone.ToLocal(moment);
        return local.Date == viewing.Today ? English.Time(local.TimeOfDay) : English.ShortDay(local.Date);
    }

    /// <summary>What stands there, as far as it may be known.</summary>
    public static string Name(LaneEntry entry) => entry.Told.Title ?? (entry.Told.Withheld ? "Private" : "something taken");

    /// <summary>What keeps somebody from being where something in person takes place; who can join by link need not be there.</summary>
    public static Core.Whereabouts.DayPart? NotThere(Viewing viewing, Lane lane, LaneEntry entry) =>
        entry.Told is { AllDay: false, Whole.Link: null } ? WhereTo.Keeps(viewing, lane, entry.Told.Stretch, entry.Site) : null;
}
