using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>Why an absence cannot be posted.</summary>
public enum WhyNotAway
{
    Empty,

    /// <summary>It is over already.</summary>
    InThePast,
    TooLong,

    /// <summary>Another stands in its time.</summary>
    Overlaps,

    /// <summary>Nobody covers for themselves.</summary>
    CoversSelf,

    /// <summary>Who is to cover is away then too, perhaps covered by who is away now.</summary>
    CoverIsAway,
}

/// <summary>Whether an absence can stand beside others: decided here alone.</summary>
public static class Absences
{
    /// <param name="own">Those of who is away.</param>
    /// <param name="ofCover">Those of who is to cover.</param>
    /// <returns>Why it cannot, with the absence that is against it where there is one; null where it can.</returns>
    public static (WhyNotAway Why, Absence? Other)? WhyNot(
        Absence next,
        IEnumerable<Absence> own,
        IEnumerable<Absence> ofCover,
        Instant now
    )
    {
        if (next.Stretch.IsEmpty)
            return (WhyNotAway.Empty, null);
        if (next.Stretch.End <= now)
            return (WhyNotAway.InThePast, null);
        if (next.Stretch.Length > Absence.Longest)
            return (WhyNotAway.TooLong, null);
        if (next.Covers == next.Who)
            return (WhyNotAway.CoversSelf, null);
        // One that becomes another is not in its own way.
        if (own.FirstOrDefault(a => a.Id != next.Id && a.Stretch.Overlaps(next.Stretch)) is { } beside)
            return (WhyNotAway.Overlaps, beside);
        if (ofCover.FirstOrDefault(a => a.Stretch.Overlaps(next.Stretch)) is { } away)
            return (WhyNotAway.CoverIsAway, away);
        return null;
    }
}
