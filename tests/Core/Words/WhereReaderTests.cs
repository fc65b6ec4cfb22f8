using Corlin.Core.Words;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Core.Tests;

public class WhereReaderTests
{
    /// <summary>A Monday.</summary>
    private static readonly LocalDate Today = new(2027, 3, 8);

    private static readonly string[] Places = ["Head office", "Halifax yard", "Madrid office", "St John’s port", "Harbour office"];

    private static IReadOnlyList<string> Like(string words)
    {
        if (words.Length < 3)
            return [];
        var exact = Places.Where(p => p.Equals(words, StringComparison.OrdinalIgnoreCase)).ToList();
        return exact.Count > 0 ? exact : [.. Places.Where(p => words.Split(' ').All(w => p.ToLowerInvariant().Split(' ').Contains(w)))];
    }

    [Theory]
    // One day, or days that follow one another.
    [InlineData("Madrid tomorrow", "Place Madrid office 2027-03-09..2027-03-09")]
    [InlineData("home today", "Home 2027-03-08..2027-03-08")]
    [InlineData("home on Thursday", "Home 2027-03-11..2027-03-11")]
    [InlineData("works from home Thursday and Friday", "Home 2027-03-11..2027-03-12")]
    [InlineData("home on 12 and 14 March", "Home 2027-03-12..2027-03-12; Home 2027-03-14..2027-03-14")]
    [InlineData("Halifax yard 10 to 12 March", "Place Halifax yard 2027-03-10..2027-03-12")]
    [InlineData("at the yard from 10 to 12 March", "Place Halifax yard 2027-03-10..2027-03-12")]
    [InlineData("yard 10-12 March", "Place Halifax yard 2027-03-10..2027-03-12")]
    [InlineData("yard 10 March – 2 April", "Place Halifax yard 2027-03-10..2027-04-02")]
    [InlineData("the yard Monday to Wednesday", "Place Halifax yard 2027-03-08..2027-03-10")]
    [InlineData("Halifax yard 28 December to 3 January", "Place Halifax yard 2027-12-28..2028-01-03")]
    [InlineData("yard 2027-03-10 to 2027-03-12", "Place Halifax yard 2027-03-10..2027-03-12")]
    [InlineData("home next week", "Home 2027-03-15..2027-03-21")]
    [InlineData("home this week", "Home 2027-03-08..2027-03-14")]
    [InlineData("not working on 12 March", "NotWorking 2027-03-12..2027-03-12")]
    [InlineData("Halifax yard in April", "Place Halifax yard 2027-04-01..2027-04-30")]
    [InlineData("home until Friday", "Home 2027-03-08..2027-03-12")]
    [InlineData("home from tomorrow for two weeks", "Home 2027-03-09..2027-03-22")]
    [InlineData("as usual on 12 March", "usual 2027-03-12..2027-03-12")]
    [InlineData("St John’s port 17 to 19 March", "Place St John’s port 2027-03-17..2027-03-19")]
    // Parts of a day.
    [InlineData("Madrid tomorrow morning", "Place Madrid office 2027-03-09..2027-03-09 0-720")]
    [InlineData("home on Thursday from 14:00", "Home 2027-03-11..2027-03-11 840-1440")]
    [InlineData("home on Thursday until 14:00", "Home 2027-03-11..2027-03-11 0-840")]
    [InlineData("yard from 9 to 12 on Thursday", "Place Halifax yard 2027-03-11..2027-03-11 540-720")]
    [InlineData("yard 9:30-12:30 tomorrow", "Place Halifax yard 2027-03-09..2027-03-09 570-750")]
    [InlineData("yard mornings 10 to 12 March", "Place Halifax yard 2027-03-10..2027-03-12 0-720")]
    // Days that repeat.
    [InlineData("home Thursdays and Fridays until June", "Home 2027-03-11 FREQ=WEEKLY;BYDAY=TH,FR;UNTIL=20270531T235959")]
    [InlineData("home on Thursdays", "Home 2027-03-11 FREQ=WEEKLY;BYDAY=TH")]
    [InlineData("home Thursday and Fridays", "Home 2027-03-11 FREQ=WEEKLY;BYDAY=TH,FR")]
    [InlineData("home every Friday", "Home 2027-03-12 FREQ=WEEKLY;BYDAY=FR")]
    [InlineData("Madrid every second Tuesday from 1 April", "Place Madrid office 2027-04-06 FREQ=WEEKLY;INTERVAL=2;BYDAY=TU")]
    [InlineData("mornings at the yard", "Place Halifax yard 2027-03-08 FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR 0-720")]
    [InlineData(
        "mornings at the yard until 30 April",
        "Place Halifax yard 2027-03-08 FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR;UNTIL=20270430T235959 0-720"
    )]
    [InlineData("never on Friday afternoon", "NotWorking 2027-03-12 FREQ=WEEKLY;BYDAY=FR 720-1440")]
    [InlineData("never on Fridays after 15:00", "NotWorking 2027-03-12 FREQ=WEEKLY;BYDAY=FR 900-1440")]
    [InlineData("home weekdays until the end of June", "Home 2027-03-08 FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR;UNTIL=20270630T235959")]
    [InlineData("home from 1 April", "Home 2027-04-01 FREQ=DAILY")]
    // On the way.
    [InlineData(
        "Halifax yard 10 to 12 March, travelling the evening before",
        "Place Halifax yard 2027-03-10..2027-03-12; OnTheWay 2027-03-09..2027-03-09 1080-1440"
    )]
    [InlineData(
        "Halifax yard 10 to 12, travelling the evenings",
        "Place Halifax yard 2027-03-10..2027-03-12; OnTheWay 2027-03-09..2027-03-09 1080-1440; OnTheWay 2027-03-12..2027-03-12 1080-1440"
    )]
    [InlineData("yard 5 to 7", "Place Halifax yard 2027-04-05..2027-04-07")]
    [InlineData("home 12", "Home 2027-03-12..2027-03-12")]
    [InlineData(
        "Madrid 10 to 12 March, travelling the evenings",
        "Place Madrid office 2027-03-10..2027-03-12; OnTheWay 2027-03-09..2027-03-09 1080-1440; OnTheWay 2027-03-12..2027-03-12 1080-1440"
    )]
    [InlineData(
        "yard 10 March, travelling the day before and the day after",
        "Place Halifax yard 2027-03-10..2027-03-10; OnTheWay 2027-03-09..2027-03-09; OnTheWay 2027-03-11..2027-03-11"
    )]
    [InlineData("travelling tomorrow afternoon", "OnTheWay 2027-03-09..2027-03-09 720-1440")]
    // What is not understood, or missing.
    [InlineData("", null)]
    [InlineData("Madrid", null)]
    [InlineData("tomorrow", null)]
    [InlineData("Timbuktu tomorrow", null)]
    [InlineData("home and Madrid tomorrow", null)]
    [InlineData("office tomorrow", null)]
    [InlineData("home 12 to 10 March", null)]
    [InlineData("home 31 February", null)]
    public void Reads_where_somebody_is(string line, string? expected)
    {
        var reading = WhereReader.Read(line, Today, Like);
        if (expected is null)
        {
            Assert.Empty(reading.Stays);
            Assert.NotEqual("", reading.NotUnderstood);
            return;
        }

        Assert.Equal((expected, ""), (string.Join("; ", reading.Stays.Select(Written)), reading.NotUnderstood));
    }

    [Fact]
    public void A_word_that_may_be_several_places_is_asked_back() =>
        Assert.Equal(
            "“office” may be Head office or Madrid office or Harbour office: say which.",
            WhereReader.Read("office tomorrow", Today, Like).NotUnderstood
        );

    [Theory]
    [InlineData("holiday next week")]
    [InlineData("away tomorrow")]
    [InlineData("ill today")]
    public void An_absence_is_told_from_a_place(string line) =>
        Assert.Equal("That is an absence; it is posted as one, with who covers.", WhereReader.Read(line, Today, Like).NotUnderstood);

    [Fact]
    public void What_is_not_understood_is_told_as_it_was_typed() =>
        Assert.Equal("“Timbuktu 10–12 March” is not understood.", WhereReader.Read("home Timbuktu 10–12 March", Today, Like).NotUnderstood);

    [Fact]
    public void No_line_makes_it_fail()
    {
        string[] words =
        [
            "home",
            "Madrid",
            "10",
            "to",
            "-",
            "12",
            "March",
            "until",
            "June",
            "every",
            "second",
            "Tuesday",
            "mornings",
            "from",
            "9:00",
            "never",
            ",",
            "travelling",
            "the",
            "evening",
            "before",
            "for",
            "0",
            "99999999999",
            "31",
            "and",
            "on",
            "all",
            "week",
            "next",
            "–",
        ];
        var random = new Random(17);
        for (var i = 0; i < 20_000; i++)
        {
            var line = string.Join(' ', Enumerable.Range(0, random.Next(9)).Select(_ => words[random.Next(words.Length)]));
            var reading = WhereReader.Read(line, Today, Like);
            Assert.True(reading.Stays.IsEmpty != (reading.NotUnderstood == ""), line);
            Assert.All(reading.Stays, s => Assert.True(s.Rule is not null || s.Last >= s.First, line));
        }
    }

    private static string Written(WhereSaid said)
    {
        string Day(LocalDate date) => LocalDatePattern.Iso.Format(date);
        var days = said.Rule is { } rule ? $"{Day(said.First)} {rule}" : $"{Day(said.First)}..{Day(said.Last!.Value)}";
        var part = said.Part.IsWhole ? "" : $" {said.Part.From}-{said.Part.To}";
        return $"{(said.Usual ? "usual" : said.Kind.ToString())}{(said.Place is null ? "" : " " + said.Place)} {days}{part}";
    }
}
