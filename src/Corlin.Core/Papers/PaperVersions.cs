using Corlin.Core.Meetings;

namespace Corlin.Core.Papers;

/// <summary>Papers of one entry that have the same name are versions of one.</summary>
public static class PaperVersions
{
    /// <summary>Whether the names of the two are the same but for case.</summary>
    public static bool SameName(Paper one, Paper other) => string.Equals(one.Name, other.Name, StringComparison.OrdinalIgnoreCase);

    /// <summary>Of each name the latest version.</summary>
    public static IEnumerable<Paper> Latest(IEnumerable<Paper> papers) =>
        papers.GroupBy(p => p.Name, StringComparer.OrdinalIgnoreCase).Select(g => g.Last());

    /// <summary>What of them goes out with a message: the latest of each name that is to, as much as fits into one.</summary>
    public static IReadOnlyList<SentPaper> GoingOut(IEnumerable<Paper> papers)
    {
        var total = 0L;
        return
        [
            .. Latest(papers)
                .Where(p => p.GoesOut && (total += p.Size) <= Paper.MostBytesOut)
                .Select(p => new SentPaper(p.Name, p.MediaType, p.Hash, p.Address)),
        ];
    }
}
