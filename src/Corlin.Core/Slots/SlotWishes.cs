using System.Collections.Immutable;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Of some people so many must be able to come, whichever they are: "one of the two lawyers".</summary>
/// <param name="Of">Their keys; each is one of the people of the request.</param>
/// <param name="AtLeast">More than there are can never be had.</param>
public sealed record SomeOf(ImmutableArray<string> Of, int AtLeast);

/// <summary>A room among which one is sought; it has no hours.</summary>
/// <param name="Key">What tells it apart; the order of the rooms is kept in every answer.</param>
/// <param name="Taken">The time that it is taken.</param>
public sealed record SlotRoom(string Key, int Seats, ImmutableArray<string> Features, StretchSet Taken);

/// <summary>At least one of the rooms must be free that has so many seats and all of the features.</summary>
public sealed record RoomWish(int Seats, ImmutableArray<string> Features, ImmutableArray<SlotRoom> Rooms)
{
    /// <summary>Those that would do if they are free, in the order of the request.</summary>
    public IEnumerable<SlotRoom> Fitting => Rooms.Where(r => r.Seats >= Seats && Features.All(f => r.Features.Contains(f)));
}

/// <summary>On some days and within some time of the day, by a named clock.</summary>
/// <param name="Days">The weekdays on which it may start; empty for every day.</param>
/// <param name="From">It starts then or later; null for any time.</param>
/// <param name="To">It ends then or earlier, on the day of its start; null for any time.</param>
public sealed record ClockWish(DateTimeZone Zone, ImmutableArray<IsoDayOfWeek> Days, LocalTime? From = null, LocalTime? To = null);

/// <summary>So much time before and after the meeting must be free of what is in the way.</summary>
public sealed record BreathingWish(Duration Around, Weight Weight = Weight.Forbid);

/// <summary>
/// One piece of each person's lunch stays free, by their clock; asked only where the meeting falls into lunch on the day of its start.
/// </summary>
/// <param name="Least">How long that piece is at least.</param>
public sealed record LunchWish(LocalTime From, LocalTime To, Duration Least, Weight Weight = Weight.Forbid)
{
    /// <summary>What is taken for lunch where nothing was said, and only costs.</summary>
    public static readonly LunchWish Usual = new(new LocalTime(12, 0), new LocalTime(13, 30), Duration.FromMinutes(45), Weight.Cost);
}

/// <summary>It takes place somewhere, and the way there from what is before and to what comes after must fit in between.</summary>
/// <param name="Place">As the places of what is in the way are written.</param>
/// <param name="Ways">How long each way takes; one that it does not know forbids nothing.</param>
public sealed record PlaceWish(string Place, TravelTable Ways, Weight Weight = Weight.Forbid);

/// <summary>At most so much time lies between it and what is in somebody’s way: what is there already stays together.</summary>
/// <param name="Person">The key of whom it is asked.</param>
public sealed record TogetherWish(string Person, Duration Within);

/// <summary>How much of a day what is in the way and the meeting may take together.</summary>
public sealed record DayLimit(Duration Most, Weight Weight = Weight.Forbid);

/// <summary>Time in which somebody is not to be met, as "not free"; it is nothing that is in the way.</summary>
public sealed record ProtectedTime(StretchSet Time, Weight Weight = Weight.Forbid);
