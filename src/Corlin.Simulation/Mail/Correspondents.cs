using System.Text.Json;
using Corlin.Application.Changes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.Mail;
using MimeKit;
using NodaTime;

namespace Corlin.Simulation.Mail;

/// <summary>The people of the demo, who answer what they are asked after some seconds: those outside by mail, those inside as users.</summary>
public sealed class Correspondents(MailFolder folder, Habits habits, IWriteGate gate, IReadStore reads, IClock clock)
{
    /// <summary>An outsider opens an invitation and means to answer it.</summary>
    internal async Task ReceiveAsync(string messageId, MimeMessage message, CancellationToken cancel)
    {
        var part = message.BodyParts.OfType<TextPart>().FirstOrDefault(p => p.ContentType.IsMimeType("text", "calendar"));
        if (part is null || part.ContentType.Parameters["method"] != "REQUEST" || InvitationReader.Read(part.Text) is not { } asked) return;
        var to = message.To.Mailboxes.First();
        var sender = message.From.Mailboxes.First();
        await MeanToAsync(
            messageId, to.Address, asked.Uid,
            new Meant { Address = to.Address, Name = to.Name ?? "", ReplyTo = sender.Address, Invitation = asked }, cancel);
    }

    /// <summary>Somebody inside sees that they are asked.</summary>
    internal async Task NoticeAsync(string messageId, Notice notice, CancellationToken cancel)
    {
        // A copy asks nobody for anything.
        if (notice.For is not null || notice.Kind is not (EffectKind.Invite or EffectKind.Moved)) return;
        await MeanToAsync(
            messageId, notice.To, notice.Entry,
            new Meant { Address = notice.To, Name = "", Entry = notice.Entry, RecurrenceId = notice.RecurrenceId?.ToString("uuuu-MM-dd'T'HH:mm:ss", null) }, cancel);
    }

    /// <summary>Gives the answers whose time has come.</summary>
    /// <returns>How many were given.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var given = 0;
        foreach (var file in Directory.EnumerateFiles(folder.Pending, "*.json").Order(StringComparer.Ordinal).ToList())
        {
            var meant = JsonSerializer.Deserialize<Meant>(await File.ReadAllTextAsync(file, cancel), DemoJson.Options)!;
            if (Instant.FromUnixTimeMilliseconds(meant.Due) > now) continue;
            if (meant.Invitation is not null) await AnswerByMailAsync(meant, now, cancel);
            else await AnswerInsideAsync(meant, cancel);
            File.Delete(file);
            given++;
        }

        return given;
    }

    private async Task MeanToAsync(string messageId, string address, string meeting, Meant meant, CancellationToken cancel)
    {
        var asked = Path.Combine(folder.Pending, $"{Name(address)}-{Name(meeting)}.asked");
        var times = File.Exists(asked) ? int.Parse(await File.ReadAllTextAsync(asked, cancel), null) : 0;
        var (answer, seconds) = habits.Of(address, times);
        await File.WriteAllTextAsync(asked, FormattableString.Invariant($"{times + 1}"), cancel);
        var due = clock.GetCurrentInstant() + Duration.FromSeconds(seconds);
        var whole = meant with { Due = due.ToUnixTimeMilliseconds(), Answer = answer };
        await File.WriteAllTextAsync(Path.Combine(folder.Pending, $"{Name(messageId)}.json"), JsonSerializer.Serialize(whole, DemoJson.Options), cancel);
    }

    private async Task AnswerByMailAsync(Meant meant, Instant now, CancellationToken cancel)
    {
        var asked = meant.Invitation!;
        var reply = new ReplyMail(
            new Mailbox(meant.Name, meant.Address), new Mailbox("", meant.ReplyTo!), new Mailbox("", asked.Organiser), asked.Uid, asked.Sequence, now, asked.Title,
            meant.Answer.Answer, meant.Answer.Comment, Proposed(meant.Answer, Instant.FromUnixTimeMilliseconds(asked.Start), Instant.FromUnixTimeMilliseconds(asked.End)));
        await folder.PutAsync(ReplyWriter.ToMime(reply, $"{Guid.NewGuid():N}@{meant.Address[(meant.Address.IndexOf('@', StringComparison.Ordinal) + 1)..]}"), cancel);
    }

    private async Task AnswerInsideAsync(Meant meant, CancellationToken cancel)
    {
        var recurrence = meant.RecurrenceId is { } id ? NodaTime.Text.LocalDateTimePattern.ExtendedIso.Parse(id).Value : (LocalDateTime?)null;
        var (who, stretch) = await reads.ReadAsync(
            store =>
            {
                var user = store.UserByAddress(meant.Address);
                var entry = store.Entry(meant.Entry!);
                var open = entry is not null && user is not null && Agreement.Of(entry, user.Id, recurrence) is { Answer: Answer.None };
                return open ? (user!.Id, entry!.Time.ToStretch(user.HomeZone)) : default((UserId?, Stretch));
            },
            cancel);
        // Answered by somebody else meanwhile, or taken back.
        if (who is not { } person) return;
        try
        {
            await gate.RunAsync(
                new AnswerInvitation(person, person, meant.Entry!, recurrence, meant.Answer.Answer, meant.Answer.Comment, Proposed(meant.Answer, stretch.Start, stretch.End)), cancel);
        }
        catch (RefusedException)
        {
            // The meeting was cancelled between the look and the answer.
        }
    }

    private static Stretch? Proposed(HabitAnswer answer, Instant start, Instant end) =>
        answer.ProposeMinutes is { } minutes ? new Stretch(start + Duration.FromMinutes(minutes), end + Duration.FromMinutes(minutes)) : null;

    private static string Name(string text) => string.Concat(text.Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-'));

    /// <summary>What a correspondent means to answer, and when.</summary>
    private sealed record Meant
    {
        public required string Address { get; init; }
        public required string Name { get; init; }
        public long Due { get; init; }
        public HabitAnswer Answer { get; init; } = new(Core.Calendars.Answer.Accepted, null, null);
        public string? ReplyTo { get; init; }
        public ReceivedInvitation? Invitation { get; init; }
        public string? Entry { get; init; }
        public string? RecurrenceId { get; init; }
    }
}
