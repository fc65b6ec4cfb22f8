using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Access;

/// <summary>What is granted: how much is seen, what may be done, and when.</summary>
/// <param name="Private">Whether private entries are included.</param>
/// <param name="From">When it begins, or null for at once.</param>
/// <param name="Until">When it has ended, or null for no end.</param>
/// <param name="PassOn">Whether the receiver may grant it further.</param>
public sealed record AccessTerms(
    Sight Sight,
    Acting Acting,
    bool Private = false,
    Instant? From = null,
    Instant? Until = null,
    bool PassOn = false
);

/// <summary>What one person or group may see and do in another's calendars.</summary>
/// <param name="Calendar">The one calendar, or null for all of the owner's.</param>
/// <param name="Receiver">Who holds it, a group for its members; null for a default.</param>
/// <param name="Inside">Of a default: whether it is for everyone inside or everyone else.</param>
public sealed record Grant(long Id, UserId Owner, CalendarId? Calendar, UserId? Receiver, bool Inside, AccessTerms Terms)
{
    /// <summary>How much may be seen.</summary>
    public Sight Sight => Terms.Sight;

    /// <summary>What may be done.</summary>
    public Acting Acting => Terms.Acting;

    /// <summary>Whether both hold for private entries too.</summary>
    public bool Private => Terms.Private;

    /// <summary>The least that is seen by who may do so much: add goes with any sight.</summary>
    public static Sight Needs(Acting acting) =>
        acting switch
        {
            Acting.Change => Sight.Headlines,
            Acting.SpeakFor => Sight.Everything,
            _ => Sight.Nothing,
        };

    /// <summary>Whether so much sight goes with so much to do.</summary>
    public static bool IsLegal(Sight sight, Acting acting) => sight >= Needs(acting);

    /// <summary>Whether it has begun and is not over.</summary>
    public bool HoldsAt(Instant now) => (Terms.From is null || Terms.From <= now) && !IsOverAt(now);

    /// <summary>Whether its end has come.</summary>
    public bool IsOverAt(Instant now) => Terms.Until <= now;

    /// <summary>Whether it is for a calendar, or for all of the owner's where that is null.</summary>
    public bool IsOn(CalendarId? calendar) => Calendar is null || Calendar == calendar;
}

/// <summary>The most that the organisation lets anybody inside, or anybody outside, have in a calendar that is not theirs.</summary>
public sealed record Ceiling(Sight Sight, Acting Acting, bool Private)
{
    /// <summary>
    /// What holds for those outside until an administrator says otherwise: nothing whole and nothing private leaves by itself.
    /// </summary>
    public static readonly Ceiling Outside = new(Sight.Headlines, Acting.Look, false);

    /// <summary>It holds nothing down.</summary>
    public static readonly Ceiling Open = new(Sight.Everything, Acting.SpeakFor, true);

    /// <summary>The lesser of the two.</summary>
    public Sight On(Sight sight) => sight < Sight ? sight : Sight;

    /// <summary>Also no more than goes with the sight that is left.</summary>
    public Acting On(Acting acting)
    {
        var most = acting < Acting ? acting : Acting;
        while (!Grant.IsLegal(Sight, most))
            most--;
        return most;
    }

    /// <summary>Whether so much may be granted under it.</summary>
    public bool Allows(AccessTerms terms) => terms.Sight <= Sight && terms.Acting <= Acting && (Private || !terms.Private);
}
