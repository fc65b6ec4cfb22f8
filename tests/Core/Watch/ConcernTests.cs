using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class ConcernTests
{
    private static readonly DateTimeZone Halifax = Zones.Get("America/Halifax");

    /// <summary>Tuesdays at an hour of Lisbon; Halifax changes its clocks on 14 March, Lisbon on 28 March.</summary>
    private static List<Stretch> Tuesdays(string hour) =>
        [
            .. new[] { "2027-03-09", "2027-03-16", "2027-03-23", "2027-03-30" }
                .Select(d => Lisbon($"{d} {hour}"))
                .Select(s => new Stretch(s, s + Duration.FromMinutes(30))),
        ];

    private static Instant Lisbon(string local) => Zones.ToInstant(Zones.Get("Europe/Lisbon"), Local(local));

    [Theory]
    // 17:30 in Halifax at first, then 18:30.
    [InlineData("21:30", "2027-03-16")]
    // 07:45 in Halifax at first, then within the hours, then out of them again.
    [InlineData("11:45", "2027-03-30")]
    [InlineData("15:00", null)]
    // Never within the hours: no clock has made it bad.
    [InlineData("23:30", null)]
    public void A_series_that_a_change_of_clocks_moves_out_of_the_hours_is_found(string hour, string? first)
    {
        var series = Tuesdays(hour);
        var span = new Stretch(series[0].Start - Duration.FromDays(2), series[^1].End + Duration.FromDays(2));
        var hours = WorkingHours.Weekdays(8 * 60, 18 * 60).Within(span, Halifax);
        Assert.Equal(
            first,
            Turns.OutOfHours(series, _ => Halifax, hours, _ => true) is { } found ? $"{Halifax.ToLocal(found.Start).Date:uuuu-MM-dd}" : null
        );
    }

    [Fact]
    public void Who_travels_lives_by_another_clock_and_a_day_off_is_no_matter_of_clocks()
    {
        var series = Tuesdays("17:45");
        var lisbon = Zones.Get("Europe/Lisbon");
        var hours = StretchSet.Of([series[0]]);
        DateTimeZone Travelling(Instant at) => at < series[1].Start ? lisbon : Zones.Get("Europe/Madrid");
        Assert.Null(Turns.OutOfHours(series, Travelling, hours, _ => true));
        Assert.NotNull(Turns.OutOfHours(series, _ => Halifax, hours, _ => true));
        Assert.Null(Turns.OutOfHours(series, _ => Halifax, hours, _ => false));
    }

    [Theory]
    [InlineData(6, 21, "2027-04-12")]
    [InlineData(6, 20, null)]
    [InlineData(12, 21, null)]
    [InlineData(3, 21, null)]
    [InlineData(4, 21, "2027-03-29")]
    public void A_series_that_ends_within_the_time_says_when(int count, int days, string? last)
    {
        var series = Entries.Series("2027-03-08 09:00", "Etc/UTC", 60, Rule.Weekly(1) with { Count = count });
        var now = Instant.FromUtc(2027, 3, 22, 12, 0);
        var found = Routines.Last(series, now, Duration.FromDays(days), DateTimeZone.Utc);
        Assert.Equal(last, found is null ? null : $"{found.Stretch.Start.InUtc().Date:uuuu-MM-dd}");
    }

    [Fact]
    public void What_goes_on_or_is_called_off_at_its_end_runs_out_otherwise()
    {
        var now = Instant.FromUtc(2027, 3, 22, 12, 0);
        var endless = Entries.Series("2027-03-08 09:00", "Etc/UTC", 60, Rule.Weekly(1));
        Assert.Null(Routines.Last(endless, now, Duration.FromDays(21), DateTimeZone.Utc));
        var ends = endless with { Rule = Rule.Weekly(1) with { Count = 6 }, Exceptions = [Local("2027-04-12 09:00")] };
        Assert.Equal(
            "2027-04-05",
            $"{Routines.Last(ends, now, Duration.FromDays(21), DateTimeZone.Utc)!.Stretch.Start.InUtc().Date:uuuu-MM-dd}"
        );
        // The rule ends long after its last occurrence.
        var until = endless with { Rule = Rule.Weekly(4) with { Until = new Until(Local("2027-06-20 09:00"), true) } };
        Assert.Equal(
            "2027-05-31",
            $"{Routines.Last(until, Instant.FromUtc(2027, 5, 20, 0, 0), Duration.FromDays(21), DateTimeZone.Utc)!.Stretch.Start.InUtc().Date:uuuu-MM-dd}"
        );
    }

    [Theory]
    [InlineData("M+", false)]
    [InlineData("M+ N-", true)]
    [InlineData("N+ M-", true)]
    [InlineData("N+ N-", false)]
    [InlineData("N+ K-", false)]
    [InlineData("M+ N+", false)]
    [InlineData("M+ N- N+", false)]
    [InlineData("M+ N- M+", true)]
    [InlineData("N+ M- N-", false)]
    public void Only_who_says_another_thing_than_the_other_contradicts(string answers, bool apart)
    {
        var given = answers
            .Split(' ')
            .Select(
                (a, i) =>
                    new GivenFor(
                        new UserId(" MNK".IndexOf(a[0], StringComparison.Ordinal)),
                        a[1] == '+' ? Answer.Accepted : Answer.Declined,
                        Instant.FromUnixTimeSeconds(i)
                    )
            )
            .ToList();
        Assert.Equal(apart, AnsweredApart.Of(new UserId(1), given) is not null);
    }

    [Fact]
    public void Every_kind_is_looked_for_a_sound_number_of_days_until_somebody_says_otherwise()
    {
        foreach (var kind in Enum.GetValues<ConcernKind>())
        {
            Assert.True(new LookAhead(kind, LookAheads.Usual(kind)).IsSound);
            Assert.Equal(LookAheads.Usual(kind), LookAheads.For(kind, []));
            Assert.Equal(0, LookAheads.For(kind, [new LookAhead(kind, 0)]));
        }

        Assert.False(new LookAhead(ConcernKind.Clash, LookAheads.MostDays + 1).IsSound);
        Assert.False(new LookAhead(ConcernKind.Clash, -1).IsSound);
        Assert.False(new LookAhead((ConcernKind)99, 3).IsSound);
    }
}
