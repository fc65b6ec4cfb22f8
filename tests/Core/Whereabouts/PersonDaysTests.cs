using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Core.Tests;

public class PersonDaysTests
{
    private static readonly UserId Maren = new(1);
    private static readonly Dictionary<string, Place> Places = new Place[]
    {
        new("Head office", "Lisbon", "Lisbon", "Europe/Lisbon", "PT"),
        new("Annexe", "Lisbon", "Lisbon", "Europe/Lisbon", "PT"),
        new("Halifax yard", "Halifax", "Halifax", "America/Halifax", "CA-NS"),
        new("Harbour office", "Wellington", "Wellington", "Pacific/Auckland", "NZ"),
        new("Pago pier", "Pago", "Pago Pago", "Pacific/Pago_Pago"),
    }.ToDictionary(p => p.Name);

    /// <summary>Weekdays 09:00 to 18:00, on Wednesdays 10:00 to 16:00 in Halifax.</summary>
    private static readonly CalendarUser Who = new(
        Maren,
        "maren",
        UserKind.Person,
        "Maren Falk",
        "maren@ebbline.example",
        true,
        "Europe/Lisbon",
        new WorkingHours([
            .. WorkingHours.Weekdays(540, 1080).Spans.Where(s => s.Day != IsoDayOfWeek.Wednesday),
            new(IsoDayOfWeek.Wednesday, 600, 960, "Halifax yard"),
        ]),
        "Head office",
        0,
        null
    );

    private static LocalDate Day(string text) => LocalDatePattern.Iso.Parse(text).Value;

    private static Stay On(
        string first,
        string? last,
        StayKind kind,
        string? place = null,
        int from = 0,
        int to = 1440,
        string? rule = null,
        long id = 0
    ) =>
        new(
            Maren,
            kind,
            place,
            Day(first),
            rule is null ? Day(last ?? first) : null,
            rule is null ? null : Rule.Parse(rule),
            new DaySpan(from, to)
        )
        {
            Id = id,
            At = Instant.FromUnixTimeSeconds(id),
        };

    private static PersonDays Days(string day, IEnumerable<Stay> stays, params DayOff[] off) =>
        new(
            Who,
            new Stretch(Day(day).PlusDays(-1).AtMidnight().InUtc().ToInstant(), Day(day).PlusDays(2).AtMidnight().InUtc().ToInstant()),
            stays,
            Places,
            off
        );

    private static string Written(PersonDays days, string day) =>
        string.Join(
            "; ",
            days.On(Day(day))
                .Select(p =>
                    $"{p.From / 60}-{p.To / 60} {p.Kind}{(p.Place is null ? "" : " " + p.Place)} {p.Zone.Id.Split('/')[1]}{(p.Working ? "" : " off")}"
                )
        );

    private static readonly Stay HomeFridays = On("2027-03-05", null, StayKind.Home, rule: "FREQ=WEEKLY;BYDAY=FR", id: 1);
    private static readonly Stay YardRun = On("2027-03-11", "2027-03-14", StayKind.Place, "Halifax yard", id: 2);
    private static readonly Stay NeverAfternoons = On(
        "2027-03-19",
        null,
        StayKind.NotWorking,
        from: 720,
        rule: "FREQ=WEEKLY;BYDAY=FR",
        id: 3
    );
    private static readonly Stay Evening = On("2027-03-15", null, StayKind.OnTheWay, from: 1080, id: 4);

    [Theory]
    [InlineData(StayKind.Place, "Head office", false)]
    [InlineData(StayKind.Place, "Halifax yard", true)]
    // Another place of the same site.
    [InlineData(StayKind.Place, "Annexe", false)]
    [InlineData(StayKind.Home, null, true)]
    [InlineData(StayKind.OnTheWay, null, true)]
    public void Elsewhere_is_where_somebody_is_not_otherwise(StayKind kind, string? place, bool elsewhere) =>
        Assert.Equal(elsewhere, !Days("2027-03-09", [On("2027-03-09", null, kind, place, 540, 780)]).Elsewhere.IsEmpty);

    [Fact]
    public void Elsewhere_is_as_long_as_is_said_and_by_the_clock_there()
    {
        var elsewhere = Days("2027-03-09", [On("2027-03-09", null, StayKind.Place, "Halifax yard", 540, 780)]).Elsewhere;
        Assert.Equal([new Stretch(Times.Utc("2027-03-09 13:00"), Times.Utc("2027-03-09 17:00"))], elsewhere.Stretches);
    }

    [Fact]
    public void Where_the_hours_of_a_day_have_a_place_that_is_the_usual_one_then()
    {
        Assert.True(Days("2027-03-10", [On("2027-03-10", null, StayKind.Place, "Halifax yard")]).Elsewhere.IsEmpty);
        Assert.False(Days("2027-03-10", [On("2027-03-10", null, StayKind.Place, "Head office")]).Elsewhere.IsEmpty);
        Assert.True(Days("2027-03-10", []).Elsewhere.IsEmpty);
    }

    [Theory]
    [InlineData("2027-03-08", "9-18 Place Head office Lisbon")] // Their hours at the usual place.
    [InlineData("2027-03-10", "10-16 Place Halifax yard Halifax")] // The place of the hours, by its clock.
    [InlineData("2027-03-05", "0-9 Home Lisbon off; 9-18 Home Lisbon; 18-24 Home Lisbon off")] // One that repeats.
    // What is said of the day goes before what repeats.
    [InlineData("2027-03-12", "0-9 Place Halifax yard Halifax off; 9-18 Place Halifax yard Halifax; 18-24 Place Halifax yard Halifax off")]
    [InlineData("2027-03-13", "0-24 Place Halifax yard Halifax off")] // A Saturday stays without hours.
    [InlineData("2027-03-15", "9-18 Place Head office Lisbon; 18-24 OnTheWay Lisbon off")]
    // Of two that repeat what was said last.
    [InlineData("2027-03-19", "0-9 Home Lisbon off; 9-12 Home Lisbon; 12-24 NotWorking Lisbon off")]
    [InlineData("2027-03-20", "")]
    public void The_first_that_applies_says_where_somebody_is(string day, string expected) =>
        Assert.Equal(expected, Written(Days(day, [HomeFridays, YardRun, NeverAfternoons, Evening]), day));

    [Theory]
    // The clock of the place, on both sides of the change of clocks there and here (Halifax 14 March, Lisbon 28 March 2027).
    [InlineData("2027-03-12", "Halifax yard", "2027-03-12T13:00:00Z", "2027-03-12T22:00:00Z")]
    [InlineData("2027-03-15", "Halifax yard", "2027-03-15T12:00:00Z", "2027-03-15T21:00:00Z")]
    [InlineData("2027-03-15", "Head office", "2027-03-15T09:00:00Z", "2027-03-15T18:00:00Z")]
    [InlineData("2027-03-29", "Head office", "2027-03-29T08:00:00Z", "2027-03-29T17:00:00Z")]
    // Either side of the date line the working day of one date is a day apart.
    [InlineData("2027-03-15", "Harbour office", "2027-03-14T20:00:00Z", "2027-03-15T05:00:00Z")]
    [InlineData("2027-03-15", "Pago pier", "2027-03-15T20:00:00Z", "2027-03-16T05:00:00Z")]
    public void Hours_follow_the_clock_of_the_place(string day, string place, string from, string to)
    {
        var stay = On(day, null, StayKind.Place, place);
        var span = new Stretch(
            Day(day).PlusDays(-2).AtMidnight().InUtc().ToInstant(),
            Day(day).PlusDays(3).AtMidnight().InUtc().ToInstant()
        );
        var days = new PersonDays(Who, span, [stay], Places, []);
        Assert.Contains(
            new Stretch(InstantPattern.General.Parse(from).Value, InstantPattern.General.Parse(to).Value),
            days.Hours.Stretches
        );
        Assert.Equal(Places[place].Zone, days.ZoneAt(InstantPattern.General.Parse(from).Value + Duration.FromHours(1)).Id);
    }

    [Fact]
    public void A_flight_over_the_date_line_lives_a_day_twice_and_skips_one()
    {
        // Monday in Wellington, Tuesday in Pago Pago: what is Tuesday there begins while it is Wednesday in Wellington.
        Stay[] stays = [On("2027-03-15", null, StayKind.Place, "Harbour office"), On("2027-03-16", null, StayKind.Place, "Pago pier")];
        var days = Days("2027-03-16", stays);
        Assert.Equal("Pacific/Pago_Pago", days.ZoneAt(InstantPattern.General.Parse("2027-03-16T21:00:00Z").Value).Id);
        Assert.Equal("Pacific/Auckland", days.ZoneAt(InstantPattern.General.Parse("2027-03-14T21:00:00Z").Value).Id);
    }

    [Fact]
    public void A_closure_counts_where_somebody_is_and_a_holiday_where_they_live()
    {
        var closed = new DayOff(DayOffKind.Closure, "Halifax", Day("2027-03-11"), Day("2027-03-13"), "crane inspection");
        var holiday = new DayOff(DayOffKind.Holiday, "PT", Day("2027-03-11"), Day("2027-03-12"), "Dia");
        bool Works(string day, IEnumerable<Stay> stays, params DayOff[] off) =>
            Days(day, stays, off) is var days && days.Hours.Stretches.Any(s => s.Overlaps(days.On(Day(day)).First(p => p.Working).Stretch));
        Assert.True(Works("2027-03-12", [], closed));
        Assert.False(Works("2027-03-12", [YardRun], closed));
        Assert.True(Works("2027-03-12", [On("2027-03-12", null, StayKind.Home)], closed));
        Assert.False(Works("2027-03-11", [YardRun], holiday));
        Assert.Equal([closed], Days("2027-03-12", [YardRun], closed).Closed);
        Assert.Empty(Days("2027-03-12", [], closed).Closed);
    }

    /// <summary>The rule said a second time: minute by minute, with nothing shared.</summary>
    [Fact]
    public void Hours_agree_with_a_plain_statement_on_every_minute()
    {
        var random = new Random(3);
        string[] names = ["Head office", "Halifax yard", "Harbour office", "Pago pier"];
        string[] rules = ["FREQ=DAILY", "FREQ=WEEKLY;BYDAY=TH,FR", "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO", "FREQ=MONTHLY;BYMONTHDAY=28"];
        var start = Day("2027-03-08");
        for (var i = 0; i < 60; i++)
        {
            ImmutableArray<Stay> stays =
            [
                .. Enumerable
                    .Range(1, random.Next(5))
                    .Select(id =>
                    {
                        var kind = (StayKind)random.Next(4);
                        var first = start.PlusDays(random.Next(25));
                        var (from, to) = random.Next(3) == 0 ? (random.Next(0, 12) * 60, random.Next(13, 25) * 60) : (0, 1440);
                        var rule = random.Next(2) == 0 ? rules[random.Next(rules.Length)] : null;
                        return new Stay(
                            Maren,
                            kind,
                            kind == StayKind.Place ? names[random.Next(names.Length)] : null,
                            first,
                            rule is null ? first.PlusDays(random.Next(4)) : null,
                            rule is null ? null : Rule.Parse(rule),
                            new DaySpan(from, to)
                        )
                        {
                            Id = id,
                            At = Instant.FromUnixTimeSeconds(id),
                        };
                    }),
            ];
            var span = new Stretch(start.AtMidnight().InUtc().ToInstant(), start.PlusDays(28).AtMidnight().InUtc().ToInstant());
            var days = new PersonDays(Who, span, stays, Places, []);
            for (var moment = span.Start; moment < span.End; moment += Duration.FromMinutes(30))
            {
                // A moment is worked in where some date's clock, of where that date has them at that minute, shows a minute of their hours.
                var works = names
                    .Select(n => Places[n].Zone)
                    .Distinct()
                    .Any(zone =>
                    {
                        var local = moment.InZone(DateTimeZoneProviders.Tzdb[zone]).LocalDateTime;
                        var minute = (local.Hour * 60) + local.Minute;
                        if (Applies(stays, local.Date, minute) is { } stay)
                            return stay.Kind is StayKind.Place or StayKind.Home
                                && (stay.Place is { } at ? Places[at].Zone : "Europe/Lisbon") == zone
                                && Spans(local.Date).Any(s => s.From <= minute && minute < s.To);
                        return Spans(local.Date)
                            .Any(s => s.From <= minute && minute < s.To && (s.Place is { } at ? Places[at].Zone : "Europe/Lisbon") == zone);
                    });
                Assert.True(works == days.Hours.Stretches.Any(s => s.Contains(moment)), $"{i}: {moment}, {string.Join(", ", stays)}");
            }
        }
    }

    private static IEnumerable<WorkingSpan> Spans(LocalDate date) => Who.Hours!.Spans.Where(s => s.Day == date.DayOfWeek);

    private static Stay? Applies(IEnumerable<Stay> stays, LocalDate date, int minute)
    {
        var here = stays
            .Where(s =>
                minute >= s.Part.From
                && minute < s.Part.To
                && (
                    s.Rule is null
                        ? date >= s.First && date <= s.Last
                        : Expansion.Yields(s.First.AtMidnight(), s.Rule, null, date.AtMidnight())
                )
            )
            .ToList();
        return here.Where(s => s.Rule is null).MaxBy(s => s.Id) ?? here.MaxBy(s => s.Id);
    }

    [Fact]
    public void Days_taken_from_a_stay_leave_what_lies_around_them()
    {
        string Left(Stay stay, string first, string? last) =>
            string.Join(
                "; ",
                Stays
                    .Without(stay, Day(first), last is null ? null : Day(last))
                    .Select(s =>
                        $"{s.First:uuuu-MM-dd}..{s.Last:uuuu-MM-dd} {s.Rule} {string.Join(",", s.Exceptions.Select(LocalDatePattern.Iso.Format))}".Trim()
                    )
            );
        Assert.Equal("2027-03-11..2027-03-11; 2027-03-14..2027-03-14", Left(YardRun, "2027-03-12", "2027-03-13"));
        Assert.Equal("2027-03-11..2027-03-12", Left(YardRun, "2027-03-13", null));
        Assert.Equal("", Left(YardRun, "2027-03-10", "2027-03-20"));
        Assert.Equal("2027-03-11..2027-03-14", Left(YardRun, "2027-03-15", "2027-03-20"));
        Assert.Equal("2027-03-05.. FREQ=WEEKLY;BYDAY=FR 2027-03-12,2027-03-19", Left(HomeFridays, "2027-03-12", "2027-03-20"));
        Assert.Equal("2027-03-05.. FREQ=WEEKLY;BYDAY=FR;UNTIL=20270311T235959", Left(HomeFridays, "2027-03-12", null));
        Assert.Equal("", Left(HomeFridays, "2027-03-01", null));
    }

    [Fact]
    public void A_stay_that_cannot_be_is_refused_with_its_reason()
    {
        var today = Day("2027-03-10");
        Assert.Null(Stays.WhyNot(YardRun, today));
        Assert.Equal(WhyNoStay.EndsBeforeItBegins, Stays.WhyNot(On("2027-03-12", "2027-03-11", StayKind.Home), today));
        Assert.Equal(WhyNoStay.TooLong, Stays.WhyNot(On("2027-03-12", "2028-03-30", StayKind.Home), today));
        Assert.Equal(WhyNoStay.PartOfDay, Stays.WhyNot(On("2027-03-12", null, StayKind.Home, from: 800, to: 700), today));
        Assert.Equal(WhyNoStay.InThePast, Stays.WhyNot(On("2027-03-08", "2027-03-09", StayKind.Home), today));
        Assert.Equal(WhyNoStay.InThePast, Stays.WhyNot(On("2027-03-01", null, StayKind.Home, rule: "FREQ=WEEKLY;COUNT=1"), today));
        Assert.Equal(
            WhyNoStay.NeverComes,
            Stays.WhyNot(On("2027-03-01", null, StayKind.Home, rule: "FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30"), today)
        );
        Assert.Equal(WhyNoStay.NeverComes, Stays.WhyNot(On("2027-03-01", null, StayKind.Home, rule: "FREQ=HOURLY"), today));
        Assert.Equal(WhyNoStay.Place, Stays.WhyNot(On("2027-03-12", null, StayKind.Place), today));
        Assert.Equal(WhyNoStay.Place, Stays.WhyNot(On("2027-03-12", null, StayKind.Home, "Halifax yard"), today));
    }
}
