using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>One paper, for whoever knows its entry whole.</summary>
/// <param name="Lane">The public id of whose lane the entry was chosen on.</param>
public sealed record ReadPaper(UserId Viewer, string Entry, string Paper, LocalDateTime? RecurrenceId, string Lane, Instant Now)
{
    public Paper Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Lane);
        var entry = store.Entry(Entry);
        if (owner is null || entry is null || Occurrences.Find(entry, RecurrenceId, owner.HomeZone) is not { } occurrence)
            throw new RefusedException(RefusalKind.NotFound);
        var knows =
            viewing.CalendarsOf([owner.Id]).TryGetValue(owner.Id, out var own) && own.Told(viewing, occurrence) is { Whole: not null };
        if (!knows)
            throw new RefusedException(RefusalKind.NotFound);
        return store.Papers([entry.Id]).FirstOrDefault(p => p.PublicId == Paper) ?? throw new RefusedException(RefusalKind.NotFound);
    }
}
