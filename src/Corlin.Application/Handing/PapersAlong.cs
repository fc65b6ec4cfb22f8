using Corlin.Application.Lanes;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Papers;
using Corlin.Core.Sheets;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>The papers that go with a day sheet, or with a calendar, by mail.</summary>
/// <param name="Sent">The latest of each name, as much as fits into one message.</param>
/// <param name="LeftOut">The names of those that did not fit.</param>
internal sealed record PapersAlong(IReadOnlyList<SentPaper> Sent, IReadOnlyList<string> LeftOut)
{
    public static readonly PapersAlong None = new([], []);

    /// <summary>Those of the entries that stand on the sheet, as far as its reader may know them.</summary>
    public static PapersAlong Of(Viewing viewing, CalendarUser owner, LocalDate first, int days, SheetParts parts) =>
        parts.HasFlag(SheetParts.Papers) && parts.HasFlag(SheetParts.Attached)
            ? Of(viewing, owner, first, days, parts.HasFlag(SheetParts.Private))
            : None;

    /// <summary>Those of the entries of some days, as far as the viewer may know them.</summary>
    public static PapersAlong Of(Viewing viewing, CalendarUser owner, LocalDate first, int days, bool isPrivate)
    {
        var span = SheetDays.Span(owner, first, days);
        var entries = LaneReading
            .Read(viewing, [owner], span)[0]
            .Entries.Where(e => e.Told.Whole is not null && (!e.Told.Private || isPrivate))
            .Where(e => e.Told.Stretch.Overlaps(span))
            .Select(e => e.Occurrence.Entry.Id)
            .Distinct()
            .ToList();
        // Entries may have a paper of one name each: of every entry the latest of its own.
        var papers = viewing
            .Store.Papers(entries)
            .GroupBy(p => p.Entry)
            .SelectMany(PaperVersions.Latest)
            .Where(p => p.Address is null)
            .ToList();
        var sent = new List<SentPaper>();
        var total = 0L;
        foreach (var paper in papers.DistinctBy(p => (p.Hash, p.Name)))
        {
            if (total + paper.Size > Paper.MostBytesOut)
                continue;
            total += paper.Size;
            sent.Add(new SentPaper(paper.Name, paper.MediaType, paper.Hash, null));
        }

        return new PapersAlong(
            sent,
            [.. papers.Select(p => p.Name).Where(n => sent.All(s => s.Name != n)).Distinct(StringComparer.OrdinalIgnoreCase)]
        );
    }
}
