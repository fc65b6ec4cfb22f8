using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>Two hours of a series by turns, where none is fair to all.</summary>
public class TakingTurnsTests
{
    private static readonly LocalDate Monday = new(2027, 3, 8);
    private static readonly DateTimeZone Halifax = Zones.Get("America/Halifax");
    private static readonly DateTimeZone[] Towns =
    [
        Halifax,
        Zones.Get("Pacific/Auckland"),
        Zones.Get("Asia/Kolkata"),
        Zones.Get("Europe/Lisbon"),
    ];

    /// <summary>Everybody works from nine to five by their own clock, on weekdays.</summary>
    private static SlotPerson Working(string key, DateTimeZone zone, Stretch reach, params Busy[] busy)
    {
        var first = zone.ToLocal(reach.Start).Date.PlusDays(-1);
        var hours = Enumerable
            .Range(0, (int)reach.Length.TotalDays + 3)
            .Select(first.PlusDays)
            .Where(d => d.DayOfWeek <= IsoDayOfWeek.Friday)
            .Select(d => new Stretch(zone.ToInstant(d.At(new LocalTime(9, 0))), zone.ToInstant(d.At(new LocalTime(17, 0)))));
        return new SlotPerson(key, Need.Required, zone, StretchSet.Of(hours), [.. busy], StretchSet.Empty);
    }

    private static SlotRequest Weekly(int weeks, Func<Stretch, IEnumerable<SlotPerson>> people)
    {
        var span = new Stretch(Halifax.Day(Monday).Start, Halifax.Day(Monday.PlusDays(4)).End);
        var reach = new Stretch(span.Start, span.End + Duration.FromDays(7 * weeks));
        return new SlotRequest(span, Duration.FromMinutes(60), Duration.FromMinutes(30), [.. people(reach)])
        {
            Reach = reach,
            Lunch = null,
            Occurrences = first =>
                [
                    .. Enumerable
                        .Range(0, weeks)
                        .Select(n => Halifax.ToInstant(Halifax.ToLocal(first.Start).PlusDays(7 * n)))
                        .Select(s => new Stretch(s, s + first.Length)),
                ],
        };
    }

    private static (LocalDateTime One, LocalDateTime Other, IEnumerable<string> First, IEnumerable<string> Then) Told(TurnTaking turn) =>
        (
            Halifax.ToLocal(turn.One.First.Stretch.Start),
            Halifax.ToLocal(turn.Other.First.Stretch.Start),
            turn.One.People,
            turn.Other.People
        );

    [Fact]
    public void The_early_hour_of_one_and_the_late_hour_of_the_other_take_turns()
    {
        // Five o'clock in Kolkata is half past seven in Halifax, and half past eight after its clock change.
        var request = Weekly(6, reach => [Working("here", Halifax, reach), Working("there", Towns[2], reach)]);
        var work = new SlotWork(request);
        Assert.Empty(SlotSearch.Find(request));
        var (one, other, first, then) = Told(Assert.Single(TakingTurns.Find(work, Halifax, Halifax, 1)));
        Assert.Equal(one.Date.PlusWeeks(1), other.Date);
        Assert.Single(first);
        Assert.Single(then);
        Assert.NotEqual(first, then);
        Assert.Equal(new[] { "here" }, one.TimeOfDay < other.TimeOfDay ? first : then);
    }

    [Fact]
    public void Where_one_hour_suits_all_or_the_hours_are_too_far_apart_nobody_takes_turns()
    {
        var near = Weekly(4, reach => [Working("a", Halifax, reach), Working("b", Halifax, reach)]);
        Assert.Empty(TakingTurns.Find(new SlotWork(near), Halifax, Halifax, 3));
        Assert.Empty(TakingTurns.Find(new SlotWork(near with { Occurrences = null }), Halifax, Halifax, 3));
    }

    [Fact]
    public void They_ask_least_of_all_pairs_by_a_plain_count()
    {
        Gen.Select(
                Gen.Int[0, Towns.Length - 1].List[2, 4],
                Gen.Select(Gen.Int[0, 40], Gen.Int[0, 48], Gen.Int[0, 3]).List[0, 12],
                Gen.Int[2, 5]
            )
            .Sample(
                (names, taken, weeks) =>
                {
                    Busy[] Of(int who) =>
                        [
                            .. taken
                                .Where(t => t.Item3 % names.Count == who)
                                .Select(t => Halifax.Day(Monday.PlusDays(t.Item1)).Start + Duration.FromMinutes(30 * t.Item2))
                                .Select(s => new Busy(new Stretch(s, s + Duration.FromMinutes(90)), TimeTaken.Firm)),
                        ];
                    var request = Weekly(weeks, reach => names.Select((town, i) => Working($"{i}", Towns[town], reach, Of(i))));
                    var found = TakingTurns.Find(new SlotWork(request), Halifax, Halifax, 1);
                    var best = Plain(request).Select(p => (int?)p.Cost).Min();
                    Assert.Equal(best is null ? 0 : 1, found.Length);
                    if (found is [var turn])
                        Assert.Equal(
                            best,
                            Plain(request)
                                .Single(p => (p.One, p.Other) == (turn.One.First.Stretch.Start, turn.Other.First.Stretch.Start))
                                .Cost
                        );
                },
                iter: 40
            );
    }

    /// <summary>Every pair, each occurrence looked at by itself and for each person in minutes.</summary>
    private static List<(Instant One, Instant Other, int Cost)> Plain(SlotRequest request)
    {
        var starts = PlainSlots.Grid(request).Where(s => IsCandidate(request, s)).ToList();
        var pairs = new List<(Instant, Instant, int)>();
        foreach (var one in starts)
        {
            foreach (var other in starts.Where(o => Halifax.ToLocal(o).Date == Halifax.ToLocal(one).Date))
            {
                var (at, then) = (Sum(request, one, 0), Sum(request, other, 1));
                var times = request.Occurrences!(new Stretch(one, one + request.Length)).Count;
                if (4 * (at.Missed + then.Missed) > times)
                    continue;
                if (at.Minutes.Count == 0 || then.Minutes.Count == 0 || at.Minutes.Keys.Intersect(then.Minutes.Keys).Any())
                    continue;
                List<int> minutes = [.. at.Minutes.Values, .. then.Minutes.Values];
                pairs.Add(
                    (
                        one,
                        request.Occurrences!(new Stretch(other, other + request.Length))[1].Start,
                        minutes.Sum() + minutes.Max() + (180 * (at.Missed + then.Missed))
                    )
                );
            }
        }

        return pairs;
    }

    private static bool IsCandidate(SlotRequest request, Instant start)
    {
        var beyond = request.People.Select(p => Beyond(p, request, start)).ToList();
        return beyond.TrueForAll(b => b is not null) && beyond.Exists(b => b > 0) && beyond.Exists(b => b == 0);
    }

    private static (Dictionary<string, int> Minutes, int Missed) Sum(SlotRequest request, Instant first, int from)
    {
        var (minutes, missed) = (new Dictionary<string, int>(), 0);
        var each = request.Occurrences!(new Stretch(first, first + request.Length)).Where((_, i) => i % 2 == from);
        foreach (var occurrence in each)
        {
            var beyond = request.People.ToDictionary(p => p.Key, p => Beyond(p, request, occurrence.Start));
            missed += beyond.Values.Any(b => b is null) ? 1 : 0;
            foreach (var (who, by) in beyond.Where(b => b.Value > 0))
                minutes[who] = minutes.GetValueOrDefault(who) + by!.Value;
        }

        return (minutes, missed);
    }

    /// <summary>Minutes beyond the nearest hours; null where something else is in the way, or it is too far beyond.</summary>
    private static int? Beyond(SlotPerson person, SlotRequest request, Instant start)
    {
        var meeting = new Stretch(start, start + request.Length);
        if (person.Busy.Any(b => b.Stretch.Overlaps(meeting)))
            return null;
        var least = person.Hours!.Stretches.Min(h =>
            Math.Max(0, (h.Start - meeting.Start).TotalMinutes) + Math.Max(0, (meeting.End - h.End).TotalMinutes)
        );
        return least > 180 ? null : (int)least;
    }

    [Theory]
    [InlineData("FREQ=DAILY")]
    [InlineData("FREQ=DAILY;INTERVAL=3;COUNT=7")]
    [InlineData("FREQ=WEEKLY")]
    [InlineData("FREQ=WEEKLY;BYDAY=TU;INTERVAL=2;COUNT=6")]
    [InlineData("FREQ=WEEKLY;BYDAY=TU;UNTIL=20270601T235959")]
    [InlineData("FREQ=MONTHLY")]
    [InlineData("FREQ=MONTHLY;BYDAY=2TU;COUNT=9")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=-3")]
    public void A_series_is_the_two_of_which_it_is_made(string text)
    {
        var rule = Rule.Parse(text);
        var first = Of(rule, new LocalDateTime(2027, 3, 9, 10, 0)).First();
        var (one, other) = EveryOther.Split(rule, first.Date)!.Value;
        var all = Of(rule, first).Take(20).ToList();
        var split = Of(one, first).Take(20).Concat(Of(other, all[1]).Take(20)).Order().Take(20).ToList();
        Assert.Equal(all, split);

        static IEnumerable<LocalDateTime> Of(Rule rule, LocalDateTime from) =>
            Expansion.Starts(from, rule, DateTimeZone.Utc, from, new LocalDateTime(2032, 1, 1, 0, 0));
    }

    [Theory]
    [InlineData("FREQ=WEEKLY;BYDAY=MO,TU")]
    [InlineData("FREQ=WEEKLY;COUNT=1")]
    [InlineData("FREQ=MONTHLY;BYDAY=TU")]
    [InlineData("FREQ=MONTHLY;BYDAY=5TU")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=31")]
    [InlineData("FREQ=YEARLY")]
    [InlineData("FREQ=DAILY;BYMONTH=3")]
    public void What_is_not_once_in_each_period_is_not_split(string text) =>
        Assert.Null(EveryOther.Split(Rule.Parse(text), new LocalDate(2027, 3, 9)));
}
