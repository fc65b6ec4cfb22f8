using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using Microsoft.EntityFrameworkCore;

namespace Corlin.Store;

// What people want answered to invitations of one kind.
internal partial class StoreReads
{
    public IReadOnlyList<StandingInstruction> Instructions(IReadOnlyCollection<UserId> who)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return
        [
            .. Db
                .Instructions.AsNoTracking()
                .Where(i => wanted.Contains(i.UserId) && i.EndedById == null)
                .OrderBy(i => i.First)
                .ThenBy(i => i.PublicId)
                .AsEnumerable()
                .Select(InstructionStore.ToCore),
        ];
    }

    public StandingInstruction? Instruction(UserId of, string key) =>
        Db
            .Instructions.AsNoTracking()
            .Where(i => i.UserId == of.Value && i.PublicId == key && i.EndedById == null)
            .AsEnumerable()
            .Select(InstructionStore.ToCore)
            .SingleOrDefault();

    public IReadOnlyDictionary<string, InstructionUse> InstructionUses(IReadOnlyCollection<UserId> who)
    {
        var wanted = who.Select(w => w.Value).ToArray();
        return Db
            .Changes.Where(c => c.InstructionId != null && c.UndoneById == null)
            .Join(
                Db.Instructions.Where(i => wanted.Contains(i.UserId)),
                c => c.InstructionId,
                i => i.Id,
                (c, i) => new { i.PublicId, c.At }
            )
            .GroupBy(u => u.PublicId)
            .Select(g => new
            {
                g.Key,
                Count = g.Count(),
                Last = g.Max(u => u.At),
            })
            .ToDictionary(u => u.Key, u => new InstructionUse(u.Count, u.Last));
    }

    public IReadOnlyList<InstructedCalendar> InstructedByThemselves(int limit) =>
        [
            .. Db
                .Instructions.Where(i => i.ByItself && i.EndedById == null)
                .Select(i => i.UserId)
                .Distinct()
                .Join(Db.Calendars.Where(c => c.Main), u => u, c => c.OwnerId, (u, c) => new { u, c.ChangeNumber })
                .OrderBy(u => u.u)
                .Take(limit)
                .AsEnumerable()
                .Select(u => new InstructedCalendar(new UserId(u.u), u.ChangeNumber)),
        ];
}
