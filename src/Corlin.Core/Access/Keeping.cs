using Corlin.Core.Calendars;

namespace Corlin.Core.Access;

/// <summary>Why somebody may not change what is known of a person, group or room.</summary>
public enum WhyNotKeep
{
    /// <summary>They may not even know of it; nothing is told.</summary>
    NotKnown,

    /// <summary>People inside are changed by themselves, by who speaks for them, and by administrators.</summary>
    OthersOnly,

    /// <summary>Groups and rooms are kept by administrators.</summary>
    AdministratorsOnly,
}

/// <summary>Who may know of a person, group or room and change what is known of it: decided here alone.</summary>
public static class Keeping
{
    /// <summary>Whether somebody keeps a calendar, and so knows its owner's own contacts: the owner does, and who may change it.</summary>
    /// <param name="onOwner">Their rights on it.</param>
    public static bool Keeps(UserId who, UserId owner, Rights onOwner) => who == owner || onOwner.Acting >= Acting.Change;

    /// <summary>Why an actor may not change what is known of somebody; null where they may.</summary>
    /// <param name="onWho">The actor's rights on the calendar of that somebody, or of the principal whose contact it is.</param>
    public static WhyNotKeep? WhyNot(CalendarUser who, UserId actor, bool administrator, Rights onWho)
    {
        if (who.KeptFor is { } principal)
            return Keeps(actor, principal, onWho) ? null : WhyNotKeep.NotKnown;
        if (who.Kind != UserKind.Person)
            return administrator ? null : WhyNotKeep.AdministratorsOnly;
        // Somebody outside is known to everyone here, and whoever learns more of them writes it down.
        return !who.Inside || who.Id == actor || administrator || onWho.MaySpeakFor ? null : WhyNotKeep.OthersOnly;
    }
}
