using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>What is asked of a search, with what is known of those asked.</summary>
/// <param name="Some">Of whom so many must come.</param>
/// <param name="Tended">Until which day the calendar of somebody is tended.</param>
/// <param name="Kept">What some of them wish of every meeting.</param>
/// <param name="Occurrences">Of a series what the first of them brings with it; null for once.</param>
/// <param name="But">What does not count.</param>
/// <param name="Site">Where it takes place; null where nobody need be there.</param>
/// <param name="Loosened">By how many minutes the hours of some are loosened, by public id.</param>
internal sealed record SlotQuestion(
    Viewing Viewing,
    CalendarUser Organiser,
    IReadOnlyList<(CalendarUser Who, bool Required)> Asked,
    IReadOnlyList<SomeAsked> Some,
    Dictionary<UserId, LocalDate> Tended,
    IReadOnlyDictionary<UserId, ImmutableArray<KeptWish>> Kept,
    Func<Stretch, IReadOnlyList<Stretch>>? Occurrences,
    Apart But,
    string? Site,
    Duration Length,
    IReadOnlyDictionary<string, int> Loosened,
    WishesView Wishes
)
{
    /// <summary>Hours are loosened by no more minutes.</summary>
    public const int MostLoosened = 180;

    /// <summary>Those asked, then those of whom only some must come; each once.</summary>
    public IReadOnlyList<CalendarUser> Everyone { get; } =
    [.. Asked.Select(a => a.Who).Concat(Some.SelectMany(s => s.Of)).DistinctBy(w => w.PublicId)];

    /// <summary>What each is called, by public id.</summary>
    public Dictionary<string, string> Names => Everyone.ToDictionary(w => w.PublicId, w => w.GivenName);

    /// <summary>The search in some days, and the lanes of everyone, in their order.</summary>
    /// <param name="key">What tells an entry apart that could be moved; null where that does not matter.</param>
    public (SlotRequest Request, IReadOnlyList<Lane> Lanes) In(Stretch span, Func<LaneEntry, string?>? key = null)
    {
        var reach = Occurrences is null ? span : new Stretch(span.Start, span.End + HalfYear.Ahead);
        var lanes = LaneReading.Read(Viewing, Everyone, reach);
        var people = lanes
            .Zip(Asked, (lane, a) => Person(lane, a.Required ? Need.Required : Need.Optional, key))
            .Concat(lanes.Skip(Asked.Count).Select(lane => Person(lane, Need.Counted, key)));
        var request = SlotPeople.Request(Viewing, span, Length, [.. people], Site) with
        {
            Needs = [.. Some.Select(s => new SomeOf([.. s.Of.Select(w => w.PublicId)], s.AtLeast))],
        };
        return (Wishes.On(request, Viewing.Zone, Organiser.PublicId) with { Occurrences = Occurrences, Reach = reach }, lanes);
    }

    /// <summary>Somebody as the search takes them.</summary>
    /// <param name="key">What tells an entry apart that could be moved; null where that does not matter.</param>
    public SlotPerson Person(Lane lane, Need need, Func<LaneEntry, string?>? key = null)
    {
        var person = SlotPeople.Person(Viewing, lane, need, Tended, Site, But, key);
        return person with
        {
            Loosened = Duration.FromMinutes(Math.Clamp(Loosened.GetValueOrDefault(person.Key), 0, MostLoosened)),
            Elsewhere = Wishes.AtUsualPlaces ? WhereTo.Elsewhere(Viewing, lane) : StretchSet.Empty,
            Wishes = lane.Known ? Kept.GetValueOrDefault(lane.Who.Id, []) : [],
        };
    }

    /// <summary>The same with who had the early or late hours lately. It only costs, so it is read only where slots are ranked.</summary>
    public SlotRequest Fair(SlotRequest request)
    {
        var had = EdgesHad.Read(Viewing, Organiser, [.. Asked.Select(a => a.Who)]);
        if (had.Count == 0)
            return request;
        var byKey = Asked.ToDictionary(a => a.Who.PublicId, a => had.GetValueOrDefault(a.Who.Id));
        return request with { People = [.. request.People.Select(p => p with { EdgesHad = byKey.GetValueOrDefault(p.Key) })] };
    }
}
