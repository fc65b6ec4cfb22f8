using System.Text;
using Corlin.Core.Meetings;
using Corlin.Interchange.Mail;
using MimeKit;
using NodaTime;

namespace Corlin.Interchange.Tests;

/// <summary>What a machine sent nothing answers by itself (RFC 3834).</summary>
public class AutomaticMailTests
{
    [Theory]
    [InlineData("", false)]
    [InlineData("Auto-Submitted: no", false)]
    [InlineData("Auto-Submitted: auto-replied", true)]
    [InlineData("Auto-Submitted: Auto-Generated; type=report", true)]
    [InlineData("Precedence: bulk", true)]
    [InlineData("Precedence: LIST", true)]
    [InlineData("Precedence: first-class", false)]
    [InlineData("List-Id: <harbour.porto.example>", true)]
    [InlineData("List-Unsubscribe: <mailto:leave@porto.example>", true)]
    [InlineData("Return-Path: <>", true)]
    [InlineData("Return-Path: <rosa@porto.example>", false)]
    [InlineData("Content-Type: multipart/report; report-type=delivery-status; boundary=b", true)]
    public void It_is_known_by_what_it_says_of_itself(string field, bool automatic) =>
        Assert.Equal(automatic, Read("rosa@porto.example", field).Automatic);

    [Theory]
    [InlineData("rosa@porto.example", false)]
    [InlineData("MAILER-DAEMON@porto.example", true)]
    [InlineData("no-reply@porto.example", true)]
    [InlineData("noreply@porto.example", true)]
    [InlineData("harbour-request@porto.example", true)]
    [InlineData("owner-harbour@porto.example", true)]
    [InlineData("requests@porto.example", false)]
    public void It_is_known_by_who_sends_it(string from, bool automatic) => Assert.Equal(automatic, Read(from, "").Automatic);

    [Fact]
    public void Our_own_answers_say_that_nobody_wrote_them()
    {
        var (maren, rosa) = (new Mailbox("Maren Falk", "maren@ebbline.example"), new Mailbox("Rosa", "rosa@porto.example"));
        using var away = LetterWriter.ToMime(
            "a@x",
            maren,
            rosa,
            "Away: A berth",
            "I am away.",
            Instant.FromUtc(2027, 3, 8, 9, 0),
            "m1@porto.example",
            automatic: true
        );
        Assert.Equal("auto-replied", away.Headers["Auto-Submitted"]);
        Assert.True(MailReader.Read(away)!.Automatic);
        using var letter = LetterWriter.ToMime("b@x", maren, rosa, "A berth", "Yes.", Instant.FromUtc(2027, 3, 8, 9, 0));
        Assert.False(MailReader.Read(letter)!.Automatic);
    }

    private static MailHead Read(string from, string field)
    {
        var source =
            $"From: {from}\r\nTo: maren@ebbline.example\r\nSubject: A berth\r\n{(field.Length > 0 ? field + "\r\n" : "")}\r\nWords\r\n";
        using var stream = new MemoryStream(Encoding.ASCII.GetBytes(source));
        using var mail = MimeMessage.Load(stream);
        return MailReader.Read(mail)!;
    }
}
