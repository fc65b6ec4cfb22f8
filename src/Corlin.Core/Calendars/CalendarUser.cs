using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>What a calendar user is (CUTYPE, RFC 5545 3.2.3).</summary>
public enum UserKind
{
    Person,
    Group,
    Room,
    Resource,
}

/// <summary>How much of where somebody is others are told, who see their calendar.</summary>
public enum WhereTold
{
    /// <summary>The place, to whoever sees headlines; the town to whoever sees less.</summary>
    Place,

    /// <summary>The town.</summary>
    Town,

    /// <summary>Only that they are not where they always are.</summary>
    Elsewhere,
}

/// <summary>Somebody or something that can be asked to a meeting.</summary>
/// <param name="PublicId">The opaque id that may leave the server.</param>
/// <param name="Address">The first e-mail address, lower case.</param>
/// <param name="Inside">Whether they belong to the organisation; who is outside has no calendar here.</param>
/// <param name="Zone">The tzdb id of home.</param>
/// <param name="Hours">Null where none were told.</param>
/// <param name="Place">The usual place, or null.</param>
/// <param name="Flag">Which of the flags is theirs, the same on every screen.</param>
/// <param name="Post">What they do, in a word or two, or null.</param>
public sealed record CalendarUser(
    UserId Id,
    string PublicId,
    UserKind Kind,
    string Name,
    string Address,
    bool Inside,
    string Zone,
    WorkingHours? Hours,
    string? Place,
    int Flag,
    string? Post
)
{
    /// <summary>
    /// The principal whose contact this is, known only to those who keep that calendar; null for who is known to everyone inside.
    /// </summary>
    public UserId? KeptFor { get; init; }

    /// <summary>How much of where they are is told to who sees their calendar and does not speak for them.</summary>
    public WhereTold TellsWhere { get; init; }

    /// <summary>Removed from the directory: they are found no more, and what they took part in still names them.</summary>
    public bool Removed { get; init; }

    /// <summary>The domain of the address of who was deleted, which never is one (RFC 2606, 2).</summary>
    public const string DeletedDomain = "deleted.invalid";

    /// <summary>Whether everything that was known of them was deleted for good.</summary>
    public bool Deleted => Removed && Address.EndsWith($"@{DeletedDomain}", StringComparison.Ordinal);

    /// <summary>Raised by each change of what is known of them.</summary>
    public int Version { get; init; } = 1;

    /// <summary>
    /// The hours, or those taken where none were told (weekdays 09:00 to 18:00; a room always, and whose zone is not known).
    /// </summary>
    public WorkingHours HoursOrUsual =>
        Hours ?? (Kind is UserKind.Room or UserKind.Resource || !ZoneKnown ? WorkingHours.Always : WorkingHours.Usual);

    /// <summary>The zone of somebody outside of whom none was told.</summary>
    public const string NoZone = "Etc/UTC";

    /// <summary>Whether their zone was ever told; where not, no hour of theirs is made up.</summary>
    public bool ZoneKnown => Inside || Zone != NoZone;

    /// <summary>The zone in which they are at home.</summary>
    public DateTimeZone HomeZone => Zones.Get(Zone);

    /// <summary>The first of the names.</summary>
    public string GivenName => Kind == UserKind.Person && Name.IndexOf(' ') is > 0 and var space ? Name[..space] : Name;
}
