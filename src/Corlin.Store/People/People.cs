using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Store.Model;

internal sealed class UserRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public UserKind Kind { get; set; }
    public required string Name { get; set; }

    /// <summary>The name's words in lower case without accents, each after a space, so that a search finds any word's beginning.</summary>
    public required string SearchName { get; set; }

    public required string Address { get; set; }
    public bool Inside { get; set; }
    public required string Zone { get; set; }
    public string? Hours { get; set; }
    public string? Place { get; set; }
    public int Flag { get; set; }
    public string? Post { get; set; }
    public WhereTold TellsWhere { get; set; }

    /// <summary>Manages people and places; reads nobody's calendar by that.</summary>
    public bool Administrator { get; set; }
    public int Version { get; set; }

    /// <summary>Numbers, a line each.</summary>
    public string? Telephones { get; set; }

    /// <summary>Who keeps the calendar of somebody outside.</summary>
    public long? AssistantId { get; set; }
    public string? Note { get; set; }

    /// <summary>The principal whose contact this is.</summary>
    public long? KeptForId { get; set; }
    public int? Capacity { get; set; }

    /// <summary>What a room has, a line each.</summary>
    public string? Features { get; set; }

    /// <summary>Found no more; what they took part in still names them.</summary>
    public bool Removed { get; set; }
}

/// <summary>A further e-mail address of somebody.</summary>
internal sealed class AddressRow
{
    public long UserId { get; set; }
    public required string Address { get; set; }
}

/// <summary>That somebody is or was in a group. Never altered but for its end.</summary>
internal sealed class MembershipRow
{
    public long Id { get; set; }
    public long GroupId { get; set; }
    public long UserId { get; set; }
    public Instant From { get; set; }
    public Instant? Until { get; set; }

    /// <summary>The change that began it; null where the set-up did.</summary>
    public long? BeganById { get; set; }

    /// <summary>The change that ended it, or null.</summary>
    public long? EndedById { get; set; }
}

internal sealed class PlaceRow
{
    public required string Name { get; set; }
    public required string Site { get; set; }
    public required string Town { get; set; }
    public required string Zone { get; set; }

    /// <summary>ISO 3166; null where none is told.</summary>
    public string? Country { get; set; }
    public string? Address { get; set; }
    public bool Closed { get; set; }
}

/// <summary>A public holiday or a closure.</summary>
internal sealed class DayOffRow
{
    public long Id { get; set; }
    public DayOffKind Kind { get; set; }

    /// <summary>The country or the site.</summary>
    public required string Where { get; set; }
    public LocalDate First { get; set; }
    public LocalDate Until { get; set; }
    public required string Words { get; set; }

    /// <summary>Of a closure the change that kept it.</summary>
    public long? ClosedById { get; set; }

    /// <summary>The change that opened the site again, or null.</summary>
    public long? OpenedById { get; set; }
}

/// <summary>Weeks in which nothing new is arranged for somebody.</summary>
internal sealed class NoGoRow
{
    public long Id { get; set; }
    public long UserId { get; set; }

    /// <summary>A Monday.</summary>
    public LocalDate First { get; set; }
    public int Weeks { get; set; }
    public required string Words { get; set; }

    /// <summary>The change that kept them.</summary>
    public long KeptById { get; set; }

    /// <summary>The change that opened them again, or null.</summary>
    public long? OpenedById { get; set; }
}

internal sealed class WayRow
{
    public required string FromSite { get; set; }
    public required string ToSite { get; set; }
    public int Minutes { get; set; }
}

internal sealed class CalendarRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long OwnerId { get; set; }
    public required string Name { get; set; }
    public bool Main { get; set; }

    /// <summary>Raised by every change that concerns the calendar.</summary>
    public long ChangeNumber { get; set; }

    public int SettingsVersion { get; set; }
}

/// <summary>
/// Part of a calendar that is written in pieces: it is seen when it is all there, and gone when all of it is put with that calendar.
/// </summary>
internal sealed class PartRow
{
    /// <summary>A calendar of its own that nobody knows of.</summary>
    public long Id { get; set; }
    public long CalendarId { get; set; }
    public long ChangeId { get; set; }
    public bool Shown { get; set; }
}

/// <summary>That somebody keeps a calendar beside their main one. Never altered: a change makes a new row.</summary>
internal sealed class FurtherRow
{
    public long Id { get; set; }
    public long CalendarId { get; set; }
    public long OwnerId { get; set; }
    public required string Name { get; set; }

    /// <summary>Whether its entries take up time.</summary>
    public bool Counts { get; set; }

    /// <summary>The change that made it so.</summary>
    public long KeptById { get; set; }

    /// <summary>The change since which it is otherwise, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>
/// A calendar kept elsewhere that stands on somebody's lane. What a user said of it is never altered: a change makes a new row.
/// </summary>
internal sealed class FollowedRow
{
    public long Id { get; set; }
    public long CalendarId { get; set; }
    public long OwnerId { get; set; }
    public required string Name { get; set; }
    public required string Address { get; set; }
    public TimeTaken Most { get; set; }
    public Duration Every { get; set; }
    public Instant DueAt { get; set; }
    public Instant? FetchedAt { get; set; }
    public FetchFailure? Failure { get; set; }
    public int Failures { get; set; }
    public string? Tag { get; set; }

    /// <summary>The change that began it.</summary>
    public long FollowedById { get; set; }

    /// <summary>The change that ended it, or null.</summary>
    public long? EndedById { get; set; }
}

internal sealed class StayRow
{
    public long Id { get; set; }
    public long UserId { get; set; }
    public StayKind Kind { get; set; }
    public string? Place { get; set; }
    public LocalDate First { get; set; }

    /// <summary>The last day on which it applies; null where it goes on.</summary>
    public LocalDate? Last { get; set; }
    public string? Rule { get; set; }
    public int From { get; set; }
    public int To { get; set; }
    public string? Exceptions { get; set; }
    public Instant At { get; set; }
    public long? KeptById { get; set; }
    public long? EndedById { get; set; }
}

internal sealed class AbsenceRow
{
    public long Id { get; set; }
    public long UserId { get; set; }
    public Instant Start { get; set; }
    public Instant End { get; set; }
    public long? CoversId { get; set; }
    public string? Reason { get; set; }
    public AbsenceKind Kind { get; set; }
    public string? TextInside { get; set; }
    public string? TextOutside { get; set; }
    public NewInvitations Invitations { get; set; }
    public ReasonTold ReasonTo { get; set; }

    /// <summary>Who posted it.</summary>
    public long? ById { get; set; }

    /// <summary>The first of it, where it was changed; null in the first.</summary>
    public long? OriginId { get; set; }

    /// <summary>The change that posted it; null where the set-up did.</summary>
    public long? KeptById { get; set; }

    /// <summary>The change since which it stands no longer, or null.</summary>
    public long? EndedById { get; set; }
}
