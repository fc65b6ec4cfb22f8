using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Access;

/// <summary>
/// A link with a key by which a program reads a calendar. It tells what its reader may know when it is read, and no more than was chosen.
/// </summary>
/// <param name="Owner">Whose calendar it is.</param>
/// <param name="Reader">Whose program it is: somebody inside for themselves, or somebody outside.</param>
/// <param name="By">Who made it; of one that somebody outside reads it must be the owner, or somebody who speaks for them, as long as it is
/// to be read.</param>
/// <param name="Most">Outline or Headline.</param>
/// <param name="Private">Whether private entries are told to a reader who may know them.</param>
/// <param name="Days">How many days ahead.</param>
public sealed record Feed(long Id, UserId Owner, UserId Reader, UserId By, Sight Most, bool Private, int Days, Instant MadeAt)
{
    /// <summary>The least that a feed reaches ahead.</summary>
    public const int FewestDays = 1;

    /// <summary>The most that a feed reaches ahead.</summary>
    public const int MostDays = 366;

    /// <summary>Of the name of the program that fetches it, in characters; what is longer is cut.</summary>
    public const int LongestProgram = 100;

    /// <summary>When it was last read; null for never.</summary>
    public Instant? ReadAt { get; init; }

    /// <summary>What the program calls itself that read it last; null where it said nothing.</summary>
    public string? ReadWith { get; init; }

    /// <summary>Whether it was made for who made it.</summary>
    public bool IsForSelf => Reader == By;
}
