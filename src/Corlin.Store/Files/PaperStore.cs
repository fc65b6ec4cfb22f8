using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using Corlin.Store.Mapping;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>Papers that lie with entries: a line for each, never altered but for the mark of its being taken away.</summary>
internal sealed class PaperStore(ChangeSession session) : IPaperStore
{
    private CorlinDb Db => session.Db;

    public void Add(Paper paper, Entry entry)
    {
        var row = EntryMapping.ToRow(paper);
        row.AddedByChangeId = session.Current.Id;
        Db.Papers.Add(row);
        Db.SaveChanges();
        RaiseLanes(entry);
    }

    public void Remove(Paper paper, Entry entry)
    {
        TakeAway(Db.Papers.Single(p => p.PublicId == paper.PublicId));
        RaiseLanes(entry);
    }

    public string? EntryOf(long change) =>
        Db
            .Papers.Where(p => p.AddedByChangeId == change || p.RemovedByChangeId == change)
            .Join(Db.Entries, p => p.EntryId, e => e.Id, (p, e) => e.PublicId)
            .FirstOrDefault();

    private void TakeAway(PaperRow row)
    {
        (row.RemovedByChangeId, row.RemovedAt) = (session.Current.Id, session.Now);
        Db.SaveChanges();
    }

    /// <summary>What the change laid there is taken away.</summary>
    internal void TakeAwayPapers(long change)
    {
        foreach (var row in Db.Papers.Where(p => p.AddedByChangeId == change && p.RemovedByChangeId == null).ToList())
        {
            TakeAway(row);
            RaiseLanes(session.ById([row.EntryId])[row.EntryId]);
        }
    }

    /// <summary>What the change took away lies there again, as new lines of what was.</summary>
    internal void BringBackPapers(long change)
    {
        foreach (var row in Db.Papers.Where(p => p.RemovedByChangeId == change).ToList())
        {
            if (session.ById([row.EntryId]).TryGetValue(row.EntryId, out var entry))
                Add(EntryMapping.ToCore(row) with { PublicId = PublicIds.New() }, entry);
        }
    }

    /// <summary>Tells the calendars of all on whose lane an entry stands.</summary>
    private void RaiseLanes(Entry entry)
    {
        foreach (var calendar in session.MainCalendars([entry.Owner, .. entry.Participations.Select(p => p.Who)]).Values)
            session.Raise(calendar.Value, entry.Id.Value, false, Outlines.Reach(entry, entry));
    }
}
