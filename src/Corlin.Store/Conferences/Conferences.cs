using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>Somebody is or was in a conference, or knocks.</summary>
internal sealed class PresenceRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long EntryId { get; set; }

    /// <summary>The occurrence as text; empty for one that takes place once.</summary>
    public required string RecurrenceId { get; set; }
    public long? UserId { get; set; }
    public required string Name { get; set; }
    public string? SecretHash { get; set; }
    public PresenceState State { get; set; }
    public Instant AskedAt { get; set; }
    public Instant? JoinedAt { get; set; }
    public Instant? LeftAt { get; set; }
    public Instant SeenAt { get; set; }
}

/// <summary>Somebody was called into a conference.</summary>
internal sealed class CallRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long EntryId { get; set; }
    public long UserId { get; set; }
    public long ById { get; set; }
    public long InNameOfId { get; set; }
    public CallState State { get; set; }
    public Instant At { get; set; }

    /// <summary>The change that called; its undo withdraws it.</summary>
    public long ChangeId { get; set; }
}
