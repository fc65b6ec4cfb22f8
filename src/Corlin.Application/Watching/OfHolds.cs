using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Time;
using Corlin.Core.Watch;

namespace Corlin.Application.Watching;

/// <summary>Held times that lapse before anybody has chosen one.</summary>
internal static class OfHolds
{
    public static IEnumerable<Concern> Find(Looking looking, Lane lane)
    {
        var viewing = looking.Viewing;
        foreach (var held in lane.Entries.Where(e => e.Told.Whole?.HoldRequest is not null).GroupBy(e => e.Told.Whole!.HoldRequest!))
        {
            var first = held.MinBy(e => e.Told.Stretch.Start)!;
            if (first.Told.Whole!.LapsesAt is not { } lapses || !looking.IsDue(ConcernKind.HoldsLapse, lane, lapses))
                continue;
            yield return new Concern(ConcernKind.HoldsLapse, lane, held.Key, $"{LaneViews.Ms(lapses)} {held.Count()}", lapses)
            {
                Title = first.Told.Title!,
                Text = $"{English.Count(held.Count(), "time", "times")} held",
                Judgement = "Lapses",
                Reason = English.Moment(viewing.Zone.ToLocal(lapses), viewing.Today),
                Entry = first,
                Marked = first.Told.Stretch,
                Ways = [new(WayOutKind.Entry, "Open it to decide")],
            };
        }
    }
}
