using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Meetings;

/// <summary>How an offered time suits a reader.</summary>
public enum OfferMark
{
    Fits,
    AtAPinch,
    No,
}

/// <summary>What became of an offer.</summary>
public enum OfferState
{
    /// <summary>It can be answered until its end.</summary>
    Open,

    /// <summary>One of its times was booked.</summary>
    Booked,

    /// <summary>Who made it, or another who speaks for the same person, took it back.</summary>
    Withdrawn,

    /// <summary>Its end came, and nothing was booked.</summary>
    Lapsed,
}

/// <summary>Who decides which of the times it is.</summary>
public enum OfferDecision
{
    /// <summary>The first reader who chooses.</summary>
    FirstChoice,

    /// <summary>Each reader marks the times; who made it books one.</summary>
    ByMaker,

    /// <summary>Each reader marks the times; the best is booked when all have, or at the end.</summary>
    ByItself,
}

/// <summary>Somebody outside to whom times are offered, with what they said.</summary>
/// <param name="Who">They are asked to the meeting that comes of it.</param>
public sealed record OfferReader(UserId Who)
{
    /// <summary>One for each time; empty as long as they said nothing of them.</summary>
    public ImmutableArray<OfferMark> Marks { get; init; } = [];

    /// <summary>What else they wrote, as what would suit where nothing does; or null.</summary>
    public string? Words { get; init; }

    /// <summary>When they said it last; null as long as they said nothing.</summary>
    public Instant? At { get; init; }

    /// <summary>How often they said something.</summary>
    public int Answers { get; init; }

    /// <summary>None of the times does.</summary>
    public bool NoneFits => !Marks.IsEmpty && Marks.All(m => m == OfferMark.No);
}

/// <summary>Somebody who is asked to what comes of an offer.</summary>
public sealed record OfferInvited(UserId Who, AttendeeRole Role);

/// <summary>The meeting that comes of an offer, but for its time.</summary>
/// <param name="Invited">The readers too.</param>
/// <param name="Zone">The tzdb id of the zone in which its time is told.</param>
public sealed record OfferedMeeting(string Title, ImmutableArray<OfferInvited> Invited, string Zone)
{
    /// <summary>Where it takes place; null for nowhere.</summary>
    public string? Place { get; init; }

    /// <summary>The link of its conference; null for none.</summary>
    public string? Link { get; init; }

    /// <summary>Number and code to come in by telephone; null for none.</summary>
    public string? DialIn { get; init; }

    /// <summary>As plain text; null for none.</summary>
    public string? Agenda { get; init; }

    /// <summary>The same as sanitised HTML, where it has more to it than paragraphs; null otherwise.</summary>
    public string? StyledAgenda { get; init; }

    /// <summary>The line to those invited.</summary>
    public string? Line { get; init; }

    /// <summary>Whether it is private.</summary>
    public bool Private { get; init; }

    /// <summary>The public id of the draft in which it was written, whose papers lie with it; or null.</summary>
    public string? Draft { get; init; }

    /// <summary>The public id of what somebody asked for, of which it comes; or null.</summary>
    public string? Request { get; init; }

    /// <summary>Whether those who come by it are asked to answer.</summary>
    public bool AnswersWanted { get; init; } = true;
}

/// <summary>Some times that are held and offered to people outside, one of whom chooses, or all of whom mark them.</summary>
/// <param name="PublicId">The opaque id that may leave the server to those inside; a reader has a key of their own.</param>
/// <param name="Times">In order, none twice.</param>
/// <param name="Zone">The tzdb id of the zone in which its readers are told the times.</param>
/// <param name="Until">It can be answered before that.</param>
public sealed record Offer(
    string PublicId,
    UserId Owner,
    UserId MadeBy,
    Instant MadeAt,
    OfferedMeeting Meeting,
    ImmutableArray<Stretch> Times,
    string Zone,
    Instant Until,
    OfferDecision Decision,
    ImmutableArray<OfferReader> Readers
)
{
    /// <summary>More times are not offered at once.</summary>
    public const int MostTimes = 12;

    /// <summary>To more people outside times are not offered at once.</summary>
    public const int MostReaders = 12;

    /// <summary>Of what a reader writes, in characters; longer words are refused.</summary>
    public const int LongestWords = 1_000;

    /// <summary>A reader who says more often something else is not heard any more.</summary>
    public const int MostAnswers = 50;

    /// <summary>Open until something becomes of it.</summary>
    public OfferState State { get; init; }

    /// <summary>What the holds of its times have in common.</summary>
    public required string HoldRequest { get; init; }

    /// <summary>Which of the times was booked; null as long as none is.</summary>
    public int? Booked { get; init; }

    /// <summary>The public id of the meeting that came of it.</summary>
    public string? Entry { get; init; }

    /// <summary>The number of the reader who chose; null where nobody did by themselves.</summary>
    public int? ChosenBy { get; init; }

    /// <summary>Raised by each change; who changes an older one is told so.</summary>
    public int Version { get; init; } = 1;

    /// <summary>Whether it can be answered at a moment.</summary>
    public bool IsOpenAt(Instant now) => State == OfferState.Open && now < Until;
}
