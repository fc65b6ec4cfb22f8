using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class SlotTests
{
    private static readonly Stretch Day = Span("2027-03-09 00:00", "2027-03-10 00:00");

    private static readonly Gen<Busy> Busies = Gen.Select(Gen.Int[0, 95], Gen.Int[1, 12], Gen.Enum<TimeTaken>())
        .Select((from, quarters, takes) => new Busy(new Stretch(Quarter(from), Quarter(from + quarters)), takes));

    private static readonly Gen<SlotPerson> People = Gen.Select(
            Gen.Enum<Need>(),
            Gen.Int[24, 44],
            Gen.Int[60, 84],
            Busies.Array[0, 6],
            Gen.Bool
        )
        .Select(
            (need, from, to, busy, known) =>
                new SlotPerson(
                    "p",
                    need,
                    DateTimeZone.Utc,
                    StretchSet.Of([new Stretch(Quarter(from), Quarter(to))]),
                    [.. known ? busy : []],
                    StretchSet.Empty,
                    known
                )
        );

    private static readonly Gen<SlotRequest> Requests = Gen.Select(People.Array[1, 5], Gen.Int[1, 6], Gen.Enum<Weight>())
        .Select(
            (people, quarters, weight) =>
                new SlotRequest(
                    Day,
                    Duration.FromMinutes(15 * quarters),
                    Duration.FromMinutes(15),
                    [.. people.Select((p, i) => p with { Key = $"p{i}" })],
                    weight
                )
        );

    [Fact]
    public void The_slots_are_exactly_those_found_by_trying_every_start() =>
        Requests.Sample(request =>
        {
            var expected = Enumerable
                .Range(0, 96)
                .Select(q => new Stretch(Quarter(q), Quarter(q) + request.Length))
                .Where(s => s.End <= Day.End && request.People.All(p => p.Need != Need.Required || CanCome(p, s, request.Pencilled)));
            Assert.Equal(expected.Select(s => s.Start), SlotSearch.Find(request).Select(s => s.Stretch.Start).Order());
        });

    [Fact]
    public void Missing_are_the_optional_who_cannot_come_and_every_slot_says_why() =>
        Requests.Sample(request =>
        {
            foreach (var slot in SlotSearch.Find(request))
            {
                Assert.Equal(
                    request.People.Where(p => p.Need == Need.Optional && !CanCome(p, slot.Stretch, request.Pencilled)).Select(p => p.Key),
                    slot.Missing
                );
                Assert.NotEmpty(slot.Reasons);
            }
        });

    [Fact]
    public void Of_a_series_a_slot_counts_the_times_that_suit_everyone_required() =>
        Gen.Select(Requests, Gen.Int[1, 5], Gen.Int[1, 12])
            .Sample(
                (once, times, apart) =>
                {
                    var reach = new Stretch(Day.Start, Day.End + Duration.FromDays(1));
                    IReadOnlyList<Stretch> Times(Stretch first) =>
                        [
                            .. Enumerable
                                .Range(0, times)
                                .Select(i => Duration.FromMinutes(15 * apart * i))
                                .Select(by => new Stretch(first.Start + by, first.End + by)),
                        ];
                    foreach (var slot in SlotSearch.Find(once with { Occurrences = Times, Reach = reach }))
                    {
                        var fitting = Times(slot.Stretch)
                            .Count(t => once.People.All(p => p.Need != Need.Required || CanCome(p, t, once.Pencilled)));
                        var told = slot.Reasons.SingleOrDefault(r => r.Kind == SlotReasonKind.SomeOccurrences);
                        Assert.Equal(
                            fitting == times ? null : (fitting, times),
                            told is null ? ((int, int)?)null : (told.Fitting, told.Of)
                        );
                    }

                    Assert.Empty(SlotSearch.Find(once with { Occurrences = _ => [] }));
                }
            );

    [Fact]
    public void The_best_come_first_and_the_earlier_of_equals() =>
        Requests.Sample(request =>
        {
            var slots = SlotSearch.Find(request);
            Assert.Equal(slots.OrderBy(s => s.Cost).ThenBy(s => s.Stretch.Start), slots);
        });

    [Fact]
    public void The_contour_counts_who_is_free_at_every_quarter() =>
        Requests.Sample(request =>
        {
            var contour = SlotSearch.Contour(new SlotWork(request));
            for (var q = 0; q < 96; q++)
            {
                var at = new Stretch(Quarter(q), Quarter(q + 1));
                Assert.Equal(
                    request.People.Count(p => p is { Known: true, Need: not Need.Counted } && CanCome(p, at, request.Pencilled)),
                    contour.Last(c => c.From <= at.Start).Free
                );
            }
        });

    [Fact]
    public void Someone_not_known_does_not_forbid_and_ranks_below()
    {
        var free = Whole("a", Need.Required);
        var known = SlotSearch.Find(Ask(free))[0];
        var unknown = SlotSearch.Find(Ask(free, Whole("b", Need.Required) with { Known = false }))[0];
        Assert.True(unknown.Cost > known.Cost);
        Assert.Contains(new SlotReason(SlotReasonKind.NotKnown, "b"), unknown.Reasons);
        Assert.Equal(SlotReasonKind.KnownFree, unknown.Reasons[0].Kind);
    }

    [Fact]
    public void An_absence_forbids_whatever_the_weights()
    {
        var away = Whole("a", Need.Required) with { Absences = StretchSet.Of([Day]) };
        Assert.Empty(SlotSearch.Find(Ask(away)));
    }

    [Theory]
    [InlineData("08:00", SlotReasonKind.FirstHour)]
    [InlineData("16:15", SlotReasonKind.LastHour)]
    [InlineData("12:30", SlotReasonKind.Lunch)]
    [InlineData("10:00", SlotReasonKind.NoBreak)]
    [InlineData("14:00", SlotReasonKind.OverPencilled)]
    [InlineData("15:00", SlotReasonKind.OverHold)]
    public void A_slot_says_what_is_wrong_with_it(string start, SlotReasonKind reason)
    {
        var person = new SlotPerson(
            "a",
            Need.Required,
            DateTimeZone.Utc,
            StretchSet.Of([Span("2027-03-09 08:00", "2027-03-09 17:00")]),
            [
                new Busy(Span("2027-03-09 09:15", "2027-03-09 10:00"), TimeTaken.Firm),
                new Busy(Span("2027-03-09 14:00", "2027-03-09 14:45"), TimeTaken.Pencilled),
                new Busy(Span("2027-03-09 15:00", "2027-03-09 15:45"), TimeTaken.Hold),
            ],
            StretchSet.Empty
        );
        var slot = SlotSearch.Find(Ask(person)).Single(s => s.Stretch.Start == Utc($"2027-03-09 {start}"));
        Assert.Contains(new SlotReason(reason, "a"), slot.Reasons);
    }

    [Fact]
    public void A_length_beyond_the_span_finds_nothing() =>
        Assert.Empty(SlotSearch.Find(Ask(Whole("a", Need.Required)) with { Length = Duration.FromHours(25) }));

    private static SlotRequest Ask(params SlotPerson[] people) => new(Day, Duration.FromMinutes(45), Duration.FromMinutes(15), [.. people]);

    private static SlotPerson Whole(string key, Need need) => new(key, need, DateTimeZone.Utc, StretchSet.Of([Day]), [], StretchSet.Empty);

    private static bool CanCome(SlotPerson person, Stretch stretch, Weight pencilled) =>
        person.Hours!.Stretches.Any(h => h.Contains(stretch))
        && !person.Busy.Any(b =>
            b.Stretch.Overlaps(stretch) && (b.Takes == TimeTaken.Firm || (pencilled == Weight.Forbid && b.Takes != TimeTaken.Free))
        );

    private static Instant Quarter(int number) => Day.Start + Duration.FromMinutes(15 * number);
}
