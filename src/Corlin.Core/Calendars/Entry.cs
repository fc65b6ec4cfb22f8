using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Calendars;

/// <summary>What an entry is, by who is asked to it.</summary>
public enum EntryKind
{
    /// <summary>Nobody else is asked.</summary>
    Appointment,

    /// <summary>Has attendees.</summary>
    Meeting,

    /// <summary>Time kept while something is being agreed.</summary>
    Hold,
}

/// <summary>How an entry takes up time, from least to most.</summary>
public enum TimeTaken
{
    Free,
    Hold,
    Pencilled,
    Firm,
}

/// <summary>Whether those asked were told of a meeting (STATUS, RFC 5545 3.8.1.11).</summary>
public enum MeetingStatus
{
    /// <summary>Stands pencilled on the organiser's lane only; nobody was told.</summary>
    Draft,
    Sent,
    Cancelled,
}

/// <summary>An appointment, meeting or hold, single or a series.</summary>
public sealed record Entry
{
    /// <summary>Zero until it is stored.</summary>
    public EntryId Id { get; init; }

    /// <summary>The opaque id that may leave the server.</summary>
    public required string PublicId { get; init; }

    /// <summary>The UID of RFC 5545; with the organiser's address the key of a meeting.</summary>
    public required string Uid { get; init; }

    /// <summary>The UID of the series of which this one went off (RELATED-TO, RFC 5545 3.8.4.5), or null.</summary>
    public string? RelatedTo { get; init; }

    /// <summary>Appointment, meeting or hold.</summary>
    public required EntryKind Kind { get; init; }

    /// <summary>The calendar on which it was made: the organiser's for a meeting.</summary>
    public required CalendarId Home { get; init; }

    /// <summary>Whose calendar that is; of a meeting the organiser.</summary>
    public required UserId Owner { get; init; }

    /// <summary>When it takes place; of a series the first.</summary>
    public required EntryTime Time { get; init; }

    /// <summary>How it repeats (RRULE); null for once.</summary>
    public Rule? Rule { get; init; }

    /// <summary>Starts beside those of the rule (RDATE).</summary>
    public ImmutableArray<Addition> Additions { get; init; } = [];

    /// <summary>Whether it takes place more than once; its occurrences are then known by their recurrence ids.</summary>
    public bool IsSeries => Rule is not null || !Additions.IsEmpty;

    /// <summary>Wall-clock starts that the rule yields and that do not take place (EXDATE).</summary>
    public ImmutableArray<LocalDateTime> Exceptions { get; init; } = [];

    /// <summary>What is different about some of its occurrences.</summary>
    public ImmutableArray<Override> Overrides { get; init; } = [];

    /// <summary>What it is called (SUMMARY).</summary>
    public required string Title { get; init; }

    /// <summary>A room, a place of the set-up, or any words.</summary>
    public string? Place { get; init; }

    /// <summary>The address of the conference.</summary>
    public string? Link { get; init; }

    /// <summary>Who joins the conference by its link at once.</summary>
    public Admission Admission { get; init; }

    /// <summary>It was convened: it lasts as long as somebody is in.</summary>
    public bool Convened { get; init; }

    /// <summary>The numbers and code with which somebody joins by telephone, in words.</summary>
    public string? DialIn { get; init; }

    /// <summary>Of an appointment who asked for it, in words; or null.</summary>
    public string? AskedBy { get; init; }

    /// <summary>How who asked for it is reached, in words; or null.</summary>
    public string? RingBack { get; init; }

    /// <summary>As plain text: what is found, written into files and read aloud.</summary>
    public string? Agenda { get; init; }

    /// <summary>The same as sanitised HTML, where it has more to it than paragraphs; null otherwise.</summary>
    public string? StyledAgenda { get; init; }

    /// <summary>A line to those invited.</summary>
    public string? Line { get; init; }

    /// <summary>How it takes time once it is agreed.</summary>
    public TimeTaken Takes { get; init; } = TimeTaken.Firm;

    /// <summary>Whether it is known only to who may know private entries (CLASS).</summary>
    public bool Private { get; init; }

    /// <summary>Whether those asked are to answer (RSVP, RFC 5545 3.2.17); where not, it is agreed as soon as it is sent.</summary>
    public bool AnswersWanted { get; init; } = true;

    /// <summary>Of a meeting; an appointment and a hold are sent from the start.</summary>
    public MeetingStatus Status { get; init; } = MeetingStatus.Sent;

    /// <summary>SEQUENCE (RFC 5546 2.1.4): raised when time, length, zone or recurrence change.</summary>
    public int Sequence { get; init; }

    /// <summary>The SEQUENCE of the last change of time of the whole: an answer to an older one is out of date (RFC 5546 2.1.5).</summary>
    public int MovedAt { get; init; }

    /// <summary>DTSTAMP of the last message of an organiser outside about the whole; null where there was none.</summary>
    public Instant? ToldAt { get; init; }

    /// <summary>Who organises it, outside, asked to some occurrences alone: what there is besides them is not known.</summary>
    public bool OnlyOccurrences { get; init; }

    /// <summary>Raised by each change of the content; participations have versions of their own.</summary>
    public int Version { get; init; }

    /// <summary>The parts of the attendees, in the whole and in occurrences where they differ; empty where nobody is asked.</summary>
    public ImmutableArray<Participation> Participations { get; init; } = [];

    /// <summary>The groups that were asked as such: who joins one is offered the meeting, for who leaves it a removal is offered.</summary>
    public ImmutableArray<InvitedGroup> Groups { get; init; } = [];

    /// <summary>What is noted about it on single lanes.</summary>
    public ImmutableArray<LaneMark> Marks { get; init; } = [];

    /// <summary>The mark it has on somebody's lane, or an empty one.</summary>
    public LaneMark MarkOn(UserId lane)
    {
        foreach (var mark in Marks)
            if (mark.Lane == lane)
                return mark;
        return new LaneMark(lane);
    }

    /// <summary>Whether somebody is asked to it, or to one of its occurrences, and was not taken out of it since.</summary>
    public bool Asks(UserId who)
    {
        foreach (var part in Participations)
            if (part.Who == who && !part.NotAsked)
                return true;
        return false;
    }

    /// <summary>Whether somebody is asked to it and declined all that they are asked to: it left their calendar.</summary>
    public bool HasDeclined(UserId who)
    {
        var declined = false;
        foreach (var part in Participations)
        {
            if (part.Who != who || part.NotAsked)
                continue;
            if (part.Answer != Answer.Declined)
                return false;
            declined = true;
        }

        return declined;
    }

    /// <summary>Whether it is somebody's own or they are asked to it, and so stands, or stood, on their lane.</summary>
    public bool StandsWith(UserId who) => Owner == who || Participations.Any(p => p.Who == who);

    /// <summary>Whether it, or one of its occurrences, is private.</summary>
    public bool HoldsPrivate
    {
        get
        {
            if (Private)
                return true;
            foreach (var changed in Overrides)
                if (changed.Private == true)
                    return true;
            return false;
        }
    }

    /// <summary>The occurrences (null for the whole) for which the organiser goes on without those who have not accepted.</summary>
    public ImmutableArray<LocalDateTime?> GoesOn { get; init; } = [];

    /// <summary>The request to which a hold belongs; choosing one of a request releases the others.</summary>
    public string? HoldRequest { get; init; }

    /// <summary>When a hold is over, whether or not anybody has cleared it away.</summary>
    public Instant? LapsesAt { get; init; }

    /// <summary>What of an imported iCalendar object Corlin does not use, as the interchange keeps it for the way out; or null.</summary>
    public string? Raw { get; init; }

    /// <summary>Read from a calendar kept elsewhere (<see cref="Followed"/>): it is changed only there.</summary>
    public bool KeptElsewhere { get; init; }

    /// <summary>The other entry with which it belongs, or null.</summary>
    public Tie? Tie { get; init; }

    /// <summary>Who made it, which may be somebody who speaks for the owner.</summary>
    public required UserId MadeBy { get; init; }

    /// <summary>When it was made.</summary>
    public required Instant MadeAt { get; init; }
}

/// <summary>What is different about one occurrence of a series (RECURRENCE-ID, RFC 5545 3.8.4.4).</summary>
/// <param name="RecurrenceId">The wall-clock start that the rule gives it.</param>
/// <param name="Time">When it takes place instead, or null for as the rule says.</param>
/// <param name="Place">Where it takes place instead: null for as the series, empty for no place.</param>
/// <param name="AndFollowing">
/// Whether it holds from that occurrence on (RANGE=THISANDFUTURE, RFC 5545 3.2.13): those that follow are moved by the same difference of
/// the
/// wall clock and take its length, zone, title and place.
/// </param>
public sealed record Override(
    LocalDateTime RecurrenceId,
    EntryTime? Time = null,
    string? Title = null,
    string? Place = null,
    bool Cancelled = false,
    bool AndFollowing = false
)
{
    /// <summary>Its own agenda, or null for that of the series.</summary>
    public string? Agenda { get; init; }

    /// <summary>Its own address of a conference, or null for that of the series.</summary>
    public string? Link { get; init; }

    /// <summary>Whether it is private though the series is not; null for as the series.</summary>
    public bool? Private { get; init; }

    /// <summary>How it takes time, or null for as the series.</summary>
    public TimeTaken? Takes { get; init; }

    /// <summary>Its own SEQUENCE (RFC 5545 3.8.7.4).</summary>
    public int Sequence { get; init; }

    /// <summary>DTSTAMP of the last message of an organiser outside about it alone; null where there was none.</summary>
    public Instant? ToldAt { get; init; }
}

/// <summary>An occurrence beside those of the rule (RDATE, RFC 5545 3.8.5.2).</summary>
/// <param name="Start">Its wall-clock start in the zone of the series; at the same time its recurrence id.</param>
/// <param name="Length">Its own length where it was given as a period; null for that of the series.</param>
public readonly record struct Addition(LocalDateTime Start, Duration? Length = null);

/// <summary>A group that was asked to a meeting.</summary>
/// <param name="Settled">Its members for whom it is decided whether they are asked: those at the time of sending, and what was decided
/// since.</param>
public sealed record InvitedGroup(UserId Group, ImmutableArray<UserId> Settled);

/// <summary>How much an attendee is wanted (ROLE, RFC 5545 3.2.16).</summary>
public enum AttendeeRole
{
    Required,
    Optional,
    Resource,
}

/// <summary>What an attendee answered (PARTSTAT, RFC 5545 3.2.12).</summary>
public enum Answer
{
    None,
    Accepted,
    Tentative,
    Declined,
    Delegated,
}

/// <summary>An attendee's part in a meeting: inside the organisation this is the invitation itself.</summary>
/// <param name="RecurrenceId">The occurrence that it is about, or null for the whole.</param>
public sealed record Participation(UserId Who, AttendeeRole Role, LocalDateTime? RecurrenceId = null)
{
    /// <summary>What they said; none as long as they said nothing.</summary>
    public Answer Answer { get; init; }

    /// <summary>What they wrote with it; null for nothing.</summary>
    public string? Comment { get; init; }

    /// <summary>Another time that was asked for.</summary>
    public Stretch? Proposed { get; init; }

    /// <summary>When they said it; null as long as they did not.</summary>
    public Instant? AnsweredAt { get; init; }

    /// <summary>Who gave the answer: the attendee, one who speaks for them, or who was told it.</summary>
    public UserId? AnsweredBy { get; init; }

    /// <summary>The attendee told it to who organises, who entered it.</summary>
    public bool ByWordOfMouth { get; init; }

    /// <summary>The answer stands on their side alone: who organises it outside was not written to.</summary>
    public bool Untold { get; init; }

    /// <summary>Asked to the series, taken out of this one occurrence.</summary>
    public bool NotAsked { get; init; }

    /// <summary>The address under which somebody outside asked them, where it is not their first.</summary>
    public string? Address { get; init; }

    /// <summary>Who comes in their place (RFC 5546 3.2.2.3).</summary>
    public UserId? DelegatedTo { get; init; }

    /// <summary>In whose place they come.</summary>
    public UserId? DelegatedFrom { get; init; }

    /// <summary>Whether they answered without being asked; they do not count for agreement.</summary>
    public bool Uninvited { get; init; }

    /// <summary>Whether the attendee made their own part private.</summary>
    public bool OwnPrivate { get; init; }

    /// <summary>Raised by each change; who changes an older one is told so.</summary>
    public int Version { get; init; }
}

/// <summary>Who joins a conference by its link at once; everyone else knocks and is let in by somebody who is in.</summary>
public enum Admission
{
    /// <summary>Those asked to the meeting, its organiser, and who speaks for one of them.</summary>
    Asked,

    /// <summary>Everyone inside.</summary>
    Inside,

    /// <summary>Whoever has the link.</summary>
    Anyone,
}
