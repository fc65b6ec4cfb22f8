using Corlin.Core.Words;

namespace Corlin.Core.Tests;

/// <summary>Lists of people as mail programs, spreadsheets and web pages give them.</summary>
public class PastedPeopleTests
{
    [Theory]
    [InlineData("ana@porto.example", "|ana@porto.example")]
    [InlineData("Ana Brandão <Ana@Porto.example>", "Ana Brandão|ana@porto.example")]
    [InlineData(
        "\"Brandão, Ana\" <ana@porto.example>; Tomé Vidal <tome@porto.example>",
        "Ana Brandão|ana@porto.example",
        "Tomé Vidal|tome@porto.example"
    )]
    [InlineData(
        "Brandão, Ana <ana@porto.example>, Vidal, Tomé <tome@porto.example>",
        "Ana Brandão|ana@porto.example",
        "Tomé Vidal|tome@porto.example"
    )]
    [InlineData("Ana Brandão, Tomé Vidal", "Ana Brandão|", "Tomé Vidal|")]
    [InlineData("Ana Brandão; Tomé Vidal;", "Ana Brandão|", "Tomé Vidal|")]
    [InlineData("ana@porto.example tome@porto.example", "|ana@porto.example", "|tome@porto.example")]
    [InlineData(
        "ana@porto.example/tome@porto.example | rosa@porto.example",
        "|ana@porto.example",
        "|tome@porto.example",
        "|rosa@porto.example"
    )]
    [InlineData("mailto:ana@porto.example?subject=Lease", "|ana@porto.example")]
    [InlineData("<mailto:ana@porto.example>", "|ana@porto.example")]
    [InlineData("ana@porto.example (Ana Brandão)", "Ana Brandão|ana@porto.example")]
    [InlineData(
        "Ana Brandão [ana@porto.example]\r\n\r\n• Tomé Vidal\ttome@porto.example",
        "Ana Brandão|ana@porto.example",
        "Tomé Vidal|",
        "|tome@porto.example"
    )]
    [InlineData("'ana@porto.example', “Tomé Vidal” <tome@porto.example>.", "|ana@porto.example", "Tomé Vidal|tome@porto.example")]
    [InlineData("ana@porto.example, ANA@PORTO.EXAMPLE", "|ana@porto.example")]
    [InlineData("  ,;\n ")]
    public void Each_is_read_once_with_name_and_address(string text, params string[] people) =>
        Assert.Equal(people, PastedPeople.Read(text).Select(p => $"{p.Name}|{p.Address}"));

    [Fact]
    public void A_text_of_any_length_is_read_to_its_bound() =>
        Assert.Equal(
            PastedPeople.Most,
            PastedPeople.Read(string.Join(';', Enumerable.Range(0, 5_000).Select(i => $"p{i}@porto.example"))).Count
        );
}
