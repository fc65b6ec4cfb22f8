using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

/// <summary>The examples of RFC 5545 3.8.5.3, all in America/New_York; those more often than hourly are in the test of refusals.</summary>
public class Rfc5545Examples
{
    [Theory]
    // Daily
    [InlineData("1997-09-02", "FREQ=DAILY;COUNT=10", "9/2-11")]
    [InlineData("1997-09-02", "FREQ=DAILY;UNTIL=19971224T000000Z", "9/2-30 10/1-31 11/1-30 12/1-23")]
    [InlineData("1997-09-02", "FREQ=DAILY;INTERVAL=2", "9/2,4,6,8,10,12,14,16,18,20,22,24,26,28,30 10/2,4")]
    [InlineData("1997-09-02", "FREQ=DAILY;INTERVAL=10;COUNT=5", "9/2,12,22 10/2,12")]
    [InlineData(
        "1998-01-01",
        "FREQ=YEARLY;UNTIL=20000131T140000Z;BYMONTH=1;BYDAY=SU,MO,TU,WE,TH,FR,SA",
        "1998/1/1-31 1999/1/1-31 2000/1/1-31"
    )]
    [InlineData("1998-01-01", "FREQ=DAILY;UNTIL=20000131T140000Z;BYMONTH=1", "1998/1/1-31 1999/1/1-31 2000/1/1-31")]
    // Weekly
    [InlineData("1997-09-02", "FREQ=WEEKLY;COUNT=10", "9/2,9,16,23,30 10/7,14,21,28 11/4")]
    [InlineData("1997-09-02", "FREQ=WEEKLY;UNTIL=19971224T000000Z", "9/2,9,16,23,30 10/7,14,21,28 11/4,11,18,25 12/2,9,16,23")]
    [InlineData("1997-09-02", "FREQ=WEEKLY;INTERVAL=2;WKST=SU", "9/2,16,30 10/14,28 11/11,25 12/9,23 1998/1/6,20 1998/2/3,17")]
    [InlineData("1997-09-02", "FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH", "9/2,4,9,11,16,18,23,25,30 10/2")]
    [InlineData("1997-09-02", "FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH", "9/2,4,9,11,16,18,23,25,30 10/2")]
    [InlineData(
        "1997-09-01",
        "FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR",
        "9/1,3,5,15,17,19,29 10/1,3,13,15,17,27,29,31 11/10,12,14,24,26,28 12/8,10,12,22"
    )]
    [InlineData("1997-09-02", "FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH", "9/2,4,16,18,30 10/2,14,16")]
    [InlineData("1997-08-05", "FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO", "8/5,10,19,24")]
    [InlineData("1997-08-05", "FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU", "8/5,17,19,31")]
    // Monthly
    [InlineData(
        "1997-09-05",
        "FREQ=MONTHLY;COUNT=10;BYDAY=1FR",
        "9/5 10/3 11/7 12/5 1998/1/2 1998/2/6 1998/3/6 1998/4/3 1998/5/1 1998/6/5"
    )]
    [InlineData("1997-09-05", "FREQ=MONTHLY;UNTIL=19971224T000000Z;BYDAY=1FR", "9/5 10/3 11/7 12/5")]
    [InlineData("1997-09-07", "FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU", "9/7,28 11/2,30 1998/1/4,25 1998/3/1,29 1998/5/3,31")]
    [InlineData("1997-09-22", "FREQ=MONTHLY;COUNT=6;BYDAY=-2MO", "9/22 10/20 11/17 12/22 1998/1/19 1998/2/16")]
    [InlineData("1997-09-28", "FREQ=MONTHLY;BYMONTHDAY=-3", "9/28 10/29 11/28 12/29 1998/1/29 1998/2/26")]
    [InlineData("1997-09-02", "FREQ=MONTHLY;COUNT=10;BYMONTHDAY=2,15", "9/2,15 10/2,15 11/2,15 12/2,15 1998/1/2,15")]
    [InlineData("1997-09-30", "FREQ=MONTHLY;COUNT=10;BYMONTHDAY=1,-1", "9/30 10/1,31 11/1,30 12/1,31 1998/1/1,31 1998/2/1")]
    [InlineData("1997-09-10", "FREQ=MONTHLY;INTERVAL=18;COUNT=10;BYMONTHDAY=10,11,12,13,14,15", "9/10-15 1999/3/10-13")]
    [InlineData("1997-09-02", "FREQ=MONTHLY;INTERVAL=2;BYDAY=TU", "9/2,9,16,23,30 11/4,11,18,25 1998/1/6,13,20,27 1998/3/3,10,17,24,31")]
    [InlineData("1997-09-02", "FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13", "1998/2/13 1998/3/13 1998/11/13 1999/8/13 2000/10/13")]
    [InlineData(
        "1997-09-13",
        "FREQ=MONTHLY;BYDAY=SA;BYMONTHDAY=7,8,9,10,11,12,13",
        "9/13 10/11 11/8 12/13 1998/1/10 1998/2/7 1998/3/7 1998/4/11 1998/5/9 1998/6/13"
    )]
    [InlineData("1997-09-04", "FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3", "9/4 10/7 11/6")]
    [InlineData("1997-09-29", "FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2", "9/29 10/30 11/27 12/30 1998/1/29 1998/2/26 1998/3/30")]
    [InlineData("2007-01-15", "FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5", "2007/1/15,30 2007/2/15 2007/3/15,30")]
    // Yearly
    [InlineData(
        "1997-06-10",
        "FREQ=YEARLY;COUNT=10;BYMONTH=6,7",
        "6/10 7/10 1998/6/10 1998/7/10 1999/6/10 1999/7/10 2000/6/10 2000/7/10 2001/6/10 2001/7/10"
    )]
    [InlineData(
        "1997-03-10",
        "FREQ=YEARLY;INTERVAL=2;COUNT=10;BYMONTH=1,2,3",
        "3/10 1999/1/10 1999/2/10 1999/3/10 2001/1/10 2001/2/10 2001/3/10 2003/1/10 2003/2/10 2003/3/10"
    )]
    [InlineData(
        "1997-01-01",
        "FREQ=YEARLY;INTERVAL=3;COUNT=10;BYYEARDAY=1,100,200",
        "1/1 4/10 7/19 2000/1/1 2000/4/9 2000/7/18 2003/1/1 2003/4/10 2003/7/19 2006/1/1"
    )]
    [InlineData("1997-05-19", "FREQ=YEARLY;BYDAY=20MO", "5/19 1998/5/18 1999/5/17")]
    [InlineData("1997-05-12", "FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO", "5/12 1998/5/11 1999/5/17")]
    [InlineData("1997-03-13", "FREQ=YEARLY;BYMONTH=3;BYDAY=TH", "3/13,20,27 1998/3/5,12,19,26 1999/3/4,11,18,25")]
    [InlineData(
        "1997-06-05",
        "FREQ=YEARLY;BYDAY=TH;BYMONTH=6,7,8",
        "6/5,12,19,26 7/3,10,17,24,31 8/7,14,21,28 1998/6/4,11,18,25 1998/7/2,9,16,23,30 1998/8/6,13,20,27"
    )]
    [InlineData("1996-11-05", "FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8", "1996/11/5 2000/11/7 2004/11/2")]
    public void An_example_yields_what_the_standard_says(string start, string rule, string days)
    {
        var expected = Days(days, start).ToList();
        var found = Expansion.Starts(
            Local(start + " 09:00"),
            Rule.Parse(rule),
            Zones.Get("America/New_York"),
            Local("1990-01-01 00:00"),
            Local("2010-01-01 00:00")
        );
        // Examples that go on (“...” in the text) are compared as far as they are printed.
        Assert.Equal(
            expected,
            rule.Contains("COUNT", StringComparison.Ordinal) || rule.Contains("UNTIL", StringComparison.Ordinal)
                ? found
                : found.Take(expected.Count)
        );
    }

    [Fact]
    public void Every_three_hours_until_a_moment() =>
        Assert.Equal(
            [9, 12, 15],
            Expansion
                .Starts(
                    Local("1997-09-02 09:00"),
                    Rule.Parse("FREQ=HOURLY;INTERVAL=3;UNTIL=19970902T190000Z"),
                    Zones.Get("America/New_York"),
                    Local("1997-01-01 00:00"),
                    Local("1998-01-01 00:00")
                )
                .Select(t => t.Hour)
        );

    [Fact]
    public void Every_twenty_minutes_of_the_day_by_hours_and_minutes()
    {
        var found = Expansion
            .Starts(
                Local("1997-09-02 09:00"),
                Rule.Parse("FREQ=DAILY;BYHOUR=9,10,11,12,13,14,15,16;BYMINUTE=0,20,40"),
                Zones.Get("America/New_York"),
                Local("1997-09-02 00:00"),
                Local("1997-09-04 00:00")
            )
            .ToList();
        Assert.Equal(48, found.Count);
        Assert.Equal(
            [Local("1997-09-02 09:00"), Local("1997-09-02 09:20"), Local("1997-09-02 09:40"), Local("1997-09-02 10:00")],
            found.Take(4)
        );
        Assert.Equal(Local("1997-09-02 16:40"), found[23]);
    }

    /// <summary>Reads "9/2,4 10/1-3 1998/1/5": month and days, in the year of the start where none is named.</summary>
    private static IEnumerable<LocalDateTime> Days(string text, string start)
    {
        foreach (var group in text.Split(' '))
        {
            var parts = group.Split('/');
            var (year, month, days) = parts.Length == 3 ? (parts[0], parts[1], parts[2]) : (start[..4], parts[0], parts[1]);
            foreach (var run in days.Split(','))
            {
                var ends = run.Split('-').Select(n => Number(n)).ToArray();
                for (var day = ends[0]; day <= ends[^1]; day++)
                    yield return new LocalDateTime(Number(year), Number(month), day, 9, 0);
            }
        }

        static int Number(string text) => int.Parse(text, System.Globalization.CultureInfo.InvariantCulture);
    }
}
