using System.Globalization;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Simulation.Seed;

/// <summary>Turns the demo's working days into dates.</summary>
internal sealed class DemoDays(LocalDate start)
{
    private static readonly LocalTimePattern Clock = LocalTimePattern.Create("HH:mm", CultureInfo.InvariantCulture);

    public LocalDate Date(int workingDay)
    {
        var date = start;
        var step = Math.Sign(workingDay);
        for (var left = Math.Abs(workingDay); left > 0; )
        {
            date = date.PlusDays(step);
            if (date.DayOfWeek is not (IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday))
                left--;
        }

        return date;
    }

    public TimedEntry Timed(int workingDay, string at, int minutes, string zone) =>
        new(Date(workingDay) + Clock.Parse(at).Value, zone, Duration.FromMinutes(minutes), null, Zones.TzdbVersion);

    public Instant Moment(int workingDay, string at, string zone) => Zones.Get(zone).ToInstant(Date(workingDay) + Clock.Parse(at).Value);
}
