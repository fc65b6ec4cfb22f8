using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Application.Lanes;

/// <summary>A room that can be had.</summary>
/// <param name="Seats">Null where it is not known how many it holds.</param>
internal sealed record FreeRoom(CalendarUser Room, int? Seats)
{
    /// <summary>"Petrel, 12 seats".</summary>
    public string Words => Seats is { } n ? $"{Room.Name}, {English.Count(n, "seat", "seats")}" : Room.Name;
}

/// <summary>The rooms that can be had at a time.</summary>
internal static class FreeRooms
{
    private const int Most = 60;

    /// <param name="not">Rooms that are not meant.</param>
    /// <param name="but">What does not count: the meeting itself.</param>
    public static IReadOnlyList<FreeRoom> At(Viewing viewing, Stretch stretch, IReadOnlyCollection<UserId> not, Apart but = default)
    {
        var others = viewing.Store.Rooms(Most).Where(r => !not.Contains(r.Id)).ToList();
        var facts = viewing.Store.Facts([.. others.Select(r => r.Id)]);
        // Whether a room can be had is told to whoever asks for it, however little they see of its calendar.
        return
        [
            .. AtTime
                .For(viewing, others, stretch, but)
                .Where(s => s.Kind is AtTimeKind.Free or AtTimeKind.NotKnown)
                .Select(s => new FreeRoom(s.Who, facts.TryGetValue(s.Who.Id, out var known) ? known.Capacity : null)),
        ];
    }

    /// <summary>The smallest at a site that holds all who come; anywhere where the site is not known. Null where there is none.</summary>
    public static FreeRoom? Fitting(Viewing viewing, IEnumerable<FreeRoom> free, int coming, string? site) =>
        free.Where(r => (r.Seats is null || r.Seats >= coming) && (site is null || viewing.SiteOf(r.Room.Place) == site))
            .MinBy(r => r.Seats ?? int.MaxValue);
}
