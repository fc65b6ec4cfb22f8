using BenchmarkDotNet.Attributes;
using BenchmarkDotNet.Configs;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using NodaTime;

namespace Corlin.Bench;

/// <summary>The starts of a rule with their instants in a zone whose clocks change, per occurrence, against Ical.Net.</summary>
[MemoryDiagnoser]
[GroupBenchmarksBy(BenchmarkLogicalGroupRule.ByCategory)]
[CategoriesColumn]
public class RecurrenceBench
{
    private const int Occurrences = 1_000;
    private const string ZoneId = "Europe/Lisbon";
    private static readonly DateTimeZone Zone = Zones.Get(ZoneId);
    private static readonly LocalDateTime Start = new(2015, 3, 9, 9, 0);
    private static readonly Rule Daily = Rule.Parse("FREQ=DAILY");
    private static readonly Rule Weekly = Rule.Parse("FREQ=WEEKLY;BYDAY=MO,WE,FR");
    private static readonly Rule Monthly = Rule.Parse("FREQ=MONTHLY;BYDAY=2WE");
    private static readonly Rule Working = Rule.Parse("FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1");

    [Benchmark(OperationsPerInvoke = Occurrences), BenchmarkCategory("daily")]
    public long Day() => Walk(Daily);

    [Benchmark(OperationsPerInvoke = Occurrences, Baseline = true), BenchmarkCategory("daily")]
    public long DayIcalNet() => IcalNet("FREQ=DAILY");

    [Benchmark(OperationsPerInvoke = Occurrences), BenchmarkCategory("weekly on three days")]
    public long Week() => Walk(Weekly);

    [Benchmark(OperationsPerInvoke = Occurrences, Baseline = true), BenchmarkCategory("weekly on three days")]
    public long WeekIcalNet() => IcalNet("FREQ=WEEKLY;BYDAY=MO,WE,FR");

    [Benchmark(OperationsPerInvoke = Occurrences), BenchmarkCategory("monthly by weekday")]
    public long Month() => Walk(Monthly);

    [Benchmark(OperationsPerInvoke = Occurrences, Baseline = true), BenchmarkCategory("monthly by weekday")]
    public long MonthIcalNet() => IcalNet("FREQ=MONTHLY;BYDAY=2WE");

    [Benchmark(OperationsPerInvoke = Occurrences), BenchmarkCategory("last working day")]
    public long LastWorkingDay() => Walk(Working);

    [Benchmark(OperationsPerInvoke = Occurrences, Baseline = true), BenchmarkCategory("last working day")]
    public long LastWorkingDayIcalNet() => IcalNet("FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1");

    [Benchmark, BenchmarkCategory("one week, twelve years on")]
    public long WeekAfterYears()
    {
        var walk = new RuleWalk(Start, Weekly, Zone, Start.PlusYears(12), Start.PlusYears(12).PlusDays(7));
        var sum = 0L;
        while (walk.Next())
            sum += walk.MomentSeconds;
        return sum;
    }

    [Benchmark(Baseline = true), BenchmarkCategory("one week, twelve years on")]
    public long WeekAfterYearsIcalNet()
    {
        var from = Start.PlusYears(12).InUtc().ToDateTimeUtc();
        return Event("FREQ=WEEKLY;BYDAY=MO,WE,FR")
            .GetOccurrences(new CalDateTime(from, "UTC"))
            .TakeWhile(o => o.Period.StartTime.AsUtc < from.AddDays(7))
            .Sum(o => o.Period.StartTime.AsUtc.Ticks / TimeSpan.TicksPerSecond);
    }

    private static long Walk(Rule rule)
    {
        var walk = new RuleWalk(Start, rule, Zone, Start, new LocalDateTime(9000, 1, 1, 0, 0));
        var sum = 0L;
        for (var i = 0; i < Occurrences && walk.Next(); i++)
            sum += walk.MomentSeconds;
        return sum;
    }

    private static long IcalNet(string rule) =>
        Event(rule).GetOccurrences().Take(Occurrences).Sum(o => o.Period.StartTime.AsUtc.Ticks / TimeSpan.TicksPerSecond);

    private static CalendarEvent Event(string rule) =>
        new()
        {
            Start = new CalDateTime(Start.ToDateTimeUnspecified(), ZoneId),
            Duration = Ical.Net.DataTypes.Duration.FromMinutes(30),
            RecurrenceRule = new RecurrenceRule(rule),
        };
}
