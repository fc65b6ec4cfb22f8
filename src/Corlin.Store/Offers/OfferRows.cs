using System.Text.Json.Serialization;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>Times that are offered to people outside.</summary>
internal sealed class OfferRow
{
    [JsonIgnore]
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long OwnerId { get; set; }
    public long MadeById { get; set; }
    public Instant MadeAt { get; set; }
    public OfferState State { get; set; }
    public Instant Until { get; set; }
    public required string HoldRequest { get; set; }

    /// <summary>The public id of the meeting that came of it.</summary>
    public string? Entry { get; set; }
    public int Version { get; set; }

    /// <summary>What else is said of it, as <see cref="OfferSaid"/>.</summary>
    public required string Said { get; set; }
}

/// <summary>What a change did to an offer: its whole state before and after. Append-only.</summary>
internal sealed class OfferHistoryRow
{
    public long Id { get; set; }
    public long ChangeId { get; set; }
    public required string PublicId { get; set; }

    /// <summary>Null where the change made it.</summary>
    public string? Before { get; set; }

    /// <summary>Null where the change took it away again.</summary>
    public string? After { get; set; }
}

/// <summary>The key with which one of the readers answers an offer. Of the key only its hash is here.</summary>
internal sealed class OfferKeyRow
{
    public required string Offer { get; set; }
    public int Reader { get; set; }
    public required string KeyHash { get; set; }
}

/// <summary>The part of an offer that is kept as one text.</summary>
/// <param name="Times">Start and end of each, in milliseconds since 1970.</param>
internal sealed record OfferSaid(
    string Title,
    string MeetingZone,
    IReadOnlyList<OfferSaidInvited> Invited,
    string? Place,
    string? Link,
    string? DialIn,
    string? Agenda,
    string? StyledAgenda,
    string? Line,
    string? Draft,
    string? Request,
    bool Private,
    bool AnswersWanted,
    IReadOnlyList<long[]> Times,
    string Zone,
    string Decision,
    IReadOnlyList<OfferSaidReader> Readers,
    int? Booked,
    int? ChosenBy
);

internal sealed record OfferSaidInvited(long Who, int Role);

internal sealed record OfferSaidReader(long Who, IReadOnlyList<string> Marks, string? Words, long? At, int Answers);
