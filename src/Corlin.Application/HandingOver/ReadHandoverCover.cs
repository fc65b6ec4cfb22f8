using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.HandingOver;

/// <summary>Whether who covers speaks for each of some principals on the days they cover.</summary>
/// <param name="Without">The principals for whom they do not.</param>
public sealed record HandoverCoverView(IReadOnlyList<PersonView> Without);

/// <param name="Cover">The public id of who covers.</param>
/// <param name="First">The first day away.</param>
public sealed record ReadHandoverCover(UserId Viewer, string Cover, LocalDate First, Instant Now)
{
    public HandoverCoverView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var cover = viewing.Find(Cover) ?? throw new RefusedException(RefusalKind.PersonUnknown, "cover", Cover);
        var principals = viewing.Principals.Where(p => p.Id != cover.Id).ToList();
        var grants = store.GrantsOn([.. principals.Select(p => p.Id)], cover.Id);
        return new HandoverCoverView([.. principals.Where(p => !Speaks(grants[p.Id], p)).Select(viewing.View)]);

        bool Speaks(IEnumerable<Grant> held, CalendarUser principal) =>
            Rights
                .Combine(
                    held.Where(g => g.Calendar is null),
                    cover.Inside,
                    Core.Time.Zones.Get(principal.Zone).AtStrictly(First + new LocalTime(12, 0)).ToInstant(),
                    store.CeilingFor(cover.Inside)
                )
                .MaySpeakFor;
    }
}
