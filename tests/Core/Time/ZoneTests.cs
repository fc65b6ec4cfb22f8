using Corlin.Core.Time;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class ZoneTests
{
    [Theory]
    // Lisbon leaps from 01:00 to 02:00 on 28 March 2027: the offset before the gap holds (RFC 5545 3.3.5).
    [InlineData("Europe/Lisbon", "2027-03-28 01:30", "2027-03-28 01:30")]
    // Halifax has 01:30 twice on 7 November 2027: the first is meant.
    [InlineData("America/Halifax", "2027-11-07 01:30", "2027-11-07 04:30")]
    [InlineData("Asia/Kolkata", "2027-03-08 15:12", "2027-03-08 09:42")]
    [InlineData("Pacific/Auckland", "2027-03-08 22:42", "2027-03-08 09:42")]
    public void A_wall_clock_time_is_one_instant(string zone, string local, string utc) =>
        Assert.Equal(Utc(utc), Zones.Get(zone).ToInstant(Local(local)));

    [Fact]
    public void A_day_is_as_long_as_its_clocks_make_it()
    {
        var lisbon = Zones.Get("Europe/Lisbon");
        Assert.Equal(Duration.FromHours(23), lisbon.Day(new LocalDate(2027, 3, 28)).Length);
        Assert.Equal(Duration.FromHours(25), lisbon.Day(new LocalDate(2027, 10, 31)).Length);
    }

    [Fact]
    public void Offsets_say_when_the_clocks_change_in_a_span()
    {
        var offsets = Zones.Get("America/Halifax").Offsets(Span("2027-03-10 00:00", "2027-03-20 00:00"));
        Assert.Equal([Offset.FromHours(-4), Offset.FromHours(-3)], offsets.Select(o => o.Offset));
        Assert.Equal([Utc("2027-03-10 00:00"), Utc("2027-03-14 06:00")], offsets.Select(o => o.From));
    }

    [Fact]
    public void An_hour_is_an_hour_where_clocks_change()
    {
        var over = Timed("2027-03-28 00:30", "Europe/Lisbon", 60);
        Assert.Equal(Span("2027-03-28 00:30", "2027-03-28 01:30"), over.ToStretch(DateTimeZone.Utc));
    }

    [Fact]
    public void An_all_day_entry_runs_in_the_zone_of_its_owner()
    {
        var day = new AllDayEntry(new LocalDate(2027, 3, 8), new LocalDate(2027, 3, 9));
        Assert.Equal(Span("2027-03-07 11:00", "2027-03-08 11:00"), day.ToStretch(Zones.Get("Pacific/Auckland")));
    }

    [Theory]
    [InlineData("Europe/Lisbon", true)]
    [InlineData("Europe/Atlantis", false)]
    [InlineData("", false)]
    [InlineData(null, false)]
    public void A_zone_exists_or_not(string? id, bool exists) => Assert.Equal(exists, Zones.Exists(id));
}
