using System.Collections.ObjectModel;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Text;
using Corlin.Core.Words;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// People, groups and rooms.
internal partial class StoreReads
{
    public CalendarUser? UserByAddress(string address, UserId? principal = null) =>
        UsersByAddress([address], principal).GetValueOrDefault(address);

    public IReadOnlyDictionary<string, CalendarUser> UsersByAddress(IReadOnlyCollection<string> addresses, UserId? principal)
    {
        var owner = principal?.Value;
        var found = new Dictionary<string, CalendarUser>(StringComparer.Ordinal);
        foreach (var some in addresses.Distinct().Chunk(500))
        {
            var further = Db
                .OtherAddresses.AsNoTracking()
                .Where(a => some.Contains(a.Address))
                .Select(a => new { a.Address, a.UserId })
                .ToList();
            var others = further.Select(a => a.UserId).ToArray();
            // Three questions, each with an index of its own.
            var known = Db.People.AsNoTracking().Where(u => !u.Removed);
            var rows = known.Where(u => u.KeptForId == null && some.Contains(u.Address)).ToList();
            if (owner is { } keeps)
                rows.AddRange(known.Where(u => u.KeptForId == keeps && some.Contains(u.Address)));
            if (others.Length > 0)
                rows.AddRange(
                    known.Where(u => others.Contains(u.Id)).AsEnumerable().Where(u => u.KeptForId is null || u.KeptForId == owner)
                );
            // The principal's own contacts first, and a first address before a further one.
            foreach (var own in new[] { true, false })
            {
                var those = rows.Where(r => r.KeptForId is not null == own).ToList();
                foreach (var row in those.Where(r => some.Contains(r.Address)))
                    found.TryAdd(row.Address, PeopleMapping.ToCore(row));
                foreach (var one in further)
                    if (those.Find(r => r.Id == one.UserId) is { } row)
                        found.TryAdd(one.Address, PeopleMapping.ToCore(row));
            }
        }

        return found;
    }

    public IReadOnlyList<CalendarUser> FindUsers(string text, IReadOnlyCollection<UserId> keeps, int limit) =>
        [.. InOrder(Called(Db.People, text, keeps)).Take(limit).AsEnumerable().Select(PeopleMapping.ToCore)];

    public IReadOnlyList<CalendarUser> SeekUsers(string text, IReadOnlyCollection<UserId> keeps, int limit)
    {
        var seeking = new Seeking(text);
        // Signs alone name nobody; no text at all is everybody.
        if (seeking.SaysNothing)
            return FindUsers(text, keeps, limit);
        return InThatOrder([.. index.Find(Db, seeking, keeps, (_, _) => true).Take(limit)]);
    }

    private IReadOnlyList<CalendarUser> InThatOrder(long[] ids)
    {
        var rows = Db.People.AsNoTracking().Where(p => ids.Contains(p.Id)).ToDictionary(p => p.Id);
        return [.. ids.Where(rows.ContainsKey).Select(id => PeopleMapping.ToCore(rows[id]))];
    }

    public (IReadOnlyList<CalendarUser> First, int Count) Index(
        string text,
        IReadOnlyCollection<UserKind> kinds,
        bool? inside,
        IReadOnlyCollection<UserId> keeps,
        int limit
    )
    {
        var wanted = kinds.ToArray();
        var seeking = new Seeking(text);
        if (!seeking.SaysNothing)
        {
            var ids = index.Find(Db, seeking, keeps, (kind, isInside) => wanted.Contains(kind) && (inside == null || isInside == inside));
            return (InThatOrder([.. ids.Take(limit)]), ids.Count);
        }

        var found = Called(Db.People, text, keeps).Where(u => wanted.Contains(u.Kind) && (inside == null || u.Inside == inside));
        return ([.. InOrder(found).Take(limit).AsEnumerable().Select(PeopleMapping.ToCore)], found.Count());
    }

    public IReadOnlyList<CalendarUser> Rooms(int limit) =>
        [
            .. Db
                .People.AsNoTracking()
                .Where(p => p.Kind == UserKind.Room && !p.Removed)
                .OrderBy(p => p.Name)
                .Take(limit)
                .AsEnumerable()
                .Select(PeopleMapping.ToCore),
        ];

    public IReadOnlyDictionary<UserId, PersonFacts> Facts(IReadOnlyCollection<UserId> who)
    {
        var wanted = who.Select(w => w.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return ReadOnlyDictionary<UserId, PersonFacts>.Empty;
        var addresses = Db.OtherAddresses.AsNoTracking().Where(a => wanted.Contains(a.UserId)).ToLookup(a => a.UserId, a => a.Address);
        return Db
            .People.AsNoTracking()
            .Where(u => wanted.Contains(u.Id))
            .AsEnumerable()
            .ToDictionary(u => new UserId(u.Id), u => PeopleMapping.FactsOf(u, addresses[u.Id]));
    }

    public IReadOnlyList<Membership> Memberships(UserId group, int limit) =>
        [
            .. Db
                .Memberships.AsNoTracking()
                .Where(m => m.GroupId == group.Value)
                .OrderBy(m => m.EndedById != null)
                .ThenByDescending(m => m.Until)
                .ThenBy(m => m.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(PeopleMapping.ToCore),
        ];

    public IReadOnlyList<Membership> MembershipsOf(UserId member) =>
        [
            .. Db
                .Memberships.AsNoTracking()
                .Where(m => m.UserId == member.Value && m.EndedById == null)
                .OrderBy(m => m.Id)
                .AsEnumerable()
                .Select(PeopleMapping.ToCore),
        ];

    public IReadOnlyDictionary<UserId, int> CountMembers(IReadOnlyCollection<UserId> groups)
    {
        var wanted = groups.Select(g => g.Value).ToArray();
        if (wanted.Length == 0)
            return ReadOnlyDictionary<UserId, int>.Empty;
        return Db
            .Memberships.Where(m => wanted.Contains(m.GroupId) && m.EndedById == null)
            .GroupBy(m => m.GroupId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionary(g => new UserId(g.Key), g => g.Count);
    }

    public IReadOnlyDictionary<UserId, IReadOnlyList<UserId>> MembersOf(IReadOnlyCollection<UserId> groups)
    {
        var inside = EveryoneIn(groups);
        var everyone = groups.SelectMany(g => inside[g]).Select(m => m.Value).Distinct().ToArray();
        var there =
            everyone.Length == 0
                ? []
                : Db.People.Where(u => everyone.Contains(u.Id) && u.Kind != UserKind.Group && !u.Removed).Select(u => u.Id).ToHashSet();
        return groups.ToDictionary(
            g => g,
            g => (IReadOnlyList<UserId>)[.. inside[g].Where(m => there.Contains(m.Value)).OrderBy(m => m.Value)]
        );
    }

    public KeptOf KeptOf(UserId who)
    {
        var alone = PersonDeletion.AloneOf(Db, who.Value).Count();
        return new KeptOf(
            alone,
            Db.Entries.Count(e => e.OwnerId == who.Value) - alone,
            Db.Participations.Where(p => p.UserId == who.Value && Db.Entries.Any(e => e.Id == p.EntryId && e.OwnerId != who.Value))
                .Select(p => p.EntryId)
                .Distinct()
                .Count(),
            PersonDeletion.LettersOf(Db, PersonDeletion.AddressesOf(Db, who.Value)).Count()
        );
    }

    public bool SignsIn(UserId who) =>
        Db.Set<Account>().AsNoTracking().FirstOrDefault(a => a.PersonId == who.Value) is { } account && !account.IsClosed();

    private static IQueryable<UserRow> Called(IQueryable<UserRow> people, string text, IReadOnlyCollection<UserId> keeps)
    {
        var owners = keeps.Select(k => (long?)k.Value).ToArray();
        var known = people.AsNoTracking().Where(u => !u.Removed && (u.KeptForId == null || owners.Contains(u.KeptForId)));
        var words = Plain.Of(text).TrimEnd();
        // Signs alone name nobody; no text at all is everybody.
        if (words.Length == 0)
            return text.Length == 0 ? known : known.Where(_ => false);
        var address = text.ToLowerInvariant();
        return known.Where(u => EF.Functions.Like(u.SearchName, "%" + words + "%") || u.Address.StartsWith(address));
    }

    private static IOrderedQueryable<UserRow> InOrder(IQueryable<UserRow> people) =>
        people.OrderByDescending(u => u.Inside).ThenBy(u => u.Kind).ThenBy(u => u.SearchName);
}
