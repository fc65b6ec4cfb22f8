using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>Turns a lane into what is drawn.</summary>
internal static class LaneViews
{
    public static LaneView View(Viewing viewing, Lane lane, Stretch span, LocalDate? tendedUntil = null)
    {
        var (told, left) = Crowds.Thin(lane);
        lane = lane with { Entries = told };
        var ways = WaysOn(viewing, lane).Where(IsTold);
        return new LaneView(
            viewing.View(lane.Who),
            lane.Known,
            lane.Who.Hours is not null || lane.Who.Kind is UserKind.Room or UserKind.Resource,
            lane.Rights.Acting >= Acting.Add,
            lane.Rights.MaySpeakFor,
            [.. lane.Hours.Stretches.Select(Span)],
            [.. lane.Entries.Select(e => View(viewing, lane, e))],
            [.. ways.Select(w => View(w.Way))],
            [.. ClashesOn(lane).Select(c => new ClashView(Ms(c.Shared.Start), Ms(c.Shared.End), English.Length(c.Shared.Length)))],
            [.. lane.Absences.Select(a => View(viewing, a))],
            [.. DaysOff(viewing, lane, span).Select(d => new AwayView(d.Start, d.End, $"{d.Kind}, {d.Words}")), .. NoGo(lane, span)],
            Where(viewing, lane, span),
            tendedUntil is { } until ? TendedDays.Words(until, viewing.Today) : null,
            string.Join("; ", new[] { Crowds.Words(viewing, left), UnreadCalendars.Words(viewing, lane) }.OfType<string>())
                is { Length: > 0 } notes
                ? notes
                : null
        );
    }

    /// <summary>
    /// The ways between the entries that stand firm or pencilled, from and to the entries they join; the first of a day begins, and the
    /// last ends, where they work that day, which no entry names.
    /// </summary>
    public static IEnumerable<(Way Way, LaneEntry? From, LaneEntry? To)> WaysOn(Viewing viewing, Lane lane)
    {
        var stops = Crowds
            .Thin(lane)
            .Told.Where(e => e.Site is not null && e.Told.Takes >= TimeTaken.Pencilled && !e.Told.AllDay)
            .Select(e => (Stop: new Stop(e.Site!, e.Told.Stretch), Entry: e))
            .ToList();
        var travel = viewing.Store.Travel();
        LaneEntry Entry(Stop stop) => stops.First(s => ReferenceEquals(s.Stop, stop)).Entry;
        foreach (var day in Days(stops.Select(s => s.Stop)))
        {
            if (WayBefore(viewing, lane, day[0], travel) is { } first)
                yield return (first, null, Entry(day[0]));
            foreach (var way in Ways.Between(day, travel))
                yield return (way, Entry(way.From), Entry(way.To));
            var end = day.MaxBy(s => s.Stretch.End)!;
            if (WayAfter(viewing, lane, end, travel) is { } last)
                yield return (last, Entry(end), null);
        }
    }

    /// <summary>The next morning's way begins at home, not where the day before ended.</summary>
    private static IEnumerable<List<Stop>> Days(IEnumerable<Stop> stops)
    {
        var day = new List<Stop>();
        foreach (var stop in stops)
        {
            if (day.Count > 0 && stop.Stretch.Start - day.Max(s => s.Stretch.End) > Duration.FromHours(8))
            {
                yield return day;
                day = [];
            }

            day.Add(stop);
        }

        if (day.Count > 0)
            yield return day;
    }

    /// <summary>From where somebody works to what is elsewhere; null where they need not have been there before it.</summary>
    private static Way? WayBefore(Viewing viewing, Lane lane, Stop to, TravelTable travel)
    {
        if (
            WorksAt(viewing, lane, to.Stretch.Start - Duration.Epsilon) is not { } site
            || travel.Between(site, to.Site) is not { } needed
            || needed == Duration.Zero
        )
            return null;
        var leaves = to.Stretch.Start - needed;
        return WorksAt(viewing, lane, leaves) == site
            ? new Way(new Stop(site, new Stretch(leaves, leaves)), to, new Stretch(leaves, to.Stretch.Start), needed, Duration.Zero)
            : null;
    }

    private static Way? WayAfter(Viewing viewing, Lane lane, Stop from, TravelTable travel)
    {
        if (
            WorksAt(viewing, lane, from.Stretch.End) is not { } site
            || travel.Between(from.Site, site) is not { } needed
            || needed == Duration.Zero
        )
            return null;
        var back = from.Stretch.End + needed;
        return WorksAt(viewing, lane, back) == site
            ? new Way(from, new Stop(site, new Stretch(back, back)), new Stretch(from.Stretch.End, back), needed, Duration.Zero)
            : null;
    }

    /// <summary>The site where somebody works at a moment; null where they do not, or it may not be told.</summary>
    private static string? WorksAt(Viewing viewing, Lane lane, Instant moment) =>
        lane.Where == WhereSight.Place && lane.Hours.Contains(moment) && lane.Days.At(moment) is { Working: true } part
            ? viewing.SiteOf(part.Place)
            : null;

    /// <summary>A way is told only where both places it joins are.</summary>
    public static bool IsTold((Way Way, LaneEntry? From, LaneEntry? To) way) =>
        way.From is null or { Told.Sight: >= Sight.Headlines } && way.To is null or { Told.Sight: >= Sight.Headlines };

    public static IEnumerable<Clash<LaneEntry>> ClashesOn(Lane lane) =>
        Clashes.On(Crowds.Thin(lane).Told.Where(e => !e.Told.AllDay).Select(e => new Standing<LaneEntry>(e, e.Told.Stretch, e.Told.Takes)));

    public static SpanView Span(Stretch stretch) => new(Ms(stretch.Start), Ms(stretch.End));

    public static long Ms(Instant moment) => moment.ToUnixTimeMilliseconds();

    /// <summary>What an occurrence of a series is called in an address.</summary>
    public static string? Id(LocalDateTime? recurrenceId) =>
        recurrenceId is { } id ? NodaTime.Text.LocalDateTimePattern.ExtendedIso.Format(id) : null;

    /// <summary>What <see cref="Id"/> wrote.</summary>
    internal static LocalDateTime? ReadId(string? id) => id is null ? null : NodaTime.Text.LocalDateTimePattern.ExtendedIso.Parse(id).Value;

    internal static EntryView View(Viewing viewing, Lane lane, LaneEntry entry)
    {
        var told = entry.Told;
        var part = told.Whole is null ? null : Agreement.Of(entry.Occurrence.Entry, lane.Who.Id, told.RecurrenceId);
        var started = viewing.Started.Words(entry);
        var toAnswer = part is { Answer: Answer.None, Role: not AttendeeRole.Resource };
        return new EntryView(
            told.PublicId,
            Id(told.RecurrenceId),
            Ms(told.Stretch.Start),
            Ms(told.Stretch.End),
            English.Word(told.Takes),
            told.Title ?? (told.Withheld ? "Private" : "taken"),
            started is null ? Detail(viewing, entry, part) : $"started, {started}",
            told.Private,
            told.AllDay,
            toAnswer,
            told.MayChange,
            told.RecurrenceId is not null,
            told is { MayChange: true, Kind: EntryKind.Meeting, Whole.Status: MeetingStatus.Sent },
            started is not null || (told.Takes > TimeTaken.Hold && told.Stretch.Contains(viewing.Now)),
            started is null ? LinkNow(viewing, told) : told.Whole?.Link,
            viewing.CategoryOf(lane.Who, told.Mark)
        );
    }

    private static readonly Duration LinkBefore = Duration.FromMinutes(15);

    private static string? LinkNow(Viewing viewing, DisclosedEntry told) =>
        told.Stretch.Start - LinkBefore <= viewing.Now && viewing.Now < told.Stretch.End ? told.Whole?.Link : null;

    private static string? Detail(Viewing viewing, LaneEntry entry, Participation? part)
    {
        var told = entry.Told;
        if (told.Sight == Sight.Outline)
            return null;
        if (told.Whole is { } whole)
        {
            if (part is { Answer: Answer.None })
                return "to answer";
            if (part is { Answer: Answer.Tentative })
                return "tentative";
            if (told.Kind == EntryKind.Meeting && part is null && !whole.Agreed)
                return Waiting(whole);
        }

        var place = told.Place ?? (told.Whole?.Link is null ? null : "by video");
        return told.Private
            ? place is null
                ? "Private"
                : $"Private, {place}"
            : place;
    }

    /// <summary>"6 of 9 accepted": how far a meeting that is not agreed has come.</summary>
    internal static string Waiting(WholeEntry whole)
    {
        if (whole.Status == MeetingStatus.Draft)
            return "not sent";
        var required = whole.Attendees.Where(a => a.Role == AttendeeRole.Required).ToList();
        return $"{required.Count(a => a.Answer == Answer.Accepted)} of {required.Count} required accepted";
    }

    private static WayView View(Way way)
    {
        var minutes = (int)way.Needed.TotalMinutes;
        var lacking = (int)Math.Ceiling(way.ShortBy.TotalMinutes);
        var words =
            lacking > 0
                ? $"{English.Length(minutes)} on the way, {English.Length(lacking)} short"
                : $"{English.Length(minutes)} on the way";
        return new WayView(Ms(way.Drawn.Start), Ms(way.Drawn.End), minutes, lacking, words);
    }

    private static AwayView View(Viewing viewing, Absence absence) =>
        new(Ms(absence.Stretch.Start), Ms(absence.Stretch.End), AwayWords(viewing, absence));

    /// <summary>"Away, Tomé covers"; where kind and reason are told: "On holiday, sailing, Tomé covers".</summary>
    /// <param name="absence">As the viewer is told of it (<see cref="Absence.ToldTo"/>).</param>
    public static string AwayWords(Viewing viewing, Absence absence)
    {
        var covers = absence.Covers is { } who && viewing.Users([who]).TryGetValue(who, out var cover) ? $", {cover.GivenName} covers" : "";
        return English.Word(absence.Kind) + (absence.Reason is { } reason ? $", {reason}" : "") + covers;
    }

    /// <summary>Holidays and closures that take some of the hours of a span.</summary>
    public static IEnumerable<DayOffView> DaysOff(Viewing viewing, Lane lane, Stretch span)
    {
        foreach (var day in lane.DaysOff)
        {
            var at = day.In(lane.Who.HomeZone);
            // One that takes none of their hours from the span is no news there.
            if (at.Intersect(span) is not { } here || !lane.Days.HoursIfOpen.Overlaps(here))
                continue;
            var kind = day.Kind == DayOffKind.Holiday ? $"Holiday in {viewing.TownOf(lane.Who)}" : English.Capital($"{day.Where} closed");
            yield return new DayOffView(NodaTime.Text.LocalDatePattern.Iso.Format(day.First), Ms(at.Start), Ms(at.End), kind, day.Words);
        }
    }

    private static IEnumerable<AwayView> NoGo(Lane lane, Stretch span)
    {
        foreach (var weeks in lane.NoGo)
        {
            var at = weeks.In(lane.Who.HomeZone);
            if (!at.Overlaps(span))
                continue;
            yield return new AwayView(Ms(at.Start), Ms(at.End), weeks.Words.Length == 0 ? "No-go week" : $"No-go week, {weeks.Words}");
        }
    }

    /// <summary>Where somebody works in days that are not today, as long as that is one place; home where it is several.</summary>
    private static string OnOtherDays(Viewing viewing, Lane lane, Stretch span)
    {
        var said = lane.Days.All().Where(p => p is { Working: true, By: not null } && p.Stretch.Overlaps(span)).ToList();
        var usual = lane.Days.All().Any(p => p is { Working: true, By: null } && p.Stretch.Overlaps(span));
        return !usual && said.Select(p => (p.Kind, p.Place)).Distinct().Count() == 1
            ? WhereTo.Words(viewing, lane, said[0])
            : viewing.TownOf(lane.Who);
    }

    /// <summary>"head office until 18:15", "day starts in 2 h 18", "away, Ines covers".</summary>
    private static string Where(Viewing viewing, Lane lane, Stretch span)
    {
        var who = lane.Who;
        if (!lane.Known)
            return viewing.TownOf(who) is { Length: > 0 } known ? known + ", calendar not known" : "calendar and zone not known";
        var zone = lane.Days.ZoneAt(viewing.Now);
        if (lane.Absences.FirstOrDefault(a => a.Stretch.Contains(viewing.Now)) is { } away)
            return $"away until {English.NearDay(zone.ToLocal(away.Stretch.End).Date, zone.ToLocal(viewing.Now).Date)}";
        if (!span.Contains(viewing.Now))
            return OnOtherDays(viewing, lane, span);
        if (who.Kind is UserKind.Room or UserKind.Resource)
            return $"{viewing.TownOf(who)}, {ReachWords.Now(viewing, lane)}";
        var where = WhereTo.Words(viewing, lane, lane.Days.At(viewing.Now));
        if (lane.Hours.Around(viewing.Now) is { } day)
        {
            // By one clock, the reader's, as all that stands on the lane.
            var until = viewing.Zone.ToLocal(day.End);
            var end = (until.Date == viewing.Today ? "" : $"{until.DayOfWeek} ") + English.Time(until.TimeOfDay);
            var now = ReachWords.Now(viewing, lane);
            return now == $"free until {end}" ? $"{where} until {end}" : $"{where} until {end}, {now}";
        }

        var next = lane.Hours.Stretches.FirstOrDefault(s => s.Start > viewing.Now);
        return next.IsEmpty || next.Start - viewing.Now > Duration.FromHours(16)
            ? $"{where}, day is over"
            : $"{where}, day starts in {English.Length(next.Start - viewing.Now)}";
    }
}
