using Corlin.Core.Recurrence;
using Corlin.Core.Words;
using CsCheck;

namespace Corlin.Core.Tests;

public class RuleWordsTests
{
    [Theory]
    [InlineData("FREQ=WEEKLY;BYDAY=TH", "every Thursday")]
    [InlineData("FREQ=WEEKLY;INTERVAL=2;BYDAY=TH;UNTIL=20271118", "every second Thursday until 18 November 2027")]
    [InlineData("FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR", "every weekday")]
    [InlineData("FREQ=WEEKLY;INTERVAL=3;BYDAY=MO,WE,FR", "every third week on Monday, Wednesday and Friday")]
    [InlineData("FREQ=DAILY;COUNT=10", "every day, 10 times")]
    [InlineData("FREQ=MONTHLY;BYDAY=2WE", "every month on the second Wednesday")]
    [InlineData("FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1", "every month on the last weekday")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=15,-1", "every month on the 15th and the last day")]
    [InlineData("FREQ=MONTHLY;BYMONTHDAY=13;BYDAY=FR", "every month on the 13th when it is Friday")]
    [InlineData("FREQ=YEARLY;BYMONTH=3;BYMONTHDAY=5", "every year on 5 March")]
    [InlineData("FREQ=YEARLY;BYMONTH=3,10;BYDAY=-1SU", "every year on the last Sunday in March and October")]
    [InlineData("FREQ=YEARLY;BYYEARDAY=1,-1", "every year on the first day of the year and the last day of the year")]
    [InlineData(
        "FREQ=YEARLY;BYWEEKNO=20,-1;BYDAY=MO;WKST=SU",
        "every year on Monday in week 20 and the last week weeks beginning on Sunday"
    )]
    [InlineData("FREQ=DAILY;BYHOUR=9,15;BYMINUTE=0", "every day at hours 9 and 15 at minutes 0")]
    [InlineData("FREQ=DAILY;UNTIL=20270318T120000Z", "every day until 18 March 2027 at 12:00 UTC")]
    public void A_rule_is_said_in_words(string rule, string words) => Assert.Equal(words, RuleWords.Write(Rule.Parse(rule)));

    [Theory]
    [InlineData("Thursdays", "FREQ=WEEKLY;BYDAY=TH")]
    [InlineData("evry Thursday", "FREQ=WEEKLY;BYDAY=TH")]
    [InlineData("weekdays except Wednesday", "FREQ=WEEKLY;BYDAY=MO,TU,TH,FR")]
    [InlineData("every working day but Monday & Friday", "FREQ=WEEKLY;BYDAY=TU,WE,TH")]
    [InlineData("daily except Fridays", "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,SA,SU")]
    [InlineData("semi-annually", "FREQ=MONTHLY;INTERVAL=6")]
    [InlineData("Monday and Wednesday, fortnightly", "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,WE")]
    [InlineData("every other day for two weeks", "FREQ=DAILY;INTERVAL=2;COUNT=7")]
    [InlineData("quarterly on the 1st for 2 years", "FREQ=MONTHLY;INTERVAL=3;BYMONTHDAY=1;COUNT=8")]
    [InlineData("every second and fourth Wednesday of the month", "FREQ=MONTHLY;BYDAY=2WE,4WE")]
    [InlineData("every Monday till 12.4.", "FREQ=WEEKLY;BYDAY=MO;UNTIL=20270412T235959")]
    [InlineData("every other thu", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TH")]
    [InlineData("Every Tuesday and Thursday", "FREQ=WEEKLY;BYDAY=TU,TH")]
    [InlineData("every 2 weeks on Thursdays", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TH")]
    [InlineData("every two months on the first Monday", "FREQ=MONTHLY;INTERVAL=2;BYDAY=1MO")]
    [InlineData("monthly on the 15th, 6 times", "FREQ=MONTHLY;BYMONTHDAY=15;COUNT=6")]
    [InlineData("every last Friday of the month", "FREQ=MONTHLY;BYDAY=-1FR")]
    [InlineData("every first Monday", "FREQ=MONTHLY;BYDAY=1MO")]
    [InlineData("every 1st and 15th", "FREQ=MONTHLY;BYMONTHDAY=1,15")]
    [InlineData("each working day until 2 April", "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR;UNTIL=20270402T235959")]
    [InlineData("every month on the last working day, no end", "FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1")]
    [InlineData("daily, twice", "FREQ=DAILY;COUNT=2")]
    [InlineData("every other weekend", "FREQ=WEEKLY;INTERVAL=2;BYDAY=SA,SU")]
    [InlineData("alternate Mondays", "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO")]
    [InlineData("three-weekly on a Thursday", "FREQ=WEEKLY;INTERVAL=3;BYDAY=TH")]
    [InlineData("last Friday of every second month", "FREQ=MONTHLY;INTERVAL=2;BYDAY=-1FR")]
    [InlineData("second last Friday of the month", "FREQ=MONTHLY;BYDAY=-2FR")]
    [InlineData("for the next six Mondays", "FREQ=WEEKLY;BYDAY=MO;COUNT=6")]
    [InlineData("first of the month", "FREQ=MONTHLY;BYMONTHDAY=1")]
    [InlineData("Tues & Thurs", "FREQ=WEEKLY;BYDAY=TU,TH")]
    [InlineData("same day every month", "FREQ=MONTHLY")]
    [InlineData("weekly, 8 in all", "FREQ=WEEKLY;COUNT=8")]
    [InlineData("Thursdays only", "FREQ=WEEKLY;BYDAY=TH")]
    [InlineData("last Friday of the quarter", "FREQ=MONTHLY;INTERVAL=3;BYDAY=-1FR")]
    public void What_people_type_is_understood(string words, string? rule) =>
        Assert.Equal(rule, RuleReader.Read(words, new NodaTime.LocalDate(2027, 3, 11)).Rule?.ToString());

    [Theory]
    [InlineData("every Thursday with cake", "with cake")]
    [InlineData("every blue moon", "every blue moon")]
    [InlineData("weekly, 5 times, until 3 May", "weekly, 5 times, until 3 May")]
    [InlineData("every weekday until Christmas", "until Christmas")]
    [InlineData("twice a month", "twice a month")]
    [InlineData("every month on the 40th of never", "of never")]
    [InlineData("every day until 31 February 2027", "until 31 February 2027")]
    [InlineData("first Monday of the quarter", "first Monday of the quarter")]
    public void What_is_not_understood_is_named(string words, string left)
    {
        var reading = RuleReader.Read(words, new NodaTime.LocalDate(2027, 3, 11));
        Assert.Null(reading.Rule);
        Assert.Equal(left, reading.NotUnderstood);
    }

    [Fact]
    public void What_no_rule_may_say_is_told() =>
        Assert.Contains(
            "BYWEEKNO",
            RuleReader.Read("every month in week 3", new NodaTime.LocalDate(2027, 3, 11)).Forbidden,
            StringComparison.Ordinal
        );

    [Fact]
    public void The_words_of_every_rule_are_read_back_to_it() =>
        Rules.Any.Sample(
            rule =>
            {
                var words = RuleWords.Write(rule);
                // An end before the first day is refused; every rule has its own.
                Assert.Equal(rule.ToString(), RuleReader.Read(words, new NodaTime.LocalDate(1900, 1, 1)).Rule?.ToString());
            },
            iter: 5_000
        );
}
