using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;

namespace Corlin.Application.Files;

/// <summary>What came of the pieces of a file until now.</summary>
/// <param name="Changed">Entries that stand here and become others; they change when all is shown, and where they are many from then
/// on.</param>
/// <param name="Made">Categories that are on no list yet.</param>
internal sealed record TakenIn(Imported Done, ImmutableList<Entry> Changed, ImmutableList<Category> Made)
{
    public static readonly TakenIn Nothing = new(Imported.Nothing, [], []);

    public TakenIn With(TakenIn more) => new(Done.With(more.Done), Changed.AddRange(more.Changed), more.Made);
}

/// <summary>Begins to take in a file that is too large for one transaction.</summary>
internal sealed record BeginFile(UserId Actor, UserId InNameOf) : IChange<Unseen>
{
    public Unseen Apply(IChangeSession session)
    {
        session.MustAdd(Actor, InNameOf);
        return session.UnseenStore.Begin(session.CalendarOf(InNameOf));
    }
}

/// <summary>Writes what is new in a piece of the file, for nobody to see yet. The right to it is asked for each time.</summary>
internal sealed record TakePiece(ImportEntries File, Unseen Unseen, Entry[] Piece, ImmutableList<Category> Made) : IChange<TakenIn>
{
    public TakenIn Apply(IChangeSession session)
    {
        var rights = session.MustAdd(File.Actor, File.InNameOf);
        var (next, done) = File.Sort(session, Unseen.Of, rights, Piece);
        var made = Made;
        Category Make(Category category)
        {
            made = made.Add(session.UnseenStore.SaveCategory(category));
            return made[^1];
        }

        List<Category> list = [.. session.Categories([File.InNameOf]), .. Made];
        var added = next.Where(e => e.Id.Value == 0).Select(e => e with { Marks = File.Marks(e, list, Make) }).ToList();
        session.UnseenStore.Save(Unseen, added);
        return new TakenIn(done, [.. next.Where(e => e.Id.Value != 0)], made);
    }
}

/// <summary>Shows all of it at once, with what it changes of what stood here before; the first of that, where it is much.</summary>
internal sealed record EndFile(ImportEntries File, Unseen Unseen, TakenIn Taken, IReadOnlyList<Entry> Changed) : IChange<Imported>
{
    public Imported Apply(IChangeSession session)
    {
        var rights = session.MustAdd(File.Actor, File.InNameOf);
        session.UnseenStore.Show(Unseen, ChangeKind.Imported, File.Actor, File.InNameOf, rights.Grant);
        foreach (var category in Taken.Made)
            session.CategoryStore.Save(category with { Id = default });
        return Taken.Done with { Change = Unseen.Change, Changed = ChangePiece.Save(session, Unseen.Of, Changed) };
    }
}

/// <summary>Changes more of what stood here before, as part of the same change.</summary>
/// <returns>How many were.</returns>
internal sealed record ChangePiece(ImportEntries File, Unseen Unseen, IReadOnlyList<Entry> Changed) : IChange<int>
{
    public int Apply(IChangeSession session)
    {
        // Whoever lost the right to it, or took it back already, changes nothing more by it.
        if (session.Change(Unseen.Change) is not { Undone: false })
            return 0;
        session.MustAdd(File.Actor, File.InNameOf);
        session.GoOn(Unseen.Change);
        return Save(session, Unseen.Of, Changed);
    }

    /// <summary>Somebody may have changed one of them while the pieces were written: then theirs stays.</summary>
    public static int Save(IChangeSession session, CalendarId calendar, IReadOnlyList<Entry> changed)
    {
        var stand = session.ByUid(calendar, [.. changed.Select(c => c.Uid)]);
        var still = changed.Where(c => stand.TryGetValue(c.Uid, out var now) && now.Version + 1 == c.Version).ToList();
        session.EntryStore.SaveAll(still);
        return still.Count;
    }
}

internal sealed record DropPiece(Unseen Unseen) : IChange<bool>
{
    public bool Apply(IChangeSession session) => session.UnseenStore.Drop(Unseen);
}

internal sealed record SettlePiece(Unseen Unseen) : IChange<bool>
{
    public bool Apply(IChangeSession session) => session.UnseenStore.Settle(Unseen);
}
