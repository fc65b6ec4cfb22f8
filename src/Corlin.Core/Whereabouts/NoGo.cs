using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Whereabouts;

/// <summary>
/// Weeks in which nothing new is arranged for somebody. What stands there stands; a slot there costs, it is not forbidden.
/// </summary>
/// <param name="Id">Zero until it is stored.</param>
/// <param name="First">A Monday.</param>
/// <param name="Weeks">How many, 1 to 8.</param>
/// <param name="Words">Why, as those read who keep the calendar.</param>
public sealed record NoGo(long Id, UserId Who, LocalDate First, int Weeks, string Words)
{
    /// <summary>The longest that one lasts.</summary>
    public const int MostWeeks = 8;

    /// <summary>The Monday after the last week.</summary>
    public LocalDate Until => First.PlusWeeks(Weeks);

    /// <summary>Its time in a zone.</summary>
    public Stretch In(DateTimeZone zone) => new(zone.Day(First).Start, zone.Day(Until).Start);
}
