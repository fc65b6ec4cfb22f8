using Corlin.Application.Ports;
using Corlin.Core.Meetings;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Changes;

/// <summary>Keeps the holidays of a country for a year, unless they are there.</summary>
public sealed record KeepHolidays(string Country, int Year, IReadOnlyList<(LocalDate Date, string Name)> Holidays) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        if (Holidays.Count == 0 || session.DaysOff([Country], new LocalDate(Year, 1, 1), new LocalDate(Year + 1, 1, 1)).Any(d => d.Kind == DayOffKind.Holiday)) return false;
        session.Save([.. Holidays.Select(h => new DayOff(DayOffKind.Holiday, Country, h.Date, h.Date.PlusDays(1), h.Name))]);
        return true;
    }
}

/// <summary>Says that a site is closed on some days.</summary>
public sealed record CloseSite(string Site, LocalDate First, LocalDate Until, string Words) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        if (Until <= First) throw new RefusedException(RefusalKind.EndBeforeStart, "until");
        session.Save([new DayOff(DayOffKind.Closure, Site, First, Until, Words)]);
        return true;
    }
}
