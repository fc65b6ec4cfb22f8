using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>A meeting that somebody is writing. It is theirs alone, and no history tells it.</summary>
/// <param name="PublicId">The opaque id that may leave the server.</param>
/// <param name="Json">Its parts, as the screen that writes it keeps them.</param>
/// <param name="Version">Raised by each keeping, so that two windows do not write over each other.</param>
/// <param name="SentBy">The change that sent or saved it, while that was not undone; null while it is being written.</param>
public sealed record KeptDraft(string PublicId, UserId Writer, string Json, int Version, Instant At, long? SentBy)
{
    public const int LongestJson = 400_000;

    public const int MostOfOne = 40;

    /// <summary>So long one that was sent is kept, for the sending may be undone.</summary>
    public static readonly Duration Stays = Duration.FromDays(1);

    /// <summary>Of one whose times are offered: longer than an offer can last.</summary>
    public static readonly Duration StaysOffered = Duration.FromDays(120);
}

/// <summary>What reads of drafts ask of the store.</summary>
public interface IDraftReads
{
    /// <summary>What somebody is writing, latest first.</summary>
    IReadOnlyList<KeptDraft> DraftsOf(UserId writer);

    /// <summary>One of theirs, sent or not; null where they have none of that id.</summary>
    KeptDraft? Draft(UserId writer, string publicId);

    /// <summary>The papers laid with a draft, in the order in which they were laid there; of no entry yet.</summary>
    IReadOnlyList<Paper> PapersOfDraft(string publicId);

    /// <summary>The kinds of meeting on some people's lists, by name.</summary>
    IReadOnlyList<MeetingKind> KindsOf(IReadOnlyCollection<UserId> owners);

    /// <summary>The conference that somebody always uses; null where they have none.</summary>
    Standing? StandingOf(UserId owner);
}

/// <summary>A conference that is always there for one principal.</summary>
/// <param name="DialIn">Numbers and code, in words; or null.</param>
public sealed record Standing(UserId Owner, string Link, string? DialIn);

/// <summary>A kind of meeting: what is always the same about it. One list a principal, shared by all who keep that calendar.</summary>
/// <param name="Json">Its parts, as the screen that uses it writes them.</param>
public sealed record MeetingKind(string PublicId, UserId Owner, string Name, string Json)
{
    public const int LongestName = 60;

    public const int LongestJson = 30_000;

    public const int MostOfOne = 50;
}
