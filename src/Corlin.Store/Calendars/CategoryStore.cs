using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Watch;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using NodaTime;

namespace Corlin.Store;

/// <summary>The lists of categories: one that is taken off stays in the store, so that what carries it is still known.</summary>
internal sealed class CategoryStore(ChangeSession session) : ICategoryStore, IReminderStore
{
    private CorlinDb Db => session.Db;

    public void Save(UserId who, EntryId entry, LocalDateTime? recurrenceId, ReminderMark mark)
    {
        var which = Texts.Write(recurrenceId);
        var row = Db.Reminders.Find(who.Value, entry.Value, which);
        if (row is null)
            Db.Reminders.Add(
                row = new ReminderRow
                {
                    UserId = who.Value,
                    EntryId = entry.Value,
                    RecurrenceId = which,
                }
            );
        (row.OccursAt, row.ShownAt, row.SnoozedUntil, row.DismissedAt) = (mark.OccursAt, mark.ShownAt, mark.SnoozedUntil, mark.DismissedAt);
        Db.SaveChanges();
    }

    public Category Save(Category category)
    {
        var row =
            category.Id.Value == 0
                // One that was taken off comes back under its old number.
                ? Db.Categories.FirstOrDefault(c => c.OwnerId == category.Owner.Value && c.Removed && c.Name == category.Name)
                : Db.Categories.Find(category.Id.Value);
        var isNew = row is null;
        if (row is null)
        {
            Db.Categories.Add(row = new CategoryRow { OwnerId = category.Owner.Value, Name = category.Name });
            Db.SaveChanges();
        }

        Become(row, isNew, category.Name, category.Colour, removed: false);
        return category with { Id = new CategoryId(row.Id) };
    }

    public void Remove(Category category)
    {
        var row = Db.Categories.Find(category.Id.Value)!;
        Become(row, isNew: false, row.Name, row.Colour, removed: true);
    }

    private void Become(CategoryRow row, bool isNew, string name, int colour, bool removed)
    {
        Db.CategoryHistory.Add(
            new CategoryHistoryRow
            {
                ChangeId = session.Current.Id,
                CategoryId = row.Id,
                NameBefore = isNew ? null : row.Name,
                ColourBefore = row.Colour,
                RemovedBefore = row.Removed,
                NameAfter = name,
                ColourAfter = colour,
                RemovedAfter = removed,
            }
        );
        (row.Name, row.Colour, row.Removed) = (name, colour, removed);
        session.RaiseMain(new UserId(row.OwnerId));
    }

    /// <summary>Gives categories back their state before the change; one that it made goes where nothing carries it any more.</summary>
    internal void RestoreCategories(long change)
    {
        foreach (var line in Db.CategoryHistory.Where(h => h.ChangeId == change).OrderByDescending(h => h.Id).ToList())
        {
            var row = Db.Categories.Find(line.CategoryId)!;
            var stands = (row.Name, row.Colour, row.Removed) == (line.NameAfter, line.ColourAfter, line.RemovedAfter);
            if (line.NameBefore is null)
            {
                if (stands && !Db.LaneMarks.Any(m => m.CategoryId == row.Id))
                    Become(row, isNew: false, row.Name, row.Colour, removed: true);
                continue;
            }

            if (!stands)
                throw new RefusedException(RefusalKind.ChangedSince);
            if (Db.Categories.Any(c => c.OwnerId == row.OwnerId && c.Id != row.Id && !c.Removed && c.Name == line.NameBefore))
                throw new RefusedException(RefusalKind.NameTaken, "name", line.NameBefore);
            Become(row, isNew: false, line.NameBefore, line.ColourBefore, line.RemovedBefore);
        }
    }
}
