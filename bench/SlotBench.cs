using BenchmarkDotNet.Attributes;
using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Bench;

/// <summary>The search for free slots against trying every start with a scan of every entry.</summary>
[MemoryDiagnoser]
public class SlotBench
{
    private SlotRequest request = null!;

    [Params(5, 40)]
    public int People { get; set; }

    [GlobalSetup]
    public void SetUp()
    {
        var span = new Stretch(Instant.FromUtc(2027, 3, 8, 0, 0), Instant.FromUtc(2027, 3, 22, 0, 0));
        string[] zones = ["Europe/Lisbon", "America/Halifax", "Europe/Madrid", "Asia/Kolkata"];
        var random = new Random(7);
        request = new SlotRequest(
            span,
            Duration.FromMinutes(45),
            Duration.FromMinutes(15),
            [
                .. Enumerable
                    .Range(0, People)
                    .Select(i =>
                    {
                        var zone = Zones.Get(zones[i % zones.Length]);
                        var busy = Enumerable
                            .Range(0, 60)
                            .Select(_ =>
                            {
                                var start = span.Start + Duration.FromMinutes(15 * random.Next(14 * 96));
                                return new Busy(new Stretch(start, start + Duration.FromMinutes(45)), TimeTaken.Firm);
                            });
                        return new SlotPerson(
                            $"p{i}",
                            i < 3 ? Need.Required : Need.Optional,
                            zone,
                            WorkingHours.Weekdays(480, 1080).Within(span, zone),
                            [.. busy],
                            StretchSet.Empty
                        );
                    }),
            ]
        );
    }

    [Benchmark]
    public int Search() => SlotSearch.Find(request).Length;

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
