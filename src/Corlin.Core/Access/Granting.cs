using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Access;

/// <summary>Why terms may not be granted.</summary>
public enum WhyNotGrant
{
    /// <summary>They do not go together: change needs Headlines, speak for needs Everything.</summary>
    NoSuchPair,

    /// <summary>Speak for goes with all of somebody's calendars: who answers for them answers for all of their time.</summary>
    SpeaksForAll,

    /// <summary>Who is outside only looks.</summary>
    OutsideLooks,

    /// <summary>They would end before they begin, or have ended already.</summary>
    NeverHolds,

    /// <summary>The organisation allows less.</summary>
    AboveCeiling,

    /// <summary>Who grants holds nothing there that they may pass on.</summary>
    NotToPassOn,

    /// <summary>Who grants holds less themselves.</summary>
    MoreThanHeld,
}

/// <summary>Who may grant what: decided here alone.</summary>
public static class Granting
{
    /// <summary>The most that somebody may do in one calendar: nobody speaks for somebody in a part of what is theirs.</summary>
    public const Acting MostInOneCalendar = Acting.Change;

    /// <summary>Why terms may not be granted to somebody by anyone; null where they may.</summary>
    /// <param name="calendar">The one calendar, or null for all of the owner's.</param>
    public static WhyNotGrant? WhyNot(AccessTerms terms, bool receiverInside, Ceiling ceiling, Instant now, CalendarId? calendar = null)
    {
        if (!Grant.IsLegal(terms.Sight, terms.Acting))
            return WhyNotGrant.NoSuchPair;
        if (terms.Acting > MostInOneCalendar && calendar is not null)
            return WhyNotGrant.SpeaksForAll;
        if (!receiverInside && (terms.Acting > Acting.Look || terms.PassOn))
            return WhyNotGrant.OutsideLooks;
        if (terms.Until is { } until && (until <= now || until <= terms.From))
            return WhyNotGrant.NeverHolds;
        return ceiling.Allows(terms) ? null : WhyNotGrant.AboveCeiling;
    }

    /// <summary>
    /// Whether somebody grants in a calendar as its owner does: the owner, and an administrator where it is that of a group, a room or
    /// another resource, which could not itself.
    /// </summary>
    /// <param name="administers">Whether they are an administrator; asked of such a calendar alone.</param>
    public static bool IsAsOwner(CalendarUser owner, UserId who, Func<bool> administers) =>
        owner.Id == who || (owner is { Inside: true, KeptFor: null, Kind: not UserKind.Person } && administers());

    /// <summary>Why somebody who is not the owner may not grant terms in a calendar; null where they may.</summary>
    /// <param name="held">The grants that they hold there, by themselves or through a group.</param>
    /// <param name="calendar">The one calendar, or null for all: who holds one passes on that one.</param>
    public static WhyNotGrant? WhyNotPassOn(IEnumerable<Grant> held, AccessTerms terms, Instant now, CalendarId? calendar = null)
    {
        var toPassOn = held.Where(g => g.Receiver is not null && g.Terms.PassOn && g.HoldsAt(now) && g.IsOn(calendar)).ToList();
        if (toPassOn.Count == 0)
            return WhyNotGrant.NotToPassOn;
        return toPassOn.Any(g => Covers(g.Terms, terms)) ? null : WhyNotGrant.MoreThanHeld;
    }

    /// <summary>Whether what is held is at least what is granted, for as long.</summary>
    public static bool Covers(AccessTerms held, AccessTerms granted) =>
        granted.Sight <= held.Sight
        && granted.Acting <= held.Acting
        && (held.Private || !granted.Private)
        && (held.Until is null || granted.Until <= held.Until);
}
