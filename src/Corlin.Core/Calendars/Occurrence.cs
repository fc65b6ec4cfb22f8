using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>One time at which an entry takes place.</summary>
/// <param name="RecurrenceId">Which of a series it is, by the wall-clock start that the rule gives it; null for a single entry.</param>
/// <param name="Change">What of it differs from the series, or null.</param>
public sealed record Occurrence(Entry Entry, LocalDateTime? RecurrenceId, EntryTime Time, Stretch Stretch, Override? Change = null)
{
    /// <summary>Its own, or that of the series.</summary>
    public string Title => Change?.Title ?? Entry.Title;

    /// <summary>An override that says no place has none, wherever the series is.</summary>
    public string? Place => (Change?.Place ?? Entry.Place) is { Length: > 0 } place ? place : null;

    /// <summary>Its own, or that of the series; null for none.</summary>
    public string? Agenda => Change?.Agenda ?? Entry.Agenda;

    /// <summary>Its own, or that of the series; null for none.</summary>
    public string? Link => Change?.Link ?? Entry.Link;

    /// <summary>One that is private in a series that is not stays private; no occurrence is less private than its series.</summary>
    public bool Private => Entry.Private || Change?.Private == true;

    /// <summary>How it takes time once it is agreed.</summary>
    public TimeTaken Takes => Change?.Takes ?? Entry.Takes;
}
