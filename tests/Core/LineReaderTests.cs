using Corlin.Core.Words;
using CsCheck;
using NodaTime;
using static Corlin.Core.Tests.Times;

namespace Corlin.Core.Tests;

public class LineReaderTests
{
    private sealed class Organisation : ILineNames
    {
        private static readonly string[] People = ["Ana Brandão", "Ana Castro", "Tomé Vidal", "Ruta Vaitkus", "Maren Falk", "May Ferreira"];

        public string? Person(string name)
        {
            var called = People.Where(p => p == name || p.Split(' ')[0].Equals(name, StringComparison.OrdinalIgnoreCase)).ToList();
            return called is [var one] ? one : null;
        }

        public string? Place(string name) => name.Equals("gannet", StringComparison.OrdinalIgnoreCase) ? "Gannet" : name == "head office" ? "Head office" : null;
    }

    private static readonly string[] Vocabulary =
        "thu 15:00 for 45 with Ruta Ana , if free about in every second Thursday until and to between 16 March next week by video x".Split(' ');

    // A Monday.
    private static Line Read(string text) => LineReader.Read(text, Local("2027-03-08 09:42"), new Organisation());

    [Fact]
    public void A_whole_meeting_is_one_line()
    {
        var line = Read("Thu 15:00 for 45 with Ruta, if free Tomé, about lease, in Gannet, every second Thursday");
        Assert.Equal(new LocalDate(2027, 3, 11), line.Date);
        Assert.Equal(new LocalTime(15, 0), line.Time);
        Assert.Equal(Duration.FromMinutes(45), line.Length);
        Assert.Equal(["Ruta Vaitkus"], line.Required);
        Assert.Equal(["Tomé Vidal"], line.Optional);
        Assert.Equal(("lease", "Gannet", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TH"), (line.Title, line.Place, line.Rule!.ToString()));
        Assert.Empty(line.NotUnderstood);
    }

    [Theory]
    [InlineData("today at 17:00", "2027-03-08 17:00")]
    [InlineData("tomorrow 9am", "2027-03-09 09:00")]
    [InlineData("next Thursday at 3 pm", "2027-03-18 15:00")]
    [InlineData("Monday 09:00", "2027-03-15 09:00")]
    [InlineData("Monday 10:00", "2027-03-08 10:00")]
    [InlineData("on 16 March 12.30", "2027-03-16 12:30")]
    [InlineData("2 March noon", "2028-03-02 12:00")]
    [InlineData("29 February 2028 8:15", "2028-02-29 08:15")]
    [InlineData("11:00", "2027-03-08 11:00")]
    [InlineData("09:00", "2027-03-09 09:00")]
    public void Days_and_clocks_are_the_next_there_are(string text, string when)
    {
        var line = Read(text);
        Assert.Equal(Local(when), line.Date!.Value + line.Time!.Value);
        Assert.Empty(line.NotUnderstood);
    }

    [Theory]
    [InlineData("for 45 minutes", 45)]
    [InlineData("for 90min", 90)]
    [InlineData("for two hours", 120)]
    [InlineData("for 1 h 30", 90)]
    [InlineData("for half an hour", 30)]
    [InlineData("15:00 to 16:30", 90)]
    [InlineData("15:00-15:20", 20)]
    public void Lengths_are_read_as_people_say_them(string text, int minutes) => Assert.Equal(Duration.FromMinutes(minutes), Read(text).Length);

    [Theory]
    [InlineData("between 16 and 26 March", "2027-03-16", "2027-03-26")]
    [InlineData("between Thursday and 2 April", "2027-03-11", "2027-04-02")]
    [InlineData("next week", "2027-03-15", "2027-03-19")]
    [InlineData("this week", "2027-03-08", "2027-03-12")]
    public void A_span_of_days_is_read(string text, string from, string to)
    {
        var between = Read(text).Between!;
        Assert.Equal((from, to), (between.Start.ToString("yyyy-MM-dd", null), between.End.ToString("yyyy-MM-dd", null)));
    }

    [Fact]
    public void Names_go_on_over_commas_and_in_whose_name_is_read()
    {
        var line = Read("for Maren with Ruta, Tomé and May Ferreira, private, by video, about board, second reading");
        Assert.Equal(["Ruta Vaitkus", "Tomé Vidal", "May Ferreira"], line.Required);
        Assert.Equal(("Maren Falk", true, true, "board"), (line.InNameOf, line.Private, line.Video, line.Title));
        Assert.Equal(["second reading"], Missed("about board, second reading"));
    }

    [Theory]
    [InlineData("with Ana", "Ana")]
    [InlineData("with Zelda and Ruta", "Zelda")]
    [InlineData("Thu 15:00 pronto please with Ruta", "pronto please")]
    [InlineData("with Ruta every blue moon", "every blue moon")]
    [InlineData("16:00 to 15:00", "16:00 to 15:00")]
    [InlineData("31 February 10:00", "31 February")]
    public void What_is_not_understood_is_marked_where_it_stands(string text, string missed) => Assert.Equal([missed], Missed(text));

    [Fact]
    public void Any_line_is_read_and_every_word_is_understood_or_marked_once() =>
        Gen.Int[0, Vocabulary.Length - 1].Select(i => Vocabulary[i]).Array[0, 12]
            .Sample(words =>
            {
                var text = string.Join(' ', words);
                var marks = Read(text).NotUnderstood;
                Assert.All(marks, m => Assert.True(m.At < m.End && m.End <= text.Length));
                Assert.All(marks.Zip(marks.Skip(1)), pair => Assert.True(pair.First.End <= pair.Second.At));
            });

    private static IEnumerable<string> Missed(string text) => Read(text).NotUnderstood.Select(m => text[m.At..m.End]);
}
