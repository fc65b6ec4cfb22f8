using System.Text.Json;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>What goes to others, and what comes from them.</summary>
internal sealed class MailStore(ChangeSession session) : IMailStore, IMeetingNewsStore
{
    private int messages;

    private CorlinDb Db => session.Db;

    public bool TakeIn(string messageKey)
    {
        if (Db.TakenIn.Find(messageKey) is not null)
            return false;
        Db.TakenIn.Add(new TakenInRow { Key = messageKey, At = session.Now });
        Db.SaveChanges();
        return true;
    }

    public void Send(OutboxMessage message, MailAbout? about = null)
    {
        if (OutboxMapping.To(message) is { } to && PersonDeletion.IsNobody(to.Address))
            return;
        var asked = message.Mail is { Attendees.Count: > OutboxMapping.MostInBody } many ? AskedIn(many.Attendees) : (long?)null;
        var row = new OutboxRow
        {
            AskedId = asked,
            ChangeId = session.Current.Id,
            MessageId = FormattableString.Invariant(
                $"{session.Current.Id}.{messages++}.{session.Current.At.ToUnixTimeMilliseconds()}@corlin.example"
            ),
            NotBefore = session.Now + ChangeSession.TimeOfUndo,
            Body = OutboxMapping.ToBody(message, asked: asked is null),
        };
        var kept = about is null
            ? null
            : message switch
            {
                { Mail: { } mail } => Kept(mail.IsAnswer ? mail.From : mail.SentBy ?? mail.Organiser, mail.To, mail.Subject),
                { Letter: { } letter } => Kept(letter.From, letter.To, letter.Subject),
                _ => throw new ArgumentException("The mail room keeps no notices.", nameof(about)),
            };
        handed.Add((row, kept));

        MailRow Kept(Mailbox from, Mailbox to, string subject) =>
            MailMapping.ToRow(row.MessageId, about, from, to, subject, null, row.NotBefore, null);
    }

    private readonly List<(OutboxRow Message, MailRow? Kept)> handed = [];

    private (IReadOnlyList<AddressedAttendee> All, long Id)? lastAsked;

    private long AskedIn(IReadOnlyList<AddressedAttendee> all)
    {
        if (lastAsked is { } last && ReferenceEquals(last.All, all))
            return last.Id;
        var row = new AskedRow { Json = JsonSerializer.Serialize(all, Texts.Json) };
        Db.Asked.Add(row);
        Db.SaveChanges();
        lastAsked = (all, row.Id);
        return row.Id;
    }

    /// <summary>Writes what was handed over: many messages cost as much as one to be written, not each as much as all before it.</summary>
    internal void WriteHandedOver()
    {
        if (handed.Count == 0)
            return;
        var (message, mail) = (session.LastNumber("Outbox"), session.LastNumber("Mails"));
        using var messages = new BulkInsert<OutboxRow>(Db);
        using var mails = new BulkInsert<MailRow>(Db);
        foreach (var (row, kept) in handed)
        {
            row.Id = ++message;
            messages.Add(row);
            if (kept is null)
                continue;
            (kept.Id, kept.OutboxId) = (++mail, row.Id);
            mails.Add(kept);
        }

        handed.Clear();
    }

    public void SendAgain(KeptMail mail)
    {
        var row = Db.Mails.Where(m => m.Id == mail.Id).Join(Db.Outbox, m => m.OutboxId, o => o.Id, (_, o) => o).Single();
        (row.GivenUpAt, row.Failures, row.NotBefore) = (null, 0, session.Now);
        Db.SaveChanges();
    }

    public void LetBe(KeptMail mail)
    {
        Db.Mails.Single(m => m.Id == mail.Id).Settled = true;
        Db.SaveChanges();
    }

    public bool PutAway(UserId who, long news)
    {
        if (Db.MeetingNews.SingleOrDefault(n => n.Id == news && n.ToId == who.Value) is not { } row)
            return false;
        row.PutAway = true;
        Db.SaveChanges();
        return true;
    }

    public void FileLater(KeptMail mail, MailAbout about)
    {
        Refile(
            Db.Mails.Single(m => m.Id == mail.Id),
            new MailFiled(about.Of?.Value, about.Entry, about.Private, Settled: true, WaitReason.None)
        );
    }

    /// <summary>What a change filed by hand waits again; after an undo of that it is filed again.</summary>
    internal void RestoreFiled(long change)
    {
        foreach (var row in Db.Mails.Where(m => m.FiledById == change).ToList())
            Refile(row, JsonSerializer.Deserialize<MailFiled>(row.FiledBefore!, Texts.Json)!);
    }

    private void Refile(MailRow row, MailFiled next)
    {
        var before = new MailFiled(row.OfId, row.Entry, row.Private, row.Settled, row.Waits);
        (row.OfId, row.Entry, row.Private, row.Settled, row.Waits) = (next.OfId, next.Entry, next.Private, next.Settled, next.Waits);
        (row.FiledById, row.FiledBefore) = (session.CurrentId, JsonSerializer.Serialize(before, Texts.Json));
        foreach (var of in new[] { before.OfId, next.OfId }.OfType<long>().Distinct())
            session.RaiseMain(new UserId(of));
        Db.SaveChanges();
    }

    public void File(ReceivedMail mail, MailAbout about, bool filed, SchedulingMethod? asks = null, WaitReason why = WaitReason.None)
    {
        var row = MailMapping.ToRow(mail.MessageId, about, mail.From, mail.To, mail.Subject, mail.Text, session.Now, null);
        // What is filed is settled; what is not waits for somebody to read it.
        row.Settled = filed;
        (row.Asks, row.Waits) = (asks, why);
        Db.Mails.Add(row);
        Db.SaveChanges();
        Db.MailSources.Add(new MailSourceRow { MailId = row.Id, Source = mail.Source });
        if (about.Of is { } of)
            session.RaiseMain(of);
        Db.SaveChanges();
    }

    internal void SendAgain(long change)
    {
        var waiting = Db.Outbox.Where(o => o.ChangeId == change && o.SentAt == null).OrderBy(o => o.Id).ToList();
        var asked = waiting
            .Select(o => o.AskedId)
            .OfType<long>()
            .Distinct()
            .ToDictionary(id => id, id => Db.Asked.Single(a => a.Id == id).Json);
        foreach (var message in waiting)
        {
            var kept = Db.Mails.AsNoTracking().SingleOrDefault(m => m.OutboxId == message.Id);
            Send(
                OutboxMapping.ToMessage(message, message.AskedId is { } id ? asked[id] : null),
                kept is null ? null : MailMapping.About(kept)
            );
        }
    }

    public bool WithdrawUnsent(EntryId entry, string address)
    {
        WriteHandedOver();
        var changes = Db.History.Where(h => h.EntryId == entry.Value).GroupBy(h => h.ChangeId).Select(g => g.Key).ToArray();
        var waiting = Db
            .Outbox.Where(o => changes.Contains(o.ChangeId) && o.SentAt == null && o.WithdrawnAt == null)
            .ToList()
            .Where(o => JsonSerializer.Deserialize<OutboxMessage>(o.Body, Texts.Json) is { Mail.To.Address: { } to } && to == address)
            .ToList();
        foreach (var message in waiting)
            message.WithdrawnAt = session.Now;
        Db.SaveChanges();
        return waiting.Count > 0;
    }
}
