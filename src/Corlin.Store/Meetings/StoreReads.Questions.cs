using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// What people are asked by those who keep their calendars.
internal partial class StoreReads
{
    public IReadOnlyList<Question> QuestionsTo(IReadOnlyCollection<UserId> who, int limit)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return
        [
            .. Db
                .Questions.AsNoTracking()
                .Where(q => wanted.Contains(q.OfId) && q.EndedById == null)
                .OrderBy(q => q.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(QuestionStore.ToCore),
        ];
    }

    public Question? QuestionOn(UserId who, EntryId entry, LocalDateTime? recurrenceId)
    {
        var which = Texts.Write(recurrenceId);
        return Db
            .Questions.AsNoTracking()
            .Where(q => q.OfId == who.Value && q.EntryId == entry.Value && q.RecurrenceId == which && q.EndedById == null)
            .AsEnumerable()
            .Select(QuestionStore.ToCore)
            .SingleOrDefault();
    }
}
