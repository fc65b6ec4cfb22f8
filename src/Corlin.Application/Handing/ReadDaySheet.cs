using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Sheets;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Handing;

/// <summary>Somebody's day or days on a sheet, as the viewer may know them, by the clock of where they are.</summary>
/// <param name="Who">The public id; the first for whom the viewer speaks, or the viewer, where null.</param>
/// <param name="From">The first day; null for today where they are at home.</param>
/// <param name="Parts">Null for what was said of that principal's sheet.</param>
public sealed record ReadDaySheet(UserId Viewer, string? Who, LocalDate? From, int Days, SheetParts? Parts, Instant Now)
{
    public const int MostDays = 31;

    private const int MostHanded = 60;

    /// <summary>In which order stands what is under an entry; null for what was said of that principal's sheet.</summary>
    public IReadOnlyList<SheetBlock>? Order { get; init; }

    public DaySheetView Run(ICalendarReads store)
    {
        if (Order is not null && !SheetOrder.IsSound(Order))
            throw new RefusedException(RefusalKind.BadInput, "order");
        if (Days is < 1 or > MostDays)
            throw new RefusedException(RefusalKind.SpanTooLong, "days");
        var viewing = new Viewing(store, Viewer, Now);
        var who = Who is null
            ? viewing.Principals.Append(viewing.Person).First()
            : viewing.Find(Who) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", Who);
        var first = From ?? who.HomeZone.ToLocal(Now).Date;
        var span = SheetDays.Span(who, first, Days);
        var lane = LaneReading.Read(viewing, [who], span)[0];
        if (!lane.Known)
            throw new RefusedException(RefusalKind.NotFound);
        var decides = viewing.Viewer.MaySpeakFor(who.Id);
        var wish = store.SheetWish(who.Id);
        var parts = Parts ?? wish?.Parts ?? SheetWish.Usual;
        // What stood on the sheet before is told to those alone who could have read it.
        var handed = decides ? store.HandedSheets(who.Id, first, first.PlusDays(Days), MostHanded) : [];
        var lines = new SheetLines(viewing, lane, parts, new SheetKnowledge(viewing, lane, parts));
        return new DaySheetView(
            viewing.View(who),
            LocalDatePattern.Iso.Format(first),
            Days,
            English.SheetHeading(who.Name, first, Days),
            English.SheetMade(viewing.Zone.ToLocal(Now), viewing.Today),
            handed is [var last, ..] ? Before(viewing, last) : null,
            SheetPartsView.Of(parts, Order ?? wish?.Order ?? SheetOrder.Usual),
            decides ? Wished(viewing, wish) : null,
            [.. Enumerable.Range(0, Days).Select(first.PlusDays).Select(date => Day(viewing, lane, lines, date, handed))]
        );
    }

    private static string Before(Viewing viewing, HandedSheet last) =>
        English.SheetBefore(viewing.Zone.ToLocal(last.At), viewing.Today, viewing.Users([last.By])[last.By].Name);

    private static SheetWishView Wished(Viewing viewing, SheetWish? wish)
    {
        if (wish is null)
            return new SheetWishView(null, true, false, [], null);
        var people = viewing.Users([.. wish.To, wish.By]);
        return new SheetWishView(
            wish.At is { } at ? (at.Hour * 60) + at.Minute : null,
            wish.DayBefore,
            wish.Again,
            [.. wish.To.Select(t => viewing.View(people[t]))],
            people[wish.By].Name
        );
    }

    private static SheetDayView Day(Viewing viewing, Lane lane, SheetLines lines, LocalDate date, IReadOnlyList<HandedSheet> handed)
    {
        var zone = SheetDays.ZoneOn(lane, date);
        var day = zone.Day(date);
        var last = handed.FirstOrDefault(h => h.First <= date && date < h.First.PlusDays(h.Days));
        var entries = lane.Entries.Where(e => e.Told.Stretch.Overlaps(day)).ToList();
        IEnumerable<string> notes =
        [
            .. lane.Absences.Where(a => a.Stretch.Overlaps(day)).Select(a => LaneViews.AwayWords(viewing, a)),
            .. lane.DaysOff.Where(d => d.First <= date && date < d.Until).Select(d => English.DayOff(d, lane.Who.GivenName)),
            .. entries.Where(e => e.Told.AllDay).Select(lines.Title),
        ];
        return new SheetDayView(
            LocalDatePattern.Iso.Format(date),
            English.Day(date),
            Where(viewing, lane, date, zone, day),
            [.. notes],
            LaneViews.Ms(day.Start),
            LaneViews.Ms(day.End),
            lines.Of([.. entries.Where(e => !e.Told.AllDay)], day, zone, date, last)
        );
    }

    private static string Where(Viewing viewing, Lane lane, LocalDate date, DateTimeZone zone, Stretch day)
    {
        var words = Strips.Words(viewing, lane, date);
        var noon = day.Start + Duration.FromHours(12);
        var (there, home) = (zone.GetUtcOffset(noon), lane.Who.HomeZone.GetUtcOffset(noon));
        return there == home ? words : $"{words}, {English.HoursFrom(there, home, viewing.TownOf(lane.Who))}";
    }
}

/// <summary>The days of a sheet.</summary>
internal static class SheetDays
{
    /// <summary>Some days of somebody wherever they are on them.</summary>
    public static Stretch Span(CalendarUser who, LocalDate first, int days) =>
        new(
            who.HomeZone.Day(first).Start - Duration.FromHours(18),
            who.HomeZone.Day(first.PlusDays(days - 1)).End + Duration.FromHours(18)
        );

    /// <summary>By whose clock a day is told: that of where they are at noon.</summary>
    public static DateTimeZone ZoneOn(Lane lane, LocalDate date) =>
        lane.Days.ZoneAt(lane.Who.HomeZone.ToInstant(date.At(new LocalTime(12, 0))));
}
