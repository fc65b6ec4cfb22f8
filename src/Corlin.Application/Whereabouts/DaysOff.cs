using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>Keeps the holidays of a country for a year, unless they are there.</summary>
public sealed record KeepHolidays(string Country, int Year, IReadOnlyList<(LocalDate Date, string Name)> Holidays) : IChange<bool>
{
    public bool Apply(IChangeSession session)
    {
        if (
            Holidays.Count == 0
            || session.DaysOff([Country], new LocalDate(Year, 1, 1), new LocalDate(Year + 1, 1, 1)).Any(d => d.Kind == DayOffKind.Holiday)
        )
            return false;
        session.DayOffStore.Save([.. Holidays.Select(h => new DayOff(DayOffKind.Holiday, Country, h.Date, h.Date.PlusDays(1), h.Name))]);
        return true;
    }
}

/// <summary>Says that a site is closed on some days. An administrator does.</summary>
/// <param name="Until">The day after the last.</param>
[Change(ChangeKind.SiteClosed, "closed a site", MayTakeBack.ByAdministrators)]
public sealed record CloseSite(UserId Actor, string Site, LocalDate First, LocalDate Until, string Words) : IChange<long>
{
    private const int MostDays = 366;

    private const int LongestWords = 100;

    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        if (session.Places().Values.All(p => p.Site != Site))
            throw new RefusedException(RefusalKind.BadInput, "site", Site);
        if (Until <= First)
            throw new RefusedException(RefusalKind.EndBeforeStart, "until");
        if (Period.DaysBetween(First, Until) > MostDays)
            throw new RefusedException(RefusalKind.BadInput, "until");
        var words = Words.Trim();
        if (words.Length is 0 or > LongestWords)
            throw new RefusedException(RefusalKind.BadInput, "words", words);
        var change = session.Begin(ChangeKind.SiteClosed, Actor, Actor, null);
        session.DayOffStore.Close(new DayOff(DayOffKind.Closure, Site, First, Until, words));
        return change;
    }
}

/// <summary>Opens a site again on the days on which it was said to be closed. An administrator does.</summary>
[Change(ChangeKind.SiteOpened, "opened a site again", MayTakeBack.ByAdministrators)]
public sealed record OpenSite(UserId Actor, long Closure) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        session.MustAdminister(Actor);
        var change = session.Begin(ChangeKind.SiteOpened, Actor, Actor, null);
        if (!session.DayOffStore.Open(Closure))
            throw new RefusedException(RefusalKind.NotFound);
        return change;
    }
}
