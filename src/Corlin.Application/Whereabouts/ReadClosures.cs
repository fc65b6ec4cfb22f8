using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Whereabouts;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Application.Whereabouts;

/// <summary>The closures of the sites that are not over.</summary>
/// <param name="MayChange">Whether the viewer is an administrator.</param>
/// <param name="Sites">Every site, by name.</param>
public sealed record ClosuresView(bool MayChange, IReadOnlyList<string> Sites, IReadOnlyList<ClosureView> Closures);

/// <param name="First">Its first day.</param>
/// <param name="Last">Its last day.</param>
public sealed record ClosureView(long Id, string Site, string First, string Last, string Words);

public sealed record ReadClosures(UserId Viewer, Instant Now)
{
    private const int YearsAhead = 5;

    public ClosuresView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        IReadOnlyList<string> sites = [.. viewing.Places.Values.Select(p => p.Site).Distinct().Order(StringComparer.Ordinal)];
        var closures = store.DaysOff(sites, viewing.Today, viewing.Today.PlusYears(YearsAhead)).Where(d => d.Kind == DayOffKind.Closure);
        return new ClosuresView(store.IsAdministrator(Viewer), sites, [.. closures.Select(View)]);
    }

    private static ClosureView View(DayOff closure) =>
        new(
            closure.Id,
            closure.Where,
            LocalDatePattern.Iso.Format(closure.First),
            LocalDatePattern.Iso.Format(closure.Until.PlusDays(-1)),
            closure.Words
        );
}
