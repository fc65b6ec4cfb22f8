using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// What is being written, kinds of meeting, and what is held meanwhile.
internal partial class StoreReads
{
    public IReadOnlyList<KeptDraft> DraftsOf(UserId writer) =>
        [.. Kept(Db.Drafts.Where(d => d.WriterId == writer.Value)).Where(d => d.SentBy is null).OrderByDescending(d => d.At)];

    public KeptDraft? Draft(UserId writer, string publicId) =>
        Kept(Db.Drafts.Where(d => d.PublicId == publicId && d.WriterId == writer.Value)).FirstOrDefault();

    public IReadOnlyList<Paper> PapersOfDraft(string publicId) =>
        [
            .. Db
                .DraftPapers.AsNoTracking()
                .Where(p => p.DraftId == Db.Drafts.First(d => d.PublicId == publicId).Id)
                .OrderBy(p => p.AddedAt)
                .ThenBy(p => p.Id)
                .AsEnumerable()
                .Select(DraftMapping.ToCore),
        ];

    public IReadOnlyList<MeetingKind> KindsOf(IReadOnlyCollection<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .MeetingKinds.AsNoTracking()
                .Where(k => wanted.Contains(k.OwnerId))
                .OrderBy(k => k.Name)
                .AsEnumerable()
                .Select(DraftMapping.ToCore),
        ];
    }

    public Standing? StandingOf(UserId owner) =>
        Db.Standing.AsNoTracking().SingleOrDefault(s => s.OwnerId == owner.Value) is { } row
            ? new Standing(owner, row.Link, row.DialIn)
            : null;

    public IReadOnlyList<Entry> HoldsOf(string request)
    {
        var ids = Db
            .Entries.Where(e => e.HoldRequest == request && e.Kind == EntryKind.Hold && e.Status != MeetingStatus.Cancelled)
            .Select(e => e.Id)
            .ToArray();
        return [.. ById(ids).Values.OrderBy(e => e.Time.LocalStart).ThenBy(e => e.Id.Value)];
    }

    private IEnumerable<KeptDraft> Kept(IQueryable<DraftRow> drafts) =>
        drafts
            .AsNoTracking()
            .LeftJoin(
                Db.Changes,
                d => d.SentByChangeId,
                c => (long?)c.Id,
                (d, c) => new { Draft = d, Undone = c != null && c.UndoneById != null }
            )
            .AsEnumerable()
            .Select(d => DraftMapping.ToCore(d.Draft, d.Undone));
}
