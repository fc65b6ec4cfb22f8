using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Application.Waiting;

/// <summary>What is open for those whom somebody speaks for: what waits on the Desk, and what waits for others.</summary>
internal static class OpenItems
{
    private const int LookAheadDays = 21;

    public static IReadOnlyList<QueueRow> Read(Viewing viewing, IReadOnlyList<CalendarUser> principals)
    {
        var span = new Stretch(viewing.Zone.Day(viewing.Today).Start, viewing.Zone.Day(viewing.Today.PlusDays(LookAheadDays)).End);
        var ids = principals.Select(p => p.PublicId).ToHashSet();
        var waiting = ChaseRows.Read(viewing, principals).Where(r => r.Group == ChaseGroup.Answers).Select(Wait);
        return [.. DeskQueue.Build(viewing, LaneReading.Read(viewing, principals, span)).Where(r => ids.Contains(r.For.Id)), .. waiting];
    }

    /// <summary>A meeting that waits for answers: nothing to be done yet but to know of whom.</summary>
    private static QueueRow Wait(ChaseRow row) =>
        new(
            $"wait-{row.Entry}-{row.Occurrence}",
            "Wait",
            row.Organiser,
            row.Title,
            row.When,
            row.Judgement.TrimEnd('.'),
            "plain",
            row.Reason,
            row.Entry,
            row.Occurrence,
            row.Start,
            row.End,
            row.Start
        );
}
