using System.Collections.Immutable;
using Corlin.Core.Time;

namespace Corlin.Core.Calendars;

/// <summary>A line of a file of people: what it tells of one of them. What it does not tell is null or empty.</summary>
/// <param name="Number">Which line of the file it is, the first is 1.</param>
/// <param name="Inside">Whether they belong to the organisation; null where the file does not tell.</param>
public sealed record PersonLine(
    int Number,
    string Name,
    string? Address,
    UserKind Kind,
    bool? Inside,
    string? Post,
    string? Place,
    string? Zone,
    WorkingHours? Hours,
    ImmutableArray<string> Telephones,
    ImmutableArray<string> OtherAddresses,
    int? Capacity,
    ImmutableArray<string> Features
);
