using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>Where somebody is who came to a conference.</summary>
public enum PresenceState
{
    Knocks,
    In,
    Left,
    Refused,
}

/// <summary>Somebody's being in the conference of an occurrence, or having been.</summary>
/// <param name="Who">Null for somebody who came by the link and is not signed in.</param>
/// <param name="Name">As they are shown.</param>
/// <param name="SecretHash">Of a guest the hash of what only they hold; null for who is signed in.</param>
public sealed record Presence(
    string PublicId,
    EntryId Entry,
    LocalDateTime? RecurrenceId,
    UserId? Who,
    string Name,
    string? SecretHash,
    PresenceState State,
    Instant AskedAt
)
{
    /// <summary>Whose page was not heard of for so long has left.</summary>
    public static readonly Duration Unheard = Duration.FromSeconds(90);

    /// <summary>In characters; a longer name is refused.</summary>
    public const int LongestName = 60;

    /// <summary>When they were let in; null where they never were.</summary>
    public Instant? JoinedAt { get; init; }

    /// <summary>When they said that they leave; null where they did not.</summary>
    public Instant? LeftAt { get; init; }

    /// <summary>When their page was heard of last.</summary>
    public required Instant SeenAt { get; init; }

    /// <summary>Whether they are in, and their page was heard of lately.</summary>
    public bool IsIn(Instant now) => State == PresenceState.In && now - SeenAt < Unheard;

    /// <summary>Whether they wait to be let in, and their page was heard of lately.</summary>
    public bool Knocks(Instant now) => State == PresenceState.Knocks && now - SeenAt < Unheard;

    /// <summary>When they were in until; null where they still are, or never were.</summary>
    public Instant? Until(Instant now) => JoinedAt is null || IsIn(now) ? null : LeftAt ?? SeenAt;
}

/// <summary>What became of a call.</summary>
public enum CallState
{
    Rings,
    Joined,

    /// <summary>Who is called cannot now.</summary>
    PutOff,
    Withdrawn,
}

/// <summary>Somebody inside is called into a conference.</summary>
/// <param name="InNameOf">Who calls, in words of the lane: who organises.</param>
public sealed record Call(string PublicId, EntryId Entry, UserId Who, UserId By, UserId InNameOf, CallState State, Instant At)
{
    /// <summary>So long it rings.</summary>
    public static readonly Duration RingsFor = Duration.FromSeconds(60);

    /// <summary>Whether it rings at a moment.</summary>
    public bool Rings(Instant now) => State == CallState.Rings && now - At < RingsFor;
}

/// <summary>The conferences that Corlin's own links lead to.</summary>
public static class ConferenceRules
{
    private const string Path = "/conference/";

    /// <summary>Before it begins and after it ends a link leads to an occurrence no longer than this.</summary>
    public static readonly Duration Reaches = Duration.FromHours(24);

    /// <summary>The key in the address of a conference of Corlin's own; null for any other.</summary>
    public static string? KeyOf(string? link)
    {
        var at = link?.LastIndexOf(Path, StringComparison.Ordinal) ?? -1;
        if (at < 0)
            return null;
        var key = link![(at + Path.Length)..];
        return IsKey(key) ? key : null;
    }

    /// <summary>Twenty digits of base 16: no key is found by trying.</summary>
    public static bool IsKey(string key) => key.Length == 20 && key.All(char.IsAsciiHexDigitLower);

    /// <summary>Whether somebody joins at once.</summary>
    /// <param name="stands">Whether they are asked to it, organise it, or speak for one who does.</param>
    public static bool JoinsAtOnce(Entry entry, bool inside, bool stands) =>
        stands
        || entry.Admission switch
        {
            Admission.Anyone => true,
            Admission.Inside => inside && !entry.Private,
            _ => false,
        };

    /// <summary>
    /// The occurrence to which a link leads at a moment: the one that is on, else the next, else the last; null where none is near.
    /// </summary>
    public static Occurrence? At(IEnumerable<Entry> entries, DateTimeZone zone, Instant now)
    {
        var near = entries
            .Where(e => e.Status == MeetingStatus.Sent && e.Kind != EntryKind.Hold)
            .SelectMany(e => Occurrences.In(e, new(now - Reaches, now + Reaches), zone))
            .ToList();
        return near.Find(o => o.Stretch.Contains(now))
            ?? near.Where(o => o.Stretch.Start > now).MinBy(o => o.Stretch.Start)
            ?? near.MaxBy(o => o.Stretch.End);
    }
}
