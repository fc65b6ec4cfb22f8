namespace Corlin.Core.Calendars;

/// <summary>A calendar that somebody keeps beside their main one: a project, or one that does not count as taken.</summary>
/// <param name="Calendar">The calendar that its entries make up.</param>
/// <param name="PublicId">The opaque id that may leave the server.</param>
/// <param name="Owner">On whose lane it stands.</param>
/// <param name="Counts">Whether its entries take up time; those of one that does not stand as free.</param>
public sealed record FurtherCalendar(CalendarId Calendar, string PublicId, UserId Owner, string Name, bool Counts)
{
    /// <summary>In characters; a longer name is refused.</summary>
    public const int LongestName = 60;

    /// <summary>An entry of it as it stands on the lane.</summary>
    public Entry OnLane(Entry entry) => Counts ? entry : entry with { Takes = TimeTaken.Free };
}
