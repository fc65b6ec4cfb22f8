using Corlin.Core.Text;

namespace Corlin.Core.Words.Lines;

/// <summary>
/// People, groups and places by the names that people type: a given name that one person has, a last name, the full one, "Ana B".
/// </summary>
/// <param name="people">Keys and full names.</param>
/// <param name="groups">Names, which are their keys.</param>
/// <param name="places">Names.</param>
public sealed class NameList(IReadOnlyList<(string Key, string Name)> people, IReadOnlyList<string> groups, IReadOnlyList<string> places)
    : ILineNames
{
    /// <inheritdoc/>
    public LineName? Person(string name)
    {
        if (IsAddress(name))
            return new LineName(name.ToLowerInvariant());
        if (groups.FirstOrDefault(g => IsGroup(g, name)) is { } group)
            return new LineName(group);
        var called = Called(people, name);
        return called.Count == 0 ? null
            : called.Count == 1 ? new LineName(called[0]) { Name = people.First(p => p.Key == called[0]).Name }
            : new LineName(null) { Either = [.. people.Where(p => called.Contains(p.Key)).Select(p => p.Name)] };
    }

    /// <inheritdoc/>
    public bool IsGroup(string key) => groups.Contains(key);

    /// <inheritdoc/>
    public string? Place(string name) => places.FirstOrDefault(p => Plain.Same(p, name));

    /// <summary>The keys of all who are called that; of a full name only its own.</summary>
    public static IReadOnlyList<string> Called(IReadOnlyList<(string Key, string Name)> people, string name)
    {
        var said = Plain.Words(name);
        if (said.Length == 0)
            return [];
        var whole = people.Where(p => Plain.Words(p.Name).SequenceEqual(said)).Select(p => p.Key).ToList();
        return whole.Count > 0 ? whole : [.. people.Where(p => Fits(Plain.Words(p.Name), said)).Select(p => p.Key)];
    }

    /// <summary>Whether a group is called that, with or without "the" and "group".</summary>
    public static bool IsGroup(string group, string name)
    {
        var said = Plain.Words(name).Where(w => w is not ("the" or "group")).ToArray();
        return said.Length > 0 && Plain.Words(group).Where(w => w is not ("the" or "group")).SequenceEqual(said);
    }

    private static bool Fits(string[] full, string[] said)
    {
        if (said.Length == 1)
            return full[0] == said[0] || (full.Length > 1 && full[^1] == said[0] && said[0].Length > 2);
        // "Ana Prates", "Ana P" of Ana Lúcia Prates.
        if (
            said.Length == 2
            && full.Length > 2
            && full[0] == said[0]
            && (full[^1] == said[1] || (said[1].Length == 1 && full[^1].StartsWith(said[1], StringComparison.Ordinal)))
        )
            return true;
        // "Ana Lúcia", "Ana B".
        return said.Length <= full.Length
            && said.SkipLast(1).SequenceEqual(full.Take(said.Length - 1))
            && (
                full[said.Length - 1] == said[^1]
                || (said[^1].Length == 1 && full[said.Length - 1].StartsWith(said[^1], StringComparison.Ordinal))
            );
    }

    private static bool IsAddress(string name) =>
        name.IndexOf('@', StringComparison.Ordinal) is > 0 and var sign
        && name.IndexOf('.', sign) > sign
        && !name.Contains(' ', StringComparison.Ordinal);
}
