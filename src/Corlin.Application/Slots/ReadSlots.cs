using System.Collections.Immutable;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>What a search for free slots finds.</summary>
/// <param name="Total">How many there are in all; the best of them are given.</param>
/// <param name="Days">The days of the span, for the board.</param>
/// <param name="Near">What comes nearest, where few or none are free.</param>
/// <param name="Openings">What would open most, where few or none are free; the most first.</param>
/// <param name="Turns">Of a series two hours by turns, where few or none suit all.</param>
/// <param name="Scarce">Whose time leaves few of the slots that the others have, in a sentence; empty where nobody's does.</param>
/// <param name="DaysOff">Holidays and closures in the span that some of those asked have: "Friday 26 March is Good Friday for Maren and
/// Tomé."</param>
public sealed record SlotsView(
    IReadOnlyList<SlotPersonView> People,
    IReadOnlyList<SlotView> Slots,
    int Total,
    IReadOnlyList<ContourView> Contour,
    IReadOnlyList<SlotDayView> Days,
    string Summary,
    IReadOnlyList<ZoneView> Zones,
    IReadOnlyList<string> DaysOff,
    IReadOnlyList<NearMissView> Near,
    IReadOnlyList<OpeningView> Openings,
    IReadOnlyList<TurnView> Turns,
    string Scarce
);

/// <param name="Counted">Whether only some of them and others must come.</param>
public sealed record SlotPersonView(PersonView Who, bool Required, bool Known, bool HoursKnown, bool Counted);

/// <param name="Verdict">"In hours for all", "Lakshmi late": a few words.</param>
/// <param name="Plants">Where each flag stands on the local-clock rule.</param>
public sealed record SlotView(
    long Start,
    long End,
    string When,
    string Verdict,
    string Tone,
    string Reason,
    IReadOnlyList<PlantView> Plants
);

/// <param name="Minute">Of their own day, 0 to 1439.</param>
/// <param name="Local">Their wall clock, with the day where it is another.</param>
public sealed record PlantView(string Person, int Minute, string Local);

public sealed record ContourView(long From, int Free);

public sealed record SlotDayView(string Date, string Label, long Start, long End, int Slots);

/// <param name="From">The first day, in the viewer's zone.</param>
/// <param name="To">The last day.</param>
public sealed record ReadSlots(
    UserId Viewer,
    string InNameOf,
    IReadOnlyList<string> Required,
    IReadOnlyList<string> Optional,
    int Minutes,
    LocalDate From,
    LocalDate To,
    Instant Now
)
{
    /// <summary>The public id of the meeting where it was saved: it takes nobody's time, as the holds for it.</summary>
    public string? Saved { get; init; }

    public string? HoldRequest { get; init; }

    /// <summary>Where it takes place, as it was typed; a room among those asked says it too.</summary>
    public string? Place { get; init; }

    /// <summary>Whether one can join by a link, and need not be there.</summary>
    public bool HasLink { get; init; }

    /// <summary>How it repeats, in words; null for once.</summary>
    public string? Repeats { get; init; }

    /// <summary>The tzdb id of the zone in which a series is told; null for the viewer's.</summary>
    public string? ToldIn { get; init; }

    /// <summary>By how many minutes the hours of some are loosened at both ends, by public id.</summary>
    public IReadOnlyDictionary<string, int> Loosened { get; init; } = new Dictionary<string, int>();

    public WishesView Wishes { get; init; } = WishesView.None;

    /// <summary>Of whom only so many must come.</summary>
    public IReadOnlyList<SomeWish> Some { get; init; } = [];

    /// <summary>Any room like that is to be free; null where none is sought.</summary>
    public AnyRoom? Room { get; init; }

    /// <summary>Whether the soonest stand first, and not the best.</summary>
    public bool Soonest { get; init; }

    public const int MostDays = 62;

    private const int Given = 60;

    /// <summary>So many of the first slots differ from each other.</summary>
    private const int Different = 6;

    /// <summary>Where no more are free than these, what comes near is told too.</summary>
    private const int Few = 3;
    private const int MostDaysOff = 12;

    public SlotsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var question = Ask(viewing);
        var (organiser, asked) = (question.Organiser, question.Asked);
        var (asFound, lanes) = question.In(Span(viewing));
        var request = question.Fair(asFound);
        var work = new SlotWork(request);
        var slots = SlotSearch.Find(work);
        var counts = new SlotCounts(work);
        var names = question.Names;
        var days = Days(viewing, request.Span, slots);
        return new SlotsView(
            [.. lanes.Select((lane, i) => Person(viewing, lane, i < asked.Count && asked[i].Required, i >= asked.Count))],
            [.. InOrder(slots, viewing.Zone).Take(Given).Select(s => View(viewing, lanes, names, s))],
            slots.Length,
            [.. SlotSearch.Contour(work).Select(c => new ContourView(LaneViews.Ms(c.From), c.Free))],
            days,
            slots.Length == 0 ? Nothing(asked.Count)
                : slots.Length > Given ? $"{slots.Length - Given} more in these days"
                : "",
            viewing.ZonesOf(question.Everyone, request.Span),
            DaysOff(lanes, viewing.Zone.ToLocal(request.Span.End - Duration.Epsilon).Date),
            slots.Length <= Few ? NearMisses.Read(viewing, lanes, work, question.But) : [],
            slots.Length <= Few
                ? Openings.Read(
                    request,
                    counts,
                    Wishes,
                    viewing.Zone,
                    names,
                    organiser.PublicId,
                    (from, to) => question.In(Days(viewing, from, to)).Request,
                    To
                )
                : [],
            slots.Length <= Few && Repeats is { } repeats
                ? Turns.Read(viewing, lanes, work, repeats, ToldIn is null ? viewing.Zone : Zones.Get(ToldIn), question.But)
                : [],
            Scarce(request, counts, names)
        );
    }

    private static SlotPersonView Person(Viewing viewing, Lane lane, bool required, bool counted) =>
        new(viewing.View(lane.Who), required, lane.Known, lane.Who.Hours is not null, counted);

    /// <summary>The same as the core takes it.</summary>
    /// <exception cref="RefusedException">The viewer does not speak for whose name it is in, or something asked makes no sense.</exception>
    internal SlotQuestion Ask(Viewing viewing)
    {
        var organiser = viewing.MustSpeakFor(InNameOf);
        var asked = Asked.Find(viewing, organiser, Required, Optional);
        var some = SomeAsked.Find(viewing, organiser, Some, Room, Place);
        IReadOnlyList<CalendarUser> everyone = [.. asked.Select(a => a.Who), .. some.SelectMany(s => s.Of)];
        return new SlotQuestion(
            viewing,
            organiser,
            asked,
            some,
            TendedDays.Read(viewing, everyone),
            viewing.Store.KeptWishes([.. everyone.Select(w => w.Id)]),
            HalfYear.Following(Repeats, ToldIn ?? viewing.Zone.Id),
            Apart.Named(viewing, Saved, HoldRequest),
            HasLink ? null : viewing.SiteOf(Place, asked.Select(a => a.Who)),
            Duration.FromMinutes(Minutes),
            Loosened,
            Wishes
        );
    }

    private IEnumerable<Slot> InOrder(ImmutableArray<Slot> slots, DateTimeZone reader) =>
        Soonest ? slots.OrderBy(s => s.Stretch.Start) : Differing.First(slots, reader, Different);

    private static Stretch Days(Viewing viewing, LocalDate from, LocalDate to) =>
        new(viewing.Zone.Day(from).Start, viewing.Zone.Day(to).End);

    /// <summary>Whose time takes at least half of the slots that all the others would have.</summary>
    private static string Scarce(SlotRequest request, SlotCounts counts, Dictionary<string, string> names)
    {
        var required = request.People.Where(p => p.Need == Need.Required).ToList();
        if (required.Count < 2)
            return "";
        var (who, without) = required.Select(p => (p.Key, Without: counts.With(p with { Need = Need.Optional }))).MaxBy(w => w.Without);
        return without >= 2 * Math.Max(1, counts.Now) ? English.Leaves(names[who], counts.Now, without) : "";
    }

    private static IReadOnlyList<string> DaysOff(IReadOnlyList<Lane> lanes, LocalDate last) =>
        [
            .. lanes
                .SelectMany(l => l.DaysOff.Where(d => d.First <= last).Select(d => (Day: d, l.Who)))
                .GroupBy(d =>
                    (d.Day.Kind, d.Day.First, d.Day.Until, d.Day.Words, Where: d.Day.Kind == DayOffKind.Closure ? d.Day.Where : "")
                )
                .OrderBy(g => g.Key.First)
                .ThenBy(g => g.Key.Words, StringComparer.Ordinal)
                .Take(MostDaysOff)
                .Select(g => English.DayOff(g.First().Day, English.And([.. g.Select(d => d.Who.GivenName).Distinct()]))),
        ];

    /// <summary>The days that are asked of, from now on.</summary>
    internal Stretch Span(Viewing viewing)
    {
        if (Minutes is < 5 or > 24 * 60)
            throw new RefusedException(RefusalKind.LengthTooLong, "minutes");
        if (To < From)
            throw new RefusedException(RefusalKind.EndBeforeStart, "span");
        if (Period.DaysBetween(From, To) > MostDays)
            throw new RefusedException(RefusalKind.SpanTooLong, "span");
        var start = viewing.Zone.Day(From).Start;
        var end = viewing.Zone.Day(To).End;
        if (end <= Now)
            throw new RefusedException(RefusalKind.InThePast, "span");
        if (Duration.FromMinutes(Minutes) > end - start)
            throw new RefusedException(RefusalKind.LengthLongerThanSpan, "minutes");
        // Nothing begins in the past: the span starts with the next quarter of an hour.
        return new Stretch(Instant.Min(Instant.Max(start, SlotPeople.NextStart(Now)), end), end);
    }

    private static IReadOnlyList<SlotDayView> Days(Viewing viewing, Stretch span, ImmutableArray<Slot> slots)
    {
        var counts = slots.GroupBy(s => viewing.Zone.ToLocal(s.Stretch.Start).Date).ToDictionary(g => g.Key, g => g.Count());
        var days = new List<SlotDayView>();
        var last = viewing.Zone.ToLocal(span.End - Duration.Epsilon).Date;
        for (var date = viewing.Zone.ToLocal(span.Start).Date; date <= last; date = date.PlusDays(1))
        {
            var day = viewing.Zone.Day(date);
            days.Add(
                new SlotDayView(
                    NodaTime.Text.LocalDatePattern.Iso.Format(date),
                    English.Day(date),
                    LaneViews.Ms(day.Start),
                    LaneViews.Ms(day.End),
                    counts.GetValueOrDefault(date)
                )
            );
        }

        return days;
    }

    private static SlotView View(Viewing viewing, IReadOnlyList<Lane> lanes, Dictionary<string, string> names, Slot slot)
    {
        var local = viewing.Zone.ToLocal(slot.Stretch.Start);
        var (verdict, tone) = SlotPeople.Verdict(slot, names, lanes.All(a => a.Who.ZoneKnown));
        var reason = English.Reasons(slot.Reasons, key => names[key]);
        var counted = lanes.Select(l => l.Who).Where(w => slot.Counted.Contains(w.PublicId)).ToLookup(w => w.Kind == UserKind.Person);
        reason = string.Join(
            ' ',
            new[]
            {
                reason,
                English.CouldCome([.. counted[true].Select(w => w.GivenName)]),
                English.FreeRooms([.. counted[false].Select(w => w.Name)]),
            }.Where(w => w.Length > 0)
        );
        return new SlotView(
            LaneViews.Ms(slot.Stretch.Start),
            LaneViews.Ms(slot.Stretch.End),
            $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}",
            verdict,
            tone,
            reason,
            [
                .. lanes
                    .Where(a => a.Who.ZoneKnown)
                    .Select(a =>
                    {
                        var zone = a.Days.ZoneAt(slot.Stretch.Start);
                        var there = zone.ToLocal(slot.Stretch.Start);
                        return new PlantView(
                            a.Who.PublicId,
                            there.Hour * 60 + there.Minute,
                            AtTime.Local(viewing, a.Who, zone, slot.Stretch.Start)
                        );
                    }),
            ]
        );
    }

    private static string Nothing(int people) => $"In these days the {people} asked are never all free within their hours.";
}
