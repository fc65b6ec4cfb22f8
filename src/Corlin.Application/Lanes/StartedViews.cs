using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>A meeting in whose conference somebody is now.</summary>
/// <param name="For">Whose lane it is on.</param>
/// <param name="Words">"since 09:40, Tomé Vidal is in".</param>
public sealed record StartedView(PersonView For, string Title, string Words, string Link, string Entry, string? Occurrence);

/// <summary>Who is in which conference now; read once for all lanes.</summary>
internal sealed class StartedNow(ICalendarReads store, Instant now)
{
    private const int Most = 2_000;

    private readonly Lazy<ILookup<(EntryId, LocalDateTime?), Presence>> present = new(() =>
        store.PresentSince(now - Presence.Unheard, Most).Where(p => p.IsIn(now)).ToLookup(p => (p.Entry, p.RecurrenceId))
    );

    /// <summary>Who is in, told to those who know the meeting whole; empty where nobody is.</summary>
    public IReadOnlyList<Presence> In(LaneEntry entry) =>
        present.Value.Count == 0 || entry.Told.Whole?.Link is null
            ? []
            : [.. present.Value[(entry.Occurrence.Entry.Id, entry.Occurrence.RecurrenceId)]];

    /// <summary>"Tomé Vidal is in", "Tomé Vidal and 2 more are in"; null where nobody is.</summary>
    public string? Words(LaneEntry entry)
    {
        var present = In(entry);
        if (present.Count <= 1)
            return present.Count == 0 ? null : $"{present[0].Name} is in";
        return $"{present[0].Name} and {(present.Count == 2 ? present[1].Name : $"{present.Count - 1} more")} are in";
    }
}

internal static class StartedViews
{
    /// <summary>What somebody has started of what stands on some lanes.</summary>
    public static IReadOnlyList<StartedView> Of(Viewing viewing, IReadOnlyList<Lane> lanes) =>
        [
            .. lanes
                .SelectMany(lane => lane.Entries.Select(e => (lane, entry: e)))
                .Where(x => x.entry.Told is { Sight: Sight.Everything, PublicId: not null })
                .Select(x => (x.lane, x.entry, words: viewing.Started.Words(x.entry)))
                .Where(x => x.words is not null)
                .DistinctBy(x => (x.entry.Occurrence.Entry.Id, x.entry.Occurrence.RecurrenceId))
                .Select(x => new StartedView(
                    viewing.View(x.lane.Who),
                    x.entry.Told.Title!,
                    $"since {English.Time(viewing.Zone.ToLocal(viewing.Started.In(x.entry).Min(p => p.JoinedAt!.Value)).TimeOfDay)}, {x.words}",
                    x.entry.Told.Whole!.Link!,
                    x.entry.Told.PublicId!,
                    LaneViews.Id(x.entry.Told.RecurrenceId)
                )),
        ];

    /// <summary>Who was in the conference of an occurrence and from when to when, in the order in which they came.</summary>
    public static IReadOnlyList<string> WasIn(Viewing viewing, Entry entry, LocalDateTime? recurrenceId)
    {
        string At(Instant moment) => English.Time(viewing.Zone.ToLocal(moment).TimeOfDay);
        return
        [
            .. viewing
                .Store.PresencesOf(entry.Id, recurrenceId, 300)
                .Where(p => p.JoinedAt is not null)
                .Select(p => $"{p.Name}, {At(p.JoinedAt!.Value)}{(p.Until(viewing.Now) is { } until ? $" to {At(until)}" : ", still in")}"),
        ];
    }
}
