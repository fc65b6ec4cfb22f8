using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Access;

/// <summary>What somebody who is away holds, as far as the viewer may pass it on or holds it themselves.</summary>
public sealed record CoverView(IReadOnlyList<CoveredCalendarView> Calendars);

/// <param name="Words">What is held there: "speak for, Whole".</param>
/// <param name="MayPassOn">Whether the viewer may give it to who covers.</param>
public sealed record CoveredCalendarView(PersonView Owner, string Words, bool MayPassOn);

/// <param name="Away">The public id of who is away.</param>
public sealed record ReadCover(UserId Viewer, string Away, Instant Now)
{
    public CoverView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var away = viewing.Find(Away) ?? throw new RefusedException(RefusalKind.PersonUnknown, "away", Away);
        var held = Covering
            .Held(store, away.Id)
            .Select(h => (h.Owner, Held: h.Held.Where(g => !g.IsOverAt(Now)).ToList()))
            .Where(h => h.Held.Count > 0)
            .Select(h =>
                (
                    h.Owner,
                    h.Held,
                    MayPassOn: Covering.WhyNot(
                        store,
                        Viewer,
                        h.Owner,
                        [.. h.Held.Select(g => (g.Calendar, g.Terms with { PassOn = false, Until = g.Terms.Until ?? Now }))],
                        Now
                    )
                        is null
                )
            );
        // Who is not concerned learns nothing of what others hold.
        return new CoverView([
            .. held.Where(h => h.MayPassOn || away.Id == Viewer)
                .Select(h => new CoveredCalendarView(
                    viewing.View(h.Owner),
                    $"{English.Word(h.Held.Max(g => g.Acting))}, {English.Word(h.Held.Max(g => g.Sight))}{(h.Held.Any(g => g.Private) ? ", private entries too" : "")}",
                    h.MayPassOn
                )),
        ]);
    }
}
