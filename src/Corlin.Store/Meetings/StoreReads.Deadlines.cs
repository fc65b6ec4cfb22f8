using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// Until when those who are asked to meetings are to answer.
internal partial class StoreReads
{
    public IReadOnlyList<AnswerDeadline> Deadlines(IReadOnlyCollection<EntryId> entries)
    {
        var wanted = entries.Select(e => e.Value).ToArray();
        return
        [
            .. Db
                .Deadlines.AsNoTracking()
                .Where(d => wanted.Contains(d.EntryId) && d.EndedById == null)
                .AsEnumerable()
                .Select(DeadlineStore.ToCore),
        ];
    }

    public AnswerDeadline? DeadlineOn(EntryId entry, LocalDateTime? recurrenceId) =>
        Deadlines([entry]).FirstOrDefault(d => d.RecurrenceId == recurrenceId);

    public IReadOnlyList<AnswerDeadline> DeadlinesDue(Instant now, int limit) =>
        [
            .. Db
                .Deadlines.AsNoTracking()
                .Where(d => d.At <= now && d.Then != AfterDeadline.Told && d.EndedById == null)
                .OrderBy(d => d.At)
                .Take(limit)
                .AsEnumerable()
                .Select(DeadlineStore.ToCore),
        ];
}
