using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store;

/// <summary>Until when those who are asked to meetings are to answer.</summary>
internal sealed class DeadlineStore(ChangeSession session) : IDeadlineStore
{
    private CorlinDb Db => session.Db;

    public void Keep(AnswerDeadline deadline)
    {
        End(deadline.Entry, deadline.RecurrenceId);
        Add(deadline);
    }

    public void End(EntryId entry, LocalDateTime? recurrenceId)
    {
        var which = Texts.Write(recurrenceId);
        foreach (var row in Db.Deadlines.Where(d => d.EntryId == entry.Value && d.RecurrenceId == which && d.EndedById == null))
            Ended(row);
    }

    /// <summary>What the change set stands no more, what it ended stands again.</summary>
    internal void Restore(long change) => session.RestoreKept(KeptLines.Deadlines, change, Ended, row => Add(ToCore(row)));

    internal static AnswerDeadline ToCore(DeadlineRow row) =>
        new(new EntryId(row.EntryId), Texts.ReadTime(row.RecurrenceId), row.At, row.Then, new UserId(row.ById));

    private void Ended(DeadlineRow row)
    {
        row.EndedById = session.Current.Id;
        Raise(row.EntryId);
    }

    private void Add(AnswerDeadline deadline)
    {
        Db.Deadlines.Add(
            new DeadlineRow
            {
                EntryId = deadline.Entry.Value,
                RecurrenceId = Texts.Write(deadline.RecurrenceId),
                At = deadline.At,
                Then = deadline.Then,
                ById = deadline.By.Value,
                KeptById = session.Current.Id,
            }
        );
        Raise(deadline.Entry.Value);
    }

    /// <summary>Only who organises a meeting is told of its deadline.</summary>
    private void Raise(long entry) => session.RaiseMain(new UserId(Db.Entries.Where(e => e.Id == entry).Select(e => e.OwnerId).Single()));
}
