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

    /// <summary>What is older is told no longer, read or not.</summary>
    private static readonly Duration NewsKept = Duration.FromDays(14);

    /// <summary>In the place of a receiver where a default is asked for; no person has it.</summary>
    private const long Nobody = 0;

    private readonly Dictionary<UserId, IReadOnlyList<UserId>> groupsOf = [];
    private readonly Dictionary<bool, Ceiling> ceilings = [];

    public ILookup<UserId, Grant> GrantsOn(IReadOnlyCollection<UserId> owners, UserId receiver)
    {
        var wanted = owners.Select(o => o.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return Enumerable.Empty<Grant>().ToLookup(g => g.Owner);
        var holders = Holders(receiver);
        // Said so that the index by owner serves: by receiver it would read every default there is.
        return Db
            .Grants.AsNoTracking()
            .Where(g => wanted.Contains(g.OwnerId) && g.EndedById == null && holders.Contains(g.ReceiverId ?? receiver.Value))
            .AsEnumerable()
            .Select(AccessMapping.ToCore)
            .ToLookup(g => g.Owner);
    }

    public IReadOnlyList<Grant> GrantsHeldBy(UserId receiver)
    {
        var holders = Holders(receiver);
        return
        [
            .. Db
                .Grants.AsNoTracking()
                .Where(g => g.ReceiverId != null && holders.Contains(g.ReceiverId.Value) && g.EndedById == null)
                .AsEnumerable()
                .Select(AccessMapping.ToCore),
        ];
    }

    public IReadOnlyList<Grant> GrantsIn(IReadOnlyCollection<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .Grants.AsNoTracking()
                .Where(g => wanted.Contains(g.OwnerId) && g.EndedById == null)
                .AsEnumerable()
                .Select(AccessMapping.ToCore),
        ];
    }

    public IReadOnlyList<Grant> GrantsIn(IReadOnlyCollection<UserId> owners, IReadOnlyCollection<UserId> receivers, bool defaults)
    {
        var wanted = owners.Select(o => o.Value).Distinct().ToArray();
        long[] holders = [.. receivers.Select(r => r.Value).Distinct(), .. defaults ? [Nobody] : Array.Empty<long>()];
        if (wanted.Length == 0 || holders.Length == 0)
            return [];
        return
        [
            .. Db
                .Grants.AsNoTracking()
                .Where(g => wanted.Contains(g.OwnerId) && g.EndedById == null && holders.Contains(g.ReceiverId ?? Nobody))
                .AsEnumerable()
                .Select(AccessMapping.ToCore),
        ];
    }

    public IReadOnlyDictionary<UserId, Acting> ReceiversIn(IReadOnlyCollection<UserId> owners, Instant now)
    {
        var wanted = owners.Select(o => o.Value).Distinct().ToArray();
        if (wanted.Length == 0)
            return System.Collections.ObjectModel.ReadOnlyDictionary<UserId, Acting>.Empty;
        return Db
            .Grants.Where(g =>
                wanted.Contains(g.OwnerId) && g.EndedById == null && g.ReceiverId != null && (g.Until == null || g.Until > now)
            )
            .GroupBy(g => g.ReceiverId!.Value)
            .Select(g => new { g.Key, Most = g.Max(x => x.Acting) })
            .ToDictionary(g => new UserId(g.Key), g => g.Most);
    }

    public Grant? Grant(long id) =>
        Db.Grants.AsNoTracking().FirstOrDefault(g => g.Id == id && g.EndedById == null) is { } row ? AccessMapping.ToCore(row) : null;

    public IReadOnlyList<UserId> GroupsOf(UserId member)
    {
        if (groupsOf.TryGetValue(member, out var known))
            return known;
        return groupsOf[member] = [.. GroupsOf([member])[member]];
    }

    public ILookup<UserId, UserId> GroupsOf(IReadOnlyCollection<UserId> members)
    {
        var above = new Dictionary<long, long[]>();
        long[] level = [.. members.Select(m => m.Value).Distinct()];
        for (var depth = 0; level.Length > 0 && depth < DeepestGroup; depth++)
        {
            var inside = level;
            var found = Db
                .Memberships.Where(m => inside.Contains(m.UserId) && m.EndedById == null)
                .Select(m => new { m.UserId, m.GroupId })
                .AsEnumerable()
                .ToLookup(m => m.UserId, m => m.GroupId);
            foreach (var who in inside)
                above[who] = [.. found[who].Distinct()];
            level = [.. found.SelectMany(g => g).Distinct().Where(g => !above.ContainsKey(g))];
        }

        return members
            .Distinct()
            .SelectMany(m => AllAbove(m.Value, above).Select(g => (Member: m, Group: new UserId(g))))
            .ToLookup(g => g.Member, g => g.Group);
    }

    private static HashSet<long> AllAbove(long member, Dictionary<long, long[]> above)
    {
        var all = new HashSet<long>();
        var next = new Queue<long>([member]);
        while (next.TryDequeue(out var one))
        {
            foreach (var group in above.GetValueOrDefault(one) ?? [])
                if (all.Add(group))
                    next.Enqueue(group);
        }

        return all;
    }

    public ILookup<UserId, UserId> EveryoneIn(IReadOnlyCollection<UserId> groups)
    {
        // One question a level, whatever the number of groups.
        var inside = new Dictionary<long, long[]>();
        long[] level = [.. groups.Select(g => g.Value).Distinct()];
        for (var depth = 0; level.Length > 0 && depth < DeepestGroup; depth++)
        {
            var unread = level;
            var members = Db
                .Memberships.Where(m => unread.Contains(m.GroupId) && m.EndedById == null)
                .Select(m => new { m.GroupId, m.UserId })
                .Distinct()
                .ToLookup(m => m.GroupId, m => m.UserId);
            foreach (var group in unread)
                inside[group] = [.. members[group]];
            level = [.. unread.SelectMany(g => inside[g]).Where(m => !inside.ContainsKey(m)).Distinct()];
        }

        return groups
            .Distinct()
            .SelectMany(g => Below(g.Value, inside).Select(who => (Group: g, Who: new UserId(who))))
            .ToLookup(f => f.Group, f => f.Who);
    }

    private static IEnumerable<long> Below(long group, Dictionary<long, long[]> inside)
    {
        var seen = new HashSet<long> { group };
        var open = new Queue<(long Group, int Depth)>([(group, 0)]);
        while (open.TryDequeue(out var at))
        {
            if (at.Depth == DeepestGroup)
                continue;
            foreach (var member in inside.GetValueOrDefault(at.Group, []).Where(seen.Add))
            {
                open.Enqueue((member, at.Depth + 1));
                yield return member;
            }
        }
    }

    public IReadOnlyList<Grant> GrantsHeld(bool inside, int limit) =>
        [
            .. Db
                .Grants.AsNoTracking()
                .Where(g => g.EndedById == null && g.ReceiverId != null && g.Inside == inside)
                .OrderBy(g => g.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(AccessMapping.ToCore),
        ];

    public Ceiling CeilingFor(bool inside)
    {
        if (ceilings.TryGetValue(inside, out var known))
            return known;
        var row = Db.Ceilings.AsNoTracking().FirstOrDefault(c => c.Inside == inside && c.EndedById == null);
        return ceilings[inside] = row is null
            ? inside
                ? Ceiling.Open
                : Ceiling.Outside
            : new Ceiling(row.Sight, row.Acting, row.Private);
    }

    public IReadOnlyList<AccessRequest> AccessRequestsTo(IReadOnlyCollection<UserId> owners)
    {
        var wanted = owners.Select(o => o.Value).ToArray();
        if (wanted.Length == 0)
            return [];
        return
        [
            .. Db
                .AccessRequests.AsNoTracking()
                .Where(r => wanted.Contains(r.OwnerId) && r.ClosedById == null)
                .OrderBy(r => r.Id)
                .AsEnumerable()
                .Select(AccessMapping.ToCore),
        ];
    }

    public IReadOnlyList<AccessRequest> AccessRequestsToKept() =>
        [
            .. Db
                .AccessRequests.AsNoTracking()
                // Every owner, so that only what is open is gone through, by its index.
                .Where(r => r.ClosedById == null && r.OwnerId > 0)
                .Where(r => Db.People.Any(p => p.Id == r.OwnerId && p.Kind != UserKind.Person))
                .OrderBy(r => r.Id)
                .AsEnumerable()
                .Select(AccessMapping.ToCore),
        ];

    public IReadOnlyList<AccessRequest> AccessRequestsOf(UserId asker) =>
        [
            .. Db
                .AccessRequests.AsNoTracking()
                .Where(r => r.AskerId == asker.Value && r.ClosedById == null)
                .OrderBy(r => r.Id)
                .AsEnumerable()
                .Select(AccessMapping.ToCore),
        ];

    public AccessRequest? AccessRequest(long id) =>
        Db.AccessRequests.AsNoTracking().FirstOrDefault(r => r.Id == id && r.ClosedById == null) is { } row
            ? AccessMapping.ToCore(row)
            : null;

    public IReadOnlyList<AccessNews> AccessNewsFor(UserId who, Instant now, int limit)
    {
        var holders = Holders(who);
        var since = now - NewsKept;
        var news = Db
            .AccessNews.AsNoTracking()
            .Where(n =>
                holders.Contains(n.ToId)
                && n.NotBefore <= now
                && n.NotBefore > since
                && !n.Withdrawn
                && !Db.AccessNewsRead.Any(r => r.UserId == who.Value && r.NewsId == n.Id)
            )
            .OrderByDescending(n => n.NotBefore)
            .Take(limit)
            .ToList();
        if (news.Count == 0)
            return [];
        var changes = news.Select(n => n.ChangeId).Distinct().ToArray();
        var actors = Db
            .Changes.Where(c => changes.Contains(c.Id))
            .Select(c => new { c.Id, c.ActorId })
            .ToDictionary(c => c.Id, c => c.ActorId);
        return [.. news.Select(n => AccessMapping.ToCore(n, actors[n.ChangeId]))];
    }

    public IReadOnlyList<CalendarChange> AccessChangedBetween(Instant after, Instant until)
    {
        var owners = Db
            .Grants.Where(g => g.EndedById == null && g.From > after && g.From <= until)
            .Select(g => g.OwnerId)
            .Concat(Db.Grants.Where(g => g.EndedById == null && g.Until > after && g.Until <= until).Select(g => g.OwnerId))
            .ToList();
        var told = Db
            .AccessNews.Where(n => n.NotBefore > after && n.NotBefore <= until && !n.Withdrawn)
            .Select(n => n.ToId)
            .Distinct()
            .Concat(Db.MeetingNews.Where(n => n.At > after && n.At <= until).Select(n => n.ToId).Distinct())
            .ToList();
        if (owners.Count + told.Count == 0)
            return [];
        var members = EveryoneIn([.. told.Select(t => new UserId(t))]).SelectMany(m => m).Select(m => m.Value);
        var wanted = owners.Concat(told).Concat(members).Distinct().ToArray();
        return
        [
            .. Db
                .Calendars.Where(c => c.Main && wanted.Contains(c.OwnerId))
                .Select(c => new { c.Id, c.ChangeNumber })
                .AsEnumerable()
                .Select(c => new CalendarChange(new CalendarId(c.Id), c.ChangeNumber)),
        ];
    }

    public bool AnybodySpeaks() =>
        Db.Grants.Any(g => g.EndedById == null && g.ReceiverId != null && g.CalendarId == null && g.Acting == Acting.SpeakFor);

    public int CountInside() => Db.People.Count(p => p.Inside && p.Kind == UserKind.Person);

    internal void ForgetGroups() => groupsOf.Clear();

    internal void ForgetCeilings() => ceilings.Clear();

    /// <summary>Somebody and the groups they are in.</summary>
    private long[] Holders(UserId receiver) => [receiver.Value, .. GroupsOf(receiver).Select(g => g.Value)];
}
