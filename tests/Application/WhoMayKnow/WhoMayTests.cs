namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>
/// Forty organisations in every run, ten thousand with CORLIN_LONG, in two halves that run side by side. Each is made once and held against
/// both statements.
/// </summary>
public class WhoMayTests
{
    [Fact]
    public void Every_read_is_found() => Assert.True(EveryRead.Types.Count >= 30, string.Join(", ", EveryRead.Types.Select(t => t.Name)));

    [Fact]
    public void Every_change_is_found() =>
        Assert.True(EveryChange.Types.Count >= 70, string.Join(", ", EveryChange.Types.Select(t => t.Name)));

    [Fact]
    public Task Nobody_is_told_or_does_more_in_any_organisation_than_the_rules_allow_nor_less() => AssertNothingWrongAsync(half: 0);

    internal static async Task AssertNothingWrongAsync(int half)
    {
        var wrong = await Organisations.WrongInAnyAsync(half, async (world, made, seed) =>
            [
                .. await world.See(store => WhoMayKnow.Wrong(made, Remembered.Of(store), world, seed).Take(4).ToList()),
                .. await WhoMayDo.WrongAsync(world, made, seed),
            ]
        );
        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
    }
}

/// <summary>The other half, in a class of its own so that it runs beside the first.</summary>
public class WhoMayInOtherOrganisationsTests
{
    [Fact]
    public Task Nobody_is_told_or_does_more_in_any_organisation_than_the_rules_allow_nor_less() =>
        WhoMayTests.AssertNothingWrongAsync(half: 1);
}
