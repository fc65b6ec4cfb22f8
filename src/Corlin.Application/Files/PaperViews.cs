using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Time;

namespace Corlin.Application.Files;

/// <param name="Note">Its size, who laid it there and when.</param>
/// <param name="Address">Where a link leads; null for a document.</param>
/// <param name="GoesOut">Whether it goes to those outside.</param>
/// <param name="Earlier">Its earlier versions, latest first.</param>
public sealed record PaperView(string Id, string Name, string Note, string? Address, bool GoesOut, IReadOnlyList<EarlierPaperView> Earlier)
{
    internal static IReadOnlyList<PaperView> All(Viewing viewing, IReadOnlyList<Core.Papers.Paper> papers)
    {
        var people = viewing.Users(papers.Select(p => p.AddedBy));
        string Note(Core.Papers.Paper p) =>
            $"{(p.Address is null ? English.Size(p.Size) : "a link")}, {people[p.AddedBy].GivenName} on {English.ShortDay(viewing.Zone.ToLocal(p.AddedAt).Date)}";
        return
        [
            .. papers
                .GroupBy(p => p.Name, StringComparer.OrdinalIgnoreCase)
                .Select(g => g.Reverse().ToList())
                .Select(versions => new PaperView(
                    versions[0].PublicId,
                    versions[0].Name,
                    Note(versions[0]),
                    versions[0].Address,
                    versions[0].GoesOut,
                    [.. versions.Skip(1).Select(p => new EarlierPaperView(p.PublicId, Note(p)))]
                )),
        ];
    }
}

public sealed record EarlierPaperView(string Id, string Note);
