using System.Collections.Immutable;

namespace Corlin.Core.Calendars;

/// <summary>What is known of somebody, a group or a room beside what every lane needs.</summary>
/// <param name="OtherAddresses">Further e-mail addresses, lower case; mail from them is theirs too.</param>
/// <param name="Telephones">Numbers as they are written, each perhaps with a word ("office +351 210 000 014").</param>
/// <param name="Assistant">Who keeps the calendar of somebody outside, or null.</param>
/// <param name="Note">Who gets what, how they like to be asked; or null.</param>
/// <param name="Capacity">How many a room holds, or null where that was not told.</param>
/// <param name="Features">What a room has ("screen", "step-free").</param>
public sealed record PersonFacts(
    ImmutableArray<string> OtherAddresses,
    ImmutableArray<string> Telephones,
    UserId? Assistant = null,
    string? Note = null,
    int? Capacity = null,
    ImmutableArray<string> Features = default
)
{
    /// <summary>Nothing is known.</summary>
    public static readonly PersonFacts None = new([], []);

    /// <summary>Never default.</summary>
    public ImmutableArray<string> Features { get; init; } = Features.IsDefault ? [] : Features;
}

/// <summary>That somebody is, or was, in a group.</summary>
/// <param name="Until">When they left; null while they are in it.</param>
public sealed record Membership(UserId Group, UserId Member, NodaTime.Instant From, NodaTime.Instant? Until);
