using System.Collections.Immutable;
using NodaTime;

namespace Corlin.Core.Words.Lines;

/// <summary>What a line wishes of a free slot; what was not said is null, none or empty.</summary>
/// <param name="NotOn">Days of the week on which it does not start.</param>
/// <param name="From">It starts then or later.</param>
/// <param name="To">It ends then or earlier.</param>
/// <param name="Zone">The tzdb id of the clock by which these are told; null for the writer's.</param>
/// <param name="Around">So much time is free before and after it.</param>
/// <param name="Lunch">Everyone keeps their lunch.</param>
/// <param name="AtUsualPlaces">Everyone is at their usual place.</param>
/// <param name="Together">No more than that lies between it and what is there already; nothing for anywhere.</param>
public sealed record LineWishes(
    ImmutableArray<IsoDayOfWeek> NotOn,
    LocalTime? From,
    LocalTime? To,
    string? Zone,
    Duration Around,
    bool Lunch,
    bool AtUsualPlaces,
    Duration Together
)
{
    /// <summary>How near what is to be together is where no length was said.</summary>
    public static readonly Duration Near = Duration.FromMinutes(30);

    /// <summary>Nothing is wished.</summary>
    public static readonly LineWishes None = new([], null, null, null, Duration.Zero, false, false, Duration.Zero);
}
