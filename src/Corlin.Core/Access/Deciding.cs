using Corlin.Core.Calendars;

namespace Corlin.Core.Access;

/// <summary>Why somebody may not change an entry; the screen says it with what is possible instead.</summary>
public enum WhyNot
{
    /// <summary>They may not even know of it; nothing is told.</summary>
    NotKnown,

    /// <summary>Of a meeting: only its organiser changes it, or one who speaks for them, whatever anybody's grant.</summary>
    OrganiserOnly,

    /// <summary>They may add, and change what they added; somebody else added this.</summary>
    OwnAdditionsOnly,

    /// <summary>They may only look.</summary>
    LooksOnly,

    /// <summary>It is read from a calendar kept elsewhere and changed only there.</summary>
    KeptElsewhere,
}

/// <summary>Who may change what: decided here alone.</summary>
public static class Deciding
{
    /// <summary>
    /// Whether somebody added an entry. Meetings are organised, not added; who follows a calendar adds nothing of what is on it; and what
    /// is tied to another tells of that one, which its author may know no longer.
    /// </summary>
    public static bool AddedIt(Entry entry, UserId actor) =>
        entry is { KeptElsewhere: false, Tie: null } && entry.MadeBy == actor && entry.Kind != EntryKind.Meeting;

    /// <summary>Why an actor may not change an entry; null where they may.</summary>
    /// <param name="onOwner">The actor's rights on the calendar of its owner.</param>
    public static WhyNot? WhyNotChange(Entry entry, UserId actor, Rights onOwner)
    {
        if (entry.Kind == EntryKind.Meeting)
            return WhyNotOrganise(entry, actor, onOwner);
        if (Decides(onOwner, AddedIt(entry, actor), entry.Private) is { } whyNot)
            return whyNot;
        return entry.KeptElsewhere ? WhyNot.KeptElsewhere : null;
    }

    /// <summary>
    /// Why an actor may not note a category or a reminder of an entry on a lane; null where they may. It belongs to the lane, whoever
    /// organises.
    /// </summary>
    /// <param name="onLane">The actor's rights on that lane.</param>
    public static WhyNot? WhyNotMark(Entry entry, UserId actor, UserId lane, Rights onLane)
    {
        var isPrivate = IsPrivateOn(entry, lane);
        return StandsOn(entry, lane, isPrivate, onLane) ? Decides(onLane, AddedIt(entry, actor), isPrivate) : WhyNot.NotKnown;
    }

    /// <summary>
    /// What an actor may do with the notes that belong to a lane: they follow the grant on that lane alone, whoever takes part.
    /// </summary>
    /// <param name="onLane">The actor's rights on that lane.</param>
    public static (bool Read, bool Write) Notes(Entry entry, UserId lane, Rights onLane)
    {
        var isPrivate = IsPrivateOn(entry, lane);
        if (entry.Kind == EntryKind.Hold || !StandsOn(entry, lane, isPrivate, onLane))
            return (false, false);
        var (sight, acting) = isPrivate ? (onLane.PrivateSight, onLane.PrivateActing) : (onLane.Sight, onLane.Acting);
        return (sight == Sight.Everything, sight == Sight.Everything && acting >= Acting.Change);
    }

    private static bool IsPrivateOn(Entry entry, UserId lane)
    {
        if (entry.Private)
            return true;
        foreach (var part in entry.Participations)
            if (part.Who == lane && part.OwnPrivate)
                return true;
        return false;
    }

    /// <summary>
    /// Whether an entry stands on a lane for an actor. What was declined left the calendar; they and who speaks for them find it again.
    /// </summary>
    private static bool StandsOn(Entry entry, UserId lane, bool isPrivate, Rights onLane)
    {
        if (entry.Owner == lane)
            return true;
        // Of one that was not sent nobody was told.
        if (entry.Status == MeetingStatus.Draft || !entry.Asks(lane))
            return false;
        return (isPrivate ? onLane.MaySpeakForPrivate : onLane.MaySpeakFor) || !entry.HasDeclined(lane);
    }

    private static WhyNot? WhyNotOrganise(Entry meeting, UserId actor, Rights onOwner)
    {
        if (meeting.Private ? onOwner.MaySpeakForPrivate : onOwner.MaySpeakFor)
            return null;
        // Of one that was not sent nobody was told.
        foreach (var part in meeting.Status == MeetingStatus.Draft ? [] : meeting.Participations)
            if (part.Who == actor && !part.NotAsked)
                return WhyNot.OrganiserOnly;
        return (meeting.Private ? onOwner.PrivateSight : onOwner.Sight) >= Sight.Headlines ? WhyNot.OrganiserOnly : WhyNot.NotKnown;
    }

    private static WhyNot? Decides(Rights rights, bool addedIt, bool isPrivate)
    {
        if (addedIt && rights.Acting >= Acting.Add)
            return null;
        var (sight, acting) = isPrivate ? (rights.PrivateSight, rights.PrivateActing) : (rights.Sight, rights.Acting);
        // What is private is not told from what is not there.
        if (sight < Sight.Headlines)
            return WhyNot.NotKnown;
        return acting switch
        {
            >= Acting.Change => null,
            Acting.Add => WhyNot.OwnAdditionsOnly,
            _ => rights.Acting == Acting.Add ? WhyNot.OwnAdditionsOnly : WhyNot.LooksOnly,
        };
    }
}
