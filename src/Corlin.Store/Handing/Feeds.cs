using Corlin.Core.Access;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>A link with a key by which a program reads a calendar. Of the key only its hash is here.</summary>
internal sealed class FeedRow
{
    public long Id { get; set; }
    public long OwnerId { get; set; }
    public long ReaderId { get; set; }
    public long ById { get; set; }
    public required string KeyHash { get; set; }
    public Sight Most { get; set; }
    public bool Private { get; set; }
    public int Days { get; set; }
    public Instant MadeAt { get; set; }
    public Instant? ReadAt { get; set; }
    public string? ReadWith { get; set; }
    public long? KeptById { get; set; }
    public long? EndedById { get; set; }
}
