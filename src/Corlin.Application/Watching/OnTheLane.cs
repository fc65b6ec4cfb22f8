using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Watching;

/// <summary>What stands on a lane and cannot be kept as it stands: two at once, no time on the way, a place where nobody will be.</summary>
internal static class OnTheLane
{
    public static IEnumerable<Concern> Find(Looking looking, Lane lane) =>
        Overlapping(looking, lane).Concat(TooFar(looking, lane)).Concat(NotThere(looking, lane));

    private static IEnumerable<Concern> Overlapping(Looking looking, Lane lane)
    {
        foreach (var clash in LaneViews.ClashesOn(lane).Where(c => looking.IsDue(ConcernKind.Clash, lane, c.Shared.Start)))
        {
            var (first, second) = (clash.First.Key, clash.Second.Key);
            // An invitation not answered is a row of its own and says the clash there.
            if (IsToAnswer(first, lane) || IsToAnswer(second, lane))
                continue;
            yield return new Concern(
                ConcernKind.Clash,
                lane,
                $"{Looking.Name(second)}-{Looking.Name(first)}",
                $"{Looking.At(first)} {Looking.At(second)}",
                second.Told.Stretch.Start
            )
            {
                Title = second.Told.Title ?? "Private",
                Text = LaneWords.When(looking.Viewing, lane, second.Told.Stretch),
                Judgement = "Clashes",
                Tone = "wrong",
                Reason = $"{LaneWords.Name(first)}, {English.Length(clash.Shared.Length)}",
                Entry = second,
                Other = first,
                Marked = clash.Shared,
            };
        }
    }

    private static IEnumerable<Concern> TooFar(Looking looking, Lane lane)
    {
        foreach (
            var (way, from, to) in LaneViews
                .WaysOn(looking.Viewing, lane)
                .Where(w => w.Way.ShortBy > Duration.Zero && looking.IsDue(ConcernKind.NoWay, lane, w.Way.To.Stretch.Start))
        )
        {
            var there = There(way.Needed, way.Needed - way.ShortBy);
            yield return new Concern(
                ConcernKind.NoWay,
                lane,
                $"{Looking.Name(from!)}-{Looking.Name(to!)}",
                $"{Looking.At(from!)} {Looking.At(to!)} {way.ShortBy.TotalMinutes}",
                to!.Told.Stretch.Start
            )
            {
                Title = to.Told.Title ?? "Private",
                Text = LaneWords.When(looking.Viewing, lane, to.Told.Stretch),
                Judgement = "Too far",
                Tone = "wrong",
                Reason = from!.Told.Place is { } place
                    ? $"{English.Length(way.Needed)} from {place}; {there}"
                    : $"the journey takes {English.Length(way.Needed)}; {there}",
                Entry = to,
                Other = from,
                Marked = to.Told.Stretch,
            };
        }
    }

    private static IEnumerable<Concern> NotThere(Looking looking, Lane lane)
    {
        foreach (
            var entry in lane.Entries.Where(e =>
                e.Told.Takes >= TimeTaken.Pencilled && looking.IsDue(ConcernKind.Elsewhere, lane, e.Told.Stretch.Start)
            )
        )
        {
            // What is not answered says it there.
            if (IsToAnswer(entry, lane) || LaneWords.NotThere(looking.Viewing, lane, entry) is not { } part)
                continue;
            yield return new Concern(
                ConcernKind.Elsewhere,
                lane,
                Looking.Name(entry),
                $"{Looking.At(entry)} {entry.Site} {part.Kind} {part.Place}",
                entry.Told.Stretch.Start
            )
            {
                Title = entry.Told.Title ?? "Private",
                Text = LaneWords.When(looking.Viewing, lane, entry.Told.Stretch),
                Judgement = "Elsewhere",
                Tone = "wrong",
                Reason = WhereTo.WhyNotThere(looking.Viewing, lane, part),
                Entry = entry,
                Marked = entry.Told.Stretch,
                Ways = [new(WayOutKind.Entry, "Open the entry"), new(WayOutKind.Whereabouts, "Open in Whereabouts")],
            };
        }
    }

    private static bool IsToAnswer(LaneEntry entry, Lane lane) =>
        entry.Told.Whole is not null
        && Agreement.Of(entry.Occurrence.Entry, lane.Who.Id, entry.Told.RecurrenceId) is { Answer: Answer.None };

    /// <summary>How much time there is for a way, in the unit of what it takes: "40 minutes …; there are 30".</summary>
    private static string There(Duration needed, Duration available)
    {
        var hour = Duration.FromHours(1);
        if (available <= Duration.Zero)
            return "there is no time";
        return needed < hour && available >= Duration.FromMinutes(2)
            ? $"there are {(int)available.TotalMinutes}"
            : $"there is {English.Length(available)}";
    }
}
