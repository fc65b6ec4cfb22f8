using System.Text;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Interchange.People;

namespace Corlin.Interchange.Tests;

/// <summary>Files of people.</summary>
public sealed class PeopleFileTests
{
    [Theory]
    [InlineData(',')]
    [InlineData(';')]
    [InlineData('\t')]
    public void Columns_are_found_by_name_whatever_separates_them(char by)
    {
        var text =
            "Post,NAME,telephones,address,inside,hours,unknown\nharbour master,\"Pene, Aroha\",+64 4 555 0110|+64 4 555 0111,aroha@harbour.example,no,08:30-17:00,x\n"
                .Replace(',', by)
                .Replace($"Pene{by} Aroha", "Pene, Aroha", StringComparison.Ordinal)
                .Replace('|', by == ';' ? '\t' : ';')
                .Replace("\t+64", by == ';' ? " +64" : "\t+64", StringComparison.Ordinal);
        var line = Assert.Single(Read(text).Lines);
        Assert.Equal(
            (2, "Pene, Aroha", "aroha@harbour.example", UserKind.Person, (bool?)false, "harbour master"),
            (line.Number, line.Name, line.Address, line.Kind, line.Inside, line.Post)
        );
        Assert.Equal(WorkingHours.Weekdays(510, 1020).Spans, line.Hours!.Spans);
        Assert.Contains("+64 4 555 0110", line.Telephones[0], StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("kind", "boat", "“boat” is no kind; person, group, room and resource are")]
    [InlineData("inside", "maybe", "“maybe” under “inside” is neither yes nor no")]
    [InlineData("hours", "18:00-08:00", "“18:00-08:00” are no hours; write them as 08:30-18:00")]
    [InlineData("capacity", "six", "“six” is no number of seats")]
    public void A_line_that_is_not_understood_is_said_and_the_others_are_read(string column, string value, string why)
    {
        var (lines, unread) = Read($"name,{column}\nFulmar,{value}\nDunlin,\n");
        Assert.Equal("Dunlin", Assert.Single(lines).Name);
        Assert.Equal((2, "Fulmar", why), Assert.Single(unread) is var u ? (u.Number, u.What, u.Why) : default);
    }

    [Theory]
    [InlineData("", "Its first line must name the columns, one of them “name”.")]
    [InlineData("who,address\nAna,ana@ebbline.example\n", "Its first line must name the columns, one of them “name”.")]
    [InlineData("name,post\n\"Ana\"x,finance\n", "Line 2 has a quotation mark that is not closed or stands in the wrong place.")]
    public void What_is_no_such_file_is_said(string text, string why) =>
        Assert.Equal(why, Assert.Throws<FormatException>(() => Read(text)).Message);

    [Fact]
    public void Text_of_another_encoding_is_said()
    {
        var bytes = Encoding.Latin1.GetBytes("name\nTomé Vidal\n");
        Assert.Equal(
            "It is not UTF-8 text. Save it as UTF-8 and send it again.",
            Assert.Throws<FormatException>(() => PeopleFile.Read(new MemoryStream(bytes))).Message
        );
    }

    [Fact]
    public void A_file_without_end_is_refused()
    {
        var text = "name\n" + string.Concat(Enumerable.Range(0, PeopleFile.MostLines + 1).Select(i => $"Somebody {i}\n"));
        Assert.StartsWith(
            "It has more than 5000 lines.",
            Assert.Throws<FormatException>(() => Read(text)).Message,
            StringComparison.Ordinal
        );
    }

    private static (IReadOnlyList<PersonLine> Lines, IReadOnlyList<UnreadLine> Unread) Read(string text) =>
        PeopleFile.Read(new MemoryStream(Encoding.UTF8.GetBytes(text)));
}
