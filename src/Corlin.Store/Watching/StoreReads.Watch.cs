using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace Corlin.Store;

// What was dismissed of what needs a look, and how far ahead is looked.
internal partial class StoreReads
{
    public IReadOnlyList<Dismissal> Dismissed(IReadOnlyCollection<UserId> who, int limit)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return
        [
            .. Db
                .Dismissals.AsNoTracking()
                .Where(d => wanted.Contains(d.UserId) && d.EndedById == null)
                .OrderByDescending(d => d.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(d => new Dismissal(new UserId(d.UserId), d.Key, d.Print)),
        ];
    }

    public IReadOnlyDictionary<UserId, ImmutableArray<LookAhead>> LookAheads(IReadOnlyCollection<UserId> who)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return Db
            .LookAheads.AsNoTracking()
            .Where(l => wanted.Contains(l.UserId) && l.EndedById == null)
            .AsEnumerable()
            .GroupBy(l => l.UserId)
            .ToDictionary(g => new UserId(g.Key), g => g.Select(l => new LookAhead(l.Kind, l.Days)).ToImmutableArray());
    }

    public IReadOnlyList<AnsweredLately> AnsweredSince(IReadOnlyCollection<UserId> who, Instant since, int limit)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return
        [
            .. Db
                .Changes.AsNoTracking()
                .Where(c =>
                    wanted.Contains(c.InNameOfId) && c.At >= since && c.Kind == ChangeKind.InvitationAnswered && c.UndoneById == null
                )
                .Join(
                    Db.History,
                    c => c.Id,
                    h => h.ChangeId,
                    (c, h) =>
                        new
                        {
                            c.Id,
                            c.InNameOfId,
                            h.EntryId,
                            c.ActorId,
                            c.At,
                            c.ByItself,
                        }
                )
                .OrderByDescending(a => a.Id)
                .Take(limit)
                .AsEnumerable()
                .Select(a => new AnsweredLately(new UserId(a.InNameOfId), new EntryId(a.EntryId), new UserId(a.ActorId), a.At, a.ByItself)),
        ];
    }

    public IReadOnlySet<UserId> ToldByMouth(IReadOnlyCollection<UserId> who, UserId organiser)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return Db
            .Participations.Where(p => wanted.Contains(p.UserId) && p.AnsweredAt != null)
            .Where(p => Db.Entries.Any(e => e.Id == p.EntryId && e.OwnerId == organiser.Value))
            .GroupBy(p => p.UserId)
            .Select(g => g.OrderByDescending(p => p.AnsweredAt).ThenByDescending(p => p.Id).First())
            .AsEnumerable()
            .Where(p => p.ByWordOfMouth)
            .Select(p => new UserId(p.UserId))
            .ToHashSet();
    }

    public IReadOnlyList<(UserId Who, EntryId Entry)> AnsweredByMore(IReadOnlyCollection<UserId> who, Instant since, int limit)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        var answers = Db.Changes.Where(c =>
            wanted.Contains(c.InNameOfId) && c.At >= since && c.Kind == ChangeKind.InvitationAnswered && c.UndoneById == null
        );
        return
        [
            .. answers
                .Join(
                    Db.History,
                    c => c.Id,
                    h => h.ChangeId,
                    (c, h) =>
                        new
                        {
                            c.Id,
                            c.InNameOfId,
                            c.ActorId,
                            h.EntryId,
                        }
                )
                .GroupBy(a => new { a.InNameOfId, a.EntryId })
                .Where(g => g.Min(a => a.ActorId) != g.Max(a => a.ActorId))
                .OrderByDescending(g => g.Max(a => a.Id))
                .Take(limit)
                .Select(g => new { g.Key.InNameOfId, g.Key.EntryId })
                .AsEnumerable()
                .Select(a => (new UserId(a.InNameOfId), new EntryId(a.EntryId))),
        ];
    }
}
