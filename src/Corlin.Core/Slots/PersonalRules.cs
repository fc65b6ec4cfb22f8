using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>Where the rules that go by somebody's own days are broken, as stretches of starts.</summary>
/// <param name="person">Whose days they are.</param>
/// <param name="length">Of the meeting.</param>
/// <param name="inTheWay">The time that something takes, as one set.</param>
internal sealed class PersonalRules(SlotPerson person, Stretch reach, Duration length, StretchSet inTheWay)
{
    private static readonly Duration Tick = Duration.Epsilon;

    /// <summary>Each day that the reach touches, by the clock by which they live at its noon.</summary>
    private readonly (LocalDate Date, DateTimeZone Zone)[] days =
    [
        .. Starts.Dates(reach, person.Zone).Select(d => (d, person.ZoneAt(person.Zone.ToInstant(d + LocalTime.Noon)))),
    ];

    /// <summary>The day leaves no piece of lunch that is long enough.</summary>
    public StretchSet NoLunch(LunchWish wish) =>
        StretchSet.Of(days.Select(d => NoLunch(wish, d.Zone.Day(d.Date), Lunch(wish, d.Date, d.Zone))));

    private static Stretch Lunch(LunchWish wish, LocalDate date, DateTimeZone zone) =>
        Starts.Stretch(zone.ToInstant(date + wish.From), zone.ToInstant(date + wish.To));

    private Stretch NoLunch(LunchWish wish, Stretch day, Stretch lunch)
    {
        // Asked of the starts of the day whose meeting falls into lunch.
        var from = Instant.Max(day.Start, lunch.Start - length + Tick);
        var to = Instant.Min(day.End, lunch.End);
        // A piece stays long enough where the meeting begins late enough after its start, or ends early enough before its end.
        void Keep(Instant start, Instant end)
        {
            if (end - start < wish.Least)
                return;
            from = Instant.Max(from, end - wish.Least - length + Tick);
            to = Instant.Min(to, start + wish.Least);
        }

        var free = lunch.Start;
        foreach (var taken in inTheWay.Near(lunch))
        {
            Keep(free, Instant.Max(free, taken.Start));
            free = taken.End;
        }

        Keep(free, Instant.Max(free, lunch.End));
        return Starts.Stretch(from, to);
    }

    /// <summary>What is in the way that day and the meeting take more than the day may hold.</summary>
    public StretchSet FullDay(DayLimit limit) =>
        StretchSet.Of(days.Select(d => d.Zone.Day(d.Date)).Where(day => length + Taken(day) > limit.Most));

    private Duration Taken(Stretch day)
    {
        var taken = Duration.Zero;
        foreach (var one in inTheWay.Near(day))
            taken += one.Intersect(day)!.Value.Length;
        return taken;
    }

    /// <summary>What breaks a wish that is kept with them.</summary>
    /// <param name="hours">Theirs, as they are.</param>
    public StretchSet Breaking(KeptWish wish, StretchSet hours) =>
        wish.Kind switch
        {
            KeptWishKind.NotOn => StretchSet.Of(days.Where(d => wish.Names(d.Date.DayOfWeek)).Select(d => d.Zone.Day(d.Date))),
            KeptWishKind.NotBefore => StretchSet.Of(days.Select(d => Starts.Stretch(d.Zone.Day(d.Date).Start, At(d, wish.Value)))),
            KeptWishKind.NotAfter => StretchSet.Of(days.Select(d => TooLate(d.Zone.Day(d.Date), At(d, wish.Value)))),
            KeptWishKind.Around => Starts.Overlapping(inTheWay, length, Duration.FromMinutes(wish.Value)),
            KeptWishKind.Lunch => NoLunch(LunchWish.Usual),
            KeptWishKind.MostADay => FullDay(new DayLimit(Duration.FromMinutes(wish.Value))),
            KeptWishKind.EdgesSpared => Starts
                .AtTheBeginning(hours, WorkingHours.EdgeOfDay)
                .Union(Starts.AtTheEnd(hours, length, WorkingHours.EdgeOfDay)),
            KeptWishKind.AtUsualPlace => Starts.Overlapping(person.Days?.Elsewhere ?? StretchSet.Empty, length),
            KeptWishKind.Together => Apart(Duration.FromMinutes(wish.Value)),
            _ => StretchSet.Empty,
        };

    /// <summary>Nothing is in the way within so much time before or after.</summary>
    public StretchSet Apart(Duration within) =>
        StretchSet.Of([reach]).Except(inTheWay.Each(t => Starts.Stretch(t.Start - length - within, t.End + within + Tick)));

    private static Instant At((LocalDate Date, DateTimeZone Zone) day, int minute) =>
        day.Zone.ToInstant(day.Date + LocalTime.FromMinutesSinceMidnight(minute));

    private Stretch TooLate(Stretch day, Instant until) => Starts.Stretch(Instant.Max(day.Start, until - length + Tick), day.End);

    /// <summary>The way from what ends before, or to what starts after, does not fit in between.</summary>
    public StretchSet TooFar(PlaceWish wish, IEnumerable<Busy> taken)
    {
        var placed = taken.Where(t => !string.IsNullOrEmpty(t.Place) && !t.Stretch.IsEmpty).ToList();
        var ends = Longest(placed, t => t.Stretch.End, t => wish.Ways.Between(t.Place!, wish.Place));
        var starts = Longest(placed, t => t.Stretch.Start, t => wish.Ways.Between(wish.Place, t.Place!));
        return StretchSet.Of(AfterEach(ends).Concat(BeforeEach(starts)));
    }

    /// <summary>The moments in order, each once, with the longest of the ways there.</summary>
    private static List<(Instant At, Duration Way)> Longest(List<Busy> placed, Func<Busy, Instant> at, Func<Busy, Duration?> way) =>
        [.. placed.GroupBy(at).Select(g => (At: g.Key, Way: g.Max(way) ?? Duration.Zero)).OrderBy(m => m.At)];

    /// <summary>Only the last that ended that day counts: from its end until the next end.</summary>
    private IEnumerable<Stretch> AfterEach(List<(Instant At, Duration Way)> ends)
    {
        for (var i = 0; i < ends.Count; i++)
        {
            var (at, way) = ends[i];
            var until = Instant.Min(at + way, DayAround(at).End);
            yield return Starts.Stretch(at, i + 1 < ends.Count ? Instant.Min(until, ends[i + 1].At) : until);
        }
    }

    /// <summary>Only the first that starts that day counts: meetings that end after the start before it, and not after its own.</summary>
    private IEnumerable<Stretch> BeforeEach(List<(Instant At, Duration Way)> starts)
    {
        for (var i = 0; i < starts.Count; i++)
        {
            var (at, way) = starts[i];
            var from = Instant.Max(at - way + Tick, DayAround(at).Start);
            if (i > 0)
                from = Instant.Max(from, starts[i - 1].At + Tick);
            yield return Starts.Stretch(from - length, at - length + Tick);
        }
    }

    private Stretch DayAround(Instant moment)
    {
        var zone = person.ZoneAt(moment);
        return zone.Day(zone.ToLocal(moment).Date);
    }
}
