using System.Globalization;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;
using NodaTime.Text;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

/// <summary>How well a calendar is tended, and what that and no-go weeks do to a slot.</summary>
public class TendedTests
{
    /// <summary>A Monday.</summary>
    private static readonly Instant Now = Utc("2027-03-08 09:00");

    private static StretchSet Weekly(params int[] weeks) =>
        StretchSet.Of(
            weeks.Select(w => new Stretch(
                Utc("2027-03-10 09:00") + Duration.FromDays(7 * w),
                Utc("2027-03-10 10:00") + Duration.FromDays(7 * w)
            ))
        );

    [Theory]
    [InlineData("0 1 2 3 4 5 6 7", null, "2027-03-07 12:00", null)]
    // The first blank week ends it, on the Friday before.
    [InlineData("0 1 3 4", null, "2027-03-07 12:00", "2027-03-19")]
    [InlineData("0", null, "2027-03-07 12:00", "2027-03-12")]
    // The week that has begun is not called blank.
    [InlineData("1 2 3 4 5 6 7", null, "2027-03-07 12:00", null)]
    [InlineData("0 1 2 3 4 5 6 7", "2027-03-17 10:00", "2027-03-07 12:00", "2027-03-16")]
    [InlineData("0 1 2 3 4 5 6 7", "2027-03-08 15:00", "2027-03-07 12:00", "2027-03-08")]
    [InlineData("0 1 2 3 4 5 6 7", null, "2027-02-10 12:00", "2027-02-10")]
    // In which nothing was ever done.
    [InlineData("0 1 2 3 4 5 6 7", null, null, "0001-01-01")]
    public void It_is_tended_until_it_shows_that_nobody_looks(string weeks, string? unanswered, string? lastChange, string? until)
    {
        var taken = Weekly([.. weeks.Split(' ').Select(w => int.Parse(w, CultureInfo.InvariantCulture))]);
        var tending = new Tending(taken, unanswered is null ? [] : [Utc(unanswered)], lastChange is null ? null : Utc(lastChange));
        Assert.Equal(until is null ? null : LocalDatePattern.Iso.Parse(until).Value, Tended.Until(tending, DateTimeZone.Utc, Now));
    }

    [Fact]
    public void No_go_weeks_and_days_not_tended_cost_and_are_said()
    {
        var person = new SlotPerson(
            "maren",
            Need.Required,
            DateTimeZone.Utc,
            StretchSet.Of([Span("2027-03-09 08:00", "2027-03-09 18:00")]),
            [],
            StretchSet.Empty
        );
        Slot Best(SlotPerson who) =>
            SlotSearch.Find(
                new SlotRequest(Span("2027-03-09 10:00", "2027-03-09 10:30"), Duration.FromMinutes(30), Duration.FromMinutes(15), [who])
            )[0];
        Assert.Equal(0, Best(person).Cost);
        var noGo = Best(person with { NoGo = StretchSet.Of([Span("2027-03-08 00:00", "2027-03-15 00:00")]) });
        Assert.Equal([SlotReasonKind.NoGo], noGo.Reasons.Where(r => r.Person == "maren").Select(r => r.Kind));
        var neglected = Best(person with { TendedUntil = Utc("2027-03-09 00:00") });
        Assert.Equal([SlotReasonKind.NotTended], neglected.Reasons.Where(r => r.Person == "maren").Select(r => r.Kind));
        Assert.Equal(0, Best(person with { TendedUntil = Utc("2027-03-10 00:00") }).Cost);
        Assert.True(noGo.Cost > neglected.Cost);
    }
}
