using System.Globalization;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>
/// Forty made-up organisations in every run, ten thousand with CORLIN_LONG, or those it names: as many as it says, or from one number to
/// before another, as in 200-400.
/// </summary>
internal static class Organisations
{
    private const int InOneStore = 5;

    private const int MostTold = 20;

    private static readonly (int From, int Before) Asked = Read(Environment.GetEnvironmentVariable("CORLIN_LONG"));

    /// <summary>What is wrong in any of one half of them, 0 or 1, with its number; the first twenty or so.</summary>
    public static async Task<IReadOnlyList<string>> WrongInAnyAsync(int half, Func<World, Organisation, int, Task<List<string>>> wrongIn)
    {
        var wrong = new List<string>();
        for (var from = Asked.From + (half * InOneStore); from < Asked.Before && wrong.Count < MostTold; from += 2 * InOneStore)
        {
            await using var world = await World.MakeAsync();
            for (var seed = from; seed < Math.Min(from + InOneStore, Asked.Before) && wrong.Count < MostTold; seed++)
            {
                var made = await Organisation.MakeAsync(world, seed);
                wrong.AddRange((await wrongIn(world, made, seed)).Select(w => $"organisation {seed}: {w}"));
            }
        }

        return wrong;
    }

    private static (int From, int Before) Read(string? said)
    {
        if (said is null)
            return (0, 40);
        var ends = said.Split('-').Select(end => int.Parse(end, CultureInfo.InvariantCulture)).ToList();
        return ends.Count == 2 ? (ends[0], ends[1]) : (0, ends[0] > 1 ? ends[0] : 10_000);
    }
}
