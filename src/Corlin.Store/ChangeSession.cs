using System.Text.Json;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

/// <summary>A change under way: everything it does belongs to one transaction.</summary>
internal sealed class ChangeSession(CorlinDb db, Instant now) : StoreReads(db), IChangeSession
{
    /// <summary>Messages wait this long, so that a change can be undone before anybody was told.</summary>
    public static readonly Duration TimeOfUndo = Duration.FromSeconds(10);

    private const int PieceSize = 500;

    private readonly Dictionary<long, long> changed = [];
    private ChangeRow? current;
    private int messages;

    /// <summary>In whole milliseconds, as instants are kept: what is stored equals what is read again.</summary>
    public Instant Now { get; } = Instant.FromUnixTimeMilliseconds(now.ToUnixTimeMilliseconds());

    /// <summary>The calendars that changed, with their new numbers.</summary>
    public IReadOnlyCollection<CalendarChange> Changed => [.. changed.Select(c => new CalendarChange(new CalendarId(c.Key), c.Value))];

    private ChangeRow Current => current ?? throw new InvalidOperationException("A change begins before it saves.");

    public long Begin(ChangeKind kind, UserId actor, UserId inNameOf, long? grant)
    {
        current = new ChangeRow { Kind = kind, ActorId = actor.Value, InNameOfId = inNameOf.Value, GrantId = grant, At = Now };
        Db.Changes.Add(current);
        Db.SaveChanges();
        return current.Id;
    }

    public ChangeMade? Change(long id) => Db.Changes.Find(id) is { } row
        ? new ChangeMade(row.Id, KindOf(row), new UserId(row.ActorId), new UserId(row.InNameOfId), row.At, row.UndoneById is not null)
        : null;

    private ChangeKind KindOf(ChangeRow row)
    {
        while (row.Kind == ChangeKind.Undone && Db.Changes.SingleOrDefault(c => c.UndoneById == row.Id) is { } original) row = original;
        return row.Kind;
    }

    public Entry Save(Entry entry)
    {
        var lastEnd = Occupying.LastEnd(entry, Zone(entry));
        // One that was removed by an undo comes back under its old number.
        var row = entry.Id.Value == 0 ? null : Db.Entries.SingleOrDefault(e => e.Id == entry.Id.Value);
        var before = row is null ? null : Snapshot(row);
        if (row is null)
        {
            row = EntryMapping.NewRow(entry, lastEnd);
            row.Id = entry.Id.Value;
            Db.Entries.Add(row);
            Db.SaveChanges();
        }
        else
        {
            EntryMapping.Apply(entry, row, lastEnd);
        }

        SaveParts(row.Id, entry);
        Db.SaveChanges();
        var stored = entry with { Id = new EntryId(row.Id) };
        Occupy(stored);
        Db.History.Add(new HistoryRow { ChangeId = Current.Id, EntryId = row.Id, Before = before, After = Snapshot(row) });
        Db.SaveChanges();
        return stored;
    }

    public void SaveAll(IReadOnlyList<Entry> entries)
    {
        var change = Current.Id;
        foreach (var some in entries.Chunk(PieceSize))
        {
            SavePiece(some, change);
            // What is written need not be watched: the watching would cost more with each piece.
            Db.ChangeTracker.Clear();
        }

        current = Db.Changes.Find(change);
    }

    private void SavePiece(Entry[] entries, long change)
    {
        var zone = Zone(entries[0]);
        var old = entries.Where(e => e.Id.Value != 0).Select(e => e.Id.Value).ToArray();
        var rows = Db.Entries.Where(e => old.Contains(e.Id)).ToDictionary(e => e.Id);
        var before = rows.Values.ToDictionary(r => r.Id, Snapshot);
        var marks = Db.LaneMarks.AsNoTracking().Where(m => old.Contains(m.EntryId)).OrderBy(m => m.LaneId).ToLookup(m => m.EntryId);
        Db.Occupancy.RemoveRange(Db.Occupancy.Where(o => old.Contains(o.EntryId)));
        Db.Overrides.RemoveRange(Db.Overrides.Where(o => old.Contains(o.EntryId)));
        Db.SaveChanges();
        var written = new List<(Entry Entry, EntryRow Row)>(entries.Length);
        foreach (var entry in entries)
        {
            var lastEnd = Occupying.LastEnd(entry, zone);
            if (rows.TryGetValue(entry.Id.Value, out var row)) EntryMapping.Apply(entry, row, lastEnd);
            else Db.Entries.Add(row = EntryMapping.NewRow(entry, lastEnd));
            written.Add((entry, row));
        }

        Db.SaveChanges();
        var calendar = Db.Calendars.Find(entries[0].Home.Value)!;
        foreach (var (entry, row) in written)
        {
            Db.ChangeLog.Add(new ChangeLogRow { CalendarId = calendar.Id, Number = ++calendar.ChangeNumber, EntryId = row.Id });
            var stored = entry with { Id = new EntryId(row.Id) };
            var overrides = entry.Overrides.Select(o => EntryMapping.ToRow(row.Id, o)).OrderBy(o => o.RecurrenceId).ToList();
            Db.Overrides.AddRange(overrides);
            Db.Occupancy.AddRange(Occupying.Rows(stored, new Dictionary<UserId, CalendarId> { [entry.Owner] = entry.Home }, zone));
            Db.History.Add(new HistoryRow
            {
                ChangeId = change,
                EntryId = row.Id,
                Before = before.GetValueOrDefault(row.Id),
                After = JsonSerializer.Serialize(new EntryRows(row, overrides, [], marks.Contains(row.Id) ? [.. marks[row.Id]] : null), Texts.Json),
            });
        }

        changed[calendar.Id] = calendar.ChangeNumber;
        Db.SaveChanges();
    }

    public void Restore(long change)
    {
        var undone = Db.Changes.Single(c => c.Id == change);
        var waiting = Db.Outbox.Where(o => o.ChangeId == change).ToList();
        if (waiting.Any(o => o.SentAt is not null)) throw new RefusedException(RefusalKind.AlreadySent);
        foreach (var message in waiting) message.WithdrawnAt = Now;
        foreach (var line in Db.History.Where(h => h.ChangeId == change).OrderByDescending(h => h.Id).ToList()) Restore(line);
        RestoreNoGo(change);
        undone.UndoneById = Current.Id;
        if (Db.Changes.SingleOrDefault(c => c.UndoneById == change) is { } original) SendAgain(original.Id);
        Db.SaveChanges();
    }

    /// <summary>Weeks that the change kept are opened, those that it opened are kept again, as new lines of what was.</summary>
    private void RestoreNoGo(long change)
    {
        foreach (var weeks in Db.NoGoWeeks.Where(n => (n.KeptById == change && n.OpenedById == null) || n.OpenedById == change).ToList())
        {
            if (weeks.OpenedById is null) weeks.OpenedById = Current.Id;
            else Db.NoGoWeeks.Add(new NoGoRow { UserId = weeks.UserId, First = weeks.First, Weeks = weeks.Weeks, Words = weeks.Words, KeptById = Current.Id });
            RaiseMain(new UserId(weeks.UserId));
        }
    }

    private void SendAgain(long change)
    {
        foreach (var message in Db.Outbox.Where(o => o.ChangeId == change && o.SentAt == null).OrderBy(o => o.Id).ToList())
            Send(JsonSerializer.Deserialize<OutboxMessage>(message.Body, Texts.Json)!);
    }

    public void Send(OutboxMessage message)
    {
        Db.Outbox.Add(new OutboxRow
        {
            ChangeId = Current.Id,
            MessageId = FormattableString.Invariant($"{Current.Id}.{messages++}.{Current.At.ToUnixTimeMilliseconds()}@corlin.example"),
            NotBefore = Now + TimeOfUndo,
            Body = JsonSerializer.Serialize(message, Texts.Json),
        });
        Db.SaveChanges();
    }

    public bool TakeIn(string messageKey)
    {
        if (Db.TakenIn.Find(messageKey) is not null) return false;
        Db.TakenIn.Add(new TakenInRow { Key = messageKey, At = Now });
        Db.SaveChanges();
        return true;
    }

    public CalendarUser Save(CalendarUser user)
    {
        var row = PeopleMapping.ToRow(user);
        Db.People.Add(row);
        Db.SaveChanges();
        return user with { Id = new UserId(row.Id) };
    }

    public CalendarId AddCalendar(UserId owner, string name)
    {
        var row = new CalendarRow { PublicId = Corlin.Application.Changes.PublicIds.New(), OwnerId = owner.Value, Name = name, Main = true };
        Db.Calendars.Add(row);
        Db.SaveChanges();
        return new CalendarId(row.Id);
    }

    public void Save(Grant grant)
    {
        Db.Grants.Add(PeopleMapping.ToRow(grant));
        Raise(grant.Calendar.Value, null);
    }

    public void Save(Absence absence)
    {
        Db.Absences.Add(new AbsenceRow
        {
            UserId = absence.Who.Value,
            Start = absence.Stretch.Start,
            End = absence.Stretch.End,
            CoversId = absence.Covers?.Value,
            Reason = absence.Reason,
        });
        RaiseMain(absence.Who);
    }

    public void Save(IReadOnlyList<DayOff> days)
    {
        Db.DaysOff.AddRange(days.Select(d => new DayOffRow { Kind = d.Kind, Where = d.Where, First = d.First, Until = d.Until, Words = d.Words }));
        Db.SaveChanges();
    }

    public void Save(NoGo weeks)
    {
        Db.NoGoWeeks.Add(new NoGoRow { UserId = weeks.Who.Value, First = weeks.First, Weeks = weeks.Weeks, Words = weeks.Words, KeptById = Current.Id });
        RaiseMain(weeks.Who);
    }

    public bool RemoveNoGo(UserId who, long id)
    {
        if (Db.NoGoWeeks.SingleOrDefault(n => n.Id == id && n.UserId == who.Value && n.OpenedById == null) is not { } row) return false;
        row.OpenedById = Current.Id;
        RaiseMain(who);
        return true;
    }

    private void RaiseMain(UserId owner)
    {
        foreach (var calendar in MainCalendars([owner]).Values) Raise(calendar.Value, null);
        Db.SaveChanges();
    }

    public void Save(Place place)
    {
        Db.Places.Add(new PlaceRow { Name = place.Name, Site = place.Site, Town = place.Town, Zone = place.Zone, Country = place.Country });
        Db.SaveChanges();
    }

    public void SaveWay(string from, string to, Duration takes)
    {
        Db.Ways.Add(new WayRow { FromSite = from, ToSite = to, Minutes = (int)takes.TotalMinutes });
        Db.SaveChanges();
    }

    public void AddMember(UserId group, UserId member)
    {
        Db.Members.Add(new MemberRow { GroupId = group.Value, UserId = member.Value });
        Db.SaveChanges();
    }

    public void KeepSetting(UserId who, string name, string json)
    {
        if (Db.Settings.Find(who.Value, name) is { } kept) kept.Json = json;
        else Db.Settings.Add(new SettingRow { UserId = who.Value, Name = name, Json = json });
        Db.SaveChanges();
    }

    public Category Save(Category category)
    {
        var row = category.Id.Value == 0
            // One that was taken off comes back under its old number.
            ? Db.Categories.FirstOrDefault(c => c.OwnerId == category.Owner.Value && c.Removed && c.Name == category.Name)
            : Db.Categories.Find(category.Id.Value);
        if (row is null) Db.Categories.Add(row = new CategoryRow { OwnerId = category.Owner.Value, Name = category.Name });
        (row.Name, row.Colour, row.Removed) = (category.Name, category.Colour, false);
        RaiseMain(category.Owner);
        return category with { Id = new CategoryId(row.Id) };
    }

    public void Remove(Category category)
    {
        Db.Categories.Find(category.Id.Value)!.Removed = true;
        RaiseMain(category.Owner);
    }

    public void Save(UserId who, EntryId entry, LocalDateTime? recurrenceId, ReminderMark mark)
    {
        var which = Texts.Write(recurrenceId);
        var row = Db.Reminders.Find(who.Value, entry.Value, which);
        if (row is null) Db.Reminders.Add(row = new ReminderRow { UserId = who.Value, EntryId = entry.Value, RecurrenceId = which });
        (row.OccursAt, row.ShownAt, row.SnoozedUntil, row.DismissedAt) = (mark.OccursAt, mark.ShownAt, mark.SnoozedUntil, mark.DismissedAt);
        Db.SaveChanges();
    }

    public IReadOnlyList<Entry> EntriesOf(long change, int limit) =>
        [.. ById([.. Db.History.Where(h => h.ChangeId == change).Select(h => h.EntryId).Distinct().Take(limit)]).Values];

    private DateTimeZone Zone(Entry entry) => Users([entry.Owner])[entry.Owner].HomeZone;

    private void SaveParts(long id, Entry entry)
    {
        Db.Overrides.RemoveRange(Db.Overrides.Where(o => o.EntryId == id).ToList().Where(o => entry.Overrides.All(n => n.RecurrenceId != o.RecurrenceId)));
        foreach (var changedOne in entry.Overrides)
        {
            var next = EntryMapping.ToRow(id, changedOne);
            if (Db.Overrides.Find(id, changedOne.RecurrenceId) is { } old)
            {
                (old.Time, old.Title, old.Place, old.Cancelled, old.AndFollowing) = (next.Time, next.Title, next.Place, next.Cancelled, next.AndFollowing);
            }
            else
            {
                Db.Overrides.Add(next);
            }
        }

        var rows = Db.Participations.Where(p => p.EntryId == id).ToList();
        foreach (var part in entry.Participations)
        {
            var row = rows.Find(r => r.UserId == part.Who.Value && r.RecurrenceId == part.RecurrenceId);
            if (row is null) Db.Participations.Add(row = new ParticipationRow { EntryId = id });
            else rows.Remove(row);
            EntryMapping.Apply(part, row);
        }

        Db.Participations.RemoveRange(rows);
        SaveMarks(id, entry);
    }

    private void SaveMarks(long id, Entry entry)
    {
        var rows = Db.LaneMarks.Where(m => m.EntryId == id).ToList();
        Db.LaneMarks.RemoveRange(rows.Where(r => entry.Marks.All(m => m.Lane.Value != r.LaneId)));
        foreach (var mark in entry.Marks)
        {
            var next = EntryMapping.ToRow(id, mark);
            if (rows.Find(r => r.LaneId == next.LaneId) is { } old) (old.CategoryId, old.NoReminder, old.ReminderBefore) = (next.CategoryId, next.NoReminder, next.ReminderBefore);
            else Db.LaneMarks.Add(next);
        }
    }

    /// <summary>Rewrites what an entry occupies, and tells every calendar on which it stood or stands.</summary>
    private void Occupy(Entry entry)
    {
        var old = Db.Occupancy.Where(o => o.EntryId == entry.Id.Value).ToList();
        var calendars = MainCalendars([entry.Owner, .. entry.Participations.Select(p => p.Who)]);
        var next = Occupying.Rows(entry, calendars, Zone(entry)).ToList();
        Db.Occupancy.RemoveRange(old);
        Db.SaveChanges();
        Db.Occupancy.AddRange(next);
        foreach (var calendar in old.Select(o => o.CalendarId).Concat(calendars.Values.Select(c => c.Value)).Distinct())
            Raise(calendar, entry.Id.Value, removed: next.All(n => n.CalendarId != calendar));
    }

    private void Raise(long calendar, long? entry, bool removed = false)
    {
        var row = Db.Calendars.Find(calendar)!;
        row.ChangeNumber++;
        changed[calendar] = row.ChangeNumber;
        if (entry is { } id) Db.ChangeLog.Add(new ChangeLogRow { CalendarId = calendar, Number = row.ChangeNumber, EntryId = id, Removed = removed });
        Db.SaveChanges();
    }

    private string Snapshot(EntryRow row) => JsonSerializer.Serialize(
        new EntryRows(
            row,
            [.. Db.Overrides.Where(o => o.EntryId == row.Id).OrderBy(o => o.RecurrenceId)],
            [.. Db.Participations.Where(p => p.EntryId == row.Id).OrderBy(p => p.Id)],
            Db.LaneMarks.Where(m => m.EntryId == row.Id).OrderBy(m => m.LaneId).ToList() is { Count: > 0 } marks ? marks : null),
        Texts.Json);

    private void Restore(HistoryRow line)
    {
        var row = Db.Entries.SingleOrDefault(e => e.Id == line.EntryId);
        if ((row is null ? null : Snapshot(row)) != line.After) throw new RefusedException(RefusalKind.ChangedSince);
        if (line.Before is null)
        {
            Remove(row!, line.After!);
            return;
        }

        var before = JsonSerializer.Deserialize<EntryRows>(line.Before, Texts.Json)!;
        Save(before.ToCore());
    }

    private void Remove(EntryRow row, string before)
    {
        var occupied = Db.Occupancy.Where(o => o.EntryId == row.Id).ToList();
        Db.Occupancy.RemoveRange(occupied);
        Db.Entries.Remove(row);
        Db.History.Add(new HistoryRow { ChangeId = Current.Id, EntryId = row.Id, Before = before, After = null });
        Db.SaveChanges();
        foreach (var calendar in occupied.Select(o => o.CalendarId).Distinct()) Raise(calendar, row.Id, removed: true);
    }
}
