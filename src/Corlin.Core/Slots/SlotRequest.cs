using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>How much somebody is wanted at a meeting.</summary>
public enum Need
{
    Required,
    Optional,

    /// <summary>Asked only where one of the needs names them; never missing.</summary>
    Counted,
}

/// <summary>Whether something rules a slot out or only makes it worse.</summary>
public enum Weight
{
    Cost,
    Forbid,
}

/// <summary>Something that takes a person's time.</summary>
/// <param name="Place">Where it takes place, as ways are told; null where that is not known or does not matter, as of a whole day.</param>
public sealed record Busy(Stretch Stretch, TimeTaken Takes, string? Place = null)
{
    /// <summary>What tells it apart where it could be moved; the same for everyone whose time it takes.</summary>
    public string? Key { get; init; }
}

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

    /// <summary>Time in which they are not at their usual place, as far as whoever searches may know it.</summary>
    public StretchSet Elsewhere { get; init; } = StretchSet.Empty;

    /// <summary>Where they are on each day; null where that is their home.</summary>
    public PersonDays? Days { get; init; }

    /// <summary>The zone of the clock by which they live at a moment.</summary>
    public DateTimeZone ZoneAt(Instant moment) => Days?.ZoneAt(moment) ?? Zone;

    /// <summary>Until when their calendar is tended, or null where that is not known or holds for the whole span.</summary>
    public Instant? TendedUntil { get; init; }

    /// <summary>Time in which they are not to be met; null where there is none.</summary>
    public ProtectedTime? Protected { get; init; }

    /// <summary>What they wish of every meeting; it is told only as time in which they are not free.</summary>
    public ImmutableArray<KeptWish> Wishes { get; init; } = [];

    /// <summary>How far their hours are wider for this request, at both ends of each run of them.</summary>
    public Duration Loosened { get; init; } = Duration.Zero;

    /// <summary>The most that their day may hold; null where nothing is said.</summary>
    public DayLimit? MostADay { get; init; }

    /// <summary>
    /// In how many of the last meetings of mostly these people they had an early or late hour: who had more than the others is spared next.
    /// </summary>
    public int EdgesHad { get; init; }

    /// <summary>A room or another resource: it takes no lunch, needs no breathing space and goes nowhere.</summary>
    public bool IsResource { get; init; }
}

/// <summary>A search for free slots.</summary>
/// <param name="Span">A meeting lies wholly in it.</param>
/// <param name="Length">How long the meeting is; more than nothing.</param>
/// <param name="Step">Starts are tried every so often from the start of the span; more than nothing.</param>
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

    /// <summary>Each of these must hold.</summary>
    public ImmutableArray<SomeOf> Needs { get; init; } = [];

    /// <summary>Null where no room is looked for.</summary>
    public RoomWish? Room { get; init; }

    /// <summary>Null where no clock limits it.</summary>
    public ClockWish? ByClock { get; init; }

    /// <summary>Null where no time is wanted around it.</summary>
    public BreathingWish? Breathing { get; init; }

    /// <summary>Null where lunch does not matter at all.</summary>
    public LunchWish? Lunch { get; init; } = LunchWish.Usual;

    /// <summary>Whether everyone is to be at their usual place.</summary>
    public bool AtUsualPlaces { get; init; }

    /// <summary>Null where it may stand apart from what is there already.</summary>
    public TogetherWish? Together { get; init; }

    /// <summary>Whether an entry can be of use where it goes: what is in the way there then shortens a way, or is company.</summary>
    internal bool EntriesHelp => At is { Weight: Weight.Forbid } || AsksForCompany;

    /// <summary>Whether something must be near for a start to be a slot.</summary>
    internal bool AsksForCompany =>
        Together is not null || People.Any(p => p.Wishes.Any(w => w is { Kind: KeptWishKind.Together, Weight: Weight.Forbid }));

    /// <summary>What each term of the cost weighs.</summary>
    public SlotWeights Weights { get; init; } = SlotWeights.Usual;

    /// <summary>Null for a meeting by link, or where its place is not known: no way is needed.</summary>
    public PlaceWish? At { get; init; }
}
