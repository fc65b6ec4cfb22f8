using System.Text.Json.Serialization;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>Somebody asked for a principal's time.</summary>
internal sealed class MeetingRequestRow
{
    [JsonIgnore]
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long PrincipalId { get; set; }
    public required string Caller { get; set; }
    public long? PersonId { get; set; }
    public string? RingBack { get; set; }
    public RequestWay Way { get; set; }
    public required string Why { get; set; }
    public int Minutes { get; set; }
    public Urgency Urgency { get; set; }
    public Instant? Promised { get; set; }
    public bool Private { get; set; }
    public RequestState State { get; set; }

    /// <summary>Something is still to be done.</summary>
    public bool Waits { get; set; }
    public string? Entry { get; set; }
    public string? HoldRequest { get; set; }
    public int Version { get; set; }
    public long TakenById { get; set; }
    public Instant TakenAt { get; set; }
}

/// <summary>What a change did to a request: its whole state before and after. Append-only.</summary>
internal sealed class MeetingRequestHistoryRow
{
    public long Id { get; set; }
    public long ChangeId { get; set; }
    public required string PublicId { get; set; }

    /// <summary>Null where the change wrote it down.</summary>
    public string? Before { get; set; }

    /// <summary>Null where the change took it away again.</summary>
    public string? After { get; set; }
}
