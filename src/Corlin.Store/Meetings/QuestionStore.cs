using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store;

/// <summary>What people are asked by those who keep their calendars.</summary>
internal sealed class QuestionStore(ChangeSession session) : IQuestionStore
{
    private CorlinDb Db => session.Db;

    public void Keep(Question question)
    {
        End(question.Of, question.Entry, question.RecurrenceId);
        Db.Questions.Add(Row(question));
        session.RaiseMain(question.Of);
    }

    public void End(UserId who, EntryId entry, LocalDateTime? recurrenceId)
    {
        var which = Texts.Write(recurrenceId);
        foreach (
            var row in Db.Questions.Where(q =>
                q.OfId == who.Value && q.EntryId == entry.Value && q.RecurrenceId == which && q.EndedById == null
            )
        )
            row.EndedById = session.Current.Id;
        session.RaiseMain(who);
    }

    /// <summary>What the change asked is asked no more, what it ended is asked again.</summary>
    internal void Restore(long change) =>
        session.RestoreKept(
            KeptLines.Questions,
            change,
            row =>
            {
                row.EndedById = session.Current.Id;
                session.RaiseMain(new UserId(row.OfId));
            },
            row =>
            {
                Db.Questions.Add(Row(ToCore(row)));
                session.RaiseMain(new UserId(row.OfId));
            }
        );

    internal static Question ToCore(QuestionRow row) =>
        new(new UserId(row.OfId), new UserId(row.ById), new EntryId(row.EntryId), Texts.ReadTime(row.RecurrenceId), row.Line, row.At)
        {
            Reply = row.Reply,
            Words = row.Words,
            RepliedAt = row.RepliedAt,
        };

    private QuestionRow Row(Question question) =>
        new()
        {
            OfId = question.Of.Value,
            ById = question.By.Value,
            EntryId = question.Entry.Value,
            RecurrenceId = Texts.Write(question.RecurrenceId),
            Line = question.Line,
            At = question.At,
            Reply = question.Reply,
            Words = question.Words,
            RepliedAt = question.RepliedAt,
            KeptById = session.Current.Id,
        };
}
