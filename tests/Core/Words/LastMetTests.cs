using Corlin.Core.Words;

namespace Corlin.Core.Tests;

public class LastMetTests
{
    [Theory]
    [InlineData("When did Maren last meet Rosa", "Maren", "Rosa")]
    [InlineData("when did maren last meet with Rosa Teixeira?", "maren", "Rosa Teixeira")]
    [InlineData("last met Rosa", null, "Rosa")]
    [InlineData("we last saw the harbour authority", null, "the harbour authority")]
    [InlineData("Maren last time with Desmond", "Maren", "Desmond")]
    [InlineData("last Tuesday Maren last met Rosa", "last Tuesday Maren", "Rosa")]
    [InlineData("when did Maren last meet with", "Maren", "with")]
    public void It_asks_when_somebody_last_met_somebody(string text, string? who, string whom) =>
        Assert.Equal(new LastMet(who, whom), LastMet.Read(text));

    [Theory]
    [InlineData("")]
    [InlineData("last")]
    [InlineData("last met")]
    [InlineData("when did M")]
    [InlineData("Maren last week")]
    [InlineData("last met ???")]
    [InlineData("last met Rosa? or Ana")]
    public void Everything_else_asks_no_such_thing(string text) => Assert.Null(LastMet.Read(text));

    [Fact]
    public void Many_words_are_read_at_once() => Assert.Null(LastMet.Read(string.Concat(Enumerable.Repeat("last ", 100_000))));
}
