using NodaTime;

namespace Corlin.Store.Model;

/// <summary>A handover as it was made. Never altered: a change makes a new row of the same number.</summary>
internal sealed class HandoverRow
{
    public long Id { get; set; }

    /// <summary>By what it is known; that of its first row.</summary>
    public long Number { get; set; }
    public long AwayId { get; set; }
    public long CoverId { get; set; }
    public LocalDate First { get; set; }
    public LocalDate Last { get; set; }
    public string? Line { get; set; }
    public Instant At { get; set; }

    /// <summary>The change that made it so.</summary>
    public long KeptById { get; set; }

    /// <summary>The change since which it is otherwise, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>One thing handed over. Never altered: a change makes a new row of the same number.</summary>
internal sealed class HandoverItemRow
{
    public long Id { get; set; }
    public long Number { get; set; }
    public long HandoverNumber { get; set; }
    public long PrincipalId { get; set; }
    public string? Key { get; set; }
    public long? EntryId { get; set; }
    public string? Words { get; set; }
    public LocalDate? Promised { get; set; }
    public string? Note { get; set; }
    public string? Back { get; set; }

    /// <summary>What was promised is done.</summary>
    public bool Kept { get; set; }
    public long KeptById { get; set; }
    public long? EndedById { get; set; }
}
