using Corlin.Core.Calendars;

namespace Corlin.Application.Ports;

/// <summary>Entries, as a change stores them.</summary>
public interface IEntryStore
{
    /// <summary>
    /// Stores a new or changed entry with its participations, what it occupies and the change log of every lane concerned.
    /// </summary>
    /// <returns>The entry with its id.</returns>
    Entry Save(Entry entry);

    /// <summary>The entries that were stored so far, each as it was stored last.</summary>
    IReadOnlyCollection<Entry> Stored { get; }

    /// <summary>Stores many entries of one calendar that nobody else takes part in, in pieces of bounded size.</summary>
    void SaveAll(IReadOnlyList<Entry> entries);

    /// <summary>The entries that a change touched, as they stand now; those it took away are left out.</summary>
    IReadOnlyList<Entry> TouchedBy(long change, int limit);
}

/// <summary>What is too much for one transaction: stored piece by piece where nobody sees it, and shown at once.</summary>
public interface IUnseenStore
{
    /// <summary>
    /// Begins what is too much for one transaction: what is written of it nobody sees until it is shown, and no history tells it.
    /// </summary>
    Unseen Begin(CalendarId of);

    /// <summary>Stores new entries of a calendar that nobody else takes part in, for nobody to see yet.</summary>
    void Save(Unseen unseen, IReadOnlyList<Entry> entries);

    /// <summary>Makes a category that is on no list yet.</summary>
    Category SaveCategory(Category category);

    /// <summary>Lets all of it be seen at once, as one change.</summary>
    void Show(Unseen unseen, ChangeKind kind, UserId actor, UserId inNameOf, long? grant);

    /// <summary>Takes a piece of what nobody saw out of the store.</summary>
    /// <returns>Whether there is more of it.</returns>
    bool Drop(Unseen unseen);

    /// <summary>Puts a piece of what is seen with the calendar to which it belongs.</summary>
    /// <returns>Whether there is more of it.</returns>
    bool Settle(Unseen unseen);
}

/// <summary>What a change did, taken back.</summary>
public interface IUndoStore
{
    /// <summary>
    /// Takes back what a change did, where nothing of it was changed since; messages not yet sent are withdrawn. Where the change was
    /// itself an undo, what that took back is done again, and its messages go out.
    /// </summary>
    /// <param name="entriesToo">False where they were taken back piece by piece before.</param>
    void Restore(long change, bool entriesToo = true);

    /// <summary>
    /// Takes back what a change did to some of its entries, the last first; those that somebody changed since stay as they are.
    /// </summary>
    /// <param name="before">Where the piece before ended; the largest number for the first.</param>
    /// <returns>Where this one ended; null where nothing was left.</returns>
    long? RestorePiece(long change, long before);
}
