using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>Why nobody works on a day.</summary>
public enum DayOffKind
{
    /// <summary>A public holiday of a country or a part of one.</summary>
    Holiday,

    /// <summary>A site is closed.</summary>
    Closure,
}

/// <summary>Days on which nobody works somewhere, whatever their hours.</summary>
/// <param name="Where">Of a holiday the country (ISO 3166: "PT", "CA-NS"), of a closure the site.</param>
/// <param name="Until">The day after the last.</param>
public sealed record DayOff(DayOffKind Kind, string Where, LocalDate First, LocalDate Until, string Words)
{
    /// <summary>By which one that is kept is known.</summary>
    public long Id { get; init; }

    /// <summary>Its time in a zone.</summary>
    public Stretch In(DateTimeZone zone) => new(zone.Day(First).Start, zone.Day(Until).Start);
}
