using System.Collections.Concurrent;
using Corlin.Application.Ports;
using Corlin.Core.Refusals;

namespace Corlin.Application.History;

/// <summary>
/// Takes acts back. What touched thousands of entries is taken back in pieces, so that nobody waits for it; it counts as taken back when
/// the last is. A stop in between leaves the rest to be taken back by asking again.
/// </summary>
public sealed class LargeUndo(IWriteGate gate, IReadStore reads)
{
    /// <summary>So many entries are taken back in one transaction.</summary>
    private const int MostAtOnce = 500;

    private readonly ConcurrentDictionary<long, bool> underWay = [];

    /// <returns>The changes that take them back, in the order in which they were made.</returns>
    /// <exception cref="RefusedException">One of them cannot be taken back; nothing was.</exception>
    public async Task<IReadOnlyList<long>> RunAsync(UndoAct act, CancellationToken cancel = default)
    {
        if (act.Changes is not [var change] || await reads.ReadAsync(s => s.EntriesIn(change), cancel) <= MostAtOnce)
            return await gate.RunAsync(act, cancel);
        if (!underWay.TryAdd(change, true))
            throw new RefusedException(RefusalKind.ChangedSince);
        try
        {
            return [await InPiecesAsync(new UndoChange(act.Actor, change), cancel)];
        }
        finally
        {
            underWay.TryRemove(change, out _);
        }
    }

    private async Task<long> InPiecesAsync(UndoChange undo, CancellationToken cancel)
    {
        // The work is done with the last piece: only then is the key of the request written down with it.
        var request = RequestKey.Current;
        RequestKey.Current = null;
        // What stands otherwise is found before anything is taken back.
        if (!await reads.ReadAsync(s => s.StandsAsMade(undo.Change), cancel))
            throw new RefusedException(RefusalKind.ChangedSince);
        var change = await gate.RunAsync(new BeginUndo(undo), cancel);
        long? at = long.MaxValue;
        while (at is { } before)
            at = await gate.RunAsync(new UndoPiece(undo, change, before), CancellationToken.None);
        RequestKey.Current = request;
        return await gate.RunAsync(new EndUndo(undo, change), CancellationToken.None);
    }
}

/// <summary>Begins to take back what is too much for one transaction.</summary>
internal sealed record BeginUndo(UndoChange Undo) : IChange<long>
{
    public long Apply(IChangeSession session) => session.Begin(ChangeKind.Undone, Undo.Actor, Undo.Must(session).InNameOf, null);
}

/// <summary>Takes a piece of it back. The right to it is asked for each time.</summary>
internal sealed record UndoPiece(UndoChange Undo, long Change, long Before) : IChange<long?>
{
    public long? Apply(IChangeSession session)
    {
        Undo.Must(session);
        session.GoOn(Change);
        return session.UndoStore.RestorePiece(Undo.Change, Before);
    }
}

/// <summary>Takes back all else that it did, and counts it as taken back.</summary>
internal sealed record EndUndo(UndoChange Undo, long Change) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        Undo.Must(session);
        session.GoOn(Change);
        session.UndoStore.Restore(Undo.Change, entriesToo: false);
        return Change;
    }
}
