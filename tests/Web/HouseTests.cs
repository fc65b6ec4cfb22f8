using System.Reflection;
using System.Text.RegularExpressions;

namespace Corlin.Web.Tests;

/// <summary>Holds the arrows of docs/architecture.md.</summary>
public partial class HouseTests
{
    private static readonly Dictionary<string, string[]> Knows = new()
    {
        ["Corlin.Core"] = [],
        ["Corlin.Application"] = ["Corlin.Core"],
        ["Corlin.Interchange"] = ["Corlin.Core"],
        ["Corlin.Store"] = ["Corlin.Application", "Corlin.Core"],
        ["Corlin.Simulation"] = ["Corlin.Application", "Corlin.Core", "Corlin.Interchange"],
        ["Corlin.Cli"] = ["Corlin.Application", "Corlin.Core", "Corlin.Interchange", "Corlin.Store"],
        ["Corlin.Web"] = ["Corlin.Application", "Corlin.Core", "Corlin.Interchange", "Corlin.Simulation", "Corlin.Store"],
    };

    public static TheoryData<string> Rooms => [.. Knows.Keys];

    [Theory]
    [MemberData(nameof(Rooms))]
    public void A_room_knows_only_what_stands_below_it(string room)
    {
        var known = Assembly
            .Load(room)
            .GetReferencedAssemblies()
            .Select(a => a.Name!)
            .Where(n => n.StartsWith("Corlin.", StringComparison.Ordinal));
        Assert.Empty(known.Except(Knows[room]));
    }

    [Fact]
    public void The_core_knows_no_library_but_NodaTime()
    {
        var known = Assembly
            .Load("Corlin.Core")
            .GetReferencedAssemblies()
            .Select(a => a.Name!)
            .Where(n => !n.StartsWith("System", StringComparison.Ordinal));
        Assert.Equal(["NodaTime"], known);
    }

    [Fact]
    public void Features_name_neither_the_store_nor_the_simulation_nor_the_parsers()
    {
        var offenders = Sources("src/Corlin.Web/Features").Where(f => Wired().IsMatch(File.ReadAllText(f)));
        Assert.Empty(offenders);
    }

    [Fact]
    public void Namespaces_stand_in_no_circle()
    {
        var uses = Sources("src")
            .Select(File.ReadAllText)
            .Select(t => (Of: Namespace().Match(t).Groups[1].Value, Used: Using().Matches(t).Select(m => m.Groups[1].Value)))
            .Where(f => f.Of.Length > 0)
            .GroupBy(f => f.Of)
            .ToDictionary(g => g.Key, g => g.SelectMany(f => f.Used).Where(u => u != g.Key).ToHashSet());
        // What knows nothing that is left is taken away, until nothing is left or only circles are.
        while (uses.Keys.Where(n => !uses[n].Any(uses.ContainsKey)).ToList() is { Count: > 0 } lowest)
            lowest.ForEach(n => uses.Remove(n));
        Assert.Empty(uses.Keys.Order());
    }

    [Fact]
    public void A_folder_has_25_files_at_most()
    {
        var offenders = Sources("src")
            .Concat(Sources("tests"))
            .Where(f => !f.Contains("Migrations", StringComparison.Ordinal))
            .GroupBy(f => Path.GetRelativePath(Host.Root, Path.GetDirectoryName(f)!))
            .Where(g => g.Count() > 25)
            .Select(g => $"{g.Key}: {g.Count()}");
        Assert.Empty(offenders);
    }

    [Fact]
    public void The_core_asks_no_clock_and_does_no_input_or_output()
    {
        var offenders = Sources("src/Corlin.Core").Where(f => Impure().IsMatch(File.ReadAllText(f)));
        Assert.Empty(offenders);
    }

    [Fact]
    public void Every_public_member_of_the_core_says_what_it_is()
    {
        var undocumented = Sources("src/Corlin.Core")
            .SelectMany(file =>
            {
                var lines = File.ReadAllLines(file);
                return Enumerable
                    .Range(1, lines.Length - 1)
                    .Where(i => Member().IsMatch(lines[i]))
                    .Where(i =>
                        !lines[..i].Last(l => !l.TrimStart().StartsWith('[')).TrimStart().StartsWith("///", StringComparison.Ordinal)
                    )
                    .Select(i => $"{file}:{i + 1} {lines[i].Trim()}");
            });
        Assert.Empty(undocumented);
    }

    [Fact]
    public void Only_disclosure_makes_a_disclosed_entry()
    {
        var makers = Sources("src")
            .Where(f => File.ReadAllText(f).Contains("new DisclosedEntry", StringComparison.Ordinal))
            .Select(Path.GetFileName);
        Assert.Equal(["Disclosure.cs"], makers);
    }

    [Fact]
    public void Lines_keep_to_140_columns_but_for_a_text_in_one_piece()
    {
        var offenders = Sources("src")
            .Concat(Sources("tests"))
            .Where(f => !f.Contains("Migrations", StringComparison.Ordinal))
            .SelectMany(f =>
                File.ReadLines(f).Where(l => l.Length > 140 && !l.Contains('"')).Select(l => $"{Path.GetFileName(f)}: {l.Trim()}")
            );
        Assert.Empty(offenders);
    }

    private static IEnumerable<string> Sources(string folder) =>
        Directory.EnumerateFiles(Path.Combine(Host.Root, folder), "*.cs", SearchOption.AllDirectories);

    [GeneratedRegex(@"^namespace ([\w.]+);", RegexOptions.Multiline)]
    private static partial Regex Namespace();

    /// <summary>What overrides another says there what it is, and what stands in several files in one of them.</summary>
    [GeneratedRegex(@"^ *public (?!override |sealed partial class )")]
    private static partial Regex Member();

    [GeneratedRegex(@"^using (?:static |\w+ = )?(Corlin[\w.]*);", RegexOptions.Multiline)]
    private static partial Regex Using();

    [GeneratedRegex(@"Corlin\.(Store|Simulation|Interchange)")]
    private static partial Regex Wired();

    [GeneratedRegex(@"SystemClock|\bDateTime\.|\bDateTimeOffset\.|Guid\.NewGuid|\basync\b|using System\.IO|File\.|Console\.")]
    private static partial Regex Impure();
}
