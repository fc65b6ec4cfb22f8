using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Core.Slots;

public enum Need
{
    Required,
    Optional,
}

/// <summary>Whether something rules a slot out or only makes it worse.</summary>
public enum Weight
{
    Cost,
    Forbid,
}

/// <summary>Something that takes a person's time.</summary>
public sealed record Busy(Stretch Stretch, TimeTaken Takes);

/// <summary>Somebody for whom a slot is sought.</summary>
/// <param name="Key">What tells them apart; the order of the people is kept in every answer.</param>
/// <param name="Hours">Their working time in the span sought, or null where it is not known.</param>
/// <param name="Absences">Time in which they are away, which always forbids.</param>
/// <param name="Known">Whether their calendar may be seen; if not they are "not known", never free.</param>
public sealed record SlotPerson(
    string Key,
    Need Need,
    DateTimeZone Zone,
    StretchSet? Hours,
    ImmutableArray<Busy> Busy,
    StretchSet Absences,
    bool Known = true
)
{
    /// <summary>Weeks in which nothing new is to be arranged for them: a slot there costs.</summary>
    public StretchSet NoGo { get; init; } = StretchSet.Empty;

    /// <summary>Time in which they are not where the meeting takes place, that day: a slot there costs.</summary>
    public StretchSet NotThere { get; init; } = StretchSet.Empty;

    /// <summary>Where they are on each day; null where that is their home.</summary>
    public PersonDays? Days { get; init; }

    /// <summary>The zone of the clock by which they live at a moment.</summary>
    public DateTimeZone ZoneAt(Instant moment) => Days?.ZoneAt(moment) ?? Zone;

    /// <summary>Until when their calendar is tended, or null where that is not known or holds for the whole span.</summary>
    public Instant? TendedUntil { get; init; }
}

/// <summary>A search for free slots.</summary>
/// <param name="Span">A meeting lies wholly in it.</param>
/// <param name="Length">How long the meeting is.</param>
/// <param name="Step">Starts are tried every so often from the start of the span.</param>
/// <param name="Pencilled">Whether pencilled entries and holds forbid or cost.</param>
public sealed record SlotRequest(
    Stretch Span,
    Duration Length,
    Duration Step,
    ImmutableArray<SlotPerson> People,
    Weight Pencilled = Weight.Cost
)
{
    /// <summary>
    /// Every occurrence that is weighed of a series whose first takes a stretch, that one with them; empty where it cannot begin then. Null
    /// for once.
    /// </summary>
    public Func<Stretch, IReadOnlyList<Stretch>>? Occurrences { get; init; }

    /// <summary>As far as what is known of the people reaches; an occurrence beyond is not asked for.</summary>
    public Stretch Reach { get; init; } = Span;
}
