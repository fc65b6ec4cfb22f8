using Corlin.Core.Conversations;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>A message in the mail room: one of the outbox from its change on, one that came in once it is taken in.</summary>
internal sealed class MailRow
{
    public long Id { get; set; }

    /// <summary>Null for what came in.</summary>
    public long? OutboxId { get; set; }
    public required string MessageId { get; set; }

    /// <summary>In whose name it went out or to whom it came; null where it came to nobody who is known.</summary>
    public long? OfId { get; set; }

    /// <summary>The public id of what it is about.</summary>
    public string? Entry { get; set; }
    public bool Private { get; set; }
    public required string FromName { get; set; }
    public required string FromAddress { get; set; }
    public required string ToName { get; set; }
    public required string ToAddress { get; set; }
    public required string Subject { get; set; }

    /// <summary>What people read of it; of ours once it went out.</summary>
    public string? Text { get; set; }
    public Instant At { get; set; }

    /// <summary>It went out, was filed, or somebody has seen to it.</summary>
    public bool Settled { get; set; }

    /// <summary>What its calendar part asks; null for a letter in words, and of what goes out.</summary>
    public SchedulingMethod? Asks { get; set; }

    /// <summary>Why it waits for a person.</summary>
    public WaitReason Waits { get; set; }

    /// <summary>The change that filed it by hand, or that put it back on the pile; null for all other mail.</summary>
    public long? FiledById { get; set; }

    /// <summary>How it was before that change: a <see cref="MailFiled"/> as JSON.</summary>
    public string? FiledBefore { get; set; }
}

/// <summary>Where a message is filed, or why it waits.</summary>
internal sealed record MailFiled(long? OfId, string? Entry, bool Private, bool Settled, WaitReason Waits);

/// <summary>Something told of a meeting to somebody inside, from its delivery on.</summary>
internal sealed class MeetingNewsRow
{
    public long Id { get; set; }
    public long OutboxId { get; set; }
    public EffectKind Kind { get; set; }
    public long ToId { get; set; }
    public long LaneId { get; set; }
    public long EntryId { get; set; }
    public LocalDateTime? RecurrenceId { get; set; }
    public Instant Start { get; set; }
    public Instant End { get; set; }
    public string? Note { get; set; }
    public long ChangeId { get; set; }
    public Instant At { get; set; }
    public bool PutAway { get; set; }
}

/// <summary>The whole of a message that went out or came in (RFC 5322).</summary>
internal sealed class MailSourceRow
{
    public long MailId { get; set; }
    public required byte[] Source { get; set; }
}
