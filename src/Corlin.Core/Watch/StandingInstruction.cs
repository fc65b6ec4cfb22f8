using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Text;
using NodaTime;

namespace Corlin.Core.Watch;

/// <summary>Whose invitations a standing instruction is about.</summary>
public enum WhoAsks
{
    Anybody,

    /// <summary>Somebody of the organisation.</summary>
    Inside,
    Outside,

    /// <summary>One of those that are named, or a member of a group that is.</summary>
    These,
}

/// <summary>How what is asked stands in the day, for a standing instruction to be about it.</summary>
public enum AskedTime
{
    Whenever,

    /// <summary>Within the working hours, with nothing in the way.</summary>
    WithinHours,

    /// <summary>As <see cref="WithinHours"/>, with a break on both sides.</summary>
    Fits,
    OutOfHours,

    /// <summary>Something that takes time is in the way.</summary>
    Clashes,

    /// <summary>It takes place where they are not that day.</summary>
    Elsewhere,

    /// <summary>They are absent.</summary>
    Away,
}

/// <summary>What a standing instruction is about: an invitation to which all of it applies.</summary>
/// <param name="Asks">Who asks.</param>
/// <param name="People">Who is named, people and groups; empty but for <see cref="WhoAsks.These"/>.</param>
/// <param name="ClashTitle">Words in the title of what is in the way, or null; only with <see cref="AskedTime.Clashes"/>.</param>
/// <param name="Title">Words in the title of what is asked, or null.</param>
/// <param name="AtLeastMinutes">How long it is at least, or null.</param>
public sealed record InstructionCase(
    WhoAsks Asks,
    ImmutableArray<UserId> People,
    AskedTime Time,
    string? ClashTitle,
    string? Title,
    int? AtLeastMinutes
)
{
    /// <summary>Of a title or of its words, in characters; longer ones are refused.</summary>
    public const int LongestWords = 100;

    /// <summary>More people are not named in one.</summary>
    public const int MostPeople = 20;
    private const int LongestMinutes = 24 * 60;

    /// <summary>Whether it says anything, and nothing that cannot be.</summary>
    public bool IsSound =>
        Enum.IsDefined(Asks)
        && Enum.IsDefined(Time)
        && (Asks == WhoAsks.These ? People.Length is > 0 and <= MostPeople : People.IsEmpty)
        && People.Distinct().Count() == People.Length
        && (ClashTitle is null || (Time == AskedTime.Clashes && AreWords(ClashTitle)))
        && (Title is null || AreWords(Title))
        && AtLeastMinutes is null or (> 0 and <= LongestMinutes)
        && !(Asks == WhoAsks.Anybody && Time == AskedTime.Whenever && Title is null && AtLeastMinutes is null);

    /// <summary>Whether all of it applies to what somebody is asked to.</summary>
    public bool IsAbout(AskedAs asked) =>
        Asks switch
        {
            WhoAsks.Inside => asked.Inside,
            WhoAsks.Outside => !asked.Inside,
            WhoAsks.These => People.Any(p => p == asked.Organiser || asked.Groups.Contains(p)),
            _ => true,
        }
        && Time switch
        {
            AskedTime.WithinHours => asked.Verdict is VerdictKind.Fits or VerdictKind.Tight,
            AskedTime.Fits => asked.Verdict == VerdictKind.Fits,
            AskedTime.OutOfHours => asked.Verdict == VerdictKind.OutOfHours,
            AskedTime.Clashes => ClashTitle is { } words ? asked.InTheWay.Any(t => Has(t, words)) : asked.Clashes,
            AskedTime.Elsewhere => asked.Verdict == VerdictKind.Elsewhere,
            AskedTime.Away => asked.Verdict == VerdictKind.Away,
            _ => true,
        }
        && (Title is not { } title || Has(asked.Title, title))
        && (AtLeastMinutes is not { } least || asked.Length >= Duration.FromMinutes(least));

    /// <summary>By value: the people in their order.</summary>
    public bool Equals(InstructionCase? other) =>
        other is not null
        && (Asks, Time, ClashTitle, Title, AtLeastMinutes) == (other.Asks, other.Time, other.ClashTitle, other.Title, other.AtLeastMinutes)
        && People.SequenceEqual(other.People);

    public override int GetHashCode() => HashCode.Combine(Asks, Time, ClashTitle, Title, AtLeastMinutes, People.Length);

    private static bool AreWords(string text) => text.Length <= LongestWords && Plain.Words(text).Length > 0;

    /// <summary>Whether a title has the words in their order, each from where a word begins: "board" is in "Board meeting".</summary>
    private static bool Has(string title, string words) => Spaced(title).Contains(Spaced(words), StringComparison.Ordinal);

    private static string Spaced(string text) => string.Concat(Plain.Words(text).Select(w => " " + w));
}

/// <summary>What somebody is asked to, as a standing instruction looks at it.</summary>
/// <param name="Inside">Whether who organises it is of the organisation.</param>
/// <param name="Groups">The groups of which who organises it is a member.</param>
/// <param name="Clashes">Whether anything is in the way.</param>
/// <param name="InTheWay">The titles of what is in the way; of what is private none.</param>
public sealed record AskedAs(
    UserId Organiser,
    bool Inside,
    IReadOnlySet<UserId> Groups,
    string Title,
    Duration Length,
    VerdictKind Verdict,
    bool Clashes,
    ImmutableArray<string> InTheWay
);

/// <summary>What somebody wants answered to invitations of one kind.</summary>
/// <param name="Key">Stays with it while it is said anew.</param>
/// <param name="Of">Whose invitations it is about.</param>
/// <param name="Answer">Accepted, tentative or declined.</param>
/// <param name="Words">What is written with the answer, or null.</param>
/// <param name="ByItself">Whether it is put into effect without anybody looking; only who it is of can say so.</param>
/// <param name="By">Who said it last.</param>
/// <param name="At">When that was.</param>
/// <param name="First">When it was said for the first time: they stand in that order.</param>
public sealed record StandingInstruction(
    string Key,
    UserId Of,
    InstructionCase About,
    Answer Answer,
    string? Words,
    bool ByItself,
    UserId By,
    Instant At,
    Instant First
)
{
    /// <summary>So many may stand for one person.</summary>
    public const int Most = 40;

    /// <summary>Whether it says what it is about, and an answer that can be given.</summary>
    public bool IsSound => About.IsSound && Answer is Answer.Accepted or Answer.Tentative or Answer.Declined;
}

/// <summary>What standing instructions say about one invitation.</summary>
public static class Instructing
{
    /// <summary>Those that are about it, in their order.</summary>
    public static IReadOnlyList<StandingInstruction> About(IEnumerable<StandingInstruction> standing, AskedAs asked) =>
        [.. standing.Where(i => i.About.IsAbout(asked))];

    /// <summary>The one that is put into effect without anybody looking; null where none is, or where two differ.</summary>
    /// <param name="about">Those that are about the invitation.</param>
    public static StandingInstruction? ByItself(IReadOnlyList<StandingInstruction> about) =>
        about.Select(i => i.Answer).Distinct().Count() == 1 ? about.FirstOrDefault(i => i.ByItself) : null;
}
