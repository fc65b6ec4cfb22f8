using Corlin.Core.Slots;
using Corlin.Core.Time;
using CsCheck;
using NodaTime;

namespace Corlin.Core.Tests;

/// <summary>The slots around an occurrence that is none.</summary>
public class NearSlotsTests
{
    [Fact]
    public void They_are_the_slots_within_reach_the_nearest_day_first_and_there_the_nearest_hour() =>
        Gen.Select(
                SlotWishTests.Requests,
                Gen.Int[0, 2000],
                Gen.Int[0, 60],
                Gen.OneOf(Gen.Const("Europe/Lisbon"), Gen.Const("Pacific/Auckland"))
            )
            .Sample(
                (request, minutes, hours, zone) =>
                {
                    var (moment, within) = (request.Span.Start + Duration.FromMinutes(minutes), Duration.FromHours(hours));
                    var clock = Zones.Get(zone);
                    (int Days, int Minutes) Away(Instant start)
                    {
                        var (there, here) = (start.InZone(clock), moment.InZone(clock));
                        return (
                            Math.Abs((there.Date - here.Date).Days),
                            Math.Abs((there.Hour * 60) + there.Minute - (here.Hour * 60) - here.Minute)
                        );
                    }

                    var found = new NearSlots(new SlotWork(request)).Of(moment, within, clock).ToList();
                    Assert.Equal(
                        SlotSearch
                            .Find(request)
                            .Select(s => s.Stretch.Start)
                            .Where(s => s >= moment - within && s <= moment + within)
                            .Order(),
                        found.Order()
                    );
                    foreach (var (one, next) in found.Zip(found.Skip(1)))
                        Assert.True((Away(one), one).CompareTo((Away(next), next)) < 0, $"{one} before {next}, wanted {moment}");
                }
            );
}
