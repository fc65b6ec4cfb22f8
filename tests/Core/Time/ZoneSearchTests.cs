using Corlin.Core.Time;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class ZoneSearchTests
{
    [Theory]
    [InlineData("Halifax", "America/Halifax")]
    [InlineData("halif", "America/Halifax")]
    [InlineData("India", "Asia/Kolkata")]
    [InlineData("Asia/Tokyo", "Asia/Tokyo")]
    [InlineData("São Paulo", "America/Sao_Paulo")]
    [InlineData("Wellington", "Pacific/Auckland")]
    [InlineData("Wellingon", "Pacific/Auckland")]
    [InlineData("Gothenburg", "Europe/Stockholm")]
    [InlineData("The Netherlands", "Europe/Amsterdam")]
    [InlineData("Norway", "Europe/Oslo")]
    [InlineData("Halifax, UK", "Europe/London")]
    [InlineData("St Johns, Newfoundland", "America/St_Johns")]
    [InlineData("St Johns Newfoundland", "America/St_Johns")]
    [InlineData("Paris Texas", "America/Chicago")]
    [InlineData("San Jose Costa Rica", "America/Costa_Rica")]
    [InlineData("München", "Europe/Berlin")]
    [InlineData("Muenchen", "Europe/Berlin")]
    [InlineData("Lissabon", "Europe/Lisbon")]
    [InlineData("Bangalor", "Asia/Kolkata")]
    [InlineData("Praha", "Europe/Prague")]
    [InlineData("NZ", "Pacific/Auckland")]
    [InlineData("Florida", "America/New_York")]
    [InlineData("Central European Summer Time", "Europe/Berlin")]
    [InlineData("Indian Standard Time", "Asia/Kolkata")]
    [InlineData("5:45", "Asia/Kathmandu")]
    [InlineData("UTC", "Etc/UTC")]
    [InlineData("+5:45", "Asia/Kathmandu")]
    [InlineData("The Hague", "Europe/Amsterdam")]
    [InlineData("Londres", "Europe/London")]
    [InlineData("Nova Iorque", "America/New_York")]
    [InlineData("Nueva York", "America/New_York")]
    [InlineData("Bruxelas", "Europe/Brussels")]
    [InlineData("Tóquio", "Asia/Tokyo")]
    [InlineData("Nova Zelândia", "Pacific/Auckland")]
    [InlineData("Bavaria", "Europe/Berlin")]
    [InlineData("Chatham Islands", "Pacific/Chatham")]
    [InlineData("UTC+5:45", "Asia/Kathmandu")]
    public void A_zone_is_found_by_what_people_know_it_by(string text, string id) =>
        Assert.Equal(id, ZoneSearch.Find(text, Utc("2027-03-08 09:42")).First().Id);

    [Theory]
    [InlineData("EST", "America/New_York")]
    [InlineData("WET", "Europe/Lisbon")]
    [InlineData("Pacific time", "America/Los_Angeles")]
    public void An_abbreviation_is_meant_as_business_means_it_whatever_the_season(string text, string id)
    {
        Assert.Equal(id, ZoneSearch.Find(text, Utc("2027-03-08 09:42")).First().Id);
        Assert.Equal(id, ZoneSearch.Find(text, Utc("2027-07-08 09:42")).First().Id);
    }

    [Theory]
    [InlineData("")]
    [InlineData("+99")]
    [InlineData("nowhere at all")]
    [InlineData("xyzzy")]
    // Each word more must not double the work.
    [InlineData(
        "q1x q2x q3x q4x q5x q6x q7x q8x q9x q10x q11x q12x q13x q14x q15x q16x q17x q18x q19x q20x q21x q22x q23x q24x q25x q26x q27x q28x q29x q30x"
    )]
    public void What_fits_nothing_finds_nothing(string text) => Assert.Empty(ZoneSearch.Find(text, Utc("2027-03-08 09:42")));

    [Fact]
    public void A_time_that_the_clock_skips_has_two_neighbours()
    {
        var lisbon = Zones.Get("Europe/Lisbon");
        Assert.Equal((Local("2027-03-28 00:59"), Local("2027-03-28 02:00")), Gaps.Around(lisbon, Local("2027-03-28 01:30")));
        Assert.Null(Gaps.Around(lisbon, Local("2027-03-28 02:00")));
        // What comes twice exists.
        Assert.Null(Gaps.Around(lisbon, Local("2027-10-31 01:30")));
    }

    [Theory]
    [InlineData("+25")]
    [InlineData("12")]
    [InlineData("Xyzzy")]
    public void What_names_no_zone_finds_none(string text) => Assert.Empty(ZoneSearch.Find(text, Utc("2027-03-08 09:42")));
}
