using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>
/// What is too much for one transaction: written to a part of its calendar that nobody sees, shown at once, and put with its calendar piece
/// by piece.
/// </summary>
internal sealed class UnseenStore(ChangeSession session) : IUnseenStore
{
    private CorlinDb Db => session.Db;

    public Unseen Begin(CalendarId of)
    {
        var calendar = Db.Calendars.Find(of.Value)!;
        // It is nobody's as long as it is not shown, so no history lists it and nobody takes it back.
        var change = new ChangeRow { Kind = ChangeKind.Imported, At = session.Now };
        var part = new CalendarRow
        {
            PublicId = PublicIds.New(),
            OwnerId = calendar.OwnerId,
            Name = "",
        };
        Db.Changes.Add(change);
        Db.Calendars.Add(part);
        Db.SaveChanges();
        Db.Parts.Add(
            new PartRow
            {
                Id = part.Id,
                CalendarId = calendar.Id,
                ChangeId = change.Id,
            }
        );
        Db.SaveChanges();
        return new Unseen(new CalendarId(part.Id), of, change.Id, Shown: false);
    }

    public void Save(Unseen unseen, IReadOnlyList<Entry> entries)
    {
        if (entries.Count == 0)
            return;
        Db.SaveChanges();
        session.EntryPieces.Insert(entries, unseen.Part, unseen.Change, session.EntryStore.Zone(entries[0]), isUnseen: true);
    }

    public Category SaveCategory(Category category)
    {
        var row = Db.Categories.FirstOrDefault(c => c.OwnerId == category.Owner.Value && c.Removed && c.Name == category.Name);
        if (row is null)
            Db.Categories.Add(
                row = new CategoryRow
                {
                    OwnerId = category.Owner.Value,
                    Name = category.Name,
                    Colour = category.Colour,
                    Removed = true,
                }
            );
        Db.SaveChanges();
        return category with { Id = new CategoryId(row.Id) };
    }

    public void Show(Unseen unseen, ChangeKind kind, UserId actor, UserId inNameOf, long? grant)
    {
        session.GoOn(unseen.Change);
        var change = session.Current;
        // When it was begun is when it counts as done: changes are numbered in the order of their times.
        (change.Kind, change.ActorId, change.InNameOfId, change.GrantId) = (kind, actor.Value, inNameOf.Value, grant);
        Db.Parts.Find(unseen.Part.Value)!.Shown = true;
        Db.SaveChanges();
        session.Raise(unseen.Of.Value, null);
    }

    public bool Drop(Unseen unseen)
    {
        var ids = Db
            .History.Where(h => h.ChangeId == unseen.Change)
            .OrderBy(h => h.Id)
            .Take(ChangeSession.PieceSize)
            .Select(h => h.EntryId)
            .ToArray();
        if (ids.Length > 0)
        {
            Db.Entries.Where(e => ids.Contains(e.Id)).ExecuteDelete();
            Db.Occupancy.Where(o => ids.Contains(o.EntryId)).ExecuteDelete();
            Db.History.Where(h => h.ChangeId == unseen.Change && ids.Contains(h.EntryId)).ExecuteDelete();
            return true;
        }

        Forget(unseen);
        Db.Changes.Where(c => c.Id == unseen.Change).ExecuteDelete();
        return false;
    }

    public bool Settle(Unseen unseen)
    {
        var ids = Db
            .Occupancy.Where(o => o.CalendarId == unseen.Part.Value)
            .Select(o => o.EntryId)
            .Distinct()
            .Take(ChangeSession.PieceSize)
            .ToArray();
        if (ids.Length == 0)
        {
            Forget(unseen);
            return false;
        }

        var calendar = Db.Calendars.Find(unseen.Of.Value)!;
        var rows = Db.Occupancy.AsNoTracking().Where(o => o.CalendarId == unseen.Part.Value && ids.Contains(o.EntryId)).ToList();
        Db.Occupancy.Where(o => o.CalendarId == unseen.Part.Value && ids.Contains(o.EntryId)).ExecuteDelete();
        using var occupancy = new BulkInsert<OccupancyRow>(Db);
        using var log = new BulkInsert<ChangeLogRow>(Db);
        foreach (var row in rows)
        {
            row.CalendarId = calendar.Id;
            occupancy.Add(row);
        }

        foreach (var id in ids)
            log.Add(
                new ChangeLogRow
                {
                    CalendarId = calendar.Id,
                    Number = ++calendar.ChangeNumber,
                    EntryId = id,
                }
            );
        Db.SaveChanges();
        return true;
    }

    private void Forget(Unseen unseen)
    {
        Db.Parts.Where(p => p.Id == unseen.Part.Value).ExecuteDelete();
        Db.ChangeLog.Where(l => l.CalendarId == unseen.Part.Value).ExecuteDelete();
        Db.Calendars.Where(c => c.Id == unseen.Part.Value).ExecuteDelete();
    }
}
