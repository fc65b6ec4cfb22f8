using NodaTime;

namespace Corlin.Store.Model;

/// <summary>What somebody is writing.</summary>
internal sealed class DraftRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long WriterId { get; set; }
    public required string Json { get; set; }
    public int Version { get; set; }
    public Instant At { get; set; }

    /// <summary>The change that sent or saved it, undone or not.</summary>
    public long? SentByChangeId { get; set; }
}

/// <summary>A paper laid with a draft.</summary>
internal sealed class DraftPaperRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long DraftId { get; set; }
    public required string Name { get; set; }
    public required string MediaType { get; set; }
    public long Size { get; set; }
    public required string Hash { get; set; }
    public string? Address { get; set; }
    public bool GoesOut { get; set; }
    public long AddedById { get; set; }
    public Instant AddedAt { get; set; }
}

/// <summary>A conference that is always there for somebody.</summary>
internal sealed class StandingRow
{
    public long OwnerId { get; set; }
    public required string Link { get; set; }
    public string? DialIn { get; set; }
}

/// <summary>A kind of meeting on somebody's list.</summary>
internal sealed class MeetingKindRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long OwnerId { get; set; }
    public required string Name { get; set; }
    public required string Json { get; set; }
}
