using Corlin.Core.Words.Lines;
using NodaTime;

namespace Corlin.Core.Tests;

public class SomebodysDayTests
{
    // A Monday.
    private static readonly LocalDate Today = new(2027, 3, 8);

    [Theory]
    [InlineData("maren thursday", "maren", "2027-03-11")]
    [InlineData("Maren Falk on 18 March", "Maren Falk", "2027-03-18")]
    [InlineData("tomorrow Wiremu", "Wiremu", "2027-03-09")]
    [InlineData("18 march", "", "2027-03-18")]
    [InlineData("Ana, Friday week", "Ana", "2027-03-19")]
    public void Somebody_and_a_day_are_told_apart(string text, string who, string day)
    {
        var read = SomebodysDay.Read(text, Today)!;
        Assert.Equal((who, day), (read.Who, read.Day.ToString("yyyy-MM-dd", null)));
    }

    [Theory]
    [InlineData("maren")]
    [InlineData("")]
    [InlineData("May Ferreira")]
    [InlineData("the Friday drinks list")]
    [InlineData("maren next week")]
    [InlineData("maren 31 February")]
    public void Without_a_day_at_an_end_there_is_none(string text) => Assert.Null(SomebodysDay.Read(text, Today));
}
