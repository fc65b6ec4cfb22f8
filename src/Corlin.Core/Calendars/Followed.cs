using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>Why a calendar kept elsewhere could not be read.</summary>
public enum FetchFailure
{
    /// <summary>The address names no place that may be asked: not http, or inside a private network.</summary>
    NotAllowed,

    /// <summary>Nobody answers there.</summary>
    NoAnswer,
    TooSlow,

    /// <summary>There is nothing at that address.</summary>
    NotThere,

    /// <summary>The server wants to know who asks, or says no.</summary>
    Refused,

    /// <summary>The server answers with an error of its own.</summary>
    ServerFailed,
    TooLarge,

    /// <summary>What came is no calendar file.</summary>
    NoCalendar,

    /// <summary>What came could not be stored here.</summary>
    NotKept,
}

/// <summary>A calendar kept elsewhere that stands on somebody's lane: read at intervals, never written.</summary>
/// <param name="Id">Zero until it is stored.</param>
/// <param name="Calendar">The calendar that its entries make up here.</param>
/// <param name="Owner">On whose lane it stands.</param>
/// <param name="Address">Where it is read, http or https; whoever knows it can read the calendar, so it is told to those who may change the
/// lane only.</param>
/// <param name="Most">The most that its entries take up time; <see cref="TimeTaken.Firm"/> for as they say.</param>
/// <param name="Every">How long after a reading the next is due.</param>
public sealed record Followed(long Id, CalendarId Calendar, UserId Owner, string Name, string Address, TimeTaken Most, Duration Every)
{
    /// <summary>The shortest time between two readings.</summary>
    public static readonly Duration Shortest = Duration.FromMinutes(15);

    /// <summary>The longest time between two readings.</summary>
    public static readonly Duration Longest = Duration.FromDays(7);

    private static readonly Duration FirstRetry = Duration.FromMinutes(5);
    private static readonly Duration LastRetry = Duration.FromHours(6);

    /// <summary>When it is fetched next.</summary>
    public required Instant DueAt { get; init; }

    /// <summary>When it was last read; null where it never was.</summary>
    public Instant? FetchedAt { get; init; }

    /// <summary>Why the last try failed; null where it did not.</summary>
    public FetchFailure? Failure { get; init; }

    /// <summary>How many tries have failed since it was last read.</summary>
    public int Failures { get; init; }

    /// <summary>By what the server knows the state last read (ETag, RFC 9110 8.8.3).</summary>
    public string? Tag { get; init; }

    /// <summary>An entry of it as it stands on the lane.</summary>
    public Entry OnLane(Entry entry) => entry.Takes <= Most ? entry : entry with { Takes = Most };

    /// <summary>It was read, or the server said that nothing had changed.</summary>
    public Followed Read(string? tag, Instant now) =>
        this with
        {
            FetchedAt = now,
            Tag = tag,
            Failure = null,
            Failures = 0,
            DueAt = now + Every,
        };

    /// <summary>
    /// It could not be read: what was read before stays, and the next try comes after five minutes, then twice as long, at most after six
    /// hours.
    /// </summary>
    public Followed Failed(FetchFailure why, Instant now)
    {
        var wait = Duration.Min(FirstRetry * Math.Pow(2, Math.Min(Failures, 10)), LastRetry);
        return this with { Failure = why, Failures = Failures + 1, DueAt = now + wait };
    }
}
