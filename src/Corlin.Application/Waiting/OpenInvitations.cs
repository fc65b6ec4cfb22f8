using Corlin.Application.Lanes;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Waiting;

/// <summary>Something that somebody is asked to and has not answered, on their lane.</summary>
/// <param name="Entry">Of a series its next occurrence that is open.</param>
internal sealed record OpenInvitation(Lane Lane, LaneEntry Entry, Participation Part);

/// <summary>The invitations that wait for an answer of those for whom the viewer speaks, however far ahead they are.</summary>
internal static class OpenInvitations
{
    /// <summary>More are not looked at at once.</summary>
    public const int Most = 300;

    /// <summary>Days that are so near to one another are read together, and so many times at most.</summary>
    private const int DaysTogether = 31;

    private const int MostSpans = 12;

    /// <param name="near">Lanes that were read for the days ahead.</param>
    public static IReadOnlyList<OpenInvitation> Read(Viewing viewing, IReadOnlyList<Lane> near)
    {
        var found = near.SelectMany(l => On(viewing, l)).ToList();
        var seen = found.Select(i => (i.Lane.Who.Id, i.Entry.Occurrence.Entry.Id)).ToHashSet();
        var people = near.Select(l => l.Who).Append(viewing.Person).DistinctBy(p => p.Id).ToDictionary(p => p.Id);
        var unseen = viewing.Store.Unanswered([.. people.Keys], viewing.Now, Most).Where(u => !seen.Contains((u.Who, u.Entry.Id))).ToList();
        // Who organises them is asked for once.
        viewing.Users(unseen.Select(u => u.Entry.Owner));
        var further = unseen
            .Select(u => (u.Who, At: Next(viewing, u.Who, u.Entry)))
            .Where(u => u.At is not null)
            .Select(u => (u.Who, Day: viewing.Zone.ToLocal(u.At!.Stretch.Start).Date))
            .OrderBy(u => u.Day)
            .ToList();
        foreach (var (from, until) in Spans(further.Select(u => u.Day)))
        {
            var asked = further.Where(u => u.Day >= from && u.Day <= until).Select(u => people[u.Who]).DistinctBy(p => p.Id).ToList();
            var lanes = LaneReading.Read(viewing, asked, new Stretch(viewing.Zone.Day(from).Start, viewing.Zone.Day(until).End));
            foreach (var open in lanes.SelectMany(l => On(viewing, l)))
                if (seen.Add((open.Lane.Who.Id, open.Entry.Occurrence.Entry.Id)))
                    found.Add(open);
        }

        return found;
    }

    /// <param name="days">In order.</param>
    private static List<(LocalDate From, LocalDate Until)> Spans(IEnumerable<LocalDate> days)
    {
        var spans = new List<(LocalDate From, LocalDate Until)>();
        foreach (var day in days)
        {
            if (spans is [.., var last] && Period.DaysBetween(last.From, day) < DaysTogether)
                spans[^1] = (last.From, day);
            else if (spans.Count < MostSpans)
                spans.Add((day, day));
        }

        return spans;
    }

    /// <summary>What waits on a lane; of a meeting the first that does.</summary>
    private static IEnumerable<OpenInvitation> On(Viewing viewing, Lane lane)
    {
        var seen = new HashSet<EntryId>();
        foreach (var entry in lane.Entries)
        {
            var (told, meeting) = (entry.Told, entry.Occurrence.Entry);
            if (told.Whole is null || told.Stretch.Start < viewing.Now || meeting.Owner == lane.Who.Id)
                continue;
            if (Agreement.Of(meeting, lane.Who.Id, told.RecurrenceId) is { Answer: Answer.None, Role: not AttendeeRole.Resource } part)
                if (seen.Add(meeting.Id))
                    yield return new OpenInvitation(lane, entry, part);
        }
    }

    /// <summary>The first that begins from now on and is not answered; null where there is none.</summary>
    private static Occurrence? Next(Viewing viewing, UserId who, Entry meeting)
    {
        const int Looked = 60;
        var zone = viewing.Users([meeting.Owner])[meeting.Owner].HomeZone;
        if (!meeting.IsSeries)
            return Occurrences.Find(meeting, null, zone) is { } once && once.Stretch.Start >= viewing.Now ? once : null;
        var ahead = new Stretch(viewing.Now, Instant.FromUtc(9000, 1, 1, 0, 0));
        return Occurrences
            .In(meeting, ahead, zone)
            .Take(Looked)
            .FirstOrDefault(o =>
                o.Stretch.Start >= viewing.Now && Agreement.Of(meeting, who, o.RecurrenceId) is { Answer: Answer.None, NotAsked: false }
            );
    }
}
