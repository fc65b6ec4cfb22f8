using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Lanes;

internal enum AtTimeKind
{
    Free,
    Held,
    Pencilled,
    OutOfHours,
    NotKnown,
    Taken,
    Away,
}

/// <summary>What a stretch is for somebody.</summary>
/// <param name="Local">Their wall clock, with the day where it is another than the viewer's.</param>
/// <param name="By">The title of what stands there, where the viewer may know it.</param>
internal sealed record PersonAtTime(CalendarUser Who, AtTimeKind Kind, string Local, string Words, string Tone, string? By);

/// <summary>What does not count where a time is looked at: the meeting itself, what is tied to it, and what is held for it.</summary>
/// <param name="Entry">Its number inside.</param>
/// <param name="HoldRequest">The request of its holds.</param>
internal readonly record struct Apart(EntryId? Entry, string? HoldRequest)
{
    /// <param name="entry">Its public id; null where it is not stored yet.</param>
    public static Apart From(Viewing viewing, string? entry) => new(entry is null ? null : viewing.Store.Entry(entry)?.Id, null);

    /// <summary>
    /// The same of what a request names: only what the viewer may organise is left out, so that nothing is learnt from the difference.
    /// </summary>
    public static Apart Named(Viewing viewing, string? entry, string? holdRequest) =>
        new(
            entry is not null && viewing.Store.Entry(entry) is { } found && viewing.Viewer.StandsFor(found.Owner, found.Private)
                ? found.Id
                : null,
            holdRequest
        );

    public bool Has(Entry entry) =>
        (Entry is not null && (entry.Id == Entry || entry.Tie?.To == Entry))
        || (HoldRequest is not null && entry.HoldRequest == HoldRequest);
}

internal static class AtTime
{
    /// <summary>What a stretch is for each of some people, in their order.</summary>
    /// <param name="but">What does not count: the meeting itself.</param>
    public static IReadOnlyList<PersonAtTime> For(
        Viewing viewing,
        IReadOnlyList<CalendarUser> people,
        Stretch stretch,
        Apart but = default
    ) => [.. LaneReading.Read(viewing, people, Around(stretch)).Select(lane => One(viewing, lane, stretch, but))];

    /// <summary>The day around a stretch, wherever somebody is.</summary>
    public static Stretch Around(Stretch stretch) => new(stretch.Start - Duration.FromHours(18), stretch.End + Duration.FromHours(18));

    public static PersonAtTime One(Viewing viewing, Lane lane, Stretch stretch, Apart but)
    {
        var kind = Kind(lane, stretch, but, out var by);
        var title = by?.Told.Title is { } told ? $", {told}" : "";
        var (words, tone) = kind switch
        {
            AtTimeKind.Free => ("free", "fits"),
            AtTimeKind.Held => ("held" + title, "doubt"),
            AtTimeKind.Pencilled => ("pencilled" + title, "doubt"),
            AtTimeKind.OutOfHours => ("out of hours", "doubt"),
            AtTimeKind.NotKnown => ("not known", "doubt"),
            AtTimeKind.Taken => ("taken" + title, "wrong"),
            _ => ("away", "wrong"),
        };
        return new PersonAtTime(
            lane.Who,
            kind,
            Local(viewing, lane.Who, lane.Days.ZoneAt(stretch.Start), stretch.Start),
            words,
            tone,
            by?.Told.Title
        );
    }

    private static AtTimeKind Kind(Lane lane, Stretch stretch, Apart but, out LaneEntry? by)
    {
        by = null;
        if (lane.Absences.Any(a => a.Stretch.Overlaps(stretch)))
            return AtTimeKind.Away;
        by = lane
            .Entries.Where(e => e.Told.Takes > TimeTaken.Free && e.Told.Stretch.Overlaps(stretch) && !but.Has(e.Occurrence.Entry))
            .MaxBy(e => e.Told.Takes);
        if (by?.Told.Takes == TimeTaken.Firm)
            return AtTimeKind.Taken;
        if (!lane.Hours.Covers(stretch))
            return AtTimeKind.OutOfHours;
        if (by?.Told.Takes == TimeTaken.Pencilled)
            return AtTimeKind.Pencilled;
        if (by is not null)
            return AtTimeKind.Held;
        return lane.Known ? AtTimeKind.Free : AtTimeKind.NotKnown;
    }

    /// <summary>"17:30", "Wednesday 01:00" where it is another day there.</summary>
    /// <param name="zone">That of where they are then.</param>
    public static string Local(Viewing viewing, CalendarUser who, DateTimeZone zone, Instant moment)
    {
        if (!who.ZoneKnown)
            return "hour not known";
        var there = zone.ToLocal(moment);
        var here = viewing.Zone.ToLocal(moment);
        return (there.Date == here.Date ? "" : $"{there.DayOfWeek} ") + English.Time(there.TimeOfDay);
    }
}
