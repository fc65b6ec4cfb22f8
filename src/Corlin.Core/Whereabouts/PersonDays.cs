using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>A part of somebody's day.</summary>
/// <param name="From">In minutes of the wall clock of <paramref name="Zone"/>, as is <paramref name="To"/>.</param>
/// <param name="Place">Of a stay at a place, or of the hours, its name; null where none is known.</param>
/// <param name="Working">Whether it is working time; a closure or holiday does not count against it here.</param>
/// <param name="By">The stay that says so; null where their hours do.</param>
public sealed record DayPart(LocalDate Date, int From, int To, StayKind Kind, string? Place, DateTimeZone Zone, bool Working, Stay? By)
{
    /// <summary>Its time; one that a clock change swallows whole is empty.</summary>
    public Stretch Stretch
    {
        get
        {
            var from = Zone.ToInstant(Date.AtMidnight().PlusMinutes(From));
            return new Stretch(from, Instant.Max(from, Zone.ToInstant(Date.AtMidnight().PlusMinutes(To))));
        }
    }
}

/// <summary>
/// Where somebody is on each day, and when they work: of what was said of a day the first that applies, which is a stay of that day alone,
/// one that repeats, their hours, their home. Absences are not among these: they go before all of it.
/// </summary>
public sealed class PersonDays
{
    private readonly CalendarUser who;
    private readonly IReadOnlyDictionary<string, Place> places;
    private readonly Dictionary<LocalDate, List<Stay>> said = [];
    private readonly Dictionary<LocalDate, ImmutableArray<DayPart>> known = [];
    private readonly ImmutableArray<DayOff> daysOff;
    private readonly Stretch span;

    /// <param name="span">What is asked about; days a little around it are known too.</param>
    /// <param name="stays">What was said of them, in any order.</param>
    /// <param name="places">By name.</param>
    /// <param name="daysOff">Holidays of where they live, and closures of any site: those of a site where they are not do not
    /// count.</param>
    public PersonDays(
        CalendarUser who,
        Stretch span,
        IEnumerable<Stay> stays,
        IReadOnlyDictionary<string, Place> places,
        IEnumerable<DayOff> daysOff
    )
    {
        (this.who, this.span, this.places, this.daysOff) = (who, span, places, [.. daysOff]);
        // Wherever they are, it is at most a day from UTC.
        (First, Last) = (span.Start.InUtc().Date.PlusDays(-2), span.End.InUtc().Date.PlusDays(2));
        foreach (var stay in stays)
        {
            foreach (var date in stay.Days(First, Last.PlusDays(1)))
            {
                if (!said.TryGetValue(date, out var here))
                    said[date] = here = [];
                here.Add(stay);
            }
        }

        HoursIfOpen = StretchSet.Of(Working(_ => true));
        Hours = this.daysOff.IsEmpty ? HoursIfOpen : StretchSet.Of(Working(part => Off(part) is null));
    }

    /// <summary>The first day that is known.</summary>
    public LocalDate First { get; }

    /// <summary>The last day that is known.</summary>
    public LocalDate Last { get; }

    /// <summary>Their working time in the span, in the zone of where they are each day, without holidays and closures.</summary>
    public StretchSet Hours { get; }

    /// <summary>As <see cref="Hours"/>, were there no holidays and closures.</summary>
    public StretchSet HoursIfOpen { get; }

    /// <summary>The holidays and closures that take working time in the span.</summary>
    public IEnumerable<DayOff> Closed => daysOff.Where(d => All().Any(p => p.Working && Off(p, d) && p.Stretch.Overlaps(span)));

    /// <summary>The parts of a day in order; those of which nothing is said and in which nobody works are left out.</summary>
    public ImmutableArray<DayPart> On(LocalDate date)
    {
        if (!known.TryGetValue(date, out var parts))
            known[date] = parts = Made(date);
        return parts;
    }

    /// <summary>
    /// Whether a part is where they are otherwise at that time: the place of their hours, else their own; home for who has neither.
    /// </summary>
    public bool IsUsual(DayPart part)
    {
        if (part.By is null)
            return true;
        var usual = UsualPlace(part);
        return part.Kind switch
        {
            StayKind.Place => part.Place == usual || (Site(part.Place) is { } site && site == Site(usual)),
            StayKind.Home => usual is null,
            _ => false,
        };
    }

    /// <summary>The time in which they are said to be elsewhere than they are otherwise.</summary>
    public StretchSet Elsewhere => StretchSet.Of(All().Where(p => !IsUsual(p)).Select(p => p.Stretch));

    private string? UsualPlace(DayPart part)
    {
        var hours = who.Hours?.Spans.FirstOrDefault(s => s.Day == part.Date.DayOfWeek && s.From < part.To && part.From < s.To);
        // Before and after the hours of a day they are where its hours have them.
        return hours is null ? Days.PlaceOn(who, part.Date) : hours.Place ?? who.Place;
    }

    /// <summary>The holiday or closure that takes a part; null where none does.</summary>
    public DayOff? Off(DayPart part) => daysOff.FirstOrDefault(d => Off(part, d));

    /// <summary>Where they are at a moment; null where nothing is said of it.</summary>
    public DayPart? At(Instant moment)
    {
        var date = moment.InUtc().Date;
        // Of two days that hold it, as after a flight over the date line, the later one applies.
        for (var day = date.PlusDays(1); day >= date.PlusDays(-1); day = day.PlusDays(-1))
            if (On(day).FirstOrDefault(p => p.Stretch.Contains(moment)) is { } part)
                return part;
        return null;
    }

    /// <summary>The zone of the clock by which they live at a moment: that of the place of the day, home where none is said.</summary>
    public DateTimeZone ZoneAt(Instant moment)
    {
        if (At(moment) is { } part)
            return part.Zone;
        // Between two parts of a day, as in the evening after work, they are where the day has them.
        var date = who.HomeZone.ToLocal(moment).Date;
        return On(date) is { IsEmpty: false } parts ? (parts.LastOrDefault(p => p.Stretch.End <= moment) ?? parts[0]).Zone : who.HomeZone;
    }

    /// <summary>The parts of all days that are known, in order.</summary>
    public IEnumerable<DayPart> All()
    {
        for (var date = First; date <= Last; date = date.PlusDays(1))
            foreach (var part in On(date))
                yield return part;
    }

    private IEnumerable<Stretch> Working(Func<DayPart, bool> open) =>
        All().Where(p => p.Working && open(p)).Select(p => p.Stretch.Intersect(span)).OfType<Stretch>();

    private bool Off(DayPart part, DayOff day) =>
        day.First <= part.Date && part.Date < day.Until && (day.Kind == DayOffKind.Holiday || AtSite(part) == day.Where);

    private string? AtSite(DayPart part) => part.Kind == StayKind.Place ? Site(part.Place) : null;

    private string? Site(string? place) => place is not null && places.TryGetValue(place, out var known) ? known.Site : null;

    private ImmutableArray<DayPart> Made(LocalDate date)
    {
        var spans = who.HoursOrUsual.Spans.Where(s => s.Day == date.DayOfWeek).ToList();
        if (!said.TryGetValue(date, out var stays))
            return [.. spans.OrderBy(s => s.From).Select(s => OfHours(date, s, s.From, s.To))];
        // The first is what applies: of this day alone, then what was said last.
        stays.Sort(
            (one, other) =>
                (one.Repeats, -one.At.ToUnixTimeTicks(), -one.Id).CompareTo((other.Repeats, -other.At.ToUnixTimeTicks(), -other.Id))
        );
        int[] ends =
        [
            .. stays
                .SelectMany(s => new[] { s.Part.From, s.Part.To })
                .Concat(spans.SelectMany(s => new[] { s.From, s.To }))
                .Distinct()
                .Order(),
        ];
        var parts = ImmutableArray.CreateBuilder<DayPart>();
        foreach (var (from, to) in ends.Zip(ends.Skip(1)))
        {
            var stay = stays.FirstOrDefault(s => s.Part.From <= from && to <= s.Part.To);
            var hours = spans.FirstOrDefault(s => s.From <= from && to <= s.To);
            if (stay is not null)
                Add(parts, OfStay(date, stay, from, to, hours is not null));
            else if (hours is not null)
                Add(parts, OfHours(date, hours, from, to));
        }

        return parts.ToImmutable();
    }

    /// <summary>What says the same as what stands before it is one with that.</summary>
    private static void Add(ImmutableArray<DayPart>.Builder parts, DayPart next)
    {
        if (parts.Count > 0 && parts[^1] with { From = next.From, To = next.To } == next && parts[^1].To == next.From)
            parts[^1] = parts[^1] with { To = next.To };
        else
            parts.Add(next);
    }

    private DayPart OfHours(LocalDate date, WorkingSpan hours, int from, int to) =>
        new(date, from, to, StayKind.Place, hours.Place ?? who.Place, ZoneOf(hours.Place), true, null);

    private DayPart OfStay(LocalDate date, Stay stay, int from, int to, bool hours) =>
        new(date, from, to, stay.Kind, stay.Place, ZoneOf(stay.Place), hours && stay.Kind is StayKind.Place or StayKind.Home, stay);

    private DateTimeZone ZoneOf(string? place) =>
        place is not null && places.TryGetValue(place, out var known) ? Zones.Get(known.Zone) : who.HomeZone;
}
