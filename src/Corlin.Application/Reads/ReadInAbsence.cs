using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Reads;

/// <param name="Judgement">Whether it waits for an answer, is theirs, or somebody else's.</param>
public sealed record InAbsenceView(string Entry, string? Occurrence, string Title, string When, string Judgement);

/// <summary>What stands in the time of an absence, before it is posted or after.</summary>
/// <param name="From">Wall-clock time at the home of who is away.</param>
public sealed record ReadInAbsence(UserId Viewer, string Who, LocalDateTime From, LocalDateTime To, Instant Now)
{
    public IReadOnlyList<InAbsenceView> Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = viewing.MustSpeakFor(Who);
        var span = Changes.Absent.AtHome(who, From, To);
        if (span.Length > Absence.Longest) throw new RefusedException(RefusalKind.LongerThanAYear, "to");
        return InAbsence.Of(viewing, who, span);
    }
}

internal static class InAbsence
{
    private const int Most = 200;

    /// <summary>A series counts once, by its first occurrence in it.</summary>
    public static IReadOnlyList<InAbsenceView> Of(Viewing viewing, CalendarUser who, Stretch span)
    {
        if (span.IsEmpty) return [];
        var lane = Lanes.Read(viewing, [who], span).Single();
        return [.. lane.Entries.Where(e => e.Told is { Takes: > TimeTaken.Free, PublicId: not null } && e.Occurrence.Entry.Kind != EntryKind.Hold)
            .GroupBy(e => e.Occurrence.Entry.Id).Select(g => View(viewing, who, g.First(), g.Count())).Take(Most)];
    }

    private static InAbsenceView View(Viewing viewing, CalendarUser who, LaneEntry entry, int times)
    {
        var told = entry.Told;
        var local = who.HomeZone.ToLocal(told.Stretch.Start);
        var when = told.AllDay ? English.Day(local.Date) : $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}";
        return new InAbsenceView(told.PublicId!, LaneViews.Id(told.RecurrenceId), told.Title ?? "Private", times > 1 ? $"{when}, {English.Count(times, "time", "times")}" : when, Whose(viewing, who, entry));
    }

    private static string Whose(Viewing viewing, CalendarUser who, LaneEntry entry)
    {
        var meeting = entry.Occurrence.Entry;
        if (meeting.Kind != EntryKind.Meeting) return "an appointment";
        if (meeting.Owner == who.Id) return $"{who.GivenName} organises it";
        var organiser = viewing.Meeting([meeting.Owner])[meeting.Owner].GivenName;
        return Agreement.Of(meeting, who.Id, entry.Occurrence.RecurrenceId) is { Answer: Answer.None } ? $"{organiser} asks, not answered" : $"{organiser} organises it";
    }
}
