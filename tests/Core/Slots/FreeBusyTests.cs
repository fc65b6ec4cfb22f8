using Corlin.Core.Calendars;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class FreeBusyTests
{
    private static readonly Stretch Day = Span("2027-03-09 00:00", "2027-03-10 00:00");

    private static readonly Gen<Stretch> Stretches = Gen.Select(Gen.Int[-8, 104], Gen.Int[0, 12])
        .Select((from, quarters) => new Stretch(Quarter(from), Quarter(from + quarters)));

    [Fact]
    public void Every_moment_is_told_as_the_firmest_that_takes_it_and_nothing_is_told_twice() =>
        Gen.Select(Gen.Select(Stretches, Gen.Enum<TimeTaken>()).Array[0, 10], Stretches.Array[0, 3])
            .Sample(
                (taken, away) =>
                {
                    var told = FreeBusy.Of(Day, taken, away);
                    for (var quarter = -8; quarter < 110; quarter++)
                    {
                        var moment = Quarter(quarter);
                        BusyKind? expected =
                            !Day.Contains(moment) ? null
                            : away.Any(a => a.Contains(moment)) ? BusyKind.Unavailable
                            : taken.Any(t => t.Item1.Contains(moment) && t.Item2 == TimeTaken.Firm) ? BusyKind.Busy
                            : taken.Any(t =>
                                t.Item1.Contains(moment) && t.Item2 is TimeTaken.Pencilled or TimeTaken.Hold && t.Item1.Contains(moment)
                            )
                                ? BusyKind.Tentative
                            : null;
                        Assert.Equal(
                            expected,
                            told.Where(t => t.Stretch.Contains(moment)).Select(t => (BusyKind?)t.Kind).SingleOrDefault()
                        );
                    }

                    Assert.DoesNotContain(told, t => t.Stretch.IsEmpty);
                    Assert.Equal(told.OrderBy(t => t.Stretch.Start), told);
                }
            );

    private static Instant Quarter(int quarter) => Day.Start + Duration.FromMinutes(15 * quarter);
}
