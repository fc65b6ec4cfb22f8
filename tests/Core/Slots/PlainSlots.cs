using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>A second, plain statement of what a slot is: time in ticks of five minutes, each looked at by itself.</summary>
internal static class PlainSlots
{
    private static readonly Duration Tick = Duration.FromMinutes(5);

    public static IEnumerable<Instant> Grid(SlotRequest request)
    {
        for (var start = request.Span.Start; start + request.Length <= request.Span.End; start += request.Step)
            yield return start;
    }

    public static bool IsSlot(SlotRequest request, Instant start) =>
        start >= request.Span.Start
        && start + request.Length <= request.Span.End
        && IsOpen(request, start)
        && request.People.Where(p => p.Need == Need.Required).All(p => Comes(p, request, start));

    public static bool IsOpen(SlotRequest request, Instant start) =>
        (request.ByClock is not { } clock || Allows(clock, start, request.Length))
        && (
            request.Room is not { } room
            || room.Rooms.Any(r =>
                r.Seats >= room.Seats
                && room.Features.All(r.Features.Contains)
                && !Ticks(start, start + request.Length).Any(r.Taken.Contains)
            )
        )
        && request.Needs.All(n => request.People.Count(p => n.Of.Contains(p.Key) && Comes(p, request, start)) >= n.AtLeast);

    public static bool Comes(SlotPerson person, SlotRequest request, Instant start)
    {
        var end = start + request.Length;
        var meeting = Ticks(start, end).ToList();
        var hours = person.Hours!.Stretches.Select(h => new Stretch(h.Start - person.Loosened, h.End + person.Loosened)).ToList();
        bool Takes(Busy b) => b.Takes == TimeTaken.Firm || (request.Pencilled == Weight.Forbid && b.Takes != TimeTaken.Free);
        var taken = person.Busy.Where(Takes).ToList();
        bool IsTaken(Instant at) => taken.Exists(b => b.Stretch.Contains(at));
        var date = person.Zone.ToLocal(start).Date;
        var day = person.Zone.Day(date);
        if (!meeting.TrueForAll(at => hours.Exists(h => h.Contains(at))))
            return false;
        if (meeting.Exists(at => IsTaken(at) || person.Absences.Contains(at)))
            return false;
        if (person.Protected is { } kept && meeting.Exists(kept.Time.Contains))
            return false;
        if (person.Wishes.Any(w => w.Weight == Weight.Forbid && Breaks(w)))
            return false;
        if (request.Breathing is { } breathing && Ticks(start - breathing.Around, end + breathing.Around).Any(IsTaken))
            return false;
        if (person.MostADay is { } limit && Tick * Ticks(day.Start, day.End).Count(IsTaken) + request.Length > limit.Most)
            return false;
        if (request.Lunch is { Weight: Weight.Forbid } lunch && !LeavesLunch(lunch, person.Zone, date, new Stretch(start, end), IsTaken))
            return false;
        if (request.AtUsualPlaces && meeting.Exists(person.Elsewhere.Contains))
            return false;
        if (request.Together is { } together && together.Person == person.Key && !IsNear(together.Within))
            return false;
        return request.At is not { } at || HasTime(at, person.Zone, taken, start, end);

        bool IsNear(Duration within) => taken.Exists(b => b.Stretch.End + within >= start && b.Stretch.Start - within <= end);

        bool Breaks(KeptWish wish) =>
            wish.Kind switch
            {
                KeptWishKind.NotOn => (wish.Value & (1 << ((int)date.DayOfWeek - 1))) != 0,
                KeptWishKind.NotBefore => start < Wall(wish.Value),
                KeptWishKind.NotAfter => end > Wall(wish.Value),
                KeptWishKind.Around => Ticks(start - Duration.FromMinutes(wish.Value), end + Duration.FromMinutes(wish.Value)).Any(IsTaken),
                KeptWishKind.Lunch => !LeavesLunch(LunchWish.Usual, person.Zone, date, new Stretch(start, end), IsTaken),
                KeptWishKind.MostADay => Tick * Ticks(day.Start, day.End).Count(IsTaken) + request.Length
                    > Duration.FromMinutes(wish.Value),
                KeptWishKind.Together => !IsNear(Duration.FromMinutes(wish.Value)),
                // The random people are at home each day.
                KeptWishKind.AtUsualPlace => false,
                _ => person.Hours.Stretches.Any(h =>
                    (start >= h.Start && start < h.Start + Duration.FromHours(1)) || (start < h.End && end > h.End - Duration.FromHours(1))
                ),
            };
        Instant Wall(int minute) => person.Zone.ToInstant(date + LocalTime.FromMinutesSinceMidnight(minute));
    }

    private static bool LeavesLunch(LunchWish wish, DateTimeZone zone, LocalDate date, Stretch meeting, Func<Instant, bool> isTaken)
    {
        var ticks = Ticks(zone.ToInstant(date + wish.From), zone.ToInstant(date + wish.To)).ToList();
        if (!ticks.Exists(meeting.Contains))
            return true;
        var (run, longest) = (Duration.Zero, Duration.Zero);
        foreach (var tick in ticks)
        {
            run = meeting.Contains(tick) || isTaken(tick) ? Duration.Zero : run + Tick;
            longest = Duration.Max(run, longest);
        }

        return longest >= wish.Least;
    }

    private static bool HasTime(PlaceWish at, DateTimeZone zone, List<Busy> taken, Instant start, Instant end)
    {
        bool SameDay(Instant one, Instant other) => zone.ToLocal(one).Date == zone.ToLocal(other).Date;
        var placed = taken.Where(t => t.Place is not null).ToList();
        var before = placed.Where(t => t.Stretch.End <= start && SameDay(t.Stretch.End, start)).ToList();
        var after = placed.Where(t => t.Stretch.Start >= end && SameDay(t.Stretch.Start, end)).ToList();
        foreach (var one in before.Where(b => b.Stretch.End == before.Max(o => o.Stretch.End)))
        {
            if (one.Stretch.End + at.Ways.Between(one.Place!, at.Place)!.Value > start)
                return false;
        }

        foreach (var one in after.Where(a => a.Stretch.Start == after.Min(o => o.Stretch.Start)))
        {
            if (end + at.Ways.Between(at.Place, one.Place!)!.Value > one.Stretch.Start)
                return false;
        }

        return true;
    }

    private static bool Allows(ClockWish clock, Instant start, Duration length)
    {
        var (from, to) = (clock.Zone.ToLocal(start), clock.Zone.ToLocal(start + length));
        return (clock.Days.IsEmpty || clock.Days.Contains(from.DayOfWeek))
            && (clock.From is null || start >= clock.Zone.ToInstant(from.Date + clock.From.Value))
            && (clock.To is null || start + length <= clock.Zone.ToInstant(from.Date + clock.To.Value))
            && from <= to.PlusDays(1);
    }

    private static IEnumerable<Instant> Ticks(Instant from, Instant to)
    {
        for (var at = from; at < to; at += Tick)
            yield return at;
    }
}
