using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>What somebody says to what those who keep their calendar ask them.</summary>
public enum QuestionReply
{
    /// <summary>They come: it is accepted for them.</summary>
    Yes,

    /// <summary>They do not: it is declined.</summary>
    No,

    /// <summary>They are asked again tomorrow.</summary>
    Later,

    /// <summary>Who asked decides.</summary>
    YourCall,
}

/// <summary>Whether somebody comes to something they are invited to, as those who keep their calendar ask them.</summary>
/// <param name="Of">Who is asked.</param>
/// <param name="By">Who asks.</param>
/// <param name="RecurrenceId">The occurrence of a series, or null for the whole.</param>
/// <param name="Line">What who asks wrote with it, or null.</param>
public sealed record Question(UserId Of, UserId By, EntryId Entry, LocalDateTime? RecurrenceId, string? Line, Instant At)
{
    /// <summary>In characters; a longer line is refused.</summary>
    public const int LongestLine = 500;

    /// <summary>Null while nothing was said.</summary>
    public QuestionReply? Reply { get; init; }

    /// <summary>What was written with the reply, or null.</summary>
    public string? Words { get; init; }

    /// <summary>Null while nothing was said.</summary>
    public Instant? RepliedAt { get; init; }

    /// <summary>Whether it stands on the list of who is asked: what is put off comes back the next day of theirs.</summary>
    public bool IsOpen(Instant now, DateTimeZone zone) =>
        Reply is null || (Reply == QuestionReply.Later && RepliedAt is { } at && at.InZone(zone).Date < now.InZone(zone).Date);
}
