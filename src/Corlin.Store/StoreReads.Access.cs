using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// Who may see and do what.
internal partial class StoreReads
{
    /// <summary>Members of members of members: deeper nothing is looked for.</summary>
    private const int DeepestGroup = 20;

    private readonly Dictionary<UserId, IReadOnlyList<UserId>> groupsOf = [];
    private readonly Dictionary<bool, Ceiling> ceilings = [];

    public ILookup<UserId, Grant> GrantsOn(IReadOnlyCollection<UserId> owners, UserId receiver)
    {
        var wanted = owners.Select(o => o.Value).Distinct().ToArray();
        if (wanted.Length == 0) return Enumerable.Empty<Grant>().ToLookup(g => g.Owner);
        var holders = Holders(receiver);
        // Said so that the index by owner serves: by receiver it would read every default there is.
        return Db.Grants.AsNoTracking().Where(g => wanted.Contains(g.OwnerId) && g.EndedById == null && holders.Contains(g.ReceiverId ?? receiver.Value))
            .AsEnumerable().Select(AccessMapping.ToCore).ToLookup(g => g.Owner);
    }

    public IReadOnlyList<Grant> GrantsHeldBy(UserId receiver)
    {
        var holders = Holders(receiver);
        return [.. Db.Grants.AsNoTracking().Where(g => g.ReceiverId != null && holders.Contains(g.ReceiverId.Value) && g.EndedById == null).AsEnumerable().Select(AccessMapping.ToCore)];
    }

    public IReadOnlyList<Grant> GrantsIn(IReadOnlyCollection<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).Distinct().ToArray();
        if (wanted.Length == 0) return [];
        return [.. Db.Grants.AsNoTracking().Where(g => wanted.Contains(g.OwnerId) && g.EndedById == null).AsEnumerable().Select(AccessMapping.ToCore)];
    }

    public Grant? Grant(long id) => Db.Grants.AsNoTracking().FirstOrDefault(g => g.Id == id && g.EndedById == null) is { } row ? AccessMapping.ToCore(row) : null;

    public IReadOnlyList<UserId> GroupsOf(UserId member)
    {
        if (groupsOf.TryGetValue(member, out var known)) return known;
        var found = new HashSet<long>();
        long[] level = [member.Value];
        for (var depth = 0; level.Length > 0 && depth < DeepestGroup; depth++)
        {
            var inside = level;
            level = [.. Db.Members.Where(m => inside.Contains(m.UserId)).Select(m => m.GroupId).Distinct().AsEnumerable().Where(found.Add)];
        }

        return groupsOf[member] = [.. found.Select(g => new UserId(g))];
    }

    public ILookup<UserId, UserId> EveryoneIn(IReadOnlyCollection<UserId> groups)
    {
        var found = new List<(UserId Group, UserId Who)>();
        foreach (var group in groups.Distinct())
        {
            var seen = new HashSet<long> { group.Value };
            long[] level = [group.Value];
            for (var depth = 0; level.Length > 0 && depth < DeepestGroup; depth++)
            {
                var inside = level;
                level = [.. Db.Members.Where(m => inside.Contains(m.GroupId)).Select(m => m.UserId).Distinct().AsEnumerable().Where(seen.Add)];
            }

            seen.Remove(group.Value);
            found.AddRange(seen.Select(who => (group, new UserId(who))));
        }

        return found.ToLookup(f => f.Group, f => f.Who);
    }

    public Ceiling CeilingFor(bool inside)
    {
        if (ceilings.TryGetValue(inside, out var known)) return known;
        var row = Db.Ceilings.AsNoTracking().FirstOrDefault(c => c.Inside == inside && c.EndedById == null);
        return ceilings[inside] = row is null ? Ceiling.Open : new Ceiling(row.Sight, row.Acting, row.Private);
    }

    public IReadOnlyList<AccessRequest> AccessRequestsTo(IReadOnlyCollection<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).ToArray();
        if (wanted.Length == 0) return [];
        return [.. Db.AccessRequests.AsNoTracking().Where(r => wanted.Contains(r.OwnerId) && r.ClosedById == null).OrderBy(r => r.Id).AsEnumerable().Select(AccessMapping.ToCore)];
    }

    public IReadOnlyList<AccessRequest> AccessRequestsOf(UserId asker) =>
        [.. Db.AccessRequests.AsNoTracking().Where(r => r.AskerId == asker.Value && r.ClosedById == null).OrderBy(r => r.Id).AsEnumerable().Select(AccessMapping.ToCore)];

    public AccessRequest? AccessRequest(long id) =>
        Db.AccessRequests.AsNoTracking().FirstOrDefault(r => r.Id == id && r.ClosedById == null) is { } row ? AccessMapping.ToCore(row) : null;

    public IReadOnlyList<AccessNews> AccessNewsFor(UserId who, Instant now, int limit)
    {
        var holders = Holders(who);
        return [.. Db.AccessNews.AsNoTracking()
            .Where(n => holders.Contains(n.ToId) && n.NotBefore <= now && !n.Withdrawn && !Db.AccessNewsRead.Any(r => r.UserId == who.Value && r.NewsId == n.Id))
            .OrderByDescending(n => n.NotBefore).Take(limit)
            .Join(Db.Changes, n => n.ChangeId, c => c.Id, (n, c) => new { News = n, c.ActorId }).AsEnumerable()
            .OrderByDescending(n => n.News.NotBefore).Select(n => AccessMapping.ToCore(n.News, n.ActorId))];
    }

    public int CountInside() => Db.People.Count(p => p.Inside && p.Kind == UserKind.Person);

    protected void ForgetGroups() => groupsOf.Clear();

    protected void ForgetCeilings() => ceilings.Clear();

    /// <summary>Somebody and the groups they are in.</summary>
    private long[] Holders(UserId receiver) => [receiver.Value, .. GroupsOf(receiver).Select(g => g.Value)];
}
