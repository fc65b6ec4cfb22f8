using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>A change from an occurrence on: it ended a series and began another behind it.</summary>
/// <param name="Before">The series before.</param>
/// <param name="Kept">What it left of it.</param>
/// <param name="Begun">The one that it began.</param>
internal sealed record CutSeries(Entry Before, Entry Kept, Entry Begun)
{
    /// <summary>
    /// The cut among what a change did; null where it was none, or did more besides. What is tied to one of the two goes along with it.
    /// </summary>
    public static CutSeries? In(IReadOnlyList<ChangedEntry> did)
    {
        var own = did.Where(e => e.After?.Tie is not { } tie || did.All(o => o.Id != tie.To)).ToList();
        return
            own.Count == 2
            && own.FirstOrDefault(e => e.Before is null)?.After is { } begun
            && own.FirstOrDefault(e => e.Before is not null) is { Before: { } before, After: { } kept }
            ? new CutSeries(before, kept, begun)
            : null;
    }

    /// <summary>How the two as they stand become one again; null where there is no way back.</summary>
    public (Transition Ended, Transition Restored)? Back(Entry keptNow, Entry begunNow) =>
        TurnBack.OfCut(Before, Kept, Begun, keptNow, begunNow);

    /// <summary>By how much what began stands apart from where the old series would have gone on.</summary>
    public Period Backwards =>
        Kept.Rule?.Until is { } until ? Period.Between(Begun.Time.LocalStart, until.Time.PlusSeconds(1)) : Period.Zero;
}
