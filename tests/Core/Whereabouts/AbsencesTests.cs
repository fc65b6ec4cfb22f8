using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Core.Tests;

public class AbsencesTests
{
    private static readonly UserId Maren = new(1);
    private static readonly UserId Noor = new(2);

    private static Instant Hour(int hour) => Instant.FromUtc(2027, 3, 10, 0, 0) + Duration.FromHours(hour);

    private static Absence Away(UserId who, int from, int to, UserId? covers = null, long id = 0) =>
        new(who, new Stretch(Hour(from), Hour(to)), covers, null) { Id = id };

    [Theory]
    [InlineData(10, 10, WhyNotAway.Empty)]
    [InlineData(-5, 0, WhyNotAway.InThePast)]
    [InlineData(-5, 1, null)]
    [InlineData(10, 10 + (24 * 367), WhyNotAway.TooLong)]
    [InlineData(10, 20, null)]
    // Another stands from 30 to 40: what only touches it is beside it.
    [InlineData(20, 30, null)]
    [InlineData(40, 50, null)]
    [InlineData(20, 31, WhyNotAway.Overlaps)]
    [InlineData(39, 41, WhyNotAway.Overlaps)]
    [InlineData(32, 33, WhyNotAway.Overlaps)]
    [InlineData(20, 60, WhyNotAway.Overlaps)]
    // Who covers is away from 70 to 80.
    [InlineData(60, 71, WhyNotAway.CoverIsAway)]
    [InlineData(60, 70, null)]
    public void An_absence_stands_beside_others_or_is_refused(int from, int to, WhyNotAway? why)
    {
        var found = Absences.WhyNot(Away(Maren, from, to, Noor), [Away(Maren, 30, 40, id: 7)], [Away(Noor, 70, 80, Maren)], Hour(0));
        Assert.Equal(why, found?.Why);
        Assert.Equal(why is WhyNotAway.Overlaps or WhyNotAway.CoverIsAway, found?.Other is not null);
    }

    [Fact]
    public void One_that_becomes_another_is_not_in_its_own_way()
    {
        Assert.Null(Absences.WhyNot(Away(Maren, 30, 60, id: 7), [Away(Maren, 30, 40, id: 7)], [], Hour(0)));
        Assert.Equal(WhyNotAway.CoversSelf, Absences.WhyNot(Away(Maren, 30, 60, Maren), [], [], Hour(0))?.Why);
    }

    [Theory]
    [InlineData(5, null)]
    [InlineData(10, null)]
    [InlineData(15, 15)]
    [InlineData(25, 20)]
    public void Whoever_is_back_leaves_what_was(int back, int? end) =>
        Assert.Equal(end is { } at ? Away(Maren, 10, at) : null, Away(Maren, 10, 20).EndedAt(Hour(back)));
}
