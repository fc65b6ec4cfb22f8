using Corlin.Core.Text;
using Corlin.Core.Words;

namespace Corlin.Core.Tests;

/// <summary>Who is meant by what somebody types into a search for people and rooms.</summary>
public class SeekingTests
{
    private static readonly (string Key, Sought Sought)[] Everybody =
    [
        ("owen", One("Owen Tupper", "Chief financial officer, Halifax, Finance", "owen.tupper@ebbline.example")),
        ("aroha", One("Aroha Ngata", "Yard, Wellington, Array design", "aroha.ngata@ebbline.example")),
        ("ana", One("Ana Brandão", "Counsel, Lisbon", "ana.brandao@ebbline.example")),
        ("said", One("Said Room", "Pilot, Lisbon", "said@ebbline.example")),
        ("gannet", Room("Gannet", "Head office, screen whiteboard", 12)),
        ("dunlin", Room("Dunlin", "Head office, telephone", 4)),
        ("petrel", Room("Petrel", "Setúbal, screen", 8)),
        ("design", One("Array design", "group", "array.design@ebbline.example")),
    ];

    private static Sought One(string name, string more, string address) => new(Words(name), Words(more), address, null);

    private static Sought Room(string name, string more, int seats) =>
        new(Words(name), Words(more), $"{name.ToLowerInvariant()}@rooms.example", seats);

    private static System.Collections.Immutable.ImmutableArray<string> Words(string text) => [.. Plain.Words(text)];

    private static string Found(string text)
    {
        var seeking = new Seeking(text);
        return string.Join(
            ' ',
            Everybody
                .Select(e => (e.Key, Score: seeking.Score(e.Sought)))
                .Where(e => e.Score is not null)
                .OrderByDescending(e => e.Score)
                .ThenBy(e => e.Key, StringComparer.Ordinal)
                .Select(e => e.Key)
        );
    }

    [Theory]
    [InlineData("owen", "owen")]
    [InlineData("owne", "owen")]
    [InlineData("Tupper owen", "owen")]
    [InlineData("tuper", "owen")]
    [InlineData("Aroah", "aroha")]
    [InlineData("brandao", "ana")]
    [InlineData("bran", "ana")]
    [InlineData("BRANDÃO, Ana", "ana")]
    [InlineData("financial officer", "owen")]
    [InlineData("finance", "owen")]
    [InlineData("welington", "aroha")]
    [InlineData("array", "design aroha")]
    [InlineData("ana.b", "ana")]
    [InlineData("@", "")]
    [InlineData("zzz", "")]
    [InlineData("owen zzz", "")]
    [InlineData("screen", "gannet petrel")]
    [InlineData("room for six", "petrel gannet")]
    [InlineData("room for 6 with a screen", "petrel gannet")]
    [InlineData("10 seats", "gannet")]
    [InlineData("seats 13", "")]
    [InlineData("setubal", "petrel")]
    [InlineData("room", "said")]
    [InlineData("the", "")]
    public void Is_found_by_any_part_of_what_is_known_with_a_letter_wrong(string text, string found) => Assert.Equal(found, Found(text));

    [Fact]
    public void Nothing_that_names_anybody_is_said_so()
    {
        Assert.True(new Seeking("").SaysNothing);
        Assert.True(new Seeking("  ,; ").SaysNothing);
        Assert.False(new Seeking("the").SaysNothing);
    }
}
