using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Whereabouts;

public enum AbsenceKind
{
    Other,
    Holiday,
    Ill,
    Travelling,
}

/// <summary>What becomes of an invitation that comes for a time in which somebody is away.</summary>
public enum NewInvitations
{
    /// <summary>It waits for an answer as any other.</summary>
    Kept,

    /// <summary>It is declined, with the text.</summary>
    Declined,

    /// <summary>It is declined, and goes on to who covers, who may come instead.</summary>
    PassedOn,
}

/// <summary>A time in which somebody is away, which forbids every slot in it.</summary>
/// <param name="Covers">Who decides meanwhile, or null.</param>
/// <param name="Reason">Shown only to those who keep the calendar.</param>
public sealed record Absence(UserId Who, Stretch Stretch, UserId? Covers, string? Reason)
{
    public static readonly Duration Longest = Duration.FromDays(366);

    /// <summary>Zero until it is stored.</summary>
    public long Id { get; init; }

    public AbsenceKind Kind { get; init; }

    public const int LongestText = 1_000;

    /// <summary>What those inside read who ask somebody to that time or write to them, once each; null for nothing.</summary>
    public string? TextInside { get; init; }

    /// <summary>What those outside read who write to them, once each; null for nothing.</summary>
    public string? TextOutside { get; init; }

    public NewInvitations Invitations { get; init; }

    /// <summary>Who posted it, and in whose name invitations are declined by it; null where the set-up did.</summary>
    public UserId? By { get; init; }

    /// <summary>The number of the first of it, which it keeps when it is changed; zero until it is stored.</summary>
    public long Origin { get; init; }

    /// <summary>The text for somebody; null for none.</summary>
    public string? TextFor(CalendarUser reader) => reader.Inside ? TextInside : TextOutside;

    /// <summary>What of it is left when its owner is back at a moment; null where it has not begun.</summary>
    public Absence? EndedAt(Instant back) => back <= Stretch.Start ? null : this with { Stretch = new Stretch(Stretch.Start, Instant.Min(back, Stretch.End)) };
}
