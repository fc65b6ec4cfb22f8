using Corlin.Application.Ports;
using Corlin.Core.Conversations;
using Corlin.Interchange.Mail;
using MimeKit;
using NodaTime;

namespace Corlin.Web.Adapters;

/// <summary>Reads mail as it came in.</summary>
internal sealed class MailReading : IMailReader
{
    public ReceivedMail? Read(byte[] source)
    {
        using var mail = Load(source);
        return MailReader.Read(mail) is not { } head
            ? null
            : new ReceivedMail(head.MessageId, head.From, head.To, head.Subject, head.Text, head.Answers, source)
            {
                Automatic = head.Automatic,
            };
    }

    public ReceivedMessage? Asks(byte[] source, bool vouched, DateTimeZone mine)
    {
        using var mail = Load(source);
        return MessageReader.Read(mail, vouched, mine);
    }

    public byte[] AsMail(byte[] file) => CalendarMail.Of(file) ?? file;

    public bool Vouched(byte[] source, string host)
    {
        using var mail = Load(source);
        return Vouching.IsVouched(mail, host);
    }

    private static MimeMessage Load(byte[] source)
    {
        using var stream = new MemoryStream(source);
        return MimeMessage.Load(stream);
    }
}
