using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>Why somebody is away.</summary>
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

/// <summary>To whom the reason of an absence shows.</summary>
public enum ReasonTold
{
    /// <summary>Those who speak for who is away.</summary>
    Keepers,

    /// <summary>Also everyone inside who sees the calendar.</summary>
    Inside,
}

/// <summary>What who covers may do in the calendar for as long as the absence lasts.</summary>
public enum CoverMay
{
    /// <summary>What they may do anyway.</summary>
    AsNow,

    /// <summary>Add and change entries.</summary>
    Change,

    /// <summary>Answer and decide in the name of who is away.</summary>
    SpeakFor,
}

/// <summary>A time in which somebody is away, which forbids every slot in it.</summary>
/// <param name="Covers">Who decides meanwhile, or null.</param>
/// <param name="Reason">Shown as <see cref="ReasonTo"/> says.</param>
public sealed record Absence(UserId Who, Stretch Stretch, UserId? Covers, string? Reason)
{
    /// <summary>A longer one is refused.</summary>
    public static readonly Duration Longest = Duration.FromDays(366);

    /// <summary>Zero until it is stored.</summary>
    public long Id { get; init; }

    /// <summary>Told only to those who are told the reason.</summary>
    public AbsenceKind Kind { get; init; }

    /// <summary>To whom kind and reason show.</summary>
    public ReasonTold ReasonTo { get; init; }

    /// <summary>Of reason and texts, in characters; longer ones are refused.</summary>
    public const int LongestText = 1_000;

    /// <summary>What those inside read who ask somebody to that time or write to them, once each; null for nothing.</summary>
    public string? TextInside { get; init; }

    /// <summary>What those outside read who write to them, once each; null for nothing.</summary>
    public string? TextOutside { get; init; }

    /// <summary>What becomes of invitations to that time.</summary>
    public NewInvitations Invitations { get; init; }

    /// <summary>Who posted it, and in whose name invitations are declined by it; null where the set-up did.</summary>
    public UserId? By { get; init; }

    /// <summary>The number of the first of it, which it keeps when it is changed; zero until it is stored.</summary>
    public long Origin { get; init; }

    /// <summary>As somebody is told of it: without kind and reason where these are not for them.</summary>
    /// <param name="speaks">Whether they speak for who is away, or are it.</param>
    public Absence ToldTo(CalendarUser reader, bool speaks) =>
        speaks || (reader.Inside && ReasonTo == ReasonTold.Inside) ? this : WithoutWhy;

    /// <summary>What one may be shown of what another is told of it: no more than they are told themselves.</summary>
    public static Absence Least(Absence own, Absence others) => own.WithoutWhy == own ? others.WithoutWhy : others;

    private Absence WithoutWhy => this with { Kind = AbsenceKind.Other, Reason = null };

    /// <summary>The text for somebody; null for none.</summary>
    public string? TextFor(CalendarUser reader) => reader.Inside ? TextInside : TextOutside;

    /// <summary>Whether it begins and ends with a day there.</summary>
    public bool IsWholeDaysIn(DateTimeZone zone)
    {
        var (from, to) = (zone.ToLocal(Stretch.Start), zone.ToLocal(Stretch.End));
        return from.TimeOfDay == LocalTime.Midnight && to.TimeOfDay == LocalTime.Midnight && to > from;
    }

    /// <summary>What of it is left when its owner is back at a moment; null where it has not begun.</summary>
    public Absence? EndedAt(Instant back) =>
        back <= Stretch.Start ? null : this with { Stretch = new Stretch(Stretch.Start, Instant.Min(back, Stretch.End)) };
}
