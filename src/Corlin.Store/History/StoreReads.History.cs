using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Store.Mapping;
using Corlin.Store.Model;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// What was done.
internal partial class StoreReads
{
    private const int LinesAtOnce = 150;

    public IReadOnlyList<PastChange> Past(UserId inNameOf, UserId? by, Instant? from, Instant? until, long? before, int limit)
    {
        var changes = Db.Changes.AsNoTracking().Where(c => c.InNameOfId == inNameOf.Value);
        if (by is { } actor)
            changes = changes.Where(c => c.ActorId == actor.Value);
        if (from is { } first)
            changes = changes.Where(c => c.At >= first);
        if (until is { } end)
            changes = changes.Where(c => c.At < end);
        if (before is { } id)
            changes = changes.Where(c => c.Id < id);
        return Whole([.. changes.OrderByDescending(c => c.Id).Take(limit)], null);
    }

    public IReadOnlyList<PastChange> PastAround(UserId who, Instant from, Instant until, int limit)
    {
        var lines = Db
            .Participations.Where(p => p.UserId == who.Value)
            .Select(p => p.EntryId)
            .Union(Db.Entries.Where(e => e.OwnerId == who.Value && e.Kind == EntryKind.Meeting).Select(e => e.Id))
            .Join(Db.History, entry => entry, h => h.EntryId, (entry, h) => new { h.ChangeId, h.EntryId })
            .Join(Db.Changes.Where(c => c.InNameOfId != who.Value && c.At >= from && c.At < until), h => h.ChangeId, c => c.Id, (h, c) => h)
            .OrderByDescending(h => h.ChangeId)
            .Take(limit)
            .ToList();
        var ids = lines.Select(l => l.ChangeId).Distinct().ToArray();
        return Whole(
            [.. Db.Changes.AsNoTracking().Where(c => ids.Contains(c.Id)).OrderByDescending(c => c.Id)],
            [.. lines.Select(l => l.EntryId)]
        );
    }

    public IReadOnlyList<PastChange> PastOf(EntryId entry, long? before, int limit)
    {
        var ids = Db
            .History.Where(h => h.EntryId == entry.Value && (before == null || h.ChangeId < before))
            .GroupBy(h => h.ChangeId)
            .OrderByDescending(g => g.Key)
            .Select(g => g.Key)
            .Take(limit)
            .ToArray();
        return ids.Length == 0
            ? []
            : Whole([.. Db.Changes.AsNoTracking().Where(c => ids.Contains(c.Id)).OrderByDescending(c => c.Id)], [entry.Value]);
    }

    public IReadOnlyList<UserId> ActorsFor(UserId inNameOf, int limit) =>
        [
            .. Db
                .Changes.Where(c => c.InNameOfId == inNameOf.Value)
                .GroupBy(c => c.ActorId)
                .Select(g => g.Key)
                .OrderBy(id => id)
                .Take(limit)
                .AsEnumerable()
                .Select(id => new UserId(id)),
        ];

    public IReadOnlyDictionary<EntryId, Entry> EntriesNow(IReadOnlyCollection<EntryId> ids) =>
        ById([.. ids.Select(i => i.Value).Distinct()]).ToDictionary(e => new EntryId(e.Key), e => e.Value);

    public Entry? LastWith(EntryId meeting, UserId who) =>
        Db
            .History.AsNoTracking()
            .Where(h => h.EntryId == meeting.Value && h.Before != null)
            .OrderByDescending(h => h.Id)
            .Select(h => h.Before!)
            .AsEnumerable()
            .Select(EntryRows.Read)
            .FirstOrDefault(e => e.Participations.Any(p => p.Who == who));

    public int EntriesIn(long change) => Db.History.Count(h => h.ChangeId == change);

    public bool StandsAsMade(long change)
    {
        for (var before = long.MaxValue; LinesOf(change, before) is { Count: > 0 } lines; before = lines[^1].Id)
        {
            if (AsMade(lines, orTakenBack: true).Count < lines.Count)
                return false;
            Db.ChangeTracker.Clear();
        }

        return true;
    }

    /// <summary>What a change did to some of its entries, the last first.</summary>
    internal List<HistoryRow> LinesOf(long change, long before) =>
        Db.History.AsNoTracking().Where(h => h.ChangeId == change && h.Id < before).OrderByDescending(h => h.Id).Take(LinesAtOnce).ToList();

    /// <summary>Those of some lines whose entry stands as the change left it.</summary>
    internal List<HistoryRow> AsMade(IReadOnlyCollection<HistoryRow> lines, bool orTakenBack = false)
    {
        var ids = lines.Select(l => l.EntryId).ToArray();
        var stand = Snapshots(Db.Entries.AsNoTracking().Where(e => ids.Contains(e.Id)).ToList());
        var made = lines.Where(l => l.Before is null).Select(l => l.EntryId).ToArray();
        // What was laid with one of them since, or tied to it, would go with it.
        var hung = Db
            .Papers.Where(p => made.Contains(p.EntryId) && p.RemovedByChangeId == null)
            .Select(p => p.EntryId)
            .Concat(Db.Entries.Where(e => e.TiedToId != null && made.Contains(e.TiedToId.Value)).Select(e => e.TiedToId!.Value))
            .ToHashSet();
        return
        [
            .. lines.Where(l =>
                stand.GetValueOrDefault(l.EntryId) is var state
                && (
                    (States.AreSame<EntryRows>(state, l.After) && (l.Before is not null || !hung.Contains(l.EntryId)))
                    || (orTakenBack && States.AreSame<EntryRows>(state, l.Before))
                )
            ),
        ];
    }

    /// <summary>The whole state of some entries, as the history keeps it.</summary>
    internal Dictionary<long, string> Snapshots(IReadOnlyCollection<EntryRow> rows)
    {
        var ids = rows.Select(r => r.Id).ToArray();
        var overrides = Db.Overrides.Where(o => ids.Contains(o.EntryId)).OrderBy(o => o.RecurrenceId).ToLookup(o => o.EntryId);
        var participations = Db.Participations.Where(p => ids.Contains(p.EntryId)).OrderBy(p => p.Id).ToLookup(p => p.EntryId);
        var marks = Db.LaneMarks.Where(m => ids.Contains(m.EntryId)).OrderBy(m => m.LaneId).ToLookup(m => m.EntryId);
        return rows.ToDictionary(
            r => r.Id,
            r =>
                States.Write(
                    new EntryRows(r, [.. overrides[r.Id]], [.. participations[r.Id]], marks.Contains(r.Id) ? [.. marks[r.Id]] : null)
                )
        );
    }

    /// <param name="only">The entries that are asked about, or null for all.</param>
    private IReadOnlyList<PastChange> Whole(IReadOnlyList<ChangeRow> changes, HashSet<long>? only)
    {
        if (changes.Count == 0)
            return [];
        var ids = changes.Select(c => c.Id).ToArray();
        var counts = Db
            .History.Where(h => ids.Contains(h.ChangeId))
            .GroupBy(h => h.ChangeId)
            .Select(g => new { g.Key, Count = g.Count() })
            .ToDictionary(g => g.Key, g => g.Count);
        var few = only is null ? counts.Where(c => c.Value <= PastChange.MostEntries).Select(c => c.Key).ToArray() : ids;
        var lines =
            few.Length == 0
                ? []
                : Db
                    .History.AsNoTracking()
                    .Where(h => few.Contains(h.ChangeId) && (only == null || only.Contains(h.EntryId)))
                    .OrderBy(h => h.Id)
                    .ToList();
        var entries = lines.ToLookup(h => h.ChangeId);
        var grants = Db.Grants.AsNoTracking().Where(g => ids.Contains(g.GivenById)).ToLookup(g => g.GivenById);
        var ended = Db
            .Grants.AsNoTracking()
            .Where(g => g.EndedById != null && ids.Contains(g.EndedById.Value))
            .ToLookup(g => g.EndedById!.Value);
        var under = changes.Select(c => c.GrantId).OfType<long>().Distinct().ToArray();
        var held =
            under.Length == 0
                ? []
                : Db.Grants.AsNoTracking().Where(g => under.Contains(g.Id)).ToDictionary(g => g.Id, AccessMapping.ToCore);
        var followed = changes.Select(c => c.InstructionId).OfType<long>().Distinct().ToArray();
        var instructions =
            followed.Length == 0
                ? []
                : Db.Instructions.AsNoTracking().Where(i => followed.Contains(i.Id)).ToDictionary(i => i.Id, InstructionStore.ToCore);
        var people = Db
            .PersonHistory.Where(h => ids.Contains(h.ChangeId))
            .Select(h => new { h.ChangeId, h.UserId })
            .ToLookup(h => h.ChangeId, h => new UserId(h.UserId));
        var members = Members(ids);
        var origins = changes.ToDictionary(c => c.Id, OriginOf);
        return
        [
            .. changes.Select(c => new PastChange(
                c.Id,
                origins[c.Id].Kind,
                origins[c.Id].Depth % 2 == 1,
                new UserId(c.ActorId),
                new UserId(c.InNameOfId),
                c.At,
                c.UndoneById is not null,
                c.GrantId is { } grant ? held.GetValueOrDefault(grant) : null,
                [.. entries[c.Id].GroupBy(h => h.EntryId).Select(Changed)],
                counts.GetValueOrDefault(c.Id),
                [.. grants[c.Id].Select(AccessMapping.ToCore)],
                [.. ended[c.Id].Select(AccessMapping.ToCore)],
                [.. people[c.Id].Distinct()],
                [.. members[c.Id]]
            )
            {
                ByAbsence = c.AbsenceId is not null,
                ByItself = c.ByItself,
                Followed = c.InstructionId is { } instruction ? new Instructed(instructions[instruction], c.ByItself) : null,
                DidAgain = origins[c.Id].Depth > 0 && origins[c.Id].Depth % 2 == 0,
            }),
        ];
    }

    private ILookup<long, (UserId Group, UserId Member, bool Joined)> Members(long[] changes)
    {
        var began = Db
            .Memberships.AsNoTracking()
            .Where(m => m.BeganById != null && changes.Contains(m.BeganById.Value))
            .AsEnumerable()
            .Select(m => (Change: m.BeganById!.Value, Row: m, Joined: true));
        var left = Db
            .Memberships.AsNoTracking()
            .Where(m => m.EndedById != null && changes.Contains(m.EndedById.Value))
            .AsEnumerable()
            .Select(m => (Change: m.EndedById!.Value, Row: m, Joined: false));
        return began.Concat(left).ToLookup(m => m.Change, m => (new UserId(m.Row.GroupId), new UserId(m.Row.UserId), m.Joined));
    }

    /// <summary>A change may write an entry several times: from what it found to what it left.</summary>
    private static ChangedEntry Changed(IGrouping<long, HistoryRow> lines) =>
        new(new EntryId(lines.Key), Read(lines.First().Before), Read(lines.Last().After));

    private static Entry? Read(string? snapshot) => snapshot is null ? null : EntryRows.Read(snapshot);

    /// <summary>What a change did; of an undo what it took back.</summary>
    internal ChangeKind KindOf(ChangeRow row) => OriginOf(row).Kind;

    /// <summary>
    /// What a change did, of an undo what it took back; and how often that was taken back: never by what was done, once by what took it
    /// back, twice by what did it again. An undo that is still under way took nothing back yet, and is of its own kind.
    /// </summary>
    private (ChangeKind Kind, int Depth) OriginOf(ChangeRow row)
    {
        var (at, depth) = (row, 0);
        for (
            ;
            at.Kind == ChangeKind.Undone && Db.Changes.AsNoTracking().SingleOrDefault(c => c.UndoneById == at.Id) is { } original;
            at = original
        )
            depth++;
        return (at.Kind, depth);
    }
}
