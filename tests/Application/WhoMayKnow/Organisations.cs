using System.Globalization;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>Two hundred made-up organisations in every run, ten thousand with CORLIN_LONG, or as many as it says.</summary>
internal static class Organisations
{
    private const int InOneStore = 50;

    private const int MostTold = 20;

    private static readonly int Count = Environment.GetEnvironmentVariable("CORLIN_LONG") is not { } said ? 200
        : int.TryParse(said, NumberStyles.None, CultureInfo.InvariantCulture, out var many) && many > 1 ? many : 10_000;

    /// <summary>What is wrong in any of them, with its number; the first twenty or so.</summary>
    public static async Task<IReadOnlyList<string>> WrongInAnyAsync(Func<World, Organisation, int, Task<List<string>>> wrongIn)
    {
        var wrong = new List<string>();
        for (var from = 0; from < Count && wrong.Count < MostTold; from += InOneStore)
        {
            await using var world = await World.MakeAsync();
            for (var seed = from; seed < from + InOneStore && wrong.Count < MostTold; seed++)
            {
                var made = await Organisation.MakeAsync(world, seed);
                wrong.AddRange((await wrongIn(world, made, seed)).Select(w => $"organisation {seed}: {w}"));
            }
        }

        return wrong;
    }
}
