using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

/// <summary>A change under way: everything it does belongs to one transaction.</summary>
internal sealed partial class ChangeSession(CorlinDb db, Instant now) : StoreReads(db), IChangeSession
{
    /// <summary>Messages wait this long, so that a change can be undone before anybody was told.</summary>
    public static readonly Duration TimeOfUndo = Duration.FromSeconds(10);

    private const int PieceSize = 500;

    private readonly Dictionary<long, (long Number, ChangeReach Reach)> changed = [];
    private ChangeRow? current;
    private long? act;
    private int messages;

    /// <summary>In whole milliseconds, as instants are kept: what is stored equals what is read again.</summary>
    public Instant Now { get; } = Instant.FromUnixTimeMilliseconds(now.ToUnixTimeMilliseconds());

    /// <summary>The calendars that changed, with their new numbers.</summary>
    public IReadOnlyCollection<CalendarChange> Changed =>
        [.. changed.Select(c => new CalendarChange(new CalendarId(c.Key), c.Value.Number, c.Value.Reach))];

    private readonly Dictionary<EntryId, Entry> saved = [];

    public IReadOnlyCollection<Entry> Stored => [.. saved.Values];

    internal CorlinDb Database => Db;

    private ChangeRow Current => current ?? throw new InvalidOperationException("A change begins before it saves.");

    public Absence? ByAbsence { get; set; }

    public long Begin(ChangeKind kind, UserId actor, UserId inNameOf, long? grant)
    {
        current = new ChangeRow
        {
            Kind = kind,
            ActorId = actor.Value,
            InNameOfId = inNameOf.Value,
            GrantId = grant,
            At = Now,
            AbsenceId = ByAbsence?.Origin,
            ActId = act,
        };
        Db.Changes.Add(current);
        Db.SaveChanges();
        act ??= current.Id;
        return current.Id;
    }

    public void GoOn(long change) => current = Db.Changes.Find(change)!;

    public ChangeMade? Change(long id) =>
        Db.Changes.Find(id) is { } row
            ? new ChangeMade(row.Id, KindOf(row), new UserId(row.ActorId), new UserId(row.InNameOfId), row.At, row.UndoneById is not null)
            : null;

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
        saved[stored.Id] = stored;
        Occupy(stored, Outlines.Reach(before is null ? null : EntryRows.Read(before), stored));
        Db.History.Add(
            new HistoryRow
            {
                ChangeId = Current.Id,
                EntryId = row.Id,
                Before = before,
                After = Snapshot(row),
            }
        );
        Db.SaveChanges();
        return stored;
    }

    public void Restore(long change, bool entriesToo = true)
    {
        WriteHandedOver();
        var waiting = Db.Outbox.Where(o => o.ChangeId == change).ToList();
        if (waiting.Any(o => o.SentAt is not null))
            throw new RefusedException(RefusalKind.AlreadySent);
        foreach (var message in waiting)
            message.WithdrawnAt = Now;
        Db.SaveChanges();
        TakeAwayPapers(change);
        if (entriesToo)
            RestoreEntries(Db.History.AsNoTracking().Where(h => h.ChangeId == change).OrderByDescending(h => h.Id).ToList());
        RestoreNoGo(change);
        RestoreClosures(change);
        RestoreAbsences(change);
        RestoreStays(change);
        RestoreFeeds(change);
        RestoreAccess(change);
        RestorePeople(change);
        RestoreFollowed(change);
        RestoreFurther(change);
        RestoreHandovers(change);
        RestoreTurnOvers(change);
        RestoreAddresses(change);
        RestoreRequests(change);
        RestoreNotes(change);
        RestoreCalls(change);
        BringBackPapers(change);
        RestoreCategories(change);
        Db.Changes.Single(c => c.Id == change).UndoneById = Current.Id;
        Db.SaveChanges();
        if (Db.Changes.SingleOrDefault(c => c.UndoneById == change) is { } original)
            SendAgain(original.Id);
        Db.SaveChanges();
    }

    /// <param name="lines">The last first.</param>
    private void RestoreEntries(List<HistoryRow> lines)
    {
        Restore(lines.Where(l => l.Before is not null && l.After is not null));
        Remove(lines.Where(l => l.Before is null));
        BringBack(lines.Where(l => l.After is null));
    }

    /// <summary>Weeks that the change kept are opened, those that it opened are kept again, as new lines of what was.</summary>
    private void RestoreNoGo(long change) =>
        RestoreKept(
            KeptLines.NoGo,
            change,
            weeks =>
            {
                weeks.OpenedById = Current.Id;
                RaiseMain(new UserId(weeks.UserId));
            },
            weeks =>
            {
                Db.NoGoWeeks.Add(
                    new NoGoRow
                    {
                        UserId = weeks.UserId,
                        First = weeks.First,
                        Weeks = weeks.Weeks,
                        Words = weeks.Words,
                        KeptById = Current.Id,
                    }
                );
                RaiseMain(new UserId(weeks.UserId));
            }
        );

    public bool TakeIn(string messageKey)
    {
        if (Db.TakenIn.Find(messageKey) is not null)
            return false;
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

    public IReadOnlyList<CalendarUser> Save(IReadOnlyList<CalendarUser> users)
    {
        var next = LastNumber("People");
        using var people = new BulkInsert<UserRow>(Db);
        return
        [
            .. users.Select(user =>
            {
                var row = PeopleMapping.ToRow(user);
                row.Id = ++next;
                people.Add(row);
                return user with { Id = new UserId(row.Id) };
            }),
        ];
    }

    public void SetAdministrator(UserId who, bool isOne)
    {
        Db.People.Single(p => p.Id == who.Value).Administrator = isOne;
        Db.SaveChanges();
    }

    public CalendarId AddCalendar(UserId owner, string name)
    {
        var row = new CalendarRow
        {
            PublicId = PublicIds.New(),
            OwnerId = owner.Value,
            Name = name,
            Main = true,
        };
        Db.Calendars.Add(row);
        Db.SaveChanges();
        return new CalendarId(row.Id);
    }

    public void Save(IReadOnlyList<DayOff> days)
    {
        Db.DaysOff.AddRange(
            days.Select(d => new DayOffRow
            {
                Kind = d.Kind,
                Where = d.Where,
                First = d.First,
                Until = d.Until,
                Words = d.Words,
            })
        );
        Db.SaveChanges();
    }

    public void Close(DayOff closure)
    {
        Db.DaysOff.Add(
            new DayOffRow
            {
                Kind = DayOffKind.Closure,
                Where = closure.Where,
                First = closure.First,
                Until = closure.Until,
                Words = closure.Words,
                ClosedById = Current.Id,
            }
        );
        RaiseAt(closure.Where);
    }

    public bool Open(long closure)
    {
        if (Db.DaysOff.SingleOrDefault(d => d.Id == closure && d.Kind == DayOffKind.Closure && d.OpenedById == null) is not { } row)
            return false;
        row.OpenedById = Current.Id;
        RaiseAt(row.Where);
        return true;
    }

    /// <summary>Closures that the change kept are opened, those that it opened are kept again, as new lines of what was.</summary>
    private void RestoreClosures(long change) =>
        RestoreKept(
            KeptLines.Closures,
            change,
            row => Open(row.Id),
            row => Close(new DayOff(row.Kind, row.Where, row.First, row.Until, row.Words))
        );

    /// <summary>The calendars of those who work at a site have changed.</summary>
    private void RaiseAt(string site)
    {
        Db.SaveChanges();
        var there = Db.People.Where(p => p.Inside && Db.Places.Any(s => s.Site == site && s.Name == p.Place)).Select(p => p.Id).ToArray();
        foreach (var calendar in MainCalendars(there.Select(id => new UserId(id))).Values)
            Raise(calendar.Value, null);
        Db.SaveChanges();
    }

    public void Save(NoGo weeks)
    {
        Db.NoGoWeeks.Add(
            new NoGoRow
            {
                UserId = weeks.Who.Value,
                First = weeks.First,
                Weeks = weeks.Weeks,
                Words = weeks.Words,
                KeptById = Current.Id,
            }
        );
        RaiseMain(weeks.Who);
    }

    public bool RemoveNoGo(UserId who, long id)
    {
        if (Db.NoGoWeeks.SingleOrDefault(n => n.Id == id && n.UserId == who.Value && n.OpenedById == null) is not { } row)
            return false;
        row.OpenedById = Current.Id;
        RaiseMain(who);
        return true;
    }

    private void RaiseMain(UserId owner, ChangeReach reach = ChangeReach.Outline)
    {
        foreach (var calendar in MainCalendars([owner]).Values)
            Raise(calendar.Value, null, false, reach);
        Db.SaveChanges();
    }

    public void Save(Place place)
    {
        if (Db.Places.Find(place.Name) is { } row)
            (row.Site, row.Town, row.Zone, row.Country, row.Address, row.Closed) = (
                place.Site,
                place.Town,
                place.Zone,
                place.Country,
                place.Address,
                place.Closed
            );
        else
            Db.Places.Add(
                new PlaceRow
                {
                    Name = place.Name,
                    Site = place.Site,
                    Town = place.Town,
                    Zone = place.Zone,
                    Country = place.Country,
                    Address = place.Address,
                    Closed = place.Closed,
                }
            );
        Db.SaveChanges();
        places = null;
        RaiseAt(place.Site);
    }

    public void SaveWay(string from, string to, Duration? takes)
    {
        Db.Ways.RemoveRange(Db.Ways.Where(w => w.FromSite == from && w.ToSite == to));
        Db.SaveChanges();
        if (takes is { } time)
            Db.Ways.Add(
                new WayRow
                {
                    FromSite = from,
                    ToSite = to,
                    Minutes = (int)time.TotalMinutes,
                }
            );
        Db.SaveChanges();
        travel = null;
    }

    public void KeepSetting(UserId who, string name, string json)
    {
        if (Db.Settings.Find(who.Value, name) is { } kept)
            kept.Json = json;
        else
            Db.Settings.Add(
                new SettingRow
                {
                    UserId = who.Value,
                    Name = name,
                    Json = json,
                }
            );
        Db.SaveChanges();
    }

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

    public IReadOnlyList<Entry> EntriesOf(long change, int limit) =>
        [
            .. ById([
                .. Db.History.Where(h => h.ChangeId == change).GroupBy(h => h.EntryId).Select(g => g.Key).OrderBy(id => id).Take(limit),
            ]).Values,
        ];

    private DateTimeZone Zone(Entry entry) => Users([entry.Owner])[entry.Owner].HomeZone;

    private void SaveParts(long id, Entry entry)
    {
        Db.Overrides.RemoveRange(
            Db.Overrides.Where(o => o.EntryId == id).ToList().Where(o => entry.Overrides.All(n => n.RecurrenceId != o.RecurrenceId))
        );
        foreach (var changedOne in entry.Overrides)
        {
            var next = EntryMapping.ToRow(id, changedOne);
            if (Db.Overrides.Find(id, changedOne.RecurrenceId) is { } old)
            {
                (old.Time, old.Title, old.Place, old.Cancelled, old.AndFollowing) = (
                    next.Time,
                    next.Title,
                    next.Place,
                    next.Cancelled,
                    next.AndFollowing
                );
                (old.Agenda, old.Link, old.Private, old.Takes, old.Sequence) = (
                    next.Agenda,
                    next.Link,
                    next.Private,
                    next.Takes,
                    next.Sequence
                );
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
            if (row is null)
                Db.Participations.Add(row = new ParticipationRow { EntryId = id });
            else
                rows.Remove(row);
            EntryMapping.Apply(part, row);
        }

        Db.Participations.RemoveRange(rows);
        SaveGroups(id, entry);
        SaveMarks(id, entry);
    }

    private void SaveGroups(long id, Entry entry)
    {
        var rows = Db.EntryGroups.Where(g => g.EntryId == id).ToList();
        Db.EntryGroups.RemoveRange(rows.Where(r => entry.Groups.All(g => g.Group.Value != r.GroupId)));
        foreach (var group in entry.Groups.Where(g => rows.All(r => r.GroupId != g.Group.Value)))
            Db.EntryGroups.Add(new EntryGroupRow { EntryId = id, GroupId = group.Group.Value });
    }

    private void SaveMarks(long id, Entry entry)
    {
        var rows = Db.LaneMarks.Where(m => m.EntryId == id).ToList();
        Db.LaneMarks.RemoveRange(rows.Where(r => entry.Marks.All(m => m.Lane.Value != r.LaneId)));
        foreach (var mark in entry.Marks)
        {
            var next = EntryMapping.ToRow(id, mark);
            if (rows.Find(r => r.LaneId == next.LaneId) is { } old)
                (old.CategoryId, old.NoReminder, old.ReminderBefore, old.Rank) = (
                    next.CategoryId,
                    next.NoReminder,
                    next.ReminderBefore,
                    next.Rank
                );
            else
                Db.LaneMarks.Add(next);
        }
    }

    /// <summary>Rewrites what an entry occupies, and tells every calendar on which it stood or stands.</summary>
    private void Occupy(Entry entry, ChangeReach reach)
    {
        var old = Db.Occupancy.Where(o => o.EntryId == entry.Id.Value).ToList();
        // Of those who take part the main calendar; of its owner the one on which it was made.
        var calendars = new Dictionary<UserId, CalendarId>(MainCalendars(entry.Participations.Select(p => p.Who)))
        {
            [entry.Owner] = entry.Home,
        };
        var next = Occupying.Rows(entry, calendars, Zone(entry)).ToList();
        Db.Occupancy.RemoveRange(old);
        Db.SaveChanges();
        Db.Occupancy.AddRange(next);
        foreach (var calendar in old.Select(o => o.CalendarId).Concat(calendars.Values.Select(c => c.Value)).Distinct())
            Raise(calendar, entry.Id.Value, removed: next.All(n => n.CalendarId != calendar), reach);
    }

    private void Raise(long calendar, long? entry, bool removed = false, ChangeReach reach = ChangeReach.Outline)
    {
        var row = Db.Calendars.Find(calendar)!;
        row.ChangeNumber++;
        Touched(row, reach);
        if (entry is { } id)
            Db.ChangeLog.Add(
                new ChangeLogRow
                {
                    CalendarId = calendar,
                    Number = row.ChangeNumber,
                    EntryId = id,
                    Removed = removed,
                }
            );
        Db.SaveChanges();
        // Who looks at a lane watches its main calendar.
        if (!row.Main)
            RaiseMain(new UserId(row.OwnerId), reach);
    }

    /// <summary>Of several changes of a calendar the one counts that most may learn of.</summary>
    private void Touched(CalendarRow calendar, ChangeReach reach) =>
        changed[calendar.Id] = (
            calendar.ChangeNumber,
            changed.TryGetValue(calendar.Id, out var sooner) && sooner.Reach < reach ? sooner.Reach : reach
        );

    private string Snapshot(EntryRow row) => Snapshots([row])[row.Id];
}
