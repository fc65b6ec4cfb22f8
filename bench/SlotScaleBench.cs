using BenchmarkDotNet.Attributes;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Bench;

/// <summary>
/// Six weeks in steps of five minutes, each person with what 20 weekly series and 200 single entries take, against a loop that tries every
/// start, looks at every entry, and neither ranks nor explains.
/// </summary>
[MemoryDiagnoser]
public class SlotScaleBench
{
    private SlotRequest request = null!;

    [Params(20, 200)]
    public int People { get; set; }

    [GlobalSetup]
    public void SetUp()
    {
        var span = new Stretch(Instant.FromUtc(2027, 3, 8, 0, 0), Instant.FromUtc(2027, 4, 19, 0, 0));
        string[] zones = ["Europe/Lisbon", "Europe/Madrid", "Europe/Oslo", "Africa/Casablanca"];
        var random = new Random(7);
        Busy Taken(Instant start) => new(new Stretch(start, start + Duration.FromMinutes(25)), TimeTaken.Firm);
        Instant Any(int days) => span.Start + Duration.FromMinutes(5 * random.Next(days * 288));
        request = new SlotRequest(
            span,
            Duration.FromMinutes(45),
            Duration.FromMinutes(5),
            [
                .. Enumerable
                    .Range(0, People)
                    .Select(i =>
                    {
                        var zone = Zones.Get(zones[i % zones.Length]);
                        var series = Enumerable
                            .Range(0, 20)
                            .Select(_ => Any(7))
                            .SelectMany(first => Enumerable.Range(0, 6).Select(w => Taken(first + Duration.FromDays(7 * w))));
                        return new SlotPerson(
                            $"p{i}",
                            i < 5 ? Need.Required : Need.Optional,
                            zone,
                            WorkingHours.Weekdays(480, 1080).Within(span, zone),
                            [.. series, .. Enumerable.Range(0, 200).Select(_ => Taken(Any(42)))],
                            StretchSet.Empty
                        );
                    }),
            ]
        );
    }

    /// <summary>Every slot with its rank and reasons.</summary>
    [Benchmark]
    public int Search() => SlotSearch.Find(request).Length;

    /// <summary>How many there are, and what each person leaves.</summary>
    [Benchmark]
    public int Counts()
    {
        var counts = new SlotCounts(new SlotWork(request));
        return request.People.Where(p => p.Need == Need.Required).Sum(p => counts.With(p with { Need = Need.Optional }));
    }

    [Benchmark]
    public int Near() => Misses.Nearest(new SlotWork(request), DateTimeZone.Utc, 3).Length;

    [Benchmark(Baseline = true)]
    public int EveryStart()
    {
        var found = 0;
        for (var start = request.Span.Start; start + request.Length <= request.Span.End; start += request.Step)
        {
            var stretch = new Stretch(start, start + request.Length);
            if (
                request.People.All(p =>
                    p.Need == Need.Optional
                    || (p.Hours!.Stretches.Any(h => h.Contains(stretch)) && !p.Busy.Any(b => b.Stretch.Overlaps(stretch)))
                )
            )
                found++;
        }

        return found;
    }
}
