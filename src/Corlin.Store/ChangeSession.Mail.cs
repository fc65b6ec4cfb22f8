using System.Text.Json;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// What goes to others, and what comes from them.
internal sealed partial class ChangeSession
{
    public void Send(OutboxMessage message, MailAbout? about = null)
    {
        var row = new OutboxRow
        {
            ChangeId = Current.Id,
            MessageId = FormattableString.Invariant($"{Current.Id}.{messages++}.{Current.At.ToUnixTimeMilliseconds()}@corlin.example"),
            NotBefore = Now + TimeOfUndo,
            Body = JsonSerializer.Serialize(message, Texts.Json),
        };
        var kept = about is null ? null : message switch
        {
            { Mail: { } mail } => Kept(mail.SentBy ?? mail.Organiser, mail.To, mail.Subject),
            { Letter: { } letter } => Kept(letter.From, letter.To, letter.Subject),
            _ => throw new ArgumentException("The mail room keeps no notices.", nameof(about)),
        };
        handed.Add((row, kept));

        MailRow Kept(Core.Meetings.Mailbox from, Core.Meetings.Mailbox to, string subject) => MailMapping.ToRow(row.MessageId, about, from, to, subject, null, row.NotBefore, null);
    }

    private readonly List<(OutboxRow Message, MailRow? Kept)> handed = [];

    /// <summary>Writes what was handed over: many messages cost as much as one to be written, not each as much as all before it.</summary>
    internal void WriteHandedOver()
    {
        if (handed.Count == 0) return;
        Db.Outbox.AddRange(handed.Select(h => h.Message));
        Db.SaveChanges();
        foreach (var (message, kept) in handed)
        {
            if (kept is null) continue;
            kept.OutboxId = message.Id;
            Db.Mails.Add(kept);
        }

        handed.Clear();
        Db.SaveChanges();
    }

    public void SendAgain(KeptMail mail)
    {
        var row = Db.Mails.Where(m => m.Id == mail.Id).Join(Db.Outbox, m => m.OutboxId, o => o.Id, (_, o) => o).Single();
        (row.GivenUpAt, row.Failures, row.NotBefore) = (null, 0, Now);
        Db.SaveChanges();
    }

    public void LetBe(KeptMail mail)
    {
        Db.Mails.Single(m => m.Id == mail.Id).Settled = true;
        Db.SaveChanges();
    }

    public bool PutMeetingNewsAway(UserId who, long news)
    {
        if (Db.MeetingNews.SingleOrDefault(n => n.Id == news && n.ToId == who.Value) is not { } row) return false;
        row.PutAway = true;
        Db.SaveChanges();
        return true;
    }

    public void Keep(ReceivedMail mail, MailAbout about, bool filed)
    {
        var row = MailMapping.ToRow(mail.MessageId, about, mail.From, mail.To, mail.Subject, mail.Text, Now, null);
        // What is filed is settled; what is not waits for somebody to read it.
        row.Settled = filed;
        Db.Mails.Add(row);
        Db.SaveChanges();
        Db.MailSources.Add(new MailSourceRow { MailId = row.Id, Source = mail.Source });
        if (about.Of is { } of) RaiseMain(of);
        Db.SaveChanges();
    }

    private void SendAgain(long change)
    {
        foreach (var message in Db.Outbox.Where(o => o.ChangeId == change && o.SentAt == null).OrderBy(o => o.Id).ToList())
        {
            var kept = Db.Mails.AsNoTracking().SingleOrDefault(m => m.OutboxId == message.Id);
            Send(JsonSerializer.Deserialize<OutboxMessage>(message.Body, Texts.Json)!, kept is null ? null : MailMapping.About(kept));
        }
    }
}
