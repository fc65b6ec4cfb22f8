using System.Collections.Immutable;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>
/// What an assistant who is away leaves to who covers: what is open for their principals, what was promised, a note with each.
/// </summary>
/// <param name="Number">By what it is known, also after it was changed; zero until it is stored.</param>
/// <param name="First">The first day away, in the zone of who is away.</param>
/// <param name="Last">The last day away.</param>
public sealed record Handover(
    long Number,
    UserId Away,
    UserId Cover,
    LocalDate First,
    LocalDate Last,
    string? Line,
    Instant At,
    ImmutableArray<HandoverItem> Items
)
{
    /// <summary>More do not stand on one handover.</summary>
    public const int MostItems = 300;

    /// <summary>Of a note beside an item, in characters; a longer one is refused.</summary>
    public const int LongestNote = 1_000;

    /// <summary>Whether somebody is told of it: who is away and who covers, and nobody else.</summary>
    public bool Concerns(UserId who) => who == Away || who == Cover;
}

/// <summary>One thing that is handed over.</summary>
/// <param name="Number">By what it is known, also after it was changed; zero until it is stored.</param>
/// <param name="Principal">For whom it is to be done.</param>
/// <param name="Key">What waits, by the key of its row on the Desk; null for something promised that stands nowhere else.</param>
/// <param name="Entry">The entry that it is about, or null.</param>
/// <param name="Words">Of something promised what that is; null for what waits, which says itself.</param>
/// <param name="Promised">By when it was promised.</param>
/// <param name="Note">From who is away.</param>
/// <param name="Back">From who covers.</param>
public sealed record HandoverItem(
    long Number,
    UserId Principal,
    string? Key,
    EntryId? Entry = null,
    string? Words = null,
    LocalDate? Promised = null,
    string? Note = null,
    string? Back = null
)
{
    /// <summary>Whether what was promised is kept.</summary>
    public bool Kept { get; init; }
}
