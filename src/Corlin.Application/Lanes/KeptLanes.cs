using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Application.Lanes;

/// <summary>
/// The lanes that a reader keeps: those of their principals, and below them their own, where something on it takes time in the days ahead.
/// </summary>
internal static class KeptLanes
{
    private const int AheadDays = 21;

    /// <summary>Each with what stands on it in the days ahead.</summary>
    public static IReadOnlyList<Lane> Read(Viewing viewing)
    {
        IReadOnlyList<CalendarUser> people = [.. viewing.Principals, viewing.Person];
        var ahead = new Stretch(viewing.Zone.Day(viewing.Today).Start, viewing.Zone.Day(viewing.Today.PlusDays(AheadDays)).End);
        var lanes = LaneReading.Read(viewing, people, ahead);
        var own = lanes[^1];
        return lanes.Count > 1 && own.Absences.IsEmpty && own.Entries.All(e => e.Told.Takes == TimeTaken.Free)
            ? [.. lanes.SkipLast(1)]
            : lanes;
    }
}
