using Corlin.Application.Wording;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>Calendars kept elsewhere that could not be read of late.</summary>
internal static class UnreadCalendars
{
    /// <summary>
    /// "Pilotage not read since Sunday 7 March at 08:00": of those that could not be read for longer than they should wait; null where all
    /// were.
    /// </summary>
    public static string? Words(Viewing viewing, Lane lane)
    {
        var late = lane
            .Followed.Where(f => f.Failure is not null && (f.FetchedAt is not { } read || viewing.Now - read > f.Every + f.Every))
            .Select(f => f.FetchedAt is { } read ? $"{f.Name} not read since {At(viewing, read)}" : $"{f.Name} could not be read yet")
            .ToList();
        return late.Count == 0 ? null : string.Join(", ", late);
    }

    /// <summary>"today at 09:40", "Sunday 7 March at 08:00".</summary>
    public static string At(Viewing viewing, Instant moment)
    {
        var local = viewing.Zone.ToLocal(moment);
        return $"{English.NearDay(local.Date, viewing.Today)} at {English.Time(local.TimeOfDay)}";
    }
}
