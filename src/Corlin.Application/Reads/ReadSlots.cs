using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Reads;

/// <summary>What a search for free slots finds.</summary>
/// <param name="Total">How many there are in all; the best of them are given.</param>
/// <param name="Days">The days of the span, for the board.</param>
/// <param name="DaysOff">Holidays and closures in the span that some of those asked have: "Friday 26 March is Good Friday for Maren and Tomé."</param>
public sealed record SlotsView(
    IReadOnlyList<SlotPersonView> People, IReadOnlyList<SlotView> Slots, int Total, IReadOnlyList<ContourView> Contour, IReadOnlyList<SlotDayView> Days,
    string Summary, IReadOnlyList<ZoneView> Zones, IReadOnlyList<string> DaysOff);

public sealed record SlotPersonView(PersonView Who, bool Required, bool Known, bool HoursKnown);

/// <param name="Verdict">"In hours for all", "Lakshmi late": a few words.</param>
/// <param name="Plants">Where each flag stands on the local-clock rule.</param>
public sealed record SlotView(long Start, long End, string When, string Verdict, string Tone, string Reason, IReadOnlyList<PlantView> Plants);

/// <param name="Minute">Of their own day, 0 to 1439.</param>
/// <param name="Local">Their wall clock, with the day where it is another.</param>
public sealed record PlantView(string Person, int Minute, string Local);

public sealed record ContourView(long From, int Free);

public sealed record SlotDayView(string Date, string Label, long Start, long End, int Slots);

/// <param name="From">The first day, in the viewer's zone.</param>
/// <param name="To">The last day.</param>
public sealed record ReadSlots(
    UserId Viewer, string InNameOf, IReadOnlyList<string> Required, IReadOnlyList<string> Optional, int Minutes, LocalDate From, LocalDate To, Instant Now)
{
    /// <summary>The public id of the meeting where it was saved: it takes nobody's time, as the holds for it.</summary>
    public string? Saved { get; init; }

    public string? HoldRequest { get; init; }

    /// <summary>Where it takes place, as it was typed; a room among those asked says it too.</summary>
    public string? Place { get; init; }

    /// <summary>Whether one can join by a link, and need not be there.</summary>
    public bool HasLink { get; init; }

    public const int MostDays = 62;
    private const int Given = 60;
    private const int MostDaysOff = 12;

    public SlotsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var organiser = viewing.MustSpeakFor(InNameOf);
        var span = Span(viewing);
        var asked = Asked.Find(viewing, organiser, Required, Optional);
        var lanes = Lanes.Read(viewing, [.. asked.Select(a => a.Who)], span);
        var tended = TendedDays.Read(viewing, [.. asked.Select(a => a.Who)]);
        var request = Request(viewing, lanes, asked, tended, span, Apart.Named(viewing, Saved, HoldRequest));
        var slots = span.Length >= request.Length ? SlotSearch.Find(request) : [];
        var names = asked.ToDictionary(a => a.Who.PublicId, a => a.Who.GivenName);
        var days = Days(viewing, span, slots);
        return new SlotsView(
            [.. lanes.Zip(asked, (lane, a) => new SlotPersonView(viewing.View(a.Who), a.Required, lane.Known, a.Who.Hours is not null))],
            [.. slots.Take(Given).Select(s => View(viewing, lanes, names, s))],
            slots.Length,
            [.. SlotSearch.Contour(request).Select(c => new ContourView(LaneViews.Ms(c.From), c.Free))],
            days,
            slots.Length == 0 ? Nothing(asked.Count) : slots.Length > Given ? $"{slots.Length - Given} more in these days" : "",
            viewing.ZonesOf(asked.Select(a => a.Who), span), DaysOff(lanes));
    }

    private static IReadOnlyList<string> DaysOff(IReadOnlyList<Lane> lanes) =>
        [.. lanes.SelectMany(l => l.DaysOff.Select(d => (Day: d, l.Who))).GroupBy(d => (d.Day.Kind, d.Day.First, d.Day.Until, d.Day.Words, Where: d.Day.Kind == DayOffKind.Closure ? d.Day.Where : ""))
            .OrderBy(g => g.Key.First).ThenBy(g => g.Key.Words, StringComparer.Ordinal).Take(MostDaysOff).Select(g => English.DayOff(g.First().Day, English.And([.. g.Select(d => d.Who.GivenName).Distinct()])))];

    private Stretch Span(Viewing viewing)
    {
        if (Minutes is < 5 or > 24 * 60) throw new RefusedException(RefusalKind.LengthTooLong, "minutes");
        if (To < From) throw new RefusedException(RefusalKind.EndBeforeStart, "span");
        if (Period.DaysBetween(From, To) > MostDays) throw new RefusedException(RefusalKind.SpanTooLong, "span");
        var start = viewing.Zone.Day(From).Start;
        var end = viewing.Zone.Day(To).End;
        if (end <= Now) throw new RefusedException(RefusalKind.InThePast, "span");
        if (Duration.FromMinutes(Minutes) > end - start) throw new RefusedException(RefusalKind.LengthLongerThanSpan, "minutes");
        // Nothing begins in the past: the span starts with the next quarter of an hour.
        var quarter = Duration.FromMinutes(15).BclCompatibleTicks;
        var next = Instant.FromUnixTimeTicks((Now.ToUnixTimeTicks() + quarter - 1) / quarter * quarter);
        return new Stretch(Instant.Min(Instant.Max(start, next), end), end);
    }

    private string? Site(Viewing viewing, IReadOnlyList<(CalendarUser Who, bool Required)> asked) =>
        HasLink ? null : viewing.SiteOf(Place) ?? asked.Where(a => a.Who.Kind == UserKind.Room).Select(a => viewing.SiteOf(a.Who.Place)).FirstOrDefault(s => s is not null);

    private SlotRequest Request(Viewing viewing, IReadOnlyList<Lane> lanes, IReadOnlyList<(CalendarUser Who, bool Required)> asked, Dictionary<UserId, LocalDate> tended, Stretch span, Apart but) => new(
        span,
        Duration.FromMinutes(Minutes),
        Duration.FromMinutes(15),
        [.. lanes.Zip(asked, (lane, a) => new SlotPerson(
            lane.Who.PublicId,
            a.Required ? Need.Required : Need.Optional,
            lane.Who.HomeZone,
            lane.Hours,
            [.. lane.Entries.Where(e => e.Told.Takes > TimeTaken.Free && !but.Has(e.Occurrence.Entry)).Select(e => new Busy(e.Told.Stretch, e.Told.Takes))],
            StretchSet.Of(lane.Absences.Select(x => x.Stretch)),
            lane.Known)
        {
            Days = lane.Days,
            NotThere = WhereTo.NotThere(viewing, lane, Site(viewing, asked)),
            NoGo = StretchSet.Of(lane.NoGo.Select(n => n.In(lane.Who.HomeZone))),
            TendedUntil = tended.TryGetValue(lane.Who.Id, out var until) ? lane.Who.HomeZone.Day(until).End : null,
        })]);

    private static IReadOnlyList<SlotDayView> Days(Viewing viewing, Stretch span, ImmutableArray<Slot> slots)
    {
        var counts = slots.GroupBy(s => viewing.Zone.ToLocal(s.Stretch.Start).Date).ToDictionary(g => g.Key, g => g.Count());
        var days = new List<SlotDayView>();
        var last = viewing.Zone.ToLocal(span.End - Duration.Epsilon).Date;
        for (var date = viewing.Zone.ToLocal(span.Start).Date; date <= last; date = date.PlusDays(1))
        {
            var day = viewing.Zone.Day(date);
            days.Add(new SlotDayView(
                NodaTime.Text.LocalDatePattern.Iso.Format(date), English.Day(date), LaneViews.Ms(day.Start), LaneViews.Ms(day.End), counts.GetValueOrDefault(date)));
        }

        return days;
    }

    private static SlotView View(Viewing viewing, IReadOnlyList<Lane> lanes, Dictionary<string, string> names, Slot slot)
    {
        var local = viewing.Zone.ToLocal(slot.Stretch.Start);
        var (verdict, tone) = Verdict(slot, names, lanes.All(a => a.Who.ZoneKnown));
        var reason = English.Reasons(slot.Reasons, key => names[key]);
        return new SlotView(
            LaneViews.Ms(slot.Stretch.Start), LaneViews.Ms(slot.Stretch.End), $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}", verdict, tone, reason,
            [.. lanes.Where(a => a.Who.ZoneKnown).Select(a =>
            {
                var zone = a.Days.ZoneAt(slot.Stretch.Start);
                var there = zone.ToLocal(slot.Stretch.Start);
                return new PlantView(a.Who.PublicId, there.Hour * 60 + there.Minute, AtTime.Local(viewing, a.Who, zone, slot.Stretch.Start));
            })]);
    }

    private static (string Words, string Tone) Verdict(Slot slot, Dictionary<string, string> names, bool zonesKnown)
    {
        string Who(params ReadOnlySpan<SlotReasonKind> kinds)
        {
            var wanted = kinds.ToArray();
            return English.And([.. slot.Reasons.Where(r => wanted.Contains(r.Kind)).Select(r => names[r.Person!]).Distinct()]);
        }

        if (!slot.Missing.IsEmpty) return ($"without {English.And([.. slot.Missing.Select(m => names[m])])}", "doubt");
        if (Who(SlotReasonKind.NotThere) is { Length: > 0 } elsewhere) return ($"{elsewhere} elsewhere", "doubt");
        if (Who(SlotReasonKind.OverPencilled, SlotReasonKind.OverHold) is { Length: > 0 } over) return ($"pencilled, {over}", "doubt");
        if (Who(SlotReasonKind.LastHour) is { Length: > 0 } late) return ($"{late} late", "doubt");
        if (Who(SlotReasonKind.FirstHour) is { Length: > 0 } early) return ($"{early} early", "doubt");
        if (Who(SlotReasonKind.Lunch) is { Length: > 0 }) return ("over lunch", "doubt");
        return zonesKnown ? ("In hours for all", "fits") : ("In hours for all whose zone is known", "doubt");
    }

    private static string Nothing(int people) => $"In these days the {people} asked are never all free within their hours. Give more days, a shorter length, or ask fewer as required.";
}
