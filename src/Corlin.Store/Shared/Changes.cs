using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>That a request with a key did its work, and what it was answered.</summary>
internal sealed class AnswerRow
{
    public long UserId { get; set; }
    public required string Key { get; set; }
    public required string Hash { get; set; }
    public Instant At { get; set; }
    public int? Status { get; set; }
    public string? Body { get; set; }
}

/// <summary>Something that somebody did, in whose name and under which grant. Never altered but for the mark of its undoing.</summary>
internal sealed class ChangeRow
{
    public long Id { get; set; }
    public ChangeKind Kind { get; set; }
    public long ActorId { get; set; }
    public long InNameOfId { get; set; }
    public long? GrantId { get; set; }
    public Instant At { get; set; }

    /// <summary>The first number of the absence that did it by itself; null where somebody did it by hand.</summary>
    public long? AbsenceId { get; set; }

    /// <summary>The standing instruction that it followed, as it stood; null where it followed none.</summary>
    public long? InstructionId { get; set; }

    /// <summary>Whether an instruction or a deadline was put into effect without anybody looking.</summary>
    public bool ByItself { get; set; }
    public long? UndoneById { get; set; }

    /// <summary>The first change of the act that this one belongs to; null in the first itself.</summary>
    public long? ActId { get; set; }

    /// <summary>The shape in which the states before and after it are written; see <see cref="States.Schema"/>.</summary>
    public int Schema { get; set; } = States.Schema;
}

/// <summary>What a change did to one entry: its whole state before and after. Append-only.</summary>
internal sealed class HistoryRow
{
    public long Id { get; set; }
    public long ChangeId { get; set; }
    public long EntryId { get; set; }

    /// <summary>Null where the change made it.</summary>
    public string? Before { get; set; }

    /// <summary>Null where the change took it away.</summary>
    public string? After { get; set; }
}

/// <summary>What a change did to one category of a list: its state before and after. Append-only.</summary>
internal sealed class CategoryHistoryRow
{
    public long Id { get; set; }
    public long ChangeId { get; set; }
    public long CategoryId { get; set; }

    /// <summary>Null where the change made it.</summary>
    public string? NameBefore { get; set; }
    public int ColourBefore { get; set; }
    public bool RemovedBefore { get; set; }
    public required string NameAfter { get; set; }
    public int ColourAfter { get; set; }
    public bool RemovedAfter { get; set; }
}

/// <summary>What a change did to what is known of a person, group or room: its whole state before and after. Append-only.</summary>
internal sealed class PersonHistoryRow
{
    public long Id { get; set; }
    public long ChangeId { get; set; }
    public long UserId { get; set; }

    /// <summary>Null where the change added them.</summary>
    public string? Before { get; set; }
    public required string After { get; set; }
}

/// <summary>That an entry changed on a calendar, by the calendar's change number; with <see cref="Removed"/> a tombstone.</summary>
internal sealed class ChangeLogRow
{
    public long CalendarId { get; set; }
    public long Number { get; set; }
    public long EntryId { get; set; }
    public bool Removed { get; set; }
}

/// <summary>A message that is to leave, whole as it was at the change.</summary>
internal sealed class OutboxRow
{
    public long Id { get; set; }
    public long ChangeId { get; set; }
    public required string MessageId { get; set; }
    public Instant NotBefore { get; set; }
    public required string Body { get; set; }

    /// <summary>
    /// Those asked, where they are many and stand once for all messages that name them; null where they stand in the body.
    /// </summary>
    public long? AskedId { get; set; }
    public Instant? SentAt { get; set; }
    public Instant? WithdrawnAt { get; set; }
    public int Failures { get; set; }

    /// <summary>What the other side said the last time.</summary>
    public string? Failure { get; set; }

    /// <summary>From then on it is tried no more.</summary>
    public Instant? GivenUpAt { get; set; }
}

/// <summary>Somebody is asked to organise a meeting. Never altered: a change makes a new row.</summary>
internal sealed class TurnOverRow
{
    public long Id { get; set; }
    public long EntryId { get; set; }
    public long FromId { get; set; }
    public long ToId { get; set; }
    public long ById { get; set; }
    public bool Stays { get; set; }
    public string? Note { get; set; }
    public Instant At { get; set; }

    /// <summary>The change that made it so.</summary>
    public long KeptById { get; set; }

    /// <summary>The change since which it is otherwise, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>Mail to somebody is to go to another address. Never altered but for its end.</summary>
internal sealed class WaitingAddressRow
{
    public long Id { get; set; }
    public long WhoId { get; set; }
    public required string Address { get; set; }
    public long ById { get; set; }
    public Instant At { get; set; }

    /// <summary>Of the key in the letter that was sent to it, or null.</summary>
    public string? KeyHash { get; set; }

    /// <summary>The change that made it so.</summary>
    public long KeptById { get; set; }

    /// <summary>The change since which it waits no longer, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>
/// All who are asked to something, for every message that names them: in each they would be as many lists as there are people.
/// </summary>
internal sealed class AskedRow
{
    public long Id { get; set; }
    public required string Json { get; set; }
}

/// <summary>How somebody likes a view.</summary>
internal sealed class SettingRow
{
    public long UserId { get; set; }
    public required string Name { get; set; }
    public required string Json { get; set; }
}

/// <summary>A message that was taken in, by what tells it from others.</summary>
internal sealed class TakenInRow
{
    public required string Key { get; set; }
    public Instant At { get; set; }
}
