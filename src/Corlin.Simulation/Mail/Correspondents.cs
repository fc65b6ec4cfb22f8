using System.Text.Json;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using Corlin.Interchange.Mail;
using MimeKit;
using NodaTime;

namespace Corlin.Simulation.Mail;

/// <summary>
/// The people of the demo, who answer what they are asked after some seconds: those outside by mail, those inside as users.
/// </summary>
public sealed class Correspondents(MailFolder folder, Habits habits, IWriteGate gate, IReadStore reads, IClock clock)
{
    /// <summary>An outsider opens an invitation and means to answer it.</summary>
    internal async Task ReceiveAsync(string messageId, MimeMessage message, CancellationToken cancel)
    {
        var part = message.BodyParts.OfType<TextPart>().FirstOrDefault(p => p.ContentType.IsMimeType("text", "calendar"));
        var to = message.To.Mailboxes.First();
        var sender = message.From.Mailboxes.First();
        // What is forwarded for knowledge is read like a letter.
        if (part is null || part.ContentType.Parameters["method"] == "PUBLISH")
        {
            await ReceiveLetterAsync(messageId, message, to, sender, cancel);
            return;
        }

        if (InvitationReader.Read(part.Text) is not { } asked)
            return;
        if (part.ContentType.Parameters["method"] == "CANCEL")
            await Accepted(to.Address).NoteAsync(asked.Uid, null, cancel);
        if (part.ContentType.Parameters["method"] != "REQUEST")
            return;
        await AnswerAtOnceAsync(messageId, message, to, sender, cancel);
        await MeanToAsync(
            messageId,
            to.Address,
            asked.Uid,
            new Stretch(Instant.FromUnixTimeMilliseconds(asked.Start), Instant.FromUnixTimeMilliseconds(asked.End)),
            new Meant
            {
                Address = to.Address,
                Name = to.Name ?? "",
                ReplyTo = sender.Address,
                Invitation = asked,
            },
            cancel
        );
    }

    /// <summary>The machine of who is away writes for them; they answer themselves when they can.</summary>
    private async Task AnswerAtOnceAsync(
        string messageId,
        MimeMessage message,
        MailboxAddress to,
        MailboxAddress sender,
        CancellationToken cancel
    )
    {
        if (
            habits.AutomaticOf(to.Address) is not { } words
            || await TimesAskedAsync($"{Name(to.Address)}.automatic", messageId, cancel) > 0
        )
            return;
        await MeanAsync(
            $"automatic-{messageId}",
            new Meant
            {
                Address = to.Address,
                Name = to.Name ?? "",
                ReplyTo = sender.Address,
                Words = words,
                Subject = message.Subject ?? "",
                Answers = messageId,
                Automatic = true,
            },
            1,
            cancel
        );
    }

    /// <summary>Who is inside finds a letter in their mail; an outsider may write back.</summary>
    private async Task ReceiveLetterAsync(
        string messageId,
        MimeMessage letter,
        MailboxAddress to,
        MailboxAddress sender,
        CancellationToken cancel
    )
    {
        if (await reads.ReadAsync(s => s.UserByAddress(to.Address), cancel) is { Inside: true })
        {
            await folder.PutAsync(letter, cancel);
            return;
        }

        if (habits.WordsOf(to.Address) is not { } back)
            return;
        await MeanAsync(
            messageId,
            new Meant
            {
                Address = to.Address,
                Name = to.Name ?? "",
                ReplyTo = sender.Address,
                Words = back.Words,
                Subject = letter.Subject ?? "",
                Answers = messageId,
            },
            back.Seconds,
            cancel
        );
    }

    /// <summary>Somebody inside sees that they are asked.</summary>
    internal async Task NoticeAsync(string messageId, Notice notice, CancellationToken cancel)
    {
        // A copy asks nobody for anything.
        if (notice.For is not null || notice.Kind is not (EffectKind.Invite or EffectKind.Moved))
            return;
        await MeanToAsync(
            messageId,
            notice.To,
            notice.Entry,
            null,
            new Meant
            {
                Address = notice.To,
                Name = "",
                Entry = notice.Entry,
                RecurrenceId = notice.RecurrenceId?.ToString("uuuu-MM-dd'T'HH:mm:ss", null),
            },
            cancel
        );
    }

    /// <summary>Gives the answers whose time has come.</summary>
    /// <returns>How many were given.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var given = 0;
        foreach (var file in Directory.EnumerateFiles(folder.Pending, "*.json").Order(StringComparer.Ordinal).ToList())
        {
            var meant = JsonSerializer.Deserialize<Meant>(await File.ReadAllTextAsync(file, cancel), DemoJson.Options)!;
            if (Instant.FromUnixTimeMilliseconds(meant.Due) > now)
                continue;
            if (meant.Words is not null)
                await WriteBackAsync(meant, Path.GetFileNameWithoutExtension(file), cancel);
            else if (meant.Invitation is not null)
                await AnswerByMailAsync(meant, Path.GetFileNameWithoutExtension(file), cancel);
            else
                await AnswerInsideAsync(meant, cancel);
            // Kept, so that the same message is not answered again when it is handed over again.
            File.Move(file, Path.ChangeExtension(file, ".answered"), overwrite: true);
            given++;
        }

        return given;
    }

    /// <param name="at">When it is, for who answers by a calendar of their own.</param>
    private async Task MeanToAsync(string messageId, string address, string meeting, Stretch? at, Meant meant, CancellationToken cancel)
    {
        var times = await TimesAskedAsync($"{Name(address)}-{Name(meeting)}.asked", messageId, cancel);
        var besides = (await Accepted(address).ReadAsync(cancel)).Where(a => a.Key != meeting).Select(a => a.Value).ToList();
        if (habits.Of(address, meeting, times, at, besides) is var (answer, seconds))
            await MeanAsync(messageId, meant with { Answer = answer }, seconds, cancel);
    }

    private AcceptedOutside Accepted(string address) => new(Path.Combine(folder.Pending, $"{Name(address)}.calendar"));

    private async Task MeanAsync(string messageId, Meant meant, int seconds, CancellationToken cancel)
    {
        var file = FileOf(messageId);
        if (File.Exists(file) || File.Exists(Path.ChangeExtension(file, ".answered")))
            return;
        var due = clock.GetCurrentInstant() + Duration.FromSeconds(seconds);
        await Pending.WriteAsync(
            file,
            JsonSerializer.Serialize(meant with { Due = due.ToUnixTimeMilliseconds() }, DemoJson.Options),
            cancel
        );
    }

    private string FileOf(string messageId) => Path.Combine(folder.Pending, $"{Name(messageId)}.json");

    /// <summary>How often somebody was asked about a meeting before this message; handed over again it counts once.</summary>
    private async Task<int> TimesAskedAsync(string name, string messageId, CancellationToken cancel)
    {
        var file = Path.Combine(folder.Pending, name);
        var messages = File.Exists(file) ? await File.ReadAllLinesAsync(file, cancel) : [];
        var known = Array.IndexOf(messages, messageId);
        if (known >= 0)
            return known;
        await Pending.WriteAsync(file, string.Join('\n', [.. messages, messageId]), cancel);
        return messages.Length;
    }

    private async Task AnswerByMailAsync(Meant meant, string name, CancellationToken cancel)
    {
        var asked = meant.Invitation!;
        var at = new Stretch(Instant.FromUnixTimeMilliseconds(asked.Start), Instant.FromUnixTimeMilliseconds(asked.End));
        var reply = new ReplyMail(
            new Mailbox(meant.Name, meant.Address),
            new Mailbox("", meant.ReplyTo!),
            new Mailbox("", asked.Organiser),
            asked.Uid,
            asked.Sequence,
            Instant.FromUnixTimeMilliseconds(meant.Due),
            asked.Title,
            meant.Answer.Answer,
            meant.Answer.Comment,
            Proposed(meant.Answer, at.Start, at.End)
        )
        {
            DelegatedTo = meant.Answer.Deputy,
        };
        await folder.PutAsync(ReplyWriter.ToMime(reply, MessageId(name, meant.Address)), cancel);
        await Accepted(meant.Address).NoteAsync(asked.Uid, meant.Answer.Answer == Answer.Accepted ? at : null, cancel);
    }

    private async Task WriteBackAsync(Meant meant, string name, CancellationToken cancel)
    {
        var subject = meant.Subject!.StartsWith("Re: ", StringComparison.Ordinal) ? meant.Subject : $"Re: {meant.Subject}";
        await folder.PutAsync(
            LetterWriter.ToMime(
                MessageId(name, meant.Address),
                new Mailbox(meant.Name, meant.Address),
                new Mailbox("", meant.ReplyTo!),
                subject,
                meant.Words!,
                Instant.FromUnixTimeMilliseconds(meant.Due),
                meant.Answers,
                automatic: meant.Automatic
            ),
            cancel
        );
    }

    private static string MessageId(string name, string address) =>
        $"{name}@{address[(address.IndexOf('@', StringComparison.Ordinal) + 1)..]}";

    private async Task AnswerInsideAsync(Meant meant, CancellationToken cancel)
    {
        var recurrence = meant.RecurrenceId is { } id
            ? NodaTime.Text.LocalDateTimePattern.ExtendedIso.Parse(id).Value
            : (LocalDateTime?)null;
        var (who, stretch) = await reads.ReadAsync(
            store =>
            {
                var user = store.UserByAddress(meant.Address);
                var entry = store.Entry(meant.Entry!);
                // What is asked from outside waits for who keeps their calendar.
                var here = entry is not null && store.Users([entry.Owner])[entry.Owner].Inside;
                var open = here && user is not null && Agreement.Of(entry!, user.Id, recurrence) is { Answer: Answer.None };
                return open ? (user!.Id, entry!.Time.ToStretch(user.HomeZone)) : default((UserId?, Stretch));
            },
            cancel
        );
        // Answered by somebody else meanwhile, or taken back.
        if (who is not { } person)
            return;
        try
        {
            await gate.RunAsync(
                new AnswerInvitation(
                    person,
                    person,
                    meant.Entry!,
                    recurrence,
                    meant.Answer.Answer,
                    meant.Answer.Comment,
                    Proposed(meant.Answer, stretch.Start, stretch.End)
                ),
                cancel
            );
        }
        catch (RefusedException)
        {
            // The meeting was cancelled between the look and the answer.
        }
    }

    private static Stretch? Proposed(HabitAnswer answer, Instant start, Instant end) =>
        answer.ProposeMinutes is { } minutes
            ? new Stretch(start + Duration.FromMinutes(minutes), end + Duration.FromMinutes(minutes))
            : null;

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
        public string? Words { get; init; }
        public string? Subject { get; init; }

        /// <summary>Whether their machine writes it.</summary>
        public bool Automatic { get; init; }

        /// <summary>The id of the letter that is written back to.</summary>
        public string? Answers { get; init; }
        public string? Entry { get; init; }
        public string? RecurrenceId { get; init; }
    }
}
