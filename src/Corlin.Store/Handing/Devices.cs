using NodaTime;

namespace Corlin.Store.Model;

/// <summary>A device that keeps somebody's calendars. Of its password only the hash is here.</summary>
internal sealed class DeviceRow
{
    public long Id { get; set; }
    public long OwnerId { get; set; }
    public required string Name { get; set; }
    public required string KeyHash { get; set; }
    public Instant MadeAt { get; set; }
    public Instant? UsedAt { get; set; }
    public string? UsedWith { get; set; }

    /// <summary>The change that let it in.</summary>
    public long? KeptById { get; set; }

    /// <summary>The change that shut it out, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>Under which name a device laid an entry down on a calendar (RFC 4791 5.3.2).</summary>
internal sealed class DeviceNameRow
{
    public long CalendarId { get; set; }
    public required string Name { get; set; }
    public long EntryId { get; set; }
}
