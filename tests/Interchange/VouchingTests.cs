using Corlin.Interchange.Mail;
using MimeKit;

namespace Corlin.Interchange.Tests;

/// <summary>Whom the receiving server vouched for (RFC 8601).</summary>
public class VouchingTests
{
    [Theory]
    [InlineData("mx.ebbline.example; dmarc=pass header.from=porto-norte.example", true)]
    [InlineData("MX.EBBLINE.EXAMPLE; DMARC=PASS header.from=Porto-Norte.example", true)]
    [InlineData("mx.ebbline.example; dkim=pass header.d=porto-norte.example; spf=fail smtp.mailfrom=x@porto-norte.example", true)]
    [InlineData("mx.ebbline.example; spf=pass smtp.mailfrom=bounce@porto-norte.example", true)]
    [InlineData("mx.ebbline.example; dmarc=fail header.from=porto-norte.example", false)]
    [InlineData("mx.ebbline.example; dmarc=pass header.from=elsewhere.example", false)]
    [InlineData("mx.ebbline.example; dkim=pass header.d=elsewhere.example", false)]
    [InlineData("mx.ebbline.example; dkim=pass header.d=example", false)]
    [InlineData("mx.ebbline.example; spf=pass smtp.mailfrom=x@evil-porto-norte.example", false)]
    [InlineData("mx.ebbline.example; none", false)]
    [InlineData("mx.elsewhere.example; dmarc=pass header.from=porto-norte.example", false)]
    [InlineData("dmarc=pass header.from=porto-norte.example", false)]
    [InlineData("", false)]
    public void Only_the_named_server_vouches_and_only_for_the_domain_of_the_sender(string found, bool vouched) =>
        Assert.Equal(vouched, Vouching.IsVouched(Mail([found]), "mx.ebbline.example"));

    [Fact]
    public void A_domain_vouches_for_those_below_it() =>
        Assert.True(
            Vouching.IsVouched(
                Mail(["mx.ebbline.example; dkim=pass header.d=porto-norte.example"], "rosa@mail.porto-norte.example"),
                "mx.ebbline.example"
            )
        );

    [Fact]
    public void What_the_sender_wrote_below_the_word_of_the_server_says_nothing() =>
        Assert.False(
            Vouching.IsVouched(
                Mail([
                    "mx.ebbline.example; dmarc=fail header.from=porto-norte.example",
                    "mx.ebbline.example; dmarc=pass header.from=porto-norte.example",
                ]),
                "mx.ebbline.example"
            )
        );

    [Fact]
    public void Of_two_senders_neither_is_vouched_for()
    {
        var mail = Mail(["mx.ebbline.example; dmarc=pass header.from=porto-norte.example"]);
        mail.From.Add(new MailboxAddress("", "maren.falk@ebbline.example"));
        Assert.False(Vouching.IsVouched(mail, "mx.ebbline.example"));
    }

    private static MimeMessage Mail(IReadOnlyList<string> found, string from = "rosa@porto-norte.example")
    {
        var text = string.Concat(found.Where(f => f.Length > 0).Select(f => $"Authentication-Results: {f}\r\n"));
        var source = $"{text}From: {from}\r\nTo: maren.falk@ebbline.example\r\nSubject: x\r\n\r\nx\r\n";
        return MimeMessage.Load(new MemoryStream(System.Text.Encoding.UTF8.GetBytes(source)));
    }
}
