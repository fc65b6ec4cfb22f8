using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>How somebody asked for a principal's time.</summary>
public enum RequestWay
{
    Mail,
    Telephone,
    InPerson,
}

/// <summary>How soon who asked wants to meet.</summary>
public enum Urgency
{
    CanWait,
    ThisWeek,
    AtOnce,
}

/// <summary>What became of a request.</summary>
public enum RequestState
{
    /// <summary>Nothing yet.</summary>
    Open,

    /// <summary>Times are held for it.</summary>
    Held,

    /// <summary>A meeting or an appointment came of it.</summary>
    Arranged,

    /// <summary>A courteous no was said.</summary>
    Refused,

    /// <summary>It came to nothing.</summary>
    Dropped,
}

/// <summary>Somebody asked for a principal's time, before there is an invitation.</summary>
/// <param name="PublicId">The opaque id that may leave the server.</param>
/// <param name="Caller">Who asked, as they gave their name.</param>
/// <param name="Person">The same where they are known here, or null.</param>
/// <param name="RingBack">How they are reached, in words; or null.</param>
/// <param name="Why">What it is about.</param>
/// <param name="Minutes">How long it would take.</param>
/// <param name="Promised">By when they were promised to hear; or null.</param>
/// <param name="Private">Only who speaks for the principal in private matters knows of it.</param>
public sealed record MeetingRequest(
    string PublicId,
    UserId Principal,
    string Caller,
    UserId? Person,
    string? RingBack,
    RequestWay Way,
    string Why,
    int Minutes,
    Urgency Urgency,
    Instant? Promised,
    bool Private,
    RequestState State,
    UserId TakenBy,
    Instant TakenAt
)
{
    /// <summary>Of the caller's name, in characters; a longer one is refused.</summary>
    public const int LongestCaller = 120;

    /// <summary>Of why they ask, in characters; longer words are refused.</summary>
    public const int LongestWords = 1_000;

    /// <summary>The public id of the meeting or appointment that came of it.</summary>
    public string? Entry { get; init; }

    /// <summary>What the holds for it have in common.</summary>
    public string? HoldRequest { get; init; }

    /// <summary>Raised by each change; who changes an older one is told so.</summary>
    public int Version { get; init; } = 1;

    /// <summary>Whether something is still to be done.</summary>
    public bool Waits => State is RequestState.Open or RequestState.Held;

    /// <summary>When it is to be dealt with: as promised, otherwise as its urgency says.</summary>
    public Instant Due =>
        Promised
        ?? TakenAt
            + Duration.FromDays(
                Urgency switch
                {
                    Urgency.AtOnce => 0,
                    Urgency.ThisWeek => 4,
                    _ => 21,
                }
            );
}
