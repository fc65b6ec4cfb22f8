using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using NodaTime;

namespace Corlin.Application.Mail;

/// <summary>Takes in mail from wherever it comes: the loop, a folder, a mailbox.</summary>
public sealed class IncomingMail(IMailReader reader, IReadStore reads, IWriteGate gate)
{
    /// <summary>What the calendar part of a message asks; null where it has none.</summary>
    /// <param name="mine">By which times without a zone are read.</param>
    public ReceivedMessage? Asks(byte[] source, DateTimeZone mine) => reader.Asks(source, vouched: false, mine);

    /// <summary>A message that somebody brings as a file, a mail (RFC 5322) or a calendar file with a METHOD.</summary>
    /// <exception cref="FormatException">It is neither.</exception>
    public LayMail Brought(UserId by, byte[] file, DateTimeZone mine)
    {
        var source = reader.AsMail(file);
        var mail = reader.Read(source) ?? throw new FormatException("It is neither a message nor a calendar file that asks something.");
        return new LayMail(by, mail, reader.Asks(source, vouched: false, mine));
    }

    /// <param name="source">The whole message (RFC 5322).</param>
    /// <param name="vouched">Whether what brought it vouches for its sender.</param>
    /// <exception cref="FormatException">It is no message.</exception>
    public async Task<Received> TakeInAsync(byte[] source, bool vouched, CancellationToken cancel = default)
    {
        var mail = reader.Read(source) ?? throw new FormatException("It says neither from whom nor to whom.");
        var to = await reads.ReadAsync(s => s.UserByAddress(mail.To.Address), cancel);
        return await gate.RunAsync(new ReceiveMail(mail, reader.Asks(source, vouched, to?.HomeZone ?? DateTimeZone.Utc)), cancel);
    }
}
