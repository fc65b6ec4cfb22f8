using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>Entries given back the state, or the absence, that they had before a change.</summary>
internal sealed class EntryUndo(ChangeSession session)
{
    private CorlinDb Db => session.Db;

    /// <param name="lines">The last first.</param>
    internal void RestoreEntries(List<HistoryRow> lines)
    {
        Restore(lines.Where(l => l.Before is not null && l.After is not null));
        Remove(lines.Where(l => l.Before is null));
        BringBack(lines.Where(l => l.After is null));
    }

    /// <summary>Takes away the entries that a change made, where nothing of them was changed since.</summary>
    private void Remove(IEnumerable<HistoryRow> lines)
    {
        foreach (var some in lines.Chunk(ChangeSession.PieceSize))
        {
            var ids = some.Select(l => l.EntryId).ToArray();
            if (session.AsMade(some).Count < some.Length)
                throw new RefusedException(RefusalKind.ChangedSince);
            Db.History.AddRange(
                some.Select(l => new HistoryRow
                {
                    ChangeId = session.Current.Id,
                    EntryId = l.EntryId,
                    Before = l.After,
                    After = null,
                })
            );
            Db.SaveChanges();
            session.EntryPieces.Delete(ids);
        }
    }

    /// <summary>Gives entries back the state that they had before a change.</summary>
    /// <param name="lines">The last first.</param>
    private void Restore(IEnumerable<HistoryRow> lines)
    {
        var change = session.Current.Id;
        // One that the change wrote more than once becomes what it was before the first time.
        foreach (
            var some in lines
                .GroupBy(l => l.EntryId)
                .Select(l => (Entry: l.Key, Before: l.Last().Before!, After: l.First().After!))
                .Chunk(ChangeSession.PieceSize)
        )
        {
            var ids = some.Select(l => l.Entry).ToArray();
            var stand = session.Snapshots(Db.Entries.AsNoTracking().Where(e => ids.Contains(e.Id)).ToList());
            if (some.Any(l => !States.AreSame<EntryRows>(stand.GetValueOrDefault(l.Entry), l.After)))
                throw new RefusedException(RefusalKind.ChangedSince);
            var (alone, others) = (new List<Entry>(), new List<Entry>());
            foreach (var line in some)
            {
                var (before, after) = (EntryRows.Read(line.Before), EntryRows.Read(line.After));
                // What is noted on lanes, and who takes part, is written with each.
                (
                    before.Participations.IsEmpty
                    && after.Participations.IsEmpty
                    && before.Marks.SequenceEqual(after.Marks)
                    && before.Home == after.Home
                        ? alone
                        : others
                ).Add(before);
            }

            foreach (var own in alone.GroupBy(e => e.Home))
                session.EntryPieces.SavePieces([.. own], change);
            foreach (var entry in alone)
                session.EntryStore.Note(entry);
            session.GoOn(change);
            foreach (var entry in others)
                session.EntryStore.Save(entry);
        }
    }

    /// <summary>Brings back the entries that a change had taken away.</summary>
    private void BringBack(IEnumerable<HistoryRow> lines)
    {
        var change = session.Current.Id;
        foreach (var some in lines.Chunk(ChangeSession.PieceSize))
        {
            var ids = some.Select(l => l.EntryId).ToArray();
            if (Db.Entries.Any(e => ids.Contains(e.Id)))
                throw new RefusedException(RefusalKind.ChangedSince);
            var entries = some.Select(l => EntryRows.Read(l.Before!)).ToList();
            var alone = entries.Where(e => e.Participations.IsEmpty).ToList();
            foreach (var own in alone.GroupBy(e => e.Home))
                session.EntryPieces.Insert(own, own.Key, change, session.EntryStore.Zone(own.First()));
            session.GoOn(change);
            foreach (var entry in entries.Except(alone))
                session.EntryStore.Save(entry);
        }
    }
}
