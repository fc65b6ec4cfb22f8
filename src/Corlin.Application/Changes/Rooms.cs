using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Changes;

/// <summary>Rooms answer at once, in the transaction in which they are asked.</summary>
internal static class Rooms
{
    /// <summary>How far ahead a series is held against what stands in a room.</summary>
    private static readonly Duration Ahead = Duration.FromDays(400);

    /// <summary>The meeting with its rooms' answers: one that has not answered yet and is free for all of it accepts, another declines.</summary>
    public static Entry Answer(IChangeSession session, Entry meeting)
    {
        static bool Waits(Participation part) => part is { Role: AttendeeRole.Resource, Answer: Core.Calendars.Answer.None, NotAsked: false };
        if (!meeting.Participations.Any(Waits)) return meeting;
        return meeting with { Participations = [.. meeting.Participations.Select(p => Waits(p) ? Answer(session, meeting, p) : p)] };
    }

    private static Participation Answer(IChangeSession session, Entry meeting, Participation part)
    {
        var room = session.Users([part.Who])[part.Who];
        var extent = Occurrences.Extent(meeting, room.HomeZone);
        var from = Instant.Max(extent.Start, session.Now - Duration.FromDays(1));
        if (extent.End <= from) return part;
        var span = new Stretch(from, Instant.Min(extent.End, from + Ahead));
        // An occurrence that is answered by itself says nothing of the others.
        var wanted = Occurrences.In(meeting, span, room.HomeZone).Where(o => Agreement.Of(meeting, room.Id, o.RecurrenceId) is { } own && own.RecurrenceId == part.RecurrenceId)
            .Select(o => o.Stretch).ToList();
        var calendar = session.MainCalendars([room.Id])[room.Id];
        var taken = session.Touching([calendar], span)[calendar]
            .Where(e => e.Uid != meeting.Uid && e.Uid != meeting.RelatedTo)
            .SelectMany(e => Occurrences.In(e, span, room.HomeZone))
            .Where(o => Agreement.On(o, room.Id, session.Now) >= TimeTaken.Pencilled)
            .Any(o => wanted.Any(w => w.Overlaps(o.Stretch)));
        return part with { Answer = taken ? Core.Calendars.Answer.Declined : Core.Calendars.Answer.Accepted, AnsweredAt = session.Now, AnsweredBy = room.Id };
    }
}
