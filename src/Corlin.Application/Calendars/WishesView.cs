using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Words.Lines;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>What is wished of a free slot besides that everyone can come; a slot that breaks a wish is none.</summary>
/// <param name="NotOn">Days of the week on which it does not start, 1 for Monday to 7 for Sunday.</param>
/// <param name="From">The minute of the day at which it starts at the earliest, 0 to 1439; null for any.</param>
/// <param name="To">The minute of the day at which it ends at the latest; null for any.</param>
/// <param name="Zone">The tzdb id of the clock by which days and hours are told; null for the viewer's.</param>
/// <param name="Around">So many minutes before and after it are free of what is firm; 0 for none.</param>
/// <param name="Lunch">Whether everyone keeps 45 minutes between 12:00 and 13:30 of their clock.</param>
/// <param name="AtUsualPlaces">Whether everyone is at their usual place, as far as the viewer may know it.</param>
/// <param name="Together">At most so many minutes from something else of the organiser's; 0 for anywhere.</param>
public sealed record WishesView(
    IReadOnlyList<int> NotOn,
    int? From,
    int? To,
    string? Zone,
    int Around,
    bool Lunch,
    bool AtUsualPlaces = false,
    int Together = 0
)
{
    /// <summary>More minutes around it are not looked at.</summary>
    public const int MostAround = 240;

    public static readonly WishesView None = new([], null, null, null, 0, false);

    /// <summary>As a line said them; null where it said none.</summary>
    internal static WishesView? Of(LineWishes said)
    {
        static int? Minute(LocalTime? time) => time is { } known ? (known.Hour * 60) + known.Minute : null;
        return said == LineWishes.None
            ? null
            : new WishesView(
                [.. said.NotOn.Select(d => (int)d)],
                Minute(said.From),
                Minute(said.To),
                said.Zone,
                Math.Min(MostAround, (int)said.Around.TotalMinutes),
                said.Lunch,
                said.AtUsualPlaces,
                Math.Min(MostAround, (int)said.Together.TotalMinutes)
            );
    }

    private static readonly IEnumerable<IsoDayOfWeek> Week = Enumerable.Range(1, 7).Select(d => (IsoDayOfWeek)d);

    /// <summary>A search with these wishes.</summary>
    /// <param name="reader">The zone of the viewer.</param>
    /// <param name="organiser">The key of who arranges it.</param>
    internal SlotRequest On(SlotRequest request, DateTimeZone reader, string organiser) =>
        request with
        {
            ByClock = NotOn.Count > 0 || From is not null || To is not null ? Clock(Zone is null ? reader : Zones.Get(Zone)) : null,
            Breathing = Around > 0 ? new BreathingWish(Duration.FromMinutes(Around)) : null,
            AtUsualPlaces = AtUsualPlaces,
            Together = Together > 0 ? new TogetherWish(organiser, Duration.FromMinutes(Together)) : null,
            Lunch = Lunch ? LunchWish.Usual with { Weight = Weight.Forbid } : LunchWish.Usual,
        };

    private ClockWish Clock(DateTimeZone zone)
    {
        var days = Week.Where(d => !NotOn.Contains((int)d)).ToList();
        // On no day at all is not on every day.
        return days.Count == 0
            ? new ClockWish(zone, [], LocalTime.Midnight, LocalTime.Midnight)
            : new ClockWish(zone, days.Count == 7 ? [] : [.. days], Time(From), Time(To));
    }

    private static LocalTime? Time(int? minute) => minute is { } known ? LocalTime.FromMinutesSinceMidnight(known) : null;
}
