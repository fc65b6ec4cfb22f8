using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Refusals;
using Corlin.Core.Slots;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>Somebody's taken time, for whoever may see it.</summary>
/// <param name="Calendar">The public id of whose time.</param>
/// <param name="First">The first day at their home; the viewer's today where none is given.</param>
/// <param name="Last">The last; four weeks from the first where none is given.</param>
public sealed record ReadBusy(UserId Viewer, string Calendar, LocalDate? First, LocalDate? Last, Instant Now)
{
    private const int UsualDays = 28;

    public BusyTimes Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Calendar) ?? throw new RefusedException(RefusalKind.PersonUnknown, "calendar", Calendar);
        var first = First ?? viewing.Today;
        var last = Last ?? first.PlusDays(UsualDays - 1);
        if (last < first)
            throw new RefusedException(RefusalKind.EndBeforeStart, "to");
        var span = new Stretch(owner.HomeZone.Day(first).Start, owner.HomeZone.Day(last).End);
        if (span.Length > Absence.Longest)
            throw new RefusedException(RefusalKind.LongerThanAYear, "to");
        var lane = LaneReading.Read(viewing, [owner], span).Single();
        if (lane.Rights.Sight == Sight.Nothing)
            throw new RefusedException(RefusalKind.MayNotSpeakFor, "calendar");
        return Of(lane, span);
    }

    /// <summary>The same of a lane that was read over that span.</summary>
    internal static BusyTimes Of(Lane lane, Stretch span)
    {
        var owner = lane.Who;
        var away = lane.Absences.Select(a => a.Stretch).ToList();
        return new BusyTimes(
            new Mailbox(owner.Name, owner.Address),
            span,
            FreeBusy.Of(span, lane.Entries.Select(e => (e.Told.Stretch, e.Told.Takes)), away),
            lane.Hours.Except(StretchSet.Of(away))
        );
    }
}
