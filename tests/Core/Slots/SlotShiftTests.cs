using System.Collections.Immutable;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>What must be so of a search whatever it finds.</summary>
public class SlotShiftTests
{
    private static readonly Duration Hour = Duration.FromHours(1);

    [Fact]
    public void All_clocks_an_hour_ahead_find_the_same_an_hour_sooner() =>
        SlotWishTests.Requests.Sample(request =>
        {
            var still = request with
            {
                People = [.. request.People.Select(p => p with { Zone = Still(p.Zone, 0) })],
                ByClock = Clock(request.ByClock, 0),
            };
            var ahead = still with
            {
                Span = Sooner(still.Span),
                Reach = Sooner(still.Reach),
                People = [.. request.People.Select(Sooner)],
                ByClock = Clock(request.ByClock, 1),
                Room = still.Room is { } room
                    ? room with
                    {
                        Rooms = [.. room.Rooms.Select(r => r with { Taken = Sooner(r.Taken) })],
                    }
                    : null,
            };
            Assert.Equal(
                SlotSearch.Find(still).Select(s => (s.Stretch.Start - Hour, s.Cost, string.Join(' ', s.Missing))),
                SlotSearch.Find(ahead).Select(s => (s.Stretch.Start, s.Cost, string.Join(' ', s.Missing)))
            );
        });

    [Fact]
    public void Who_had_the_early_or_late_hours_is_never_a_reason_to_find_less_and_only_costs_there() =>
        Gen.Select(SlotWishTests.Requests, Gen.Int[0, 8].Array[4, 4])
            .Sample(
                (request, had) =>
                {
                    var fair = request with { People = [.. request.People.Select((p, i) => p with { EdgesHad = had[i] })] };
                    var before = SlotSearch.Find(request).ToDictionary(s => s.Stretch.Start);
                    var after = SlotSearch.Find(fair);
                    Assert.Equal(before.Keys.Order(), after.Select(s => s.Stretch.Start).Order());
                    var least = fair.People.Where(p => p.Hours is not null).Min(p => p.EdgesHad);
                    foreach (var slot in after)
                    {
                        SlotReasonKind[] edges = [SlotReasonKind.FirstHour, SlotReasonKind.LastHour, SlotReasonKind.Loosened];
                        var atTheEdge = slot.Reasons.Where(r => edges.Contains(r.Kind)).Select(r => r.Person!).ToHashSet();
                        var more = fair.People.Where(p => atTheEdge.Contains(p.Key)).Sum(p => p.EdgesHad - least);
                        Assert.Equal(before[slot.Stretch.Start].Cost + (4 * more), slot.Cost);
                    }
                }
            );

    private static SlotPerson Sooner(SlotPerson person) =>
        person with
        {
            Zone = Still(person.Zone, 1),
            Hours = person.Hours is { } hours ? Sooner(hours) : null,
            Busy = [.. person.Busy.Select(b => b with { Stretch = Sooner(b.Stretch) })],
            Elsewhere = Sooner(person.Elsewhere),
            Protected = person.Protected is { } kept ? kept with { Time = Sooner(kept.Time) } : null,
        };

    /// <summary>A clock that never changes, some hours ahead of where another stood at first.</summary>
    private static DateTimeZone Still(DateTimeZone zone, int ahead) =>
        DateTimeZone.ForOffset(zone.GetUtcOffset(Instant.FromUtc(2027, 3, 27, 6, 0)) + Offset.FromHours(ahead));

    private static ClockWish? Clock(ClockWish? wish, int ahead) => wish is null ? null : wish with { Zone = Still(wish.Zone, ahead) };

    private static Stretch Sooner(Stretch stretch) => new(stretch.Start - Hour, stretch.End - Hour);

    private static StretchSet Sooner(StretchSet set) => StretchSet.Of(set.Stretches.Select(Sooner));
}
