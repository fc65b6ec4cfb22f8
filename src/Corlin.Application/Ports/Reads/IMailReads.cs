using Corlin.Core.Calendars;
using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>How a message stands.</summary>
public enum MailState
{
    /// <summary>It goes out once the time of undo is over.</summary>
    Waiting,

    /// <summary>It could not be delivered and is tried again.</summary>
    Trying,

    /// <summary>It could not be delivered and is tried no more.</summary>
    Failed,

    Sent,

    /// <summary>It came in and is filed with what it is about.</summary>
    Filed,

    /// <summary>It came in and waits to be read: not from who it says, or about nothing known.</summary>
    Unfiled,
}

/// <summary>A message as the mail room keeps it.</summary>
/// <param name="Of">In whose name it went out or to whom it came.</param>
/// <param name="Entry">The public id of what it is about, or null.</param>
/// <param name="Private">It is about something private.</param>
/// <param name="Failure">What the other side said where it failed.</param>
/// <param name="Again">When it is tried again.</param>
/// <param name="MessageId">Without angle brackets.</param>
public sealed record KeptMail(
    long Id,
    MailState State,
    UserId? Of,
    string? Entry,
    bool Private,
    Mailbox From,
    Mailbox To,
    string Subject,
    string? Text,
    Instant At,
    string? Failure,
    Instant? Again,
    string MessageId
)
{
    /// <summary>What its calendar part asks; null for a letter in words.</summary>
    public SchedulingMethod? Asks { get; init; }

    /// <summary>Why it waits for a person.</summary>
    public WaitReason Why { get; init; }

    public bool Incoming => State is MailState.Filed or MailState.Unfiled;
}

/// <summary>Under what the mail room keeps a message.</summary>
/// <param name="Of">In whose name it goes out or to whom it came.</param>
/// <param name="Entry">The public id of what it is about.</param>
public sealed record MailAbout(UserId? Of, string? Entry, bool Private);

/// <param name="To">The address.</param>
public sealed record WrittenLetter(string To, Instant At);

/// <summary>A message that came in.</summary>
/// <param name="Answers">The ids of the messages that it answers (In-Reply-To, References), without angle brackets.</param>
/// <param name="Source">The whole of it (RFC 5322).</param>
public sealed record ReceivedMail(
    string MessageId,
    Mailbox From,
    Mailbox To,
    string Subject,
    string Text,
    IReadOnlyList<string> Answers,
    byte[] Source
)
{
    /// <summary>Whether a machine sent it, or a list: nothing answers it by itself (RFC 3834 2).</summary>
    public bool Automatic { get; init; }
}

/// <summary>What is asked of the mail room.</summary>
/// <param name="Of">Whose mail, and of each whether private mail is included.</param>
/// <param name="OfNobody">Also what came to nobody who is known.</param>
/// <param name="Text">What subject, name or address contains; empty for all.</param>
/// <param name="Before">Only those kept before this one; null from the latest on.</param>
/// <param name="Entry">Only what is about this entry.</param>
/// <param name="OnlyOpen">Only what nobody has seen to yet.</param>
public sealed record MailAsked(
    IReadOnlyDictionary<UserId, bool> Of,
    bool OfNobody,
    string Text,
    IReadOnlyCollection<MailState> States,
    long? Before,
    string? Entry = null,
    bool OnlyOpen = false
);

/// <summary>What the mail room is asked for.</summary>
public interface IMailReads
{
    /// <summary>The latest first, at most so many.</summary>
    IReadOnlyList<KeptMail> Mails(MailAsked asked, int limit);

    KeptMail? Mail(long id);

    /// <summary>What people wrote about an entry and did not take back, by its public id, the latest first, at most so many.</summary>
    IReadOnlyList<WrittenLetter> LettersAbout(string entry, int limit);

    /// <summary>When somebody last wrote about some entries to some addresses, by entry and address in lower case.</summary>
    IReadOnlyDictionary<(string Entry, string To), Instant> LastLetters(
        IReadOnlyCollection<string> entries,
        IReadOnlyCollection<string> addresses
    );

    /// <summary>The whole message (RFC 5322), or null where it did not go out yet.</summary>
    byte[]? MailSource(long id);

    /// <summary>The message of ours with this id (without angle brackets), or null.</summary>
    KeptMail? MailByMessageId(string messageId);
}
