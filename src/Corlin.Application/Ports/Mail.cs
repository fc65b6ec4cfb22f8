using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Words to somebody outside, whole as they were when the change was made.</summary>
/// <param name="From">Who writes, and whom a reply reaches.</param>
/// <param name="Way">Where in Corlin it leads, "/lanes?who=…"; null for nowhere.</param>
/// <param name="Answers">The id of the message that it answers, without angle brackets; null for none.</param>
public sealed record Letter(
    Mailbox From,
    Mailbox To,
    string Subject,
    string Text,
    Instant Stamp,
    string? Way = null,
    string? Answers = null
)
{
    /// <summary>The same words as they are drawn, where they are a day sheet; null where they are words alone.</summary>
    public DrawnSheet? Sheet { get; init; }

    /// <summary>What goes along as a calendar file; null for nothing.</summary>
    public SharedLane? Lane { get; init; }

    /// <summary>Papers that go along.</summary>
    public IReadOnlyList<SentPaper> Papers { get; init; } = [];

    /// <summary>Whether nobody wrote it now: it says so, so that no machine answers it (RFC 3834 5).</summary>
    public bool Automatic { get; init; }
}

/// <summary>A day sheet as it is drawn in mail.</summary>
/// <param name="Note">What is written above it; null for nothing.</param>
/// <param name="Made">As of when it is, and since when changes are marked.</param>
public sealed record DrawnSheet(string Heading, string? Note, string Made, IReadOnlyList<DrawnDay> Days);

/// <param name="Notes">What holds for the whole day.</param>
public sealed record DrawnDay(string Heading, IReadOnlyList<string> Notes, IReadOnlyList<DrawnLine> Lines);

/// <param name="Changed">Whether it is marked as different from the sheet before.</param>
/// <param name="Gone">Whether it takes place no more.</param>
/// <param name="Details">One line each.</param>
public sealed record DrawnLine(string Time, string Title, bool Changed, bool Gone, IReadOnlyList<string> Details);

/// <summary>A calendar as its reader may know it.</summary>
/// <param name="Zone">In which its times are written.</param>
/// <param name="From">The first day.</param>
/// <param name="Cut">Whether there is more than is given.</param>
public sealed record SharedLane(string Name, string Zone, LocalDate From, IReadOnlyList<SharedEntry> Entries, bool Cut)
{
    /// <summary>How many days the file has that goes to somebody outside.</summary>
    public const int Days = 90;
}

/// <param name="Title">A word for what it takes, where no more may be known.</param>
/// <param name="Away">Whether it is an absence.</param>
public sealed record SharedEntry(string Uid, Stretch Stretch, bool AllDay, string Title, string? Place, TimeTaken Takes, bool Away = false)
{
    /// <summary>What else is told of it, one line each or several: who comes, how one joins, the agenda, the names of its papers.</summary>
    public IReadOnlyList<string> Details { get; init; } = [];

    /// <param name="zone">In which its time is written.</param>
    public EntryTime TimeIn(string zone)
    {
        var (start, end) = (Zones.Get(zone).ToLocal(Stretch.Start), Zones.Get(zone).ToLocal(Stretch.End));
        return AllDay
            ? new AllDayEntry(start.Date, LocalDate.Max(start.Date.PlusDays(1), end.Date))
            : new TimedEntry(start, zone, Stretch.Length, null, Zones.TzdbVersion);
    }

    /// <summary>As an entry of nobody's, to be written out.</summary>
    /// <param name="zone">In which its time is written.</param>
    public Entry ToEntry(string zone) =>
        new()
        {
            PublicId = Uid,
            Uid = Uid,
            Kind = EntryKind.Appointment,
            Home = default,
            Owner = default,
            Time = TimeIn(zone),
            Title = Title,
            Place = Place,
            Agenda = Details.Count == 0 ? null : string.Join('\n', Details),
            Takes = Takes,
            MadeBy = default,
            MadeAt = default,
        };
}

/// <summary>A message as it goes out.</summary>
/// <param name="Text">What people read of it.</param>
/// <param name="Source">The whole of it (RFC 5322), lines ending in CRLF.</param>
public sealed record WrittenMail(string MessageId, Mailbox From, Mailbox To, string Subject, string Text, byte[] Source);

/// <summary>Writes out what the outbox keeps.</summary>
public interface IMailWriter
{
    /// <param name="messageId">Without angle brackets.</param>
    WrittenMail Write(string messageId, OutgoingMail mail);

    WrittenMail Write(string messageId, Letter letter);
}

/// <summary>Reads mail as it came in.</summary>
public interface IMailReader
{
    /// <summary>Null where it says neither from whom nor to whom, or is no message.</summary>
    ReceivedMail? Read(byte[] source);

    /// <summary>What its calendar part asks; null where it has none.</summary>
    /// <param name="mine">By which times without a zone are read.</param>
    ReceivedMessage? Asks(byte[] source, bool vouched, DateTimeZone mine);

    /// <summary>A calendar file as the mail that its organiser, or who answers, would have sent; a mail as it is.</summary>
    byte[] AsMail(byte[] file);

    /// <summary>Whether a server vouched for the sender (RFC 8601).</summary>
    /// <param name="host">The name by which the receiving server signs what it found.</param>
    bool Vouched(byte[] source, string host);
}

/// <summary>Carries mail to the outside world.</summary>
public interface IMailCarrier
{
    /// <summary>
    /// Takes a message over. The loop delivers the same message id once; a server may see one again that was in the handover when
    /// everything stopped.
    /// </summary>
    /// <exception cref="UndeliverableException">It was not taken over.</exception>
    Task SendAsync(WrittenMail mail, CancellationToken cancel = default);
}

/// <summary>A message was not taken over.</summary>
/// <param name="message">Why, for people; it names nothing but addresses and what the other side said.</param>
/// <param name="final">It makes no sense to try again.</param>
public sealed class UndeliverableException(string message, bool final, Exception? cause = null) : Exception(message, cause)
{
    public bool Final => final;
}

/// <summary>A message that waits in the outbox.</summary>
/// <param name="Failures">How often it failed already.</param>
public sealed record WaitingMessage(long Id, string MessageId, OutboxMessage Message, int Failures);

/// <summary>The outbox as its worker sees it.</summary>
public interface IOutbox
{
    Task<IReadOnlyList<WaitingMessage>> DueAsync(Instant now, int limit, CancellationToken cancel = default);

    /// <param name="written">What went out; null for a notice.</param>
    Task SentAsync(WaitingMessage waiting, Instant at, WrittenMail? written, CancellationToken cancel = default);

    /// <param name="again">When it is tried again; null where it is given up.</param>
    Task FailedAsync(long id, string reason, Instant now, Instant? again, CancellationToken cancel = default);
}
