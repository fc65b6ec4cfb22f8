using Corlin.Application.Ports;
using Corlin.Core.Access;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>What somebody may see and do in another's calendars. Never altered: a change ends one and gives another.</summary>
internal sealed class GrantRow
{
    public long Id { get; set; }
    public long OwnerId { get; set; }

    /// <summary>The one calendar, or null for all of the owner's.</summary>
    public long? CalendarId { get; set; }

    /// <summary>A person or a group; null for a default.</summary>
    public long? ReceiverId { get; set; }
    public bool Inside { get; set; }
    public Sight Sight { get; set; }
    public Acting Acting { get; set; }
    public bool Private { get; set; }
    public Instant? From { get; set; }
    public Instant? Until { get; set; }
    public bool PassOn { get; set; }

    /// <summary>The change that gave it.</summary>
    public long GivenById { get; set; }

    /// <summary>The change that ended it, or null.</summary>
    public long? EndedById { get; set; }
}

/// <summary>That somebody asks to see or do something in another's calendars.</summary>
internal sealed class AccessRequestRow
{
    public long Id { get; set; }
    public long AskerId { get; set; }
    public long OwnerId { get; set; }
    public Sight Sight { get; set; }
    public Acting Acting { get; set; }
    public bool Private { get; set; }
    public Instant? Until { get; set; }
    public string? Words { get; set; }
    public Instant At { get; set; }

    /// <summary>The change that asked.</summary>
    public long AskedById { get; set; }

    /// <summary>The change that answered it or took it back, or null.</summary>
    public long? ClosedById { get; set; }
}

/// <summary>What somebody is told of their access to another's calendars, from a moment on.</summary>
internal sealed class AccessNewsRow
{
    public long Id { get; set; }
    public AccessNewsKind Kind { get; set; }

    /// <summary>A person or a group; of a group its members are told.</summary>
    public long ToId { get; set; }
    public long OwnerId { get; set; }
    public Sight Sight { get; set; }
    public Acting Acting { get; set; }
    public bool Private { get; set; }
    public Instant? From { get; set; }
    public Instant? Until { get; set; }
    public bool PassOn { get; set; }
    public string? Line { get; set; }

    /// <summary>The name of the one calendar that it is about, empty for the main one; null for all of the owner's.</summary>
    public string? On { get; set; }
    public Instant NotBefore { get; set; }

    /// <summary>The grant of whose end it tells, or null.</summary>
    public long? GrantId { get; set; }

    /// <summary>The change that told it.</summary>
    public long ChangeId { get; set; }

    /// <summary>Taken back before it was told, or overtaken.</summary>
    public bool Withdrawn { get; set; }
}

/// <summary>That somebody has put a piece of news away.</summary>
internal sealed class AccessNewsReadRow
{
    public long NewsId { get; set; }
    public long UserId { get; set; }
}

/// <summary>The most that the organisation lets anybody inside, or anybody outside, have.</summary>
internal sealed class CeilingRow
{
    public long Id { get; set; }
    public bool Inside { get; set; }
    public Sight Sight { get; set; }
    public Acting Acting { get; set; }
    public bool Private { get; set; }

    /// <summary>The change that set it.</summary>
    public long SetById { get; set; }

    /// <summary>The change that set another in its place, or null.</summary>
    public long? EndedById { get; set; }
}
