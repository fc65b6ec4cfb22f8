using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>Rooms answer at once, in the transaction in which they are asked.</summary>
internal static class Rooms
{
    /// <summary>How far ahead a series is held against what stands in a room.</summary>
    private static readonly Duration Ahead = Duration.FromDays(400);

    /// <summary>In more occurrences than these it is refused as a whole.</summary>
    private const int MostRefused = 60;

    /// <summary>
    /// The meeting with its rooms' answers: one that has not answered yet and is free accepts, another declines. Of a series it declines
    /// those occurrences in which it is taken, and accepts the others.
    /// </summary>
    public static Entry Answer(IChangeSession session, Entry meeting)
    {
        static bool Waits(Participation part) =>
            part is { Role: AttendeeRole.Resource, Answer: Core.Calendars.Answer.None, NotAsked: false };
        if (!meeting.Participations.Any(Waits))
            return meeting;
        return meeting with { Participations = [.. meeting.Participations.SelectMany(p => Waits(p) ? Answers(session, meeting, p) : [p])] };
    }

    private static IEnumerable<Participation> Answers(IChangeSession session, Entry meeting, Participation part)
    {
        var room = session.Users([part.Who])[part.Who];
        var extent = Occurrences.Extent(meeting, room.HomeZone);
        var from = Instant.Max(extent.Start, session.Now - Duration.FromDays(1));
        if (extent.End <= from)
            return [part];
        var span = new Stretch(from, Instant.Min(extent.End, from + Ahead));
        // An occurrence that is answered by itself says nothing of the others.
        var wanted = Occurrences
            .In(meeting, span, room.HomeZone)
            .Where(o => Agreement.Of(meeting, room.Id, o.RecurrenceId) is { } own && own.RecurrenceId == part.RecurrenceId)
            .ToList();
        var taken = Taken(session, meeting, room, span);
        var refused = wanted.Where(w => taken.Any(t => t.Overlaps(w.Stretch))).Select(w => w.RecurrenceId).ToList();
        var some = refused.Count > 0 && refused.Count < wanted.Count && refused.Count <= MostRefused;
        var whole = Answered(session, part, refused.Count == 0 || some);
        return some
            ? [whole, .. refused.Select(id => Answered(session, part with { RecurrenceId = id, Version = 1 }, accepts: false))]
            : [whole];
    }

    private static List<Stretch> Taken(IChangeSession session, Entry meeting, CalendarUser room, Stretch span)
    {
        var calendar = session.MainCalendars([room.Id])[room.Id];
        return
        [
            .. session
                .Touching([calendar], span)[calendar]
                .Where(e => e.Uid != meeting.Uid && e.Uid != meeting.RelatedTo)
                .SelectMany(e => Occurrences.In(e, span, room.HomeZone))
                .Where(o => Agreement.On(o, room.Id, session.Now) >= TimeTaken.Pencilled)
                .Select(o => o.Stretch),
        ];
    }

    private static Participation Answered(IChangeSession session, Participation part, bool accepts) =>
        part with
        {
            Answer = accepts ? Core.Calendars.Answer.Accepted : Core.Calendars.Answer.Declined,
            AnsweredAt = session.Now,
            AnsweredBy = part.Who,
        };
}
