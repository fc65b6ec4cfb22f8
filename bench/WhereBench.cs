using BenchmarkDotNet.Attributes;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Bench;

/// <summary>A year of working time that follows where somebody is, against the same year by their hours alone.</summary>
[MemoryDiagnoser]
public class WhereBench
{
    private readonly CalendarUser who = new(
        new UserId(1),
        "p",
        UserKind.Person,
        "Maren Falk",
        "maren@ebbline.example",
        true,
        "Europe/Lisbon",
        WorkingHours.Weekdays(480, 1080),
        "Head",
        0,
        null
    );
    private readonly Dictionary<string, Place> places = new()
    {
        ["Head"] = new("Head", "Head", "Lisbon", "Europe/Lisbon"),
        ["Yard"] = new("Yard", "Yard", "Halifax", "America/Halifax"),
    };
    private readonly Stretch year = new(Instant.FromUtc(2027, 1, 1, 0, 0), Instant.FromUtc(2028, 1, 1, 0, 0));
    private readonly List<Stay> stays = [];

    [GlobalSetup]
    public void SetUp()
    {
        var first = new LocalDate(2027, 1, 4);
        stays.Add(new Stay(who.Id, StayKind.Place, "Yard", first, null, Rule.Parse("FREQ=WEEKLY;BYDAY=TH,FR"), DaySpan.Whole) { Id = 1 });
        stays.Add(
            new Stay(who.Id, StayKind.Home, null, first, null, Rule.Parse("FREQ=WEEKLY;INTERVAL=2;BYDAY=MO"), new DaySpan(0, 720))
            {
                Id = 2,
            }
        );
        for (var i = 0; i < 40; i++)
            stays.Add(
                new Stay(
                    who.Id,
                    i % 2 == 0 ? StayKind.Place : StayKind.OnTheWay,
                    i % 2 == 0 ? "Yard" : null,
                    first.PlusDays(9 * i),
                    first.PlusDays((9 * i) + 2),
                    null,
                    DaySpan.Whole
                )
                {
                    Id = 3 + i,
                }
            );
    }

    [Benchmark]
    public int FollowingWhere() => new PersonDays(who, year, stays, places, []).Hours.Stretches.Length;

    [Benchmark(Baseline = true)]
    public int ByHoursAlone() => who.HoursOrUsual.Within(year, who.HomeZone).Stretches.Length;
}
