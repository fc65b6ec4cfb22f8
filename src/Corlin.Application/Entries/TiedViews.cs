using Corlin.Application.Calendars;
using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Entries;

/// <summary>An entry on the same lane that belongs with the one read, or to which that one belongs.</summary>
/// <param name="Words">How long it takes and when, in words.</param>
public sealed record TiedView(string Id, string? Occurrence, string Title, string Words);

internal static class TiedViews
{
    /// <summary>What is tied to an occurrence on a lane, as far as the viewer may know it, soonest first.</summary>
    public static IReadOnlyList<TiedView> Of(
        Viewing viewing,
        LaneCalendars calendars,
        CalendarUser owner,
        Entry entry,
        Occurrence occurrence
    ) =>
        [
            .. viewing
                .Store.TiedTo([entry.Id], TieEntry.MostOfOne)
                .Where(t =>
                    t.Owner == owner.Id
                    && t.Status != MeetingStatus.Cancelled
                    && (t.Tie!.RecurrenceId is null || t.Tie.RecurrenceId == occurrence.RecurrenceId)
                )
                .Select(t => Occurrences.Find(t, Beside(t, entry, occurrence), owner.HomeZone))
                .OfType<Occurrence>()
                .OrderBy(o => o.Stretch.Start)
                .Select(o => View(viewing, calendars, owner, o))
                .OfType<TiedView>(),
        ];

    /// <summary>What an occurrence is tied to.</summary>
    public static TiedView? To(Viewing viewing, LaneCalendars calendars, CalendarUser owner, Occurrence occurrence)
    {
        if (occurrence.Entry.Tie is not { } tie || viewing.Store.EntriesNow([tie.To]).Values.FirstOrDefault() is not { } to)
            return null;
        var which = tie.RecurrenceId ?? Beside(to, occurrence.Entry, occurrence);
        return Occurrences.Find(to, which, owner.HomeZone) is { } found ? View(viewing, calendars, owner, found) : null;
    }

    /// <summary>The recurrence id that belongs beside an occurrence of another entry, where both repeat alike.</summary>
    private static LocalDateTime? Beside(Entry one, Entry other, Occurrence occurrence) =>
        one.IsSeries && occurrence.RecurrenceId is { } id
            ? one.Time.LocalStart + Period.Between(other.Time.LocalStart, id, PeriodUnits.Seconds)
            : null;

    private static TiedView? View(Viewing viewing, LaneCalendars calendars, CalendarUser owner, Occurrence occurrence)
    {
        if (calendars.Told(viewing, occurrence) is not { Sight: >= Sight.Headlines } told)
            return null;
        var local = viewing.Zone.ToLocal(told.Stretch.Start);
        var length = told.Stretch.IsEmpty ? "" : English.Length(told.Stretch.Length) + ", ";
        return new TiedView(
            told.PublicId!,
            LaneViews.Id(told.RecurrenceId),
            told.Title!,
            $"{length}{English.NearDay(local.Date, viewing.Today)}, {English.Time(local.TimeOfDay)}"
        );
    }
}
