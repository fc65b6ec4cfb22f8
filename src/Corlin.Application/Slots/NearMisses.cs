using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>A time that comes near to a free slot.</summary>
/// <param name="Verdict">Who stands in the way, in a few words.</param>
/// <param name="Reason">What stands in the way, as far as the viewer may know it.</param>
public sealed record NearMissView(long Start, long End, string When, string Verdict, string Tone, string Reason);

/// <summary>What comes nearest where little fits.</summary>
internal static class NearMisses
{
    private const int Most = 3;

    /// <param name="but">What does not count.</param>
    public static IReadOnlyList<NearMissView> Read(Viewing viewing, IReadOnlyList<Lane> lanes, SlotWork work, Apart but)
    {
        var byKey = lanes.ToDictionary(l => l.Who.PublicId);
        return [.. Misses.Nearest(work, viewing.Zone, Most).Select(m => View(viewing, byKey, m, but))];
    }

    private static NearMissView View(Viewing viewing, Dictionary<string, Lane> lanes, NearMiss miss, Apart but)
    {
        var local = viewing.Zone.ToLocal(miss.Stretch.Start);
        return new NearMissView(
            LaneViews.Ms(miss.Stretch.Start),
            LaneViews.Ms(miss.Stretch.End),
            $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}",
            English.AllBut([.. miss.Hindered.Select(h => lanes[h.Person].Who.GivenName)]),
            miss.Hindered.Length == 1 ? "doubt" : "wrong",
            Reason(viewing, lanes, miss, but)
        );
    }

    /// <summary>What stands in the way, as far as the viewer may know it, in sentences.</summary>
    public static string Reason(Viewing viewing, IReadOnlyDictionary<string, Lane> lanes, NearMiss miss, Apart but) =>
        string.Join(" ", miss.Hindered.SelectMany(h => Reasons(viewing, lanes[h.Person], h, miss.Stretch, but)).Select(r => r + "."));

    private static IEnumerable<string> Reasons(Viewing viewing, Lane lane, Hindrance hindered, Stretch stretch, Apart but) =>
        hindered.Why.Select(obstacle =>
            obstacle switch
            {
                Obstacle.Away => English.AwayThen(lane.Who.GivenName),
                Obstacle.OutOfHours => OutOfHours(viewing, lane, hindered, stretch),
                Obstacle.Taken => English.TakenThen(lane.Who.GivenName, Taking(lane, stretch, but)),
                _ => English.Hindered(lane.Who.GivenName, obstacle),
            }
        );

    private static string OutOfHours(Viewing viewing, Lane lane, Hindrance hindered, Stretch stretch)
    {
        var name = lane.Who.GivenName;
        string At(Instant moment) => AtTime.Local(viewing, lane.Who, lane.Days.ZoneAt(moment), moment);
        if (hindered.Early > Duration.Zero)
            return English.TooEarly(name, hindered.Early, At(stretch.Start));
        if (hindered.Late > Duration.Zero)
            return English.TooLate(name, hindered.Late, At(stretch.End));
        return lane.Days.HoursIfOpen.Overlaps(stretch) ? English.DayOffOf(name) : English.NotWorking(name, At(stretch.Start));
    }

    /// <summary>The title of what takes the time, where the viewer may know it.</summary>
    private static string? Taking(Lane lane, Stretch stretch, Apart but) =>
        lane
            .Entries.Where(e => e.Told.Takes > TimeTaken.Free && e.Told.Stretch.Overlaps(stretch) && !but.Has(e.Occurrence.Entry))
            .MaxBy(e => e.Told.Takes)
            ?.Told.Title;
}
