using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>A change with what it did.</summary>
/// <param name="Kind">What was done; of an undo what it took back.</param>
/// <param name="TookBack">Whether it was an undo.</param>
/// <param name="Undone">Whether it was taken back in turn.</param>
/// <param name="Entries">What it did to entries; empty where it touched more than <see cref="MostEntries"/>.</param>
/// <param name="EntriesInAll">How many it touched.</param>
/// <param name="Given">Grants that it gave.</param>
/// <param name="Ended">Grants that it ended.</param>
/// <param name="People">Whose name, hours or numbers it changed, whom it added or took out.</param>
/// <param name="Members">Who came into a group by it, and who left.</param>
public sealed record PastChange(
    long Id,
    ChangeKind Kind,
    bool TookBack,
    UserId Actor,
    UserId InNameOf,
    Instant At,
    bool Undone,
    Grant? Under,
    IReadOnlyList<ChangedEntry> Entries,
    int EntriesInAll,
    IReadOnlyList<Grant> Given,
    IReadOnlyList<Grant> Ended,
    IReadOnlyList<UserId> People,
    IReadOnlyList<(UserId Group, UserId Member, bool Joined)> Members
)
{
    public const int MostEntries = 20;

    /// <summary>Whether an absence did it by itself; who posted that is <see cref="Actor"/>.</summary>
    public bool ByAbsence { get; init; }

    /// <summary>Whether an instruction or a deadline was put into effect without anybody looking.</summary>
    public bool ByItself { get; init; }

    /// <summary>The standing instruction that it followed, as it stood then; null where it followed none.</summary>
    public Instructed? Followed { get; init; }

    /// <summary>Whether it did again what was taken back.</summary>
    public bool DidAgain { get; init; }
}

public sealed record ChangedEntry(EntryId Id, Entry? Before, Entry? After);

/// <summary>What somebody did by hand in one act: one change or several, all taken back or none.</summary>
/// <param name="Changes">In the order in which they were made.</param>
/// <param name="Undone">Whether it was taken back since.</param>
/// <param name="IsUndo">Whether it took another act back, or did one again.</param>
/// <param name="TookBack">Whether it took back what stands no longer for it; an undo of an undo does it again and did not.</param>
public sealed record PastAct(IReadOnlyList<long> Changes, bool Undone, bool IsUndo, bool TookBack);

/// <summary>Whether a change can be taken back as far as its messages and the state of things are concerned.</summary>
public enum TakenBack
{
    Possible,

    /// <summary>Something of it has left.</summary>
    Sent,

    /// <summary>Something of it was changed since, or it was taken back.</summary>
    ChangedSince,
}

/// <summary>What was done, latest first.</summary>
public interface IHistoryReads
{
    /// <summary>What somebody did by hand since a moment.</summary>
    /// <param name="limit">So many changes are looked at.</param>
    IReadOnlyList<PastAct> ActsBy(UserId actor, Instant since, int limit);

    /// <summary>All changes of the acts to which some changes of one actor belong, in the order in which they were made.</summary>
    IReadOnlyDictionary<long, IReadOnlyList<long>> ActsOf(UserId actor, IReadOnlyCollection<long> changes);

    /// <summary>
    /// Whether some acts, each by its changes, can be taken back now, in their order. Of what touched hundreds of entries only whether it
    /// was sent.
    /// </summary>
    IReadOnlyList<TakenBack> CanTakeBack(IReadOnlyList<IReadOnlyList<long>> acts);

    /// <summary>One change with what it did, or null.</summary>
    PastChange? WhatWasDone(long change);

    /// <summary>What was done in somebody's name.</summary>
    /// <param name="by">Who did it, or null for anybody.</param>
    /// <param name="before">Only what was done before this change.</param>
    IReadOnlyList<PastChange> Past(UserId inNameOf, UserId? by, Instant? from, Instant? until, long? before, int limit);

    /// <summary>
    /// What was done in others' names to meetings that somebody organises or in which they have or had a part, with what it did to those
    /// alone.
    /// </summary>
    IReadOnlyList<PastChange> PastAround(UserId who, Instant from, Instant until, int limit);

    /// <summary>What was done to an entry.</summary>
    IReadOnlyList<PastChange> PastOf(EntryId entry, long? before, int limit);

    /// <summary>Who has done something in somebody's name.</summary>
    IReadOnlyList<UserId> ActorsFor(UserId inNameOf, int limit);

    /// <summary>To how many entries a change did something.</summary>
    int EntriesIn(long change);

    /// <summary>
    /// Whether all that a change did to entries stands as it left it, with nothing laid or tied to what it made; or was taken back already.
    /// </summary>
    bool StandsAsMade(long change);

    /// <summary>A meeting as it stood last while somebody had a part in it; null where they never had.</summary>
    Entry? LastWith(EntryId meeting, UserId who);

    /// <summary>Entries as they stand, those that are still there.</summary>
    IReadOnlyDictionary<EntryId, Entry> EntriesNow(IReadOnlyCollection<EntryId> ids);
}
