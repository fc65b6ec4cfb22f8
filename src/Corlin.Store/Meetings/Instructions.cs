using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>What somebody wants answered to invitations of one kind.</summary>
internal sealed class InstructionRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long UserId { get; set; }
    public WhoAsks Asks { get; set; }

    /// <summary>The numbers of those who are named, with spaces between; empty for none.</summary>
    public required string People { get; set; }
    public AskedTime Time { get; set; }
    public string? ClashTitle { get; set; }
    public string? Title { get; set; }
    public int? AtLeastMinutes { get; set; }
    public Answer Answer { get; set; }
    public string? Words { get; set; }
    public bool ByItself { get; set; }
    public long ById { get; set; }

    public Instant At { get; set; }

    /// <summary>When it was said for the first time.</summary>
    public Instant First { get; set; }

    /// <summary>The change that said it.</summary>
    public long KeptById { get; set; }

    /// <summary>The change since which it stands no more, or says something else; or null.</summary>
    public long? EndedById { get; set; }
}
