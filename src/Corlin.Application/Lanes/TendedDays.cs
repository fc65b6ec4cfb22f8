using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>How well some calendars are tended, as far as the viewer may know it.</summary>
internal static class TendedDays
{
    /// <summary>The last day until which each is tended; those that are as far as is looked, or may not be seen, are left out.</summary>
    public static Dictionary<UserId, LocalDate> Read(Viewing viewing, IReadOnlyCollection<CalendarUser> people)
    {
        // Those whom the viewer keeps are tended by the viewer, who knows.
        IReadOnlyList<CalendarUser> persons =
        [
            .. people.Where(p => p.Kind == UserKind.Person && p.Inside && !viewing.Viewer.MaySpeakFor(p.Id)),
        ];
        if (persons.Count == 0)
            return [];
        var changes = viewing.Store.LastChanges([.. persons.Select(p => p.Id)]);
        Instant? Last(CalendarUser who) => changes.TryGetValue(who.Id, out var last) ? last : null;
        var calendars = viewing.CalendarsOf([.. persons.Select(p => p.Id)]);
        var found = new Dictionary<UserId, LocalDate>();
        var kept = new List<CalendarUser>();
        foreach (var who in persons.Where(p => calendars.TryGetValue(p.Id, out var own) && own.Rights.Sight > Sight.Nothing))
        {
            // Where nothing was done lately that says it all: what stands on the calendar need not be read.
            if (Tended.Neglected(Last(who), who.HomeZone, viewing.Now) is { } ended)
                found[who.Id] = ended;
            else
                kept.Add(who);
        }

        if (kept.Count == 0)
            return found;
        var span = new Stretch(viewing.Zone.Day(viewing.Today).Start, viewing.Zone.Day(viewing.Today.PlusWeeks(Tended.HorizonWeeks)).End);
        foreach (var lane in LaneReading.Read(viewing, kept, span))
        {
            var taken = lane
                .Entries.Where(e => e.Told.Takes > TimeTaken.Free)
                .Select(e => e.Told.Stretch)
                .Concat(lane.Absences.Select(a => a.Stretch))
                .Concat(lane.NoGo.Select(n => n.In(lane.Who.HomeZone)));
            var tending = new Tending(StretchSet.Of(taken), [.. Unanswered(viewing, lane)], Last(lane.Who));
            if (Tended.Until(tending, lane.Who.HomeZone, viewing.Now) is { } until)
                found[lane.Who.Id] = until;
        }

        return found;
    }

    /// <summary>"tended until 19 March", "not tended since 12 February", "not tended yet".</summary>
    public static string Words(LocalDate until, LocalDate today) =>
        until == Tended.Never ? "not tended yet"
        : until < today ? $"not tended since {English.ShortDay(until)}"
        : until == today ? "tended until today only"
        : $"tended until {English.ShortDay(until)}";

    private static IEnumerable<Instant> Unanswered(Viewing viewing, Lane lane) =>
        from entry in lane.Rights.Sight == Sight.Everything ? lane.Entries : []
        let own = entry.Told.Whole is null ? null : Agreement.Of(entry.Occurrence.Entry, lane.Who.Id, entry.Told.RecurrenceId)
        where
            own is { Answer: Answer.None, Role: AttendeeRole.Required } && entry.Occurrence.Entry.MadeAt < viewing.Now - Tended.AnswerWithin
        select entry.Told.Stretch.Start;
}
