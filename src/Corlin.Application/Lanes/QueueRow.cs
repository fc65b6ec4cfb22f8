using Corlin.Core.Watch;

namespace Corlin.Application.Lanes;

/// <summary>Where something that needs a look is dealt with.</summary>
public enum WayOutKind
{
    /// <summary>The entry itself.</summary>
    Entry,

    /// <summary>Chase, where another time is found.</summary>
    Chase,
    Whereabouts,
    Access,

    /// <summary>The page of somebody.</summary>
    Person,

    /// <summary>Another room, taken at once.</summary>
    Room,

    /// <summary>A series goes on longer, at once.</summary>
    Repeat,
}

/// <summary>A way out, to be pressed.</summary>
/// <param name="Words">A verb with its object.</param>
/// <param name="Person">The public id of whose page it is; null for the others.</param>
public sealed record WayOutView(WayOutKind Kind, string Words, string? Person = null)
{
    /// <summary>The room that is taken; null for the others.</summary>
    public RoomInsteadView? Room { get; init; }

    /// <summary>How it repeats from then on; null for the others.</summary>
    public RepeatsLongerView? Repeats { get; init; }
}

/// <param name="Take">The public id of the room that is taken.</param>
/// <param name="Leave">The public id of the one that is not.</param>
/// <param name="Place">What stands as the place and what would stand instead; null where the place says something else.</param>
public sealed record RoomInsteadView(string Take, string Leave, PlaceInsteadView? Place);

public sealed record PlaceInsteadView(string Was, string Becomes);

/// <param name="Was">How it repeats now, in words.</param>
public sealed record RepeatsLongerView(string Was, string Becomes);

/// <summary>What can be done with something that needs a look.</summary>
/// <param name="Key">With <paramref name="Print"/> it is dismissed; the same thing has the same key.</param>
/// <param name="Print">What it rests on: it needs a look again where that changes.</param>
/// <param name="Other">Of two that clash, or between which a journey is too long, the other one, where it may be told.</param>
public sealed record WatchView(ConcernKind Kind, string Key, string Print, IReadOnlyList<WayOutView> Ways, OtherEntryView? Other);

/// <param name="Entry">Its public id.</param>
public sealed record OtherEntryView(string Entry, string? Occurrence);

/// <summary>What is to be decided of members of a group, for one meeting.</summary>
/// <param name="Name">Whom it is about, in a word or two.</param>
/// <param name="Joined">They came in; otherwise they left.</param>
public sealed record MemberOfferView(string Group, IReadOnlyList<string> Members, string Name, bool Joined);

/// <summary>Something that waits for the viewer.</summary>
/// <param name="Verb">Answer, Chase, Fix or Decide.</param>
/// <param name="Judgement">A word; its reason follows.</param>
/// <param name="Tone">fits, doubt, wrong or plain: how the judgement is written, never all that it says.</param>
/// <param name="Offer">Somebody came into a group or left it, and it is to be decided what becomes of them.</param>
/// <param name="TurnOver">By what an offer is known to organise the meeting from now on; null for anything else.</param>
/// <param name="Address">By what an address that waits for an administrator is known; null for anything else.</param>
/// <param name="Start">The stretch that the row marks above, if it stands on today's lanes.</param>
public sealed record QueueRow(
    string Key,
    string Verb,
    PersonView For,
    string Title,
    string Text,
    string Judgement,
    string Tone,
    string Reason,
    string? Entry,
    string? Occurrence,
    long? Start,
    long? End,
    long Deadline,
    MemberOfferView? Offer = null,
    long? TurnOver = null,
    long? Address = null
)
{
    /// <summary>What can be done with something that needs a look; null for anything else.</summary>
    public WatchView? Watch { get; init; }
}
