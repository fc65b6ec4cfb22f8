using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;

namespace Corlin.Application.History;

/// <summary>Takes back what one has done, while nothing of it has left and nothing of it was changed since.</summary>
/// <param name="Change">The id that the change gave; that of an undo does again what it took back.</param>
[Change(ChangeKind.Undone, "began to take back", MayTakeBack.BySpeaker)]
public sealed record UndoChange(UserId Actor, long Change) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var change = session.Begin(ChangeKind.Undone, Actor, Must(session).InNameOf, null);
        session.UndoStore.Restore(Change);
        return change;
    }

    /// <exception cref="RefusedException">It is not theirs to take back, or was taken back.</exception>
    internal ChangeMade Must(IChangeSession session)
    {
        // A change of somebody else's is not told from one that never was.
        if (session.Change(Change) is not { } made || made.Actor != Actor)
            throw new RefusedException(RefusalKind.NotFound);
        if (made.Undone)
            throw new RefusedException(RefusalKind.ChangedSince);
        session.MustTakeBack(made);
        return made;
    }
}

/// <summary>Takes back an act that was several changes, the last first: all of them or, where one cannot be, none.</summary>
/// <param name="Changes">In the order in which they were made.</param>
public sealed record UndoAct(UserId Actor, IReadOnlyList<long> Changes) : IChange<IReadOnlyList<long>>
{
    private const int Most = 100;

    /// <returns>The changes that take them back, in the order in which they were made.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        if (Changes.Count is 0 or > Most)
            throw new RefusedException(RefusalKind.BadInput, "changes", null);
        return [.. Changes.Reverse().Select(change => new UndoChange(Actor, change).Apply(session))];
    }
}
