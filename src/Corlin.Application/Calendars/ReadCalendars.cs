using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>The calendars that somebody keeps themselves, as far as the viewer may see anything of them.</summary>
/// <param name="MayChange">Whether the viewer may add, rename and remove them.</param>
/// <param name="MayAddTo">Those on which the viewer may put an appointment; empty where they may add to none.</param>
/// <param name="Categories">Those that the viewer may give to what they add; null where they decide of none.</param>
public sealed record CalendarsView(
    bool MayChange,
    IReadOnlyList<KeptCalendarView> Further,
    IReadOnlyList<CalendarChoiceView> MayAddTo,
    IReadOnlyList<CategoryView>? Categories = null
);

/// <param name="Counts">Whether its entries take up time.</param>
/// <param name="Entries">How many stand on it; null where the viewer is told none of them whole.</param>
public sealed record KeptCalendarView(string Id, string Name, bool Counts, int? Entries);

/// <param name="Owner">The public id of whose calendars they are.</param>
public sealed record ReadCalendars(UserId Viewer, string Owner, Instant Now)
{
    public CalendarsView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var owner = viewing.Find(Owner) ?? throw new RefusedException(RefusalKind.PersonUnknown, "who", Owner);
        if (!viewing.CalendarsOf([owner.Id]).TryGetValue(owner.Id, out var calendars))
            return new CalendarsView(false, [], []);
        // What a calendar is called is as much as the titles on it.
        var seen = calendars.Further.Where(f => f.Rights.Sight >= Sight.Headlines || f.Rights.Acting >= Acting.Add).ToList();
        var counts = store.CountAtHome([
            .. seen.Where(f => f.Rights is { Sight: Sight.Everything, PrivateSight: Sight.Everything }).Select(f => f.Calendar.Calendar),
        ]);
        return new CalendarsView(
            calendars.Rights.MaySpeakFor,
            [
                .. seen.Select(f => new KeptCalendarView(
                    f.Calendar.PublicId,
                    f.Calendar.Name,
                    f.Calendar.Counts,
                    Entries(f.Calendar, f.Rights)
                )),
            ],
            [
                .. calendars.Rights.Acting >= Acting.Add ? [CalendarChoiceView.Main(owner)] : Array.Empty<CalendarChoiceView>(),
                .. seen.Where(f => f.Rights.Acting >= Acting.Add).Select(f => CalendarChoiceView.Of(f.Calendar)),
            ],
            calendars.Rights.Acting >= Acting.Change ? viewing.CategoriesOf(owner, calendars.Rights) : null
        );

        int? Entries(FurtherCalendar calendar, Rights rights) =>
            rights is { Sight: Sight.Everything, PrivateSight: Sight.Everything } ? counts.GetValueOrDefault(calendar.Calendar) : null;
    }
}
