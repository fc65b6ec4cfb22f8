using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Watching;

/// <summary>One look over some lanes: how far ahead each kind of thing matters on each.</summary>
internal sealed class Looking(Viewing viewing, IReadOnlyDictionary<UserId, ImmutableArray<LookAhead>> said)
{
    private readonly Dictionary<(ConcernKind Kind, UserId Lane), Instant> untils = [];

    public Viewing Viewing => viewing;

    public static Looking Over(Viewing viewing, IReadOnlyList<Lane> lanes) =>
        new(viewing, viewing.Store.LookAheads([.. lanes.Select(l => l.Who.Id)]));

    public int Days(ConcernKind kind, Lane lane) => LookAheads.For(kind, said.GetValueOrDefault(lane.Who.Id, []));

    /// <summary>Until when one kind is looked for on a lane, worked out once; now where it is not looked for.</summary>
    public Instant Until(ConcernKind kind, Lane lane) =>
        untils.TryGetValue((kind, lane.Who.Id), out var until) ? until : untils[(kind, lane.Who.Id)] = WorkOut(kind, lane);

    private Instant WorkOut(ConcernKind kind, Lane lane)
    {
        var days = Days(kind, lane);
        if (days == 0)
            return viewing.Now;
        var last = viewing.Today.PlusDays(days - 1);
        // The day before a Monday is the Friday.
        if (kind == ConcernKind.Unprepared)
            for (var free = 0; free < LookAheads.MostDays && !lane.Hours.Overlaps(viewing.Zone.Day(last)); free++)
                last = last.PlusDays(1);
        return viewing.Zone.Day(last).End;
    }

    /// <summary>Whether something that begins then matters.</summary>
    public bool IsDue(ConcernKind kind, Lane lane, Instant start) => start > viewing.Now && start < Until(kind, lane);

    /// <summary>The same thing on a lane has the same name, whether or not it may be told.</summary>
    public static string Name(LaneEntry entry) =>
        entry.Told.PublicId is { } id
            ? $"{id}{(entry.Told.RecurrenceId is { } which ? $"@{LaneViews.Id(which)}" : "")}"
            : LaneViews.Ms(entry.Told.Stretch.Start).ToString(System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>Where something stands, as a fact.</summary>
    public static string At(LaneEntry entry) =>
        FormattableString.Invariant($"{Name(entry)} {LaneViews.Ms(entry.Told.Stretch.Start)}/{LaneViews.Ms(entry.Told.Stretch.End)}");
}
