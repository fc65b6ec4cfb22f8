using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store.Mapping;

internal static class MailMapping
{
    public static MailRow ToRow(
        string messageId,
        MailAbout about,
        Mailbox from,
        Mailbox to,
        string subject,
        string? text,
        Instant at,
        long? outbox
    ) =>
        new()
        {
            OutboxId = outbox,
            MessageId = messageId,
            OfId = about.Of?.Value,
            Entry = about.Entry,
            Private = about.Private,
            FromName = from.Name,
            FromAddress = from.Address,
            ToName = to.Name,
            ToAddress = to.Address,
            Subject = subject,
            Text = text,
            At = at,
        };

    public static MailAbout About(MailRow row) => new(row.OfId is { } of ? new UserId(of) : null, row.Entry, row.Private);

    /// <param name="outbox">Null for what came in.</param>
    public static KeptMail ToCore(MailRow row, OutboxRow? outbox) =>
        new(
            row.Id,
            State(row, outbox),
            row.OfId is { } of ? new UserId(of) : null,
            row.Entry,
            row.Private,
            new Mailbox(row.FromName, row.FromAddress),
            new Mailbox(row.ToName, row.ToAddress),
            row.Subject,
            row.Text,
            row.At,
            outbox?.Failure,
            outbox is { Failures: > 0, SentAt: null, GivenUpAt: null } ? outbox.NotBefore : null,
            row.MessageId
        )
        {
            Asks = row.Asks,
            Why = row.Waits,
        };

    public static MeetingNews ToCore(MeetingNewsRow row) =>
        new(
            row.Id,
            row.Kind,
            new UserId(row.ToId),
            new UserId(row.LaneId),
            new EntryId(row.EntryId),
            row.RecurrenceId,
            new Stretch(row.Start, row.End),
            row.Note,
            row.ChangeId,
            row.At
        );

    private static MailState State(MailRow row, OutboxRow? outbox) =>
        outbox switch
        {
            null => row.Settled ? MailState.Filed : MailState.Unfiled,
            { SentAt: not null } => MailState.Sent,
            { GivenUpAt: not null } => MailState.Failed,
            { Failures: > 0 } => MailState.Trying,
            _ => MailState.Waiting,
        };
}
