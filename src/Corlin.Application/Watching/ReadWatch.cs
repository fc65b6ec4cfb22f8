using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Watching;

/// <summary>What needs a look on the calendars that the viewer keeps, and how far ahead is looked.</summary>
/// <param name="Lead">How many there are.</param>
/// <param name="Dismissed">What was dismissed and has not changed since.</param>
/// <param name="Kinds">What is looked for, in the order in which it is told.</param>
/// <param name="MostDays">No further ahead is looked.</param>
public sealed record NeedsLookView(
    string Lead,
    IReadOnlyList<QueueRow> Rows,
    IReadOnlyList<QueueRow> Dismissed,
    IReadOnlyList<PersonView> Of,
    IReadOnlyList<LookedForView> Kinds,
    int MostDays
);

/// <param name="Words">What is looked for.</param>
/// <param name="Days">How far ahead, for each of those whose calendars are kept, in their order; 0 where it is not looked for.</param>
public sealed record LookedForView(ConcernKind Kind, string Words, IReadOnlyList<int> Days);

public sealed record ReadWatch(UserId Viewer, Instant Now)
{
    public NeedsLookView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var kept = KeptLanes.Read(viewing).Where(l => l.Rights.MaySpeakFor).ToList();
        var (standing, dismissed) = Concerns.All(viewing, kept);
        var said = store.LookAheads([.. kept.Select(l => l.Who.Id)]);
        return new NeedsLookView(
            English.NeedsLookLead(standing.Count, dismissed.Count),
            [.. standing.Select(c => c.Row(viewing))],
            [.. dismissed.Select(c => c.Row(viewing))],
            [.. kept.Select(l => viewing.View(l.Who))],
            [
                .. Enum.GetValues<ConcernKind>()
                    .Select(kind => new LookedForView(
                        kind,
                        English.LookedFor(kind),
                        [.. kept.Select(l => LookAheads.For(kind, said.GetValueOrDefault(l.Who.Id, ImmutableArray<LookAhead>.Empty)))]
                    )),
            ],
            LookAheads.MostDays
        );
    }
}
