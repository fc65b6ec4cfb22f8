using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

/// <summary>What is known of people, groups and rooms, and who is in which group.</summary>
internal sealed class PeopleStore(ChangeSession session) : IPeopleStore
{
    private CorlinDb Db => session.Db;

    public CalendarUser Add(CalendarUser user)
    {
        var row = PeopleMapping.ToRow(user);
        Db.People.Add(row);
        Db.SaveChanges();
        return user with { Id = new UserId(row.Id) };
    }

    public IReadOnlyList<CalendarUser> AddAll(IReadOnlyList<CalendarUser> users)
    {
        var next = session.LastNumber("People");
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

    public CalendarUser Save(CalendarUser user, PersonFacts facts)
    {
        var row = user.Id.Value == 0 ? null : Db.People.Single(p => p.Id == user.Id.Value);
        var before = row is null ? null : Snapshot(row);
        if (row is null)
            Db.People.Add(row = PeopleMapping.ToRow(user));
        else
            row.Version++;
        PeopleMapping.Apply(user, facts, row);
        Db.SaveChanges();
        SaveOtherAddresses(row.Id, facts.OtherAddresses);
        Note(row, before);
        var saved = user with { Id = new UserId(row.Id), Version = row.Version };
        // A file brings thousands: what is stored is not looked through again at each.
        Db.ChangeTracker.Clear();
        return saved;
    }

    public void Remove(CalendarUser user)
    {
        var row = Db.People.Single(p => p.Id == user.Id.Value);
        var before = Snapshot(row);
        row.Removed = true;
        row.Version++;
        Note(row, before);
    }

    public void Delete(CalendarUser user) => new PersonDeletion(session, user).Do();

    public IReadOnlyList<CalendarUser> TouchedBy(long change)
    {
        var ids = Db
            .PersonHistory.Where(h => h.ChangeId == change)
            .Select(h => h.UserId)
            .Concat(Db.Memberships.Where(m => m.BeganById == change || m.EndedById == change).Select(m => m.GroupId))
            .Distinct()
            .ToList();
        return [.. session.Users(ids.Select(id => new UserId(id))).Values];
    }

    public void Join(UserId group, UserId member)
    {
        Db.Memberships.Add(
            new MembershipRow
            {
                GroupId = group.Value,
                UserId = member.Value,
                From = session.Now,
                BeganById = session.CurrentId,
            }
        );
        Db.SaveChanges();
        session.ForgetGroups();
        // What a group may see its members see from now on, and their screens read again.
        session.RaiseMain(member);
        session.RaiseMain(group);
        Db.ChangeTracker.Clear();
    }

    public bool Leave(UserId group, UserId member)
    {
        if (Db.Memberships.SingleOrDefault(m => m.GroupId == group.Value && m.UserId == member.Value && m.EndedById == null) is not { } row)
            return false;
        (row.Until, row.EndedById) = (session.Now, session.Current.Id);
        Db.SaveChanges();
        session.ForgetGroups();
        session.RaiseMain(member);
        session.RaiseMain(group);
        return true;
    }

    internal void RestorePeople(long change)
    {
        foreach (var line in Db.PersonHistory.AsNoTracking().Where(h => h.ChangeId == change).OrderByDescending(h => h.Id).ToList())
        {
            var row = Db.People.Single(p => p.Id == line.UserId);
            var now = Snapshot(row);
            if (Unversioned(now) != Unversioned(line.After))
                throw new RefusedException(RefusalKind.ChangedSince);
            if (line.Before is null)
            {
                row.Removed = true;
            }
            else
            {
                var before = StoreReads.PersonRows.Read(line.Before);
                var (id, address, principal) = (row.Id, before.Person.Address, before.Person.KeptForId);
                if (Db.People.Any(p => p.Address == address && p.KeptForId == principal && p.Id != id && !p.Removed))
                    throw new RefusedException(RefusalKind.ChangedSince);
                before.Person.Version = row.Version;
                Db.Entry(row).CurrentValues.SetValues(before.Person);
                SaveOtherAddresses(row.Id, before.OtherAddresses);
            }

            row.Version++;
            Note(row, now);
        }

        foreach (var row in Db.Memberships.Where(m => m.BeganById == change || m.EndedById == change).ToList())
        {
            var (group, member) = (new UserId(row.GroupId), new UserId(row.UserId));
            var isIn = Db.Memberships.Any(m => m.GroupId == row.GroupId && m.UserId == row.UserId && m.EndedById == null);
            if (row.EndedById == change && !isIn)
                Join(group, member);
            else if (row.BeganById == change && row.EndedById is null)
                Leave(group, member);
        }
    }

    private void Note(UserRow row, string? before)
    {
        Db.SaveChanges();
        Db.PersonHistory.Add(
            new PersonHistoryRow
            {
                ChangeId = session.Current.Id,
                UserId = row.Id,
                Before = before,
                After = Snapshot(row),
            }
        );
        session.RaiseMain(new UserId(row.Id));
    }

    private void SaveOtherAddresses(long who, IReadOnlyCollection<string> addresses)
    {
        var rows = Db.OtherAddresses.Where(a => a.UserId == who).ToList();
        Db.OtherAddresses.RemoveRange(rows.Where(r => !addresses.Contains(r.Address)));
        Db.OtherAddresses.AddRange(
            addresses.Where(a => rows.All(r => r.Address != a)).Select(a => new AddressRow { UserId = who, Address = a })
        );
        Db.SaveChanges();
    }

    private string Snapshot(UserRow row) =>
        States.Write(
            new StoreReads.PersonRows(
                row,
                [.. Db.OtherAddresses.Where(a => a.UserId == row.Id).OrderBy(a => a.Address).Select(a => a.Address)]
            )
        );

    /// <summary>The state without its version, which an undo of an undo has raised.</summary>
    private static string Unversioned(string snapshot)
    {
        var rows = StoreReads.PersonRows.Read(snapshot);
        rows.Person.Version = 0;
        return States.Write(rows);
    }
}
