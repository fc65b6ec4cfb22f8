namespace Corlin.Application.Lanes;

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
);
