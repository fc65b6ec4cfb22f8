using System.Collections.Concurrent;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Files;

/// <summary>
/// Takes calendar files in. One that is large is written in pieces, so that nobody waits for it; nobody sees any of it until the last piece
/// is there, and it is undone as one. Where something goes wrong in between, what was written is taken out again.
/// </summary>
public sealed class FileImports(IWriteGate gate, IReadStore reads)
{
    /// <summary>So many pieces are put with their calendar, or taken out again, each time.</summary>
    private const int PiecesAtOnce = 40;

    private readonly ConcurrentDictionary<CalendarId, bool> underWay = [];

    /// <exception cref="RefusedException">The actor may not add there, or another file is being taken into that calendar.</exception>
    public async Task<Imported> RunAsync(ImportEntries file, CancellationToken cancel = default)
    {
        var entries = file.Entries.ToList();
        var calendar = (await reads.ReadAsync(s => s.MainCalendars([file.InNameOf]), cancel)).GetValueOrDefault(file.InNameOf);
        if (!underWay.TryAdd(calendar, true))
            throw new RefusedException(RefusalKind.FileUnderWay);
        try
        {
            return entries.Count <= ImportEntries.PieceSize
                ? await gate.RunAsync(file with { Entries = entries }, cancel)
                : await InPiecesAsync(file with { Entries = entries }, cancel);
        }
        finally
        {
            underWay.TryRemove(calendar, out _);
        }
    }

    private async Task<Imported> InPiecesAsync(ImportEntries file, CancellationToken cancel)
    {
        // The work is done when it is shown: only then is the key of the request written down with it.
        var request = RequestKey.Current;
        RequestKey.Current = null;
        var unseen = await gate.RunAsync(new BeginFile(file.Actor, file.InNameOf), cancel);
        try
        {
            var taken = TakenIn.Nothing;
            foreach (var piece in file.Entries.Chunk(ImportEntries.PieceSize))
                taken = taken.With(await gate.RunAsync(new TakePiece(file, unseen, piece, taken.Made), cancel));
            RequestKey.Current = request;
            if (taken.Done.Added + taken.Done.Changed > 0)
            {
                var (now, later) = (
                    taken.Changed.Take(ImportEntries.ChangedAtOnce).ToList(),
                    taken.Changed.Skip(ImportEntries.ChangedAtOnce).Chunk(ImportEntries.ChangedAtOnce)
                );
                return await ChangeAsync(file, unseen, await gate.RunAsync(new EndFile(file, unseen, taken, now), cancel), later);
            }

            await DropAsync(unseen, cancel);
            return taken.Done;
        }
        catch
        {
            RequestKey.Current = null;
            // Whoever brought the file may be gone; what is left of it goes all the same.
            await DropAsync(unseen, CancellationToken.None);
            throw;
        }
    }

    /// <summary>
    /// What stood here becomes what the file says, a piece at a time: thousands at once would hold everybody up. From the first piece on
    /// the file is taken in, so that whoever brought it does not stop it any more.
    /// </summary>
    private async Task<Imported> ChangeAsync(ImportEntries file, Unseen unseen, Imported done, IEnumerable<Entry[]> pieces)
    {
        RequestKey.Current = null;
        foreach (var piece in pieces)
            done = done with { Changed = done.Changed + await gate.RunAsync(new ChangePiece(file, unseen, piece), CancellationToken.None) };
        return done;
    }

    private async Task DropAsync(Unseen unseen, CancellationToken cancel)
    {
        while (await gate.RunAsync(new DropPiece(unseen), cancel)) { }
    }

    /// <summary>Puts what is seen with its calendar, and takes out what a stop in between left behind.</summary>
    /// <returns>How many pieces were moved.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var pieces = 0;
        foreach (var unseen in (await reads.ReadAsync(s => s.WrittenInPieces(), cancel)).Where(u => u.Shown || !underWay.ContainsKey(u.Of)))
        {
            while (
                pieces < PiecesAtOnce && await gate.RunAsync<bool>(unseen.Shown ? new SettlePiece(unseen) : new DropPiece(unseen), cancel)
            )
                pieces++;
        }

        return pieces;
    }
}
