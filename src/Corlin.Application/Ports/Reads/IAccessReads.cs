using Corlin.Core.Access;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What can be asked of the store about who may see and do what. Every question is bounded by what it is asked for.</summary>
public interface IAccessReads
{
    /// <summary>
    /// What stands in the calendars of some people for one receiver: what they hold by themselves or through a group, and the defaults.
    /// </summary>
    ILookup<UserId, Grant> GrantsOn(IReadOnlyCollection<UserId> owners, UserId receiver);

    /// <summary>Everything that stands for somebody personally or through a group.</summary>
    IReadOnlyList<Grant> GrantsHeldBy(UserId receiver);

    /// <summary>Everything that stands in the calendars of some people, whoever holds it, and the defaults.</summary>
    IReadOnlyList<Grant> GrantsIn(IReadOnlyCollection<UserId> owners);

    /// <summary>
    /// What stands in the calendars of some people for some receivers, by themselves; with the defaults where null is among them.
    /// </summary>
    IReadOnlyList<Grant> GrantsIn(IReadOnlyCollection<UserId> owners, IReadOnlyCollection<UserId> receivers, bool defaults);

    /// <summary>
    /// Who holds something by themselves in the calendars of some people now or later, and the most that they may do in any.
    /// </summary>
    IReadOnlyDictionary<UserId, Acting> ReceiversIn(IReadOnlyCollection<UserId> owners, Instant now);

    /// <summary>One that stands, or null.</summary>
    Grant? Grant(long id);

    /// <summary>What people and groups of one side, inside or outside, hold; at most so many.</summary>
    IReadOnlyList<Grant> GrantsHeld(bool inside, int limit);

    /// <summary>The groups in which somebody is, also through others.</summary>
    IReadOnlyList<UserId> GroupsOf(UserId member);

    /// <summary>The groups in which some people are, also through others, by member.</summary>
    ILookup<UserId, UserId> GroupsOf(IReadOnlyCollection<UserId> members);

    /// <summary>Everybody in some groups, also through others, by group.</summary>
    ILookup<UserId, UserId> EveryoneIn(IReadOnlyCollection<UserId> groups);

    /// <summary>The most that the organisation lets anybody inside, or outside, have.</summary>
    Ceiling CeilingFor(bool inside);

    /// <summary>What is asked for in the calendars of some people and not answered, oldest first.</summary>
    IReadOnlyList<AccessRequest> AccessRequestsTo(IReadOnlyCollection<UserId> owners);

    /// <summary>The requests in calendars of groups, rooms and other resources that are not answered yet, the oldest first.</summary>
    IReadOnlyList<AccessRequest> AccessRequestsToKept();

    /// <summary>What somebody has asked for and is not answered, oldest first.</summary>
    IReadOnlyList<AccessRequest> AccessRequestsOf(UserId asker);

    /// <summary>One that is not answered, or null.</summary>
    AccessRequest? AccessRequest(long id);

    /// <summary>What somebody is told of their access and has not put away, latest first.</summary>
    IReadOnlyList<AccessNews> AccessNewsFor(UserId who, Instant now, int limit);

    /// <summary>
    /// The main calendars that look otherwise to somebody since a moment, with the numbers they have: of those in whose calendars a grant
    /// began or ended, and of those who are told something since.
    /// </summary>
    /// <param name="after">Not itself.</param>
    /// <param name="until">Itself too.</param>
    IReadOnlyList<CalendarChange> AccessChangedBetween(Instant after, Instant until);

    /// <summary>How many people there are inside.</summary>
    int CountInside();

    /// <summary>Whether anybody inside may speak for somebody else.</summary>
    bool AnybodySpeaks();
}

/// <summary>That somebody asks to see or do something in another's calendars.</summary>
public sealed record AccessRequest(long Id, UserId Asker, UserId Owner, AccessTerms Terms, string? Words, Instant At);

/// <summary>What is told of somebody's access.</summary>
public enum AccessNewsKind
{
    Granted,
    Changed,
    Withdrawn,
    Ended,
    Refused,

    /// <summary>An administrator made a key with which the owner's password is set anew.</summary>
    KeyMade,
    WayInClosed,
    WayInOpened,
    SecondFactorTaken,

    /// <summary>The organisation allows less than was granted.</summary>
    Lowered,

    /// <summary>An administrator ended all that the owner had open.</summary>
    SignedOut,

    /// <summary>The owner manages people and places from now on, or no longer.</summary>
    AdministratorMade,
    AdministratorEnded,

    /// <summary>Somebody covers for the owner while they are away.</summary>
    Covers,
    CoversNoMore,
}

/// <summary>Something that somebody is told of their access to another's calendars.</summary>
/// <param name="To">A person or a group; of a group its members are told.</param>
/// <param name="Terms">What they have now; of what was withdrawn, ended or refused what that was.</param>
/// <param name="Line">What who did it wrote with it.</param>
/// <param name="At">From when on it is told.</param>
public sealed record AccessNews(long Id, AccessNewsKind Kind, UserId To, UserId Owner, AccessTerms Terms, string? Line, Instant At)
{
    /// <summary>Who did it.</summary>
    public UserId By { get; init; }

    /// <summary>The name of the one calendar that it is about, empty for the main one; null for all of the owner's.</summary>
    public string? On { get; init; }

    /// <summary>The grant of whose end it tells, or null.</summary>
    public long? Grant { get; init; }
}
