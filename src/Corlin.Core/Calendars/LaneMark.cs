using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>
/// What those who keep a lane noted about an entry on it. It belongs to that lane, not to the meeting: no attendee is told.
/// </summary>
/// <param name="Lane">Whose lane it is.</param>
public sealed record LaneMark(UserId Lane)
{
    /// <summary>One of the categories of the lane's owner, or null.</summary>
    public CategoryId? Category { get; init; }

    /// <summary>When to be reminded, or null for as usual.</summary>
    public ReminderWish? Reminder { get; init; }

    /// <summary>How far it may be moved for something else; null where nothing was said.</summary>
    public Rank? Rank { get; init; }

    /// <summary>Whether it says nothing and need not be kept.</summary>
    public bool IsEmpty => Category is null && Reminder is null && Rank is null;
}

/// <summary>What somebody who keeps a lane may do with an entry when something else asks for its time.</summary>
public enum Rank
{
    /// <summary>It stays where it is.</summary>
    Fixed,

    /// <summary>Its owner is asked before it is moved.</summary>
    AskFirst,

    /// <summary>It may be moved.</summary>
    MayMove,
}

/// <summary>When an entry is to be reminded of (what VALARM's TRIGGER says before the start, RFC 5545 3.8.6.3).</summary>
/// <param name="Before">How long before its start; null for not at all.</param>
public sealed record ReminderWish(Duration? Before);

/// <summary>The number of a category in the store.</summary>
public readonly record struct CategoryId(long Value);

/// <summary>A kind of entry, as those who keep a calendar tell them apart (CATEGORIES, RFC 5545 3.8.1.2).</summary>
/// <param name="Owner">Whose list it is on; all who keep that calendar share it.</param>
/// <param name="Colour">Which of the flag colours.</param>
public sealed record Category(CategoryId Id, UserId Owner, string Name, int Colour)
{
    /// <summary>In characters; a longer name is refused.</summary>
    public const int LongestName = 40;

    /// <summary>How many colours there are; they are numbered from 0.</summary>
    public const int Colours = 8;

    /// <summary>The colour that the fewest of a list have, the first of them.</summary>
    public static int NextColour(IReadOnlyCollection<Category> list) =>
        Enumerable.Range(0, Colours).MinBy(colour => (list.Count(c => c.Colour == colour), colour));
}
