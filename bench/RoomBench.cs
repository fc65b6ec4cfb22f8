using System.Collections.Immutable;
using BenchmarkDotNet.Attributes;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using NodaTime;

namespace Corlin.Bench;

/// <summary>
/// Making room for a meeting of three in two full weeks, where 40 entries of theirs with 17 others may be moved, against a loop that tries
/// every start with every one of the entries gone, and looks for no other place for it.
/// </summary>
[MemoryDiagnoser]
public class RoomBench
{
    private static readonly MoveRules Rules = new(
        LunchWish.Usual,
        new TravelTable(new Dictionary<(string, string), Duration>(), Duration.FromMinutes(30))
    );
    private SlotRequest request = null!;
    private ImmutableArray<Movable> movable;

    /// <summary>How much of their hours is taken, in per cent.</summary>
    [Params(30, 50)]
    public int Taken { get; set; }

    [GlobalSetup]
    public void SetUp()
    {
        var span = new Stretch(Instant.FromUtc(2027, 3, 8, 0, 0), Instant.FromUtc(2027, 3, 20, 0, 0));
        var lisbon = Zones.Get("Europe/Lisbon");
        var hours = WorkingHours.Weekdays(480, 1080).Within(span, lisbon);
        var random = new Random(7);
        Busy Half(int day, int half, string? key) =>
            new(
                new Stretch(
                    span.Start + Duration.FromDays(day) + Duration.FromMinutes(480 + (30 * half)),
                    span.Start + Duration.FromDays(day) + Duration.FromMinutes(510 + (30 * half))
                ),
                TimeTaken.Firm
            )
            {
                Key = key,
            };
        var shared = Enumerable
            .Range(0, 40)
            .Select(i =>
                (
                    Busy: Half(7 * random.Next(2) + random.Next(5), random.Next(20), $"m{i}"),
                    With: Enumerable.Range(0, 20).Where(p => p == i % 3 || random.Next(8) == 0).ToList()
                )
            )
            .ToList();
        movable = [.. shared.Select(s => new Movable(s.Busy.Key!, s.Busy.Stretch, [.. s.With.Select(p => $"p{p}")]))];
        request = new SlotRequest(
            span,
            Duration.FromMinutes(60),
            Duration.FromMinutes(15),
            [
                .. Enumerable
                    .Range(0, 20)
                    .Select(p => new SlotPerson(
                        $"p{p}",
                        p < 3 ? Need.Required : Need.Counted,
                        lisbon,
                        hours,
                        [
                            .. shared.Where(s => s.With.Contains(p)).Select(s => s.Busy),
                            .. Enumerable
                                .Range(0, 14)
                                .Where(d => d % 7 < 5)
                                .SelectMany(d =>
                                    Enumerable.Range(0, 20).Where(_ => random.Next(100) < Taken).Select(h => Half(d, h, null))
                                ),
                        ],
                        StretchSet.Empty
                    )),
            ]
        );
    }

    [Benchmark]
    public int Cheapest() => MakeRoom.Cheapest(request, movable, Rules, 3, DateTimeZone.Utc, 3).Length;

    [Benchmark(Baseline = true)]
    public int EachAlone()
    {
        var found = 0;
        foreach (var moved in movable)
        {
            for (var start = request.Span.Start; start + request.Length <= request.Span.End; start += request.Step)
            {
                var stretch = new Stretch(start, start + request.Length);
                if (
                    request.People.All(p =>
                        p.Need != Need.Required
                        || (
                            p.Hours!.Stretches.Any(h => h.Contains(stretch))
                            && !p.Busy.Any(b => b.Key != moved.Key && b.Stretch.Overlaps(stretch))
                        )
                    )
                )
                    found++;
            }
        }

        return found;
    }
}
