using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Meetings;
using Corlin.Application.Ports;
using Corlin.Application.Slots;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Arranging;

/// <summary>What a change of an entry would do, before it is made.</summary>
/// <param name="When">The changed occurrence: "Tuesday 16, 12:30 to 13:30".</param>
/// <param name="People">Each who takes part, the owner first; empty where it takes nobody's time.</param>
/// <param name="Wrong">What is wrong then, the heaviest first.</param>
/// <param name="Series">How all that it reaches suit everyone over the half year; null for one.</param>
/// <param name="Slots">Near times that suit everyone required better; empty where this one does.</param>
/// <param name="Told">How many people are told.</param>
public sealed record WeighedView(
    string When,
    IReadOnlyList<ConsequenceView> People,
    IReadOnlyList<WarningView> Wrong,
    SeriesView? Series,
    IReadOnlyList<NearSlotView> Slots,
    int Told
);

/// <param name="When">"Wednesday 17, 10:15".</param>
public sealed record NearSlotView(long Start, long End, string When, string Verdict, string Tone);

/// <summary>Weighs a change of an entry for everyone, as a new one is weighed.</summary>
public sealed record ReadWeighed(
    UserId Viewer,
    string Entry,
    LocalDateTime? RecurrenceId,
    Reach Reach,
    EntryEdit Becomes,
    Moving? Moving,
    Asking? Asking,
    Instant Now
)
{
    private const int SlotsGiven = 5;

    /// <summary>Of more than so many only these are looked at, those who must come first.</summary>
    public const int MostWeighed = 60;

    private static readonly Duration SlotsWithin = Duration.FromDays(7);
    private static readonly NewIds NeverKept = new("weighed", "weighed");

    /// <summary>Whether mail reaches anybody outside.</summary>
    public bool MailLeaves { get; init; } = true;

    /// <summary>Whether near times are wanted although this one suits everyone.</summary>
    public bool AnyTimes { get; init; }

    /// <exception cref="RefusedException">There is no such entry that the viewer may change, or it cannot be changed that way.</exception>
    public WeighedView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var entry = store.Entry(Entry) ?? throw new RefusedException(RefusalKind.NotFound);
        var owner = viewing.Users([entry.Owner])[entry.Owner];
        var stands = Changeable(viewing, owner, entry);
        var becomes = Moving is null ? Becomes : Becomes with { Time = Moving.InItsZone(stands.Time, Moving.To) };
        var after = Edits.Apply(entry, RecurrenceId, entry.IsSeries ? Reach : Reach.All, becomes, NeverKept, owner.HomeZone)[^1].Entry;
        var occurrences = Reached(after, stands, becomes, owner.HomeZone);
        if (occurrences.Count == 0 || after.Takes == TimeTaken.Free || after.Time is AllDayEntry)
            return new WeighedView("", [], [], null, [], 0);
        var everyone = Asked(viewing, owner, entry, after);
        var asked = everyone.Count <= MostWeighed ? everyone : [.. everyone.OrderBy(a => a.Required ? 0 : 1).Take(MostWeighed)];
        var at = becomes.Time?.ToStretch(owner.HomeZone) ?? occurrences.FirstOrDefault(o => o.Start >= Now, occurrences[0]);
        var but = new Apart(entry.Id, entry.HoldRequest);
        var far = AtTime.Around(
            new Stretch(Instant.Min(occurrences[0].Start, at.Start), Instant.Max(occurrences[^1].End, at.End + SlotsWithin))
        );
        var lanes = LaneReading.Read(viewing, [.. asked.Select(a => a.Who)], far);
        var states = lanes.Select(lane => AtTime.One(viewing, lane, at, but)).ToList();
        var link = after.Link is not null;
        var wrongs = new Wrongs(
            viewing,
            [.. asked.Zip(states, lanes).Select(a => new AskedAtTime(a.First.Who, a.First.Required, a.Second, a.Third))],
            at,
            after.Place,
            link,
            [],
            but,
            []
        )
        {
            MailLeaves = MailLeaves,
        };
        var site = link ? null : wrongs.Site;
        var wrong = wrongs.AboutTheTime().ToList();
        if (everyone.Count > asked.Count)
            wrong.Add(new WarningView($"Only {MostWeighed} of the {everyone.Count} who take part were looked at.", "doubt", []));
        return new WeighedView(
            When(viewing, at),
            [.. states.Select(s => new ConsequenceView(viewing.View(s.Who), s.Local, s.Words, s.Tone))],
            wrong,
            occurrences.Count < 2
                ? null
                : EachOccurrence.Weigh(viewing, [.. lanes.Zip(asked, (lane, a) => (lane, a.Required))], occurrences, site, but),
            wrong.Count == 0 && !AnyTimes ? [] : Near(viewing, asked, lanes, at, site, but),
            after.Kind == EntryKind.Meeting && after.Status == MeetingStatus.Sent
                ? everyone.Count(a => a.Who.Kind == UserKind.Person) - 1
                : 0
        );
    }

    private static string When(Viewing viewing, Stretch at)
    {
        var local = viewing.Zone.ToLocal(at.Start);
        var year = local.Year == viewing.Today.Year ? "" : $" {local.Year}";
        return $"{English.Day(local.Date)}{year}, {English.Time(local.TimeOfDay)} to {English.Time(viewing.Zone.ToLocal(at.End).TimeOfDay)}";
    }

    /// <summary>The occurrence, of an entry that the viewer may change.</summary>
    private Occurrence Changeable(Viewing viewing, CalendarUser owner, Entry entry)
    {
        if (!viewing.CalendarsOf([owner.Id]).TryGetValue(owner.Id, out var calendars))
            throw new RefusedException(RefusalKind.NotFound);
        var onLane = calendars.OnLane(entry);
        var occurrence = Occurrences.Find(onLane, RecurrenceId, owner.HomeZone) ?? throw new RefusedException(RefusalKind.NotFound);
        var told = calendars.Told(viewing, occurrence) ?? throw new RefusedException(RefusalKind.NotFound);
        return told.MayChange ? Occurrences.Find(entry, RecurrenceId, owner.HomeZone)! : throw new RefusedException(RefusalKind.NotFound);
    }

    /// <summary>What the change reaches within the half year, and what of it is still to come.</summary>
    private IReadOnlyList<Stretch> Reached(Entry after, Occurrence stands, EntryEdit becomes, DateTimeZone ownerZone)
    {
        if (!after.IsSeries || (Reach == Reach.ThisOne && stands.RecurrenceId is not null))
            return [(becomes.Time ?? stands.Time).ToStretch(ownerZone)];
        var from = Instant.Max(Now, after.Time.ToStretch(ownerZone).Start);
        var zone = after.Time.WallZone ?? ownerZone;
        var until = zone.ToInstant(zone.ToLocal(from).PlusDays(HalfYear.Days));
        return
        [
            .. Occurrences
                .In(after, new Stretch(from, until), ownerZone)
                .Select(o => o.Stretch)
                .Where(s => s.Start >= from)
                .Take(HalfYear.Most),
        ];
    }

    private IReadOnlyList<(CalendarUser Who, bool Required)> Asked(Viewing viewing, CalendarUser owner, Entry entry, Entry after)
    {
        var required = Asking?.Added.Where(i => i.Role == AttendeeRole.Required).Select(i => i.IdOrAddress).ToList() ?? [];
        var optional = Asking?.Added.Where(i => i.Role == AttendeeRole.Optional).Select(i => i.IdOrAddress).ToList() ?? [];
        var asked = Lanes.Asked.Find(viewing, owner, required, optional).ToList();
        var removed = Asking?.Removed ?? [];
        var parts = after
            .Participations.Where(p => p.Who != entry.Owner && (p.RecurrenceId is null || p.RecurrenceId == RecurrenceId))
            .DistinctBy(p => p.Who)
            .ToList();
        var people = viewing.Meeting(parts.Select(p => p.Who));
        asked.AddRange(
            parts
                .Where(p => people.ContainsKey(p.Who) && !removed.Contains(people[p.Who].PublicId) && asked.All(a => a.Who.Id != p.Who))
                .Select(p => (people[p.Who], p.Role != AttendeeRole.Optional))
        );
        return asked;
    }

    private static (LocalDate Date, bool Afternoon) HalfOfDay(LocalDateTime local) => (local.Date, local.Hour >= 13);

    private static Duration Away(Stretch one, Stretch other) => Duration.Max(one.Start - other.Start, other.Start - one.Start);

    /// <summary>The times nearest to the one that is weighed, of those that cost least.</summary>
    private IReadOnlyList<NearSlotView> Near(
        Viewing viewing,
        IReadOnlyList<(CalendarUser Who, bool Required)> asked,
        IReadOnlyList<Lane> lanes,
        Stretch at,
        string? site,
        Apart but
    )
    {
        var from = SlotPeople.NextStart(Instant.Max(Now, at.Start - Duration.FromHours(12)));
        var span = new Stretch(from, from + SlotsWithin);
        var names = asked.ToDictionary(a => a.Who.PublicId, a => a.Who.GivenName);
        var wishes = viewing.Store.KeptWishes([.. asked.Select(a => a.Who.Id)]);
        var people = lanes.Zip(asked, (lane, a) =>
            SlotPeople.Person(viewing, lane, a.Required ? Need.Required : Need.Optional, [], site, but) with
            {
                Wishes = lane.Known ? wishes.GetValueOrDefault(a.Who.Id, []) : [],
            }
        );
        var found = SlotSearch.Find(SlotPeople.Request(viewing, span, at.Length, [.. people], site));
        // The best of each half of a day, so that those given differ.
        return
        [
            .. found
                .Where(s => s.Stretch.Start != at.Start)
                .GroupBy(s => HalfOfDay(viewing.Zone.ToLocal(s.Stretch.Start)))
                .Select(g => g.MinBy(s => (s.Cost, Away(s.Stretch, at)))!)
                .OrderBy(s => (s.Cost / 20, Away(s.Stretch, at)))
                .Take(SlotsGiven)
                .OrderBy(s => s.Stretch.Start)
                .Select(s =>
                {
                    var (verdict, tone) = SlotPeople.Verdict(s, names, lanes.All(l => l.Who.ZoneKnown));
                    var local = viewing.Zone.ToLocal(s.Stretch.Start);
                    return new NearSlotView(
                        LaneViews.Ms(s.Stretch.Start),
                        LaneViews.Ms(s.Stretch.End),
                        $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}",
                        verdict,
                        tone
                    );
                }),
        ];
    }
}
