using System.Globalization;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Watch;
using Corlin.Store.Model;

namespace Corlin.Store;

/// <summary>What people want answered to invitations of one kind.</summary>
internal sealed class InstructionStore(ChangeSession session) : IInstructionStore
{
    private CorlinDb Db => session.Db;

    public void Keep(StandingInstruction instruction)
    {
        End(instruction.Of, instruction.Key);
        Db.Instructions.Add(Row(instruction));
        session.RaiseMain(instruction.Of);
    }

    public void End(UserId of, string key)
    {
        foreach (var row in Db.Instructions.Where(i => i.UserId == of.Value && i.PublicId == key && i.EndedById == null))
            row.EndedById = session.Current.Id;
        session.RaiseMain(of);
    }

    /// <summary>
    /// What the change said is said no more, what it ended is said again; that it is put into effect by itself only by who it is of.
    /// </summary>
    internal void Restore(long change) =>
        session.RestoreKept(
            KeptLines.Instructions,
            change,
            row =>
            {
                row.EndedById = session.Current.Id;
                session.RaiseMain(new UserId(row.UserId));
            },
            row =>
            {
                var was = ToCore(row);
                Db.Instructions.Add(Row(was with { ByItself = was.ByItself && session.Current.ActorId == row.UserId }));
                session.RaiseMain(was.Of);
            }
        );

    /// <summary>The number of what stands under a key.</summary>
    internal long NumberOf(StandingInstruction instruction) =>
        Db
            .Instructions.Where(i => i.UserId == instruction.Of.Value && i.PublicId == instruction.Key && i.EndedById == null)
            .Select(i => i.Id)
            .Single();

    internal static StandingInstruction ToCore(InstructionRow row) =>
        new(
            row.PublicId,
            new UserId(row.UserId),
            new InstructionCase(
                row.Asks,
                [
                    .. row
                        .People.Split(' ', StringSplitOptions.RemoveEmptyEntries)
                        .Select(p => new UserId(long.Parse(p, CultureInfo.InvariantCulture))),
                ],
                row.Time,
                row.ClashTitle,
                row.Title,
                row.AtLeastMinutes
            ),
            row.Answer,
            row.Words,
            row.ByItself,
            new UserId(row.ById),
            row.At,
            row.First
        );

    private InstructionRow Row(StandingInstruction said) =>
        new()
        {
            PublicId = said.Key,
            UserId = said.Of.Value,
            Asks = said.About.Asks,
            People = string.Join(' ', said.About.People.Select(p => p.Value.ToString(CultureInfo.InvariantCulture))),
            Time = said.About.Time,
            ClashTitle = said.About.ClashTitle,
            Title = said.About.Title,
            AtLeastMinutes = said.About.AtLeastMinutes,
            Answer = said.Answer,
            Words = said.Words,
            ByItself = said.ByItself,
            ById = said.By.Value,
            At = said.At,
            First = said.First,
            KeptById = session.Current.Id,
        };
}
