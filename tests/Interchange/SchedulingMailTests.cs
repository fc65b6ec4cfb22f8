using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Interchange.Mail;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Tests;

public class SchedulingMailTests
{
    private static readonly Instant Start = Instant.FromUtc(2027, 3, 16, 12, 0);

    private static readonly OutgoingMail Invitation = new(
        SchedulingMethod.Request,
        new Mailbox("Lakshmi Rao", "lakshmi.rao@coromandel-marine.example"),
        new Mailbox("Maren Falk", "maren.falk@ebbline.example"),
        new Mailbox("Noor Haddad", "noor.haddad@ebbline.example"),
        "u1@corlin",
        2,
        Instant.FromUtc(2027, 3, 8, 9, 42),
        new Stretch(Start, Start + Duration.FromMinutes(45)),
        "Europe/Lisbon",
        "Insurers, renewal terms",
        "Dunlin",
        "https://meet.ebbline.example/abc",
        "1. Clause 7\n2. Who signs, by when; and why",
        null,
        [
            new AddressedAttendee(new Mailbox("Lakshmi Rao", "lakshmi.rao@coromandel-marine.example"), AttendeeRole.Required, Answer.None),
            new AddressedAttendee(new Mailbox("Ana Brandão", "ana.brandao@ebbline.example"), AttendeeRole.Optional, Answer.Tentative),
        ],
        null
    );

    [Fact]
    public async Task An_invitation_is_mail_with_its_method_and_both_names()
    {
        var mail = await Delivered(SchedulingWriter.ToMime(Invitation, "m1@corlin.example"));
        var part = CalendarPart(mail);
        Assert.Equal("REQUEST", part.ContentType.Parameters["method"]);
        Assert.Equal("Noor Haddad", mail.From.Mailboxes.Single().Name);
        var text = Unfold(part.Text);
        Assert.Contains("METHOD:REQUEST", text, StringComparison.Ordinal);
        Assert.Contains("SEQUENCE:2", text, StringComparison.Ordinal);
        Assert.Contains("SENT-BY=\"mailto:noor.haddad@ebbline.example\"", text, StringComparison.Ordinal);
        Assert.Contains("mailto:maren.falk@ebbline.example", text, StringComparison.Ordinal);
        Assert.Contains("DTSTART;TZID=Europe/Lisbon:20270316T120000", text, StringComparison.Ordinal);
        Assert.Contains("BEGIN:VTIMEZONE", text, StringComparison.Ordinal);
        Assert.Contains("ROLE=OPT-PARTICIPANT", text, StringComparison.Ordinal);
        Assert.Contains("PARTSTAT=NEEDS-ACTION", text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_words_beside_it_say_the_same_to_people()
    {
        var mail = await Delivered(SchedulingWriter.ToMime(Invitation, "m1@corlin.example"));
        Assert.Contains("Noor Haddad for Maren Falk invites you to “Insurers, renewal terms”.", mail.TextBody!, StringComparison.Ordinal);
        Assert.Contains("Tuesday 16 March 2027, 12:00 to 12:45 (Europe/Lisbon)", mail.TextBody!, StringComparison.Ordinal);
        Assert.Contains("https://meet.ebbline.example/abc", mail.TextBody!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_series_says_how_it_repeats_to_programs_and_to_people()
    {
        var series = new MailSeries(
            "FREQ=WEEKLY;UNTIL=20270518T110000Z",
            "every week until 18 May 2027",
            [new LocalDateTime(2027, 3, 30, 12, 0)],
            [new LocalDateTime(2027, 4, 1, 12, 0)],
            "u0@corlin"
        );
        var mail = await Delivered(SchedulingWriter.ToMime(Invitation with { Series = series }, "m1@corlin.example"));
        var text = Unfold(CalendarPart(mail).Text);
        Assert.Contains("RRULE:FREQ=WEEKLY;UNTIL=20270518T110000Z", text, StringComparison.Ordinal);
        Assert.Contains("EXDATE;TZID=Europe/Lisbon:20270330T120000", text, StringComparison.Ordinal);
        Assert.Contains("RDATE;TZID=Europe/Lisbon:20270401T120000", text, StringComparison.Ordinal);
        Assert.Contains("RELATED-TO:u0@corlin", text, StringComparison.Ordinal);
        Assert.Contains("It repeats every week until 18 May 2027.", mail.TextBody!, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Who_is_no_longer_asked_is_told_so_alone_and_the_meeting_is_not_cancelled()
    {
        var mail = await Delivered(
            SchedulingWriter.ToMime(
                Invitation with
                {
                    Subject = "Without you: Insurers, renewal terms",
                    Method = SchedulingMethod.Cancel,
                    Uninvited = true,
                    Attendees = [Invitation.Attendees[0]],
                    RecurrenceId = new LocalDateTime(2027, 3, 16, 12, 0),
                },
                "m1@corlin.example"
            )
        );
        var text = Unfold(CalendarPart(mail).Text);
        Assert.Contains("METHOD:CANCEL", text, StringComparison.Ordinal);
        Assert.Contains("RECURRENCE-ID;TZID=Europe/Lisbon:20270316T120000", text, StringComparison.Ordinal);
        Assert.DoesNotContain("STATUS", text, StringComparison.Ordinal);
        Assert.DoesNotContain("ana.brandao", text, StringComparison.Ordinal);
        Assert.Equal("Without you: Insurers, renewal terms", mail.Subject);
        Assert.Contains("no longer invites you to “Insurers, renewal terms”", mail.TextBody!, StringComparison.Ordinal);
    }

    [Fact]
    public void A_correspondent_reads_what_was_written()
    {
        var read = InvitationReader.Read(SchedulingWriter.ToText(Invitation))!;
        Assert.Equal(
            new ReceivedInvitation(
                "u1@corlin",
                2,
                "maren.falk@ebbline.example",
                "Insurers, renewal terms",
                Ms(Start),
                Ms(Start + Duration.FromMinutes(45))
            ),
            read
        );
    }

    [Theory]
    [InlineData(Answer.Accepted)]
    [InlineData(Answer.Tentative)]
    [InlineData(Answer.Declined)]
    public async Task An_answer_reads_as_it_was_given(Answer answer)
    {
        var message = await Read(Reply(answer, null));
        Assert.Equal(SchedulingMethod.Reply, message.Method);
        var part = Assert.Single(message.Parts);
        Assert.Equal(("u1@corlin", 2, "Gladly, and soon; yes"), (part.Uid, part.Sequence, part.Text.Line));
        Assert.Equal(answer, part.Of("lakshmi.rao@coromandel-marine.example")!.Answer);
        Assert.Equal("maren.falk@ebbline.example", part.Organiser);
        Assert.Null(part.Time);
    }

    [Fact]
    public async Task A_counter_carries_another_time()
    {
        var other = new Stretch(Start + Duration.FromMinutes(15), Start + Duration.FromMinutes(60));
        var message = await Read(Reply(Answer.Tentative, other));
        Assert.Equal((SchedulingMethod.Counter, other), (message.Method, Assert.Single(message.Parts).Time!.Stretch));
    }

    private static ReplyMail Reply(Answer answer, Stretch? proposed) =>
        new(
            Invitation.To,
            Invitation.SentBy!,
            Invitation.Organiser,
            "u1@corlin",
            2,
            Instant.FromUtc(2027, 3, 8, 10, 0),
            "Insurers, renewal terms",
            answer,
            "Gladly, and soon; yes",
            proposed
        );

    private static async Task<ReceivedMessage> Read(ReplyMail reply) =>
        MessageReader.Read(await Delivered(ReplyWriter.ToMime(reply, "r1@coromandel-marine.example")), vouched: true, DateTimeZone.Utc)!;

    /// <summary>Written out and read again, as on the way from one machine to another.</summary>
    private static async Task<MimeMessage> Delivered(MimeMessage message)
    {
        using var stream = new MemoryStream();
        await message.WriteToAsync(stream, TestContext.Current.CancellationToken);
        stream.Position = 0;
        return await MimeMessage.LoadAsync(stream, TestContext.Current.CancellationToken);
    }

    private static TextPart CalendarPart(MimeMessage mail) =>
        mail.BodyParts.OfType<TextPart>().Single(p => p.ContentType.IsMimeType("text", "calendar"));

    private static string Unfold(string text) => text.ReplaceLineEndings("\n").Replace("\n ", "", StringComparison.Ordinal);

    private static long Ms(Instant moment) => moment.ToUnixTimeMilliseconds();
}
