using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Slots;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Web.Edge;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Corlin.Web.Features.Arranging;

/// <param name="Required">Public ids or addresses.</param>
/// <param name="Saved">The public id of the meeting where it was saved and not sent.</param>
/// <param name="HoldRequest">The holds that are kept for it.</param>
/// <param name="Place">Where it takes place, as it is typed so far.</param>
/// <param name="Video">Whether it has, or will have, a conference.</param>
/// <param name="Soonest">Whether the soonest stand first, and not the best.</param>
/// <param name="Some">Of whom only so many must come.</param>
/// <param name="Room">Any room like that is to be free.</param>
public sealed record SlotsRequest(
    string InNameOf,
    IReadOnlyList<string> Required,
    IReadOnlyList<string> Optional,
    int Minutes,
    string From,
    string To,
    string? Saved = null,
    string? HoldRequest = null,
    string? Place = null,
    bool Video = false,
    string? Repeats = null,
    string? ToldIn = null,
    IReadOnlyDictionary<string, int>? Loosened = null,
    WishesView? Wishes = null,
    bool Soonest = false,
    IReadOnlyList<SomeWish>? Some = null,
    AnyRoom? Room = null
);

/// <param name="Search">With how it repeats; its days do not matter.</param>
/// <param name="Start">When the first is to begin, in milliseconds since 1970.</param>
public sealed record OccurrencesRequest(SlotsRequest Search, long Start);

/// <param name="Search">As for free slots; those of whom only some must come without those met here.</param>
/// <param name="Each">Public ids or addresses of those who are met one after another; a group stands for its members.</param>
/// <param name="InOneRun">Whether nothing but the breathing space lies between two of them.</param>
/// <param name="ByHand">When some are met whatever is in the way, in milliseconds since 1970, by public id.</param>
public sealed record PanelRequest(
    SlotsRequest Search,
    IReadOnlyList<string> Each,
    bool InOneRun = false,
    IReadOnlyDictionary<string, long>? ByHand = null
);

/// <param name="Asked">As it was asked when the plan was found.</param>
public sealed record PanelSentRequest(PanelRequest Asked, IReadOnlyList<PanelMeetingRequest> Meetings);

/// <param name="Who">By public id or address.</param>
/// <param name="Start">Wall-clock time in the zone of the meeting.</param>
/// <param name="Also">Who comes to this one of those of whom only some must.</param>
public sealed record PanelMeetingRequest(string Who, string Start, IReadOnlyList<string>? Also = null);

/// <summary>An occurrence of a series that is to take place at a time of its own.</summary>
/// <param name="Occurrence">When it would start by the rule, in milliseconds since 1970.</param>
/// <param name="Start">When it starts instead.</param>
public sealed record MovedRequest(long Occurrence, long Start)
{
    internal static IReadOnlyList<MovedOccurrence> Read(IReadOnlyList<MovedRequest>? moved) =>
        [
            .. (moved ?? [])
                .Take(HalfYear.Most + 1)
                .Select(m => new MovedOccurrence(Times.Moment(m.Occurrence, "moved"), Times.Moment(m.Start, "moved"))),
        ];
}

/// <summary>An entry that goes elsewhere to make room.</summary>
/// <param name="Entry">Its public id.</param>
/// <param name="Occurrence">Which of a series; null for what does not repeat.</param>
/// <param name="FromStart">Where it stood when that was decided, in milliseconds since 1970, as what follows.</param>
public sealed record RoomMoveRequest(string Entry, string? Occurrence, long FromStart, long FromEnd, long ToStart, long ToEnd);

/// <param name="Search">As it was asked when the plan was found.</param>
/// <param name="Start">When the meeting is to begin, in milliseconds since 1970.</param>
public sealed record RoomRequest(SlotsRequest Search, long Start, IReadOnlyList<RoomMoveRequest> Moves);

/// <param name="Change">With it the moves can be undone for ten seconds.</param>
public sealed record RoomMadeView(long Change);

/// <param name="Stood">What stood when they were edited.</param>
public sealed record KeptWishesRequest(IReadOnlyList<KeptWishView> Stood, IReadOnlyList<KeptWishView> Wishes);

/// <param name="Change">With it what was said before can be said again for ten seconds.</param>
public sealed record WishesKeptView(long Change);

/// <param name="Stood">What it weighed when that was edited.</param>
public sealed record WeightRequest(SlotTerm Term, int Stood, int Weight);

/// <summary>Free slots, and room made where there are none.</summary>
internal static class SlotsEndpoints
{
    public const int LongestRepeats = 300;
    private const int MostWishes = 20;
    private const int MostByHand = 50;

    public static void Map(RouteGroupBuilder api)
    {
        api.MapPost("/slots", SlotsAsync).RequireRateLimiting(Limits.Search);
        api.MapPost("/slots/room", RoomAsync).RequireRateLimiting(Limits.Search);
        api.MapPost("/slots/panel", PanelAsync).RequireRateLimiting(Limits.Search);
        api.MapPost("/slots/occurrences", OccurrencesAsync).RequireRateLimiting(Limits.Search);
        api.MapGet("/wishes/{who}", WishesAsync);
        api.MapPut("/wishes/{who}", KeepWishesAsync);
        api.MapGet("/slots/weights", WeightsAsync);
        api.MapPut("/slots/weights", WeighAsync);
        api.MapPost("/room", MakeRoomAsync).RequireRateLimiting(Limits.Search);
    }

    private static async Task<Ok<SlotsView>> SlotsAsync(Reader reader, SlotsRequest request) =>
        TypedResults.Ok(await reader.ReadAsync(Search(reader, request).Run));

    private static async Task<Ok<RoomView>> RoomAsync(Reader reader, SlotsRequest request) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadRoom(reader.Person, Search(reader, request)).Run));

    private static async Task<Ok<PanelView>> PanelAsync(Reader reader, PanelRequest request) =>
        TypedResults.Ok(await reader.ReadAsync(Panel(reader, request).Run));

    internal static ReadPanel Panel(Reader reader, PanelRequest request) =>
        new(reader.Person, Search(reader, request.Search), request.Each)
        {
            InOneRun = request.InOneRun,
            ByHand = (request.ByHand ?? new Dictionary<string, long>())
                .Take(MostByHand)
                .ToDictionary(h => h.Key, h => Times.Moment(h.Value, "each")),
        };

    private static async Task<Ok<OccurrencesView>> OccurrencesAsync(Reader reader, OccurrencesRequest request)
    {
        var read = new ReadOccurrences(reader.Person, Search(reader, request.Search), Times.Moment(request.Start, "start"));
        return TypedResults.Ok(await reader.ReadAsync(read.Run));
    }

    private static async Task<Ok<RoomMadeView>> MakeRoomAsync(Reader reader, RoomRequest request)
    {
        var change = await reader.ChangeAsync(
            new MakeRoomFor(reader.Person, Search(reader, request.Search), Times.Moment(request.Start, "start"), [.. Moves(request.Moves)])
        );
        return TypedResults.Ok(new RoomMadeView(change));
    }

    internal static IEnumerable<RoomMove> Moves(IReadOnlyList<RoomMoveRequest> moves) =>
        moves
            .Take(ReadRoom.MostMoves + 1)
            .Select(m => new RoomMove(
                m.Entry,
                Reader.Occurrence(m.Occurrence),
                Times.Stretch(m.FromStart, m.FromEnd, "moves"),
                Times.Stretch(m.ToStart, m.ToEnd, "moves")
            ));

    private static async Task<Ok<IReadOnlyList<KeptWishView>>> WishesAsync(Reader reader, string who) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadKeptWishes(reader.Person, who, reader.Now).Run));

    private static async Task<Ok<WishesKeptView>> KeepWishesAsync(Reader reader, string who, KeptWishesRequest request)
    {
        var owner = await reader.UserAsync(who, "who");
        ImmutableArray<KeptWish> Read(IReadOnlyList<KeptWishView> wishes) => [.. wishes.Take(MostWishes).Select(w => w.ToWish())];
        return TypedResults.Ok(
            new WishesKeptView(await reader.ChangeAsync(new KeepWishes(reader.Person, owner, Read(request.Stood), Read(request.Wishes))))
        );
    }

    private static async Task<Ok<SlotWeightsView>> WeightsAsync(Reader reader) =>
        TypedResults.Ok(await reader.ReadAsync(new ReadSlotWeights(reader.Person).Run));

    private static async Task<Ok<ChangedView>> WeighAsync(Reader reader, WeightRequest request) =>
        TypedResults.Ok(
            new ChangedView(await reader.ChangeAsync(new WeighSlots(reader.Person, request.Term, request.Stood, request.Weight)))
        );

    private static ReadSlots Search(Reader reader, SlotsRequest request)
    {
        return new ReadSlots(
            reader.Person,
            request.InNameOf,
            request.Required,
            request.Optional,
            request.Minutes,
            Reader.Date(request.From, "span"),
            Reader.Date(request.To, "span"),
            reader.Now
        )
        {
            Saved = request.Saved,
            HoldRequest = request.HoldRequest,
            Place = Times.Limited(request.Place, 300, "place"),
            HasLink = request.Video,
            Repeats = Times.Limited(request.Repeats, LongestRepeats, "repeats"),
            ToldIn = request.ToldIn is null ? null : Times.Zone(request.ToldIn, "zone"),
            Loosened = request.Loosened ?? new Dictionary<string, int>(),
            Soonest = request.Soonest,
            Some = request.Some ?? [],
            Room = Checked(request.Room),
            Wishes = request.Wishes is { } wishes ? Checked(wishes) : WishesView.None,
        };
    }

    internal static AnyRoom? Checked(AnyRoom? room) =>
        room is null or { Seats: >= 0 and <= 100_000, Features.Count: <= 20 }
        && room?.Features.All(f => f?.Length is > 0 and <= 100) != false
            ? room
            : throw new RefusedException(RefusalKind.BadInput, "place", $"{room?.Seats} seats");

    internal static WishesView Checked(WishesView wishes)
    {
        static bool IsMinute(int? minute) => minute is null or (>= 0 and < 24 * 60);
        if (
            wishes.NotOn is null
            || wishes.NotOn.Any(d => d is < 1 or > 7)
            || !IsMinute(wishes.From)
            || !IsMinute(wishes.To)
            || wishes.Around is < 0 or > WishesView.MostAround
            || wishes.Together is < 0 or > WishesView.MostAround
        )
            throw new RefusedException(RefusalKind.BadInput, "wishes", $"around {wishes.Around}");
        if (wishes.From >= wishes.To)
            throw new RefusedException(RefusalKind.EndBeforeStart, "wishes");
        return wishes with { Zone = wishes.Zone is null ? null : Times.Zone(wishes.Zone, "wishes") };
    }
}
