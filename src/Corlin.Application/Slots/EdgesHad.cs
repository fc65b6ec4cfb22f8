using Corlin.Application.Lanes;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Slots;

/// <summary>
/// Who had the early or late hours when mostly the same people met lately, as far as the viewer knows of those meetings.
/// </summary>
internal static class EdgesHad
{
    private const int LastMeetings = 8;
    private static readonly Duration LookedBack = Duration.FromDays(120);

    /// <summary>How often, by person; none where all live by one clock, and have such an hour together.</summary>
    public static IReadOnlyDictionary<UserId, int> Read(Viewing viewing, CalendarUser organiser, IReadOnlyList<CalendarUser> asked)
    {
        var people = asked.Where(a => a is { Kind: UserKind.Person, Hours: not null }).ToList();
        if (people.Select(p => p.Zone).Distinct().Count() < 2)
            return new Dictionary<UserId, int>();
        var all = asked.Where(a => a.Kind == UserKind.Person).Select(a => a.Id).ToHashSet();
        var calendars = LaneCalendars.Of(viewing, organiser.Id);
        var span = new Stretch(viewing.Now - LookedBack, viewing.Now);
        var met = viewing
            .Store.Touching([calendars.Main], span)[calendars.Main]
            .Where(e => e.Kind == EntryKind.Meeting)
            .SelectMany(e => Occurrences.In(e, span, organiser.HomeZone))
            .Where(o => o.Time is TimedEntry && calendars.Told(viewing, o) is { Title: not null, Withheld: false } && IsMostly(o, all))
            .Select(o => o.Time.ToStretch(organiser.HomeZone))
            .OrderByDescending(s => s.Start)
            .Take(LastMeetings)
            .ToList();
        return people.Select(p => (p.Id, Had: met.Count(m => IsAtTheEdge(p, m)))).Where(p => p.Had > 0).ToDictionary(p => p.Id, p => p.Had);
    }

    /// <summary>Most of those who were in it are asked now, and most of those asked were in it.</summary>
    private static bool IsMostly(Occurrence meeting, HashSet<UserId> asked)
    {
        var were = Agreement
            .For(meeting.Entry, meeting.RecurrenceId)
            .Where(p => p.Role != AttendeeRole.Resource && p.Answer != Answer.Declined)
            .Select(p => p.Who)
            .Append(meeting.Entry.Owner)
            .Distinct()
            .ToList();
        var both = were.Count(asked.Contains);
        return both * 2 > were.Count && both * 2 > asked.Count;
    }

    private static bool IsAtTheEdge(CalendarUser person, Stretch meeting)
    {
        var zone = person.HomeZone;
        var around = new Stretch(meeting.Start - Duration.FromDays(1), meeting.End + Duration.FromDays(1));
        var day = person.Hours!.Within(around, zone).Stretches.FirstOrDefault(h => h.Contains(meeting));
        return day == default || meeting.Start < day.Start + WorkingHours.EdgeOfDay || meeting.End > day.End - WorkingHours.EdgeOfDay;
    }
}
