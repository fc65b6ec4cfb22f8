using Corlin.Application.Wording;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Tests;

public class WordingTests
{
    [Theory]
    [InlineData(1, "1 minute")]
    [InlineData(45, "45 minutes")]
    [InlineData(60, "1 h")]
    [InlineData(90, "1 h 30")]
    [InlineData(125, "2 h 05")]
    public void A_length_in_words(int minutes, string words) => Assert.Equal(words, English.Length(minutes));

    [Theory]
    [InlineData("2027-03-08", "today")]
    [InlineData("2027-03-09", "tomorrow")]
    [InlineData("2027-03-14", "Sunday")]
    [InlineData("2027-03-15", "Monday 15 March")]
    [InlineData("2027-03-07", "Sunday 7 March")]
    public void A_day_as_seen_from_today(string date, string words) =>
        Assert.Equal(words, English.NearDay(NodaTime.Text.LocalDatePattern.Iso.Parse(date).Value, new LocalDate(2027, 3, 8)));

    [Theory]
    [InlineData(0, "no holds")]
    [InlineData(1, "one hold")]
    [InlineData(3, "three holds")]
    [InlineData(12, "12 holds")]
    public void A_count_in_words(int count, string words) => Assert.Equal(words, English.Count(count, "hold", "holds"));

    [Theory]
    [InlineData("", new string[0])]
    [InlineData("Ana", new[] { "Ana" })]
    [InlineData("Ana and Tomé", new[] { "Ana", "Tomé" })]
    [InlineData("Ana, Tomé and Ruta", new[] { "Ana", "Tomé", "Ruta" })]
    public void Names_in_a_row(string words, string[] names) => Assert.Equal(words, English.And(names));

    [Fact]
    public void Reasons_of_one_kind_stand_together()
    {
        SlotReason[] reasons =
        [
            new(SlotReasonKind.AllFree),
            new(SlotReasonKind.Lunch, "a"),
            new(SlotReasonKind.FirstHour, "b"),
            new(SlotReasonKind.Lunch, "b"),
        ];
        Assert.Equal("Everyone is free. Lunch for A and B. First hour for B.", English.Reasons(reasons, key => key.ToUpperInvariant()));
    }

    [Theory]
    [InlineData(-4, -3, "From Sunday Halifax is 3 h behind Lisbon, not 4 h.")]
    [InlineData(1, 2, "From Sunday Halifax is 2 h ahead of Lisbon, not 1 h.")]
    [InlineData(-1, 0, "From Sunday Halifax is at the same time as Lisbon, not 1 h.")]
    public void A_clock_change_ahead(int before, int after, string words) =>
        Assert.Equal(
            words,
            English.ClockChange(
                new ClockChange("America/Halifax", Instant.FromUtc(2027, 3, 14, 6, 0), Offset.FromHours(before), Offset.FromHours(after)),
                "Halifax",
                "Lisbon",
                new LocalDate(2027, 3, 14),
                new LocalDate(2027, 3, 8)
            )
        );

    [Fact]
    public void Every_refusal_and_every_reason_has_words_without_exclamation()
    {
        Assert.All(Enum.GetValues<RefusalKind>(), kind => Assert.Matches(@"^[^!]+\.$", English.Refused(new Refusal(kind, null, "x"))));
        Assert.All(Enum.GetValues<SlotReasonKind>(), kind =>
            Assert.Matches(@"^[^!]+\.$", English.Reasons([new SlotReason(kind, "a")], key => key))
        );
    }
}
