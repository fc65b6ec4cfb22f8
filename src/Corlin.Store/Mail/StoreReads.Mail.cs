using System.Collections.ObjectModel;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// The mail room.
internal partial class StoreReads
{
    public IReadOnlyList<KeptMail> Mails(MailAsked asked, int limit)
    {
        var all = asked.Of.Keys.Select(o => (long?)o.Value).ToArray();
        var withPrivate = asked.Of.Where(o => o.Value).Select(o => (long?)o.Key.Value).ToArray();
        if (all.Length == 0 && !asked.OfNobody)
            return [];
        if (asked.OfNobody)
            all = [.. all, null];
        var mails = Db.Mails.AsNoTracking().Where(m => all.Contains(m.OfId));
        if (asked.Before is { } before)
            mails = mails.Where(m => m.Id < before);
        if (asked.OnlyOpen)
            mails = mails.Where(m => !m.Settled);
        if (asked.Entry is { } entry)
            mails = mails.Where(m => m.Entry == entry);
        // The strictest of what it was when it was written and what it is now.
        mails = mails.Where(m =>
            withPrivate.Contains(m.OfId) || m.OfId == null || (!m.Private && !Db.Entries.Any(e => e.PublicId == m.Entry && e.Private))
        );
        if (asked.Text is { Length: > 0 } text)
        {
            var pattern = $"%{text}%";
            mails = mails.Where(m =>
                EF.Functions.Like(m.Subject, pattern)
                || EF.Functions.Like(m.FromName, pattern)
                || EF.Functions.Like(m.ToName, pattern)
                || EF.Functions.Like(m.FromAddress, pattern)
                || EF.Functions.Like(m.ToAddress, pattern)
            );
        }

        bool Asks(MailState state) => asked.States.Contains(state);
        var (waiting, trying, failed, sent, filed, unfiled) = (
            Asks(MailState.Waiting),
            Asks(MailState.Trying),
            Asks(MailState.Failed),
            Asks(MailState.Sent),
            Asks(MailState.Filed),
            Asks(MailState.Unfiled)
        );
        return
        [
            .. WithOutbox(mails)
                .Where(m =>
                    m.Outbox == null
                        ? (m.Mail.Settled ? filed : unfiled)
                        : m.Outbox.WithdrawnAt == null
                            && (
                                m.Outbox.SentAt != null ? sent
                                : m.Outbox.GivenUpAt != null ? failed
                                : m.Outbox.Failures > 0 ? trying
                                : waiting
                            )
                )
                .OrderByDescending(m => m.Mail.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(m => MailMapping.ToCore(m.Mail, m.Outbox)),
        ];
    }

    /// <summary>Letters that somebody wrote by hand and nobody took back.</summary>
    private IQueryable<MailRow> Letters() =>
        from mail in Db.Mails.AsNoTracking()
        join sent in Db.Outbox.AsNoTracking() on mail.OutboxId equals (long?)sent.Id
        join change in Db.Changes.AsNoTracking() on sent.ChangeId equals change.Id
        where sent.WithdrawnAt == null && change.Kind == ChangeKind.MailWritten
        select mail;

    public IReadOnlyList<WrittenLetter> LettersAbout(string entry, int limit) =>
        [
            .. Letters()
                .Where(m => m.Entry == entry)
                .OrderByDescending(m => m.Id)
                .Select(m => new WrittenLetter(m.ToAddress, m.At))
                .Take(limit),
        ];

    public IReadOnlyDictionary<(string Entry, string To), Instant> LastLetters(
        IReadOnlyCollection<string> entries,
        IReadOnlyCollection<string> addresses
    )
    {
        if (entries.Count == 0 || addresses.Count == 0)
            return new Dictionary<(string, string), Instant>();
        return Letters()
            .Where(m => m.Entry != null && entries.Contains(m.Entry) && addresses.Contains(m.ToAddress))
            .Select(m => new
            {
                m.Entry,
                m.ToAddress,
                m.At,
            })
            .AsEnumerable()
            .GroupBy(w => (w.Entry!, w.ToAddress.ToLowerInvariant()))
            .ToDictionary(g => g.Key, g => g.Max(w => w.At));
    }

    public IReadOnlyList<MeetingNews> MeetingNewsFor(UserId who, Instant now, int limit)
    {
        var since = now - NewsKept;
        return
        [
            .. Db
                .MeetingNews.AsNoTracking()
                .Where(n => n.ToId == who.Value && !n.PutAway && n.At > since)
                .OrderByDescending(n => n.At)
                .ThenByDescending(n => n.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(MailMapping.ToCore),
        ];
    }

    public IReadOnlyDictionary<long, string> NotesWith(IReadOnlyCollection<long> changes)
    {
        var wanted = changes.ToArray();
        if (wanted.Length == 0)
            return ReadOnlyDictionary<long, string>.Empty;
        return Db
            .MeetingNews.Where(n => wanted.Contains(n.ChangeId) && n.Note != null)
            .GroupBy(n => n.ChangeId)
            .Select(g => new { g.Key, Note = g.Max(n => n.Note) })
            .ToDictionary(g => g.Key, g => g.Note!);
    }

    public KeptMail? Mail(long id) => Kept(Db.Mails.AsNoTracking().Where(m => m.Id == id));

    public byte[]? MailSource(long id) => Db.MailSources.AsNoTracking().Where(s => s.MailId == id).Select(s => s.Source).FirstOrDefault();

    public KeptMail? MailByMessageId(string messageId) =>
        Kept(Db.Mails.AsNoTracking().Where(m => m.MessageId == messageId && m.OutboxId != null));

    private KeptMail? Kept(IQueryable<MailRow> one) =>
        WithOutbox(one)
            .AsEnumerable()
            .Where(m => m.Outbox?.WithdrawnAt is null)
            .Select(m => MailMapping.ToCore(m.Mail, m.Outbox))
            .FirstOrDefault();

    private IQueryable<MailWithOutbox> WithOutbox(IQueryable<MailRow> mails) =>
        mails.LeftJoin(Db.Outbox.AsNoTracking(), m => m.OutboxId, o => (long?)o.Id, (m, o) => new MailWithOutbox { Mail = m, Outbox = o });

    private sealed class MailWithOutbox
    {
        public required MailRow Mail { get; init; }
        public OutboxRow? Outbox { get; init; }
    }
}
