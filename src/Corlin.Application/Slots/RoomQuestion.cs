using System.Collections.Immutable;
using System.Globalization;
using Corlin.Application.Lanes;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>An occurrence that the viewer may move for something else.</summary>
/// <param name="With">Everyone in it, its owner first.</param>
/// <param name="Place">Where it takes place, as ways are told; or null.</param>
internal sealed record MovableEntry(string Key, LaneEntry Entry, ImmutableArray<CalendarUser> With, string? Place)
{
    public Occurrence Occurrence => Entry.Occurrence;

    public Stretch Stretch => Entry.Told.Stretch;
}

/// <summary>A search with the entries that may be moved for it.</summary>
internal sealed record RoomQuestion(
    SlotQuestion Search,
    SlotRequest Request,
    IReadOnlyDictionary<string, MovableEntry> Entries,
    MoveRules Rules
)
{
    /// <summary>More entries are not looked at; those soonest are.</summary>
    private const int MostEntries = 40;

    /// <summary>What more people are in can be moved only by asking around.</summary>
    private const int MostTogether = 12;

    /// <summary>The others whose time is looked at because they are in what could be moved.</summary>
    private const int MostOthers = 60;

    public ImmutableArray<Movable> Movable =>
        [.. Entries.Values.Select(e => new Movable(e.Key, e.Stretch, [.. e.With.Select(w => w.PublicId)]) { Place = e.Place })];

    /// <summary>A meal at another hour is none.</summary>
    private static readonly string[] Meals = ["breakfast", "brunch", "lunch", "luncheon", "dinner", "supper"];

    /// <summary>The same key wherever an occurrence stands.</summary>
    public static string Key(string entry, LocalDateTime? recurrenceId) =>
        recurrenceId is { } id ? $"{entry} {id.ToString("s", CultureInfo.InvariantCulture)}" : entry;

    public static RoomQuestion Ask(Viewing viewing, ReadSlots search)
    {
        var question = search.Ask(viewing);
        var span = search.Span(viewing);
        static string KeyOf(LaneEntry entry) => Key(entry.Occurrence.Entry.PublicId, entry.Occurrence.RecurrenceId);
        var (request, lanes) = question.In(span, KeyOf);
        // What a series needs stands at no single place.
        var mayMove = question.Occurrences is null ? Candidates(viewing, question, lanes, span) : [];
        var people = viewing.Store.Users([.. mayMove.SelectMany(m => m.Who).Distinct()]);
        List<CalendarUser> others = [.. people.Values.Where(p => question.Everyone.All(a => a.Id != p.Id)).OrderBy(p => p.Id.Value)];
        var otherLanes = LaneReading.Read(viewing, [.. others.Take(MostOthers)], span);
        // Of whom nothing is known nobody can say that another time suits them.
        var known = lanes.Concat(otherLanes).Where(l => l.Known).Select(l => l.Who.Id).ToHashSet();
        var entries = mayMove
            .Where(m => m.Who.All(w => known.Contains(w) && people.ContainsKey(w)))
            .Take(MostEntries)
            .Select(m => new MovableEntry(KeyOf(m.Entry), m.Entry, [.. m.Who.Select(w => people[w])], viewing.SiteOf(m.Entry.Told.Place)))
            .ToDictionary(m => m.Key);
        return new RoomQuestion(
            question,
            request with
            {
                People = [.. request.People, .. otherLanes.Select(l => question.Person(l, Need.Counted, KeyOf))],
            },
            entries,
            new MoveRules(LunchWish.Usual, viewing.Store.Travel())
        );
    }

    /// <summary>
    /// What stands firm on the lanes of those required, is the viewer's to change and has no rank that keeps it where it is; the soonest
    /// first.
    /// </summary>
    private static IReadOnlyList<(LaneEntry Entry, IReadOnlyList<UserId> Who)> Candidates(
        Viewing viewing,
        SlotQuestion question,
        IReadOnlyList<Lane> lanes,
        Stretch span
    ) =>
        [
            .. lanes
                .Zip(question.Asked, (lane, asked) => (lane, asked.Required))
                .Where(l => l.Required)
                .SelectMany(l => l.lane.Entries)
                .Where(e => MayMove(e, span, viewing.Now) && !question.But.Has(e.Occurrence.Entry))
                .DistinctBy(e => (e.Occurrence.Entry.Id, e.Occurrence.RecurrenceId))
                .Select(e => (Entry: e, Who: With(e.Occurrence)))
                .Where(e => e.Who.Count <= MostTogether)
                .OrderBy(e => e.Entry.Told.Stretch.Start)
                .ThenBy(e => e.Entry.Occurrence.Entry.Id.Value),
        ];

    private static bool MayMove(LaneEntry entry, Stretch span, Instant now)
    {
        var (told, stands) = (entry.Told, entry.Occurrence.Entry);
        return told is { Takes: TimeTaken.Firm, MayChange: true, Title: not null }
            && entry.Occurrence.Time is TimedEntry
            // What follows another moves with that one.
            && stands is { Tie: null, Kind: EntryKind.Appointment or EntryKind.Meeting }
            && stands.Marks.All(m => m.Rank is null or Rank.MayMove)
            && !IsMeal(told.Title)
            && told.Stretch.Start > now
            && span.Contains(told.Stretch);
    }

    private static bool IsMeal(string title) =>
        title
            .Split([' ', ',', ':', ';', '/', '-'], StringSplitOptions.RemoveEmptyEntries)
            .Any(w => Meals.Contains(w, StringComparer.OrdinalIgnoreCase));

    /// <summary>Everyone who is in it: who declined is not.</summary>
    private static IReadOnlyList<UserId> With(Occurrence occurrence) =>
        [
            .. Agreement
                .For(occurrence.Entry, occurrence.RecurrenceId)
                .Where(p => p.Answer != Answer.Declined)
                .Select(p => p.Who)
                .Prepend(occurrence.Entry.Owner)
                .Distinct(),
        ];
}
