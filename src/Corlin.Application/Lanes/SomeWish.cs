using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.Lanes;

/// <summary>So many of some must come, whichever they are: "one of the two lawyers", "any of these rooms".</summary>
/// <param name="Of">Public ids or addresses; a group stands for its members.</param>
public sealed record SomeWish(IReadOnlyList<string> Of, int AtLeast);

/// <summary>Any room that has so many seats and all of some features.</summary>
/// <param name="Features">As rooms are told to have them: "screen", "step-free".</param>
public sealed record AnyRoom(int Seats, IReadOnlyList<string> Features)
{
    /// <summary>More are not looked through.</summary>
    internal const int MostRooms = 200;

    /// <summary>What some room has, each once, by name.</summary>
    internal static IReadOnlyList<string> FeaturesThereAre(ICalendarReads store) =>
        [
            .. store
                .Facts([.. store.Rooms(MostRooms).Select(r => r.Id)])
                .Values.SelectMany(f => f.Features)
                .Distinct(StringComparer.OrdinalIgnoreCase)
                .Order(StringComparer.CurrentCulture),
        ];
}

/// <summary>The same as people.</summary>
internal sealed record SomeAsked(IReadOnlyList<CalendarUser> Of, int AtLeast)
{
    /// <summary>More of them in one search make no sense.</summary>
    public const int MostWishes = 5;

    /// <summary>More rooms are not looked at; the smallest that hold them all are.</summary>
    private const int MostLookedAt = 20;

    /// <param name="place">Where it takes place, as it was typed: a room is sought at that site, else at the organiser's.</param>
    /// <exception cref="RefusedException">One is unknown, more are wished than there are, or no room is like that.</exception>
    public static IReadOnlyList<SomeAsked> Find(
        Viewing viewing,
        CalendarUser organiser,
        IReadOnlyList<SomeWish> wishes,
        AnyRoom? room,
        string? place
    ) => [.. Find(viewing, organiser, wishes), .. room is null ? Array.Empty<SomeAsked>() : [Rooms(viewing, organiser, room, place)]];

    private static SomeAsked Rooms(Viewing viewing, CalendarUser organiser, AnyRoom wanted, string? place)
    {
        var site = viewing.SiteOf(place) ?? viewing.SiteOf(organiser.Place);
        var rooms = viewing.Store.Rooms(AnyRoom.MostRooms).Where(r => site is null || viewing.SiteOf(r.Place) == site).ToList();
        var facts = viewing.Store.Facts([.. rooms.Select(r => r.Id)]);
        bool Fits(PersonFacts has) =>
            (has.Capacity ?? 0) >= wanted.Seats
            && wanted.Features.All(f => has.Features.Contains(f.Trim(), StringComparer.OrdinalIgnoreCase));
        IReadOnlyList<CalendarUser> fitting =
        [
            .. rooms
                .Where(r => Fits(facts.GetValueOrDefault(r.Id, PersonFacts.None)))
                .OrderBy(r => facts.GetValueOrDefault(r.Id, PersonFacts.None).Capacity)
                .Take(MostLookedAt),
        ];
        return fitting.Count > 0
            ? new SomeAsked(fitting, 1)
            : throw new RefusedException(RefusalKind.NoRoomFits, "place", English.RoomLike(wanted.Seats, wanted.Features));
    }

    private static IReadOnlyList<SomeAsked> Find(Viewing viewing, CalendarUser organiser, IReadOnlyList<SomeWish> wishes)
    {
        if (wishes.Count > MostWishes)
            throw new RefusedException(RefusalKind.TooMany, "some", MostWishes.ToString(CultureInfo.InvariantCulture));
        return
        [
            .. wishes.Select(w =>
            {
                IReadOnlyList<CalendarUser> of = [.. Asked.Find(viewing, organiser, [], w.Of).Skip(1).Select(a => a.Who)];
                return w.AtLeast >= 1 && w.AtLeast <= of.Count
                    ? new SomeAsked(of, w.AtLeast)
                    : throw new RefusedException(RefusalKind.MoreThanThereAre, "some", of.Count.ToString(CultureInfo.InvariantCulture));
            }),
        ];
    }
}
