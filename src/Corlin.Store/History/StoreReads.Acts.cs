using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// What somebody did in one act, and whether it can be taken back.
internal partial class StoreReads
{
    /// <summary>Of a change that touched more entries it is found out while it is taken back.</summary>
    private const int MostLookedAt = 500;

    public IReadOnlyList<PastAct> ActsBy(UserId actor, Instant since, int limit)
    {
        var changes = Db.Changes.AsNoTracking().Where(c => c.ActorId == actor.Value).OrderByDescending(c => c.Id).Take(limit).ToList();
        // What an absence or an instruction does by itself nobody did by hand; an undo that is under way is not done yet.
        return
        [
            .. changes
                .Where(c => c.At >= since && c.AbsenceId is null && !c.ByItself)
                .Select(c => (Change: c, Origin: OriginOf(c)))
                .Where(c => c.Origin.Kind != ChangeKind.Undone)
                .GroupBy(c => c.Change.ActId ?? c.Change.Id)
                .OrderByDescending(a => a.Key)
                .Select(act => new PastAct(
                    [.. act.Select(c => c.Change.Id).Order()],
                    act.Any(c => c.Change.UndoneById is not null),
                    act.Any(c => c.Origin.Depth > 0),
                    act.Any(c => c.Origin.Depth % 2 == 1)
                )),
        ];
    }

    public IReadOnlyDictionary<long, IReadOnlyList<long>> ActsOf(UserId actor, IReadOnlyCollection<long> changes)
    {
        var own = Db
            .Changes.AsNoTracking()
            .Where(c => changes.Contains(c.Id) && c.ActorId == actor.Value && c.AbsenceId == null && !c.ByItself)
            .Select(c => new { c.Id, Act = c.ActId ?? c.Id })
            .ToList();
        var acts = own.Select(o => o.Act).Distinct().ToArray();
        var all = Db
            .Changes.AsNoTracking()
            .Where(c => acts.Contains(c.Id) || (c.ActId != null && acts.Contains(c.ActId.Value)))
            .Where(c => c.ActorId == actor.Value && c.AbsenceId == null && !c.ByItself)
            .OrderBy(c => c.Id)
            .Select(c => new { c.Id, Act = c.ActId ?? c.Id })
            .ToLookup(c => c.Act, c => c.Id);
        return own.ToDictionary(o => o.Id, o => (IReadOnlyList<long>)[.. all[o.Act]]);
    }

    public IReadOnlyList<TakenBack> CanTakeBack(IReadOnlyList<IReadOnlyList<long>> acts)
    {
        var all = acts.SelectMany(a => a).Distinct().ToArray();
        if (all.Length == 0)
            return [];
        var undone = Db.Changes.Where(c => all.Contains(c.Id) && c.UndoneById != null).Select(c => c.Id).ToHashSet();
        var sent = Db.Outbox.Where(o => all.Contains(o.ChangeId) && o.SentAt != null).Select(o => o.ChangeId).Distinct().ToHashSet();
        var counts = Db
            .History.Where(h => all.Contains(h.ChangeId))
            .GroupBy(h => h.ChangeId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionary(g => g.Key, g => g.Count);
        var few = acts.Where(a => a.Sum(c => counts.GetValueOrDefault(c)) <= MostLookedAt).SelectMany(a => a).ToHashSet();
        var asMade = AsMade(few, acts);
        var concerned = KeptLines.Concerned(Db, all);
        return
        [
            .. acts.Select(act =>
                act.Any(undone.Contains) ? TakenBack.ChangedSince
                : act.Any(sent.Contains) ? TakenBack.Sent
                : !few.Contains(act[0]) || (asMade(act) && act.Where(concerned.Contains).All(c => KeptLines.AllStand(Db, c, act)))
                    ? TakenBack.Possible
                : TakenBack.ChangedSince
            ),
        ];
    }

    public PastChange? WhatWasDone(long change) =>
        Db.Changes.AsNoTracking().SingleOrDefault(c => c.Id == change) is { } row ? Whole([row], null).Single() : null;

    /// <summary>Whether every entry that an act wrote stands as it wrote it last, for some acts at once.</summary>
    internal Func<IReadOnlyList<long>, bool> AsMade(HashSet<long> changes, IReadOnlyList<IReadOnlyList<long>> acts)
    {
        var wanted = changes.ToArray();
        if (wanted.Length == 0)
            return _ => true;
        var byChange = Db
            .History.AsNoTracking()
            .Where(h => wanted.Contains(h.ChangeId))
            .OrderBy(h => h.Id)
            .AsEnumerable()
            .ToLookup(h => h.ChangeId);
        List<HistoryRow> Written(IReadOnlyList<long> act) =>
            [
                .. act.SelectMany(c => byChange[c])
                    .OrderBy(h => h.Id)
                    .GroupBy(h => h.EntryId)
                    .Select(l => new HistoryRow
                    {
                        ChangeId = act[0],
                        EntryId = l.Key,
                        Before = l.First().Before,
                        After = l.Last().After,
                    }),
            ];
        var written = acts.Where(a => changes.Contains(a[0])).DistinctBy(a => a[0]).ToDictionary(a => a[0], Written);
        var stand = AsMade([.. written.Values.SelectMany(w => w)]).ToHashSet();
        return act => written[act[0]].All(stand.Contains);
    }
}
