using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;

namespace Corlin.Application.Lanes;

/// <summary>Whether somebody, or a room, can be had now and until when, in words.</summary>
internal static class ReachWords
{
    /// <summary>"free to 11:00", "taken to 10:00", "day starts in 2 h", "day is over", "away".</summary>
    public static string Now(Viewing viewing, Lane lane)
    {
        var taken = StretchSet.Of(lane.Entries.Where(e => e.Told.Takes >= TimeTaken.Pencilled).Select(e => e.Told.Stretch));
        var at = Days.At(viewing.Now, lane.Hours, taken, lane.Absences);
        var midnight = at.Until is { } until && viewing.Zone.ToLocal(until).Date > viewing.Today;
        string Clock() => English.Time(viewing.Zone.ToLocal(at.Until!.Value).TimeOfDay);
        return at.Reach switch
        {
            Reach.Free => midnight ? "free today" : $"free until {Clock()}",
            Reach.Taken => midnight ? "taken today" : $"taken until {Clock()}",
            Reach.OutOfHours when at.Until is { } start => $"day starts in {English.Length(start - viewing.Now)}",
            Reach.OutOfHours => "day is over",
            _ => "away",
        };
    }
}
