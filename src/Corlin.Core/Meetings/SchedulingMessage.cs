using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>What a scheduling message is for (RFC 5546 1.4).</summary>
public enum SchedulingMethod
{
    Request,
    Reply,
    Counter,
    DeclineCounter,
    Cancel,

    /// <summary>For knowledge: nobody is asked.</summary>
    Publish,

    /// <summary>More occurrences of a series.</summary>
    Add,

    /// <summary>An attendee asks how it stands now.</summary>
    Refresh,
}

/// <summary>What follows from the method of a message.</summary>
public static class SchedulingMethods
{
    /// <summary>Whether attendees send it to who organises (RFC 5546 1.4); all else goes the other way.</summary>
    public static bool IsFromAttendee(this SchedulingMethod method) =>
        method is SchedulingMethod.Reply or SchedulingMethod.Counter or SchedulingMethod.Refresh;
}

/// <summary>A name with its address, as mail shows it.</summary>
public sealed record Mailbox(string Name, string Address)
{
    /// <summary>True for text of the form of an e-mail address (RFC 5321 4.1.2, at most 254 octets), with a dot in its host.</summary>
    public static bool IsAddress(string text) =>
        text.Length <= 254
        && System.Net.Mail.MailAddress.TryCreate(text, out var parsed)
        && parsed.Address == text
        && parsed.Host.Contains('.', StringComparison.Ordinal);
}

/// <summary>An attendee as a message tells them.</summary>
public sealed record AddressedAttendee(Mailbox Who, AttendeeRole Role, Answer Answer);

/// <summary>A paper that goes out with a message.</summary>
/// <param name="Hash">Under it its content is kept; empty for a link.</param>
/// <param name="Address">Where a link leads; null for a document.</param>
public sealed record SentPaper(string Name, string MediaType, string Hash, string? Address);

/// <summary>How the meeting of a message repeats.</summary>
/// <param name="Rule">An RRULE value, UNTIL in UTC; null where only dates are listed.</param>
/// <param name="Words">The same in words.</param>
/// <param name="LeftOut">The starts, on the wall clock of its zone, that do not take place.</param>
/// <param name="Added">The starts beside the rule.</param>
/// <param name="RelatedTo">The UID of the series of which it went off, or null.</param>
public sealed record MailSeries(
    string? Rule,
    string Words,
    IReadOnlyList<LocalDateTime> LeftOut,
    IReadOnlyList<LocalDateTime> Added,
    string? RelatedTo
)
{
    /// <summary>The occurrences that are not as the series.</summary>
    public IReadOnlyList<MailOverride> Changed { get; init; } = [];
}

/// <summary>An occurrence of a series that takes place at another time or place, or is called otherwise.</summary>
/// <param name="RecurrenceId">Its start by the rule, on the wall clock of the series.</param>
public sealed record MailOverride(LocalDateTime RecurrenceId, Stretch Stretch, string Title, string? Place);

/// <summary>A message to somebody outside, whole as it was when the change was made.</summary>
/// <param name="SentBy">
/// Who acted in the name of the organiser, or of the attendee who answers (SENT-BY); null where they did themselves.
/// </param>
/// <param name="Stretch">When it takes place.</param>
/// <param name="Zone">The tzdb id in which the times are told.</param>
/// <param name="Series">Null for one that takes place once, and for a message about one occurrence.</param>
/// <param name="Uninvited">Of a cancellation: it takes place without whom it goes to.</param>
public sealed record OutgoingMail(
    SchedulingMethod Method,
    Mailbox To,
    Mailbox Organiser,
    Mailbox? SentBy,
    string Uid,
    int Sequence,
    Instant Stamp,
    Stretch Stretch,
    string Zone,
    string Title,
    string? Place,
    string? Link,
    string? Agenda,
    string? Line,
    IReadOnlyList<AddressedAttendee> Attendees,
    LocalDateTime? RecurrenceId,
    MailSeries? Series = null,
    bool Uninvited = false
)
{
    /// <summary>What the mail is headed with.</summary>
    public string Subject { get; init; } = "";

    /// <summary>The papers that go with it.</summary>
    public IReadOnlyList<SentPaper> Papers { get; init; } = [];

    /// <summary>The agenda as sanitised HTML, where it has more to it than paragraphs.</summary>
    public string? StyledAgenda { get; init; }

    /// <summary>Number and code to come in by telephone; null for none.</summary>
    public string? DialIn { get; init; }

    /// <summary>The tzdb id of where it is read; null where that is not known.</summary>
    public string? ReaderZone { get; init; }

    /// <summary>Who passes it on to somebody who is not asked; null of all that the organiser sends.</summary>
    public Mailbox? Forwarder { get; init; }

    /// <summary>In whose name; null for their own.</summary>
    public string? ForwardedFor { get; init; }

    /// <summary>Whether an attendee says it to the organiser (REPLY, COUNTER); then it names that attendee alone.</summary>
    public bool IsAnswer => Method is SchedulingMethod.Reply or SchedulingMethod.Counter;

    /// <summary>Of an answer who comes in their place (DELEGATED-TO); null where nobody does.</summary>
    public Mailbox? DelegatedTo { get; init; }

    /// <summary>From whom it is, as the head of the message says.</summary>
    public Mailbox From => Forwarder ?? SentBy ?? (IsAnswer ? Attendees[0].Who : Organiser);

    /// <summary>Whether they are to answer (RSVP).</summary>
    public bool AnswersWanted { get; init; } = true;

    /// <summary>Until when, and what follows, in a sentence; null where nothing was said.</summary>
    public string? AnswerBy { get; init; }

    /// <summary>What is different since the last message, a line each; empty where nothing is told of that.</summary>
    public IReadOnlyList<string> Changes { get; init; } = [];
}
