using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>A scheduling message as it came in, read and not judged (RFC 5546).</summary>
/// <param name="Sender">The address that sent it, in lower case.</param>
/// <param name="Vouched">Whether the receiving server vouched for the sender (RFC 8601).</param>
/// <param name="Method">METHOD; null where there is none that is known.</param>
/// <param name="Parts">Its events; empty where it holds none that can be read.</param>
public sealed record ReceivedMessage(string Sender, bool Vouched, SchedulingMethod? Method, ImmutableArray<ScheduledPart> Parts);

/// <summary>What an event says besides when and where; it decides nothing about the conversation.</summary>
/// <param name="Agenda">DESCRIPTION, as plain text.</param>
/// <param name="StyledAgenda">The same as sanitised HTML, where it has more to it than paragraphs.</param>
/// <param name="Link">The address of the conference (URL).</param>
/// <param name="Line">COMMENT: of an organiser a line to those asked, of an attendee their words.</param>
/// <param name="Private">Whether CLASS says that it is not public.</param>
/// <param name="Free">Whether it takes no time (TRANSP).</param>
public sealed record PartText(
    string? Agenda = null,
    string? StyledAgenda = null,
    string? Link = null,
    string? Line = null,
    bool Private = false,
    bool Free = false
)
{
    /// <summary>Nothing is said.</summary>
    public static readonly PartText None = new();
}

/// <summary>STATUS of an event (RFC 5545 3.8.1.11).</summary>
public enum ScheduledStatus
{
    Confirmed,
    Tentative,
    Cancelled,
}

/// <summary>An event of a scheduling message. Addresses are in lower case and without "mailto:".</summary>
/// <param name="RecurrenceId">The moment at which the occurrence was first to start; null for the whole.</param>
/// <param name="AndFollowing">Whether it is about all later ones too (RANGE=THISANDFUTURE).</param>
/// <param name="Time">Null where it says none, as an answer need not.</param>
/// <param name="Status">Null where it says none.</param>
/// <param name="Stamp">DTSTAMP.</param>
/// <param name="OrganiserSentBy">SENT-BY of the organiser.</param>
public sealed record ScheduledPart(
    string Uid,
    Instant? RecurrenceId,
    bool AndFollowing,
    PlannedTime? Time,
    ScheduledStatus? Status,
    int Sequence,
    Instant Stamp,
    string? Organiser,
    string? OrganiserSentBy,
    ImmutableArray<AttendeeLine> Attendees
)
{
    /// <summary>RRULE; null for what does not repeat.</summary>
    public Rule? Rule { get; init; }

    /// <summary>RDATE, on the wall clock of <see cref="Time"/>.</summary>
    public ImmutableArray<LocalDateTime> Additions { get; init; } = [];

    /// <summary>EXDATE, on the same clock.</summary>
    public ImmutableArray<LocalDateTime> Exceptions { get; init; } = [];

    /// <summary>SUMMARY; null where it is not said.</summary>
    public string? Summary { get; init; }

    /// <summary>LOCATION; null where it is not said.</summary>
    public string? Location { get; init; }

    /// <summary>What it says besides.</summary>
    public PartText Text { get; init; } = PartText.None;

    /// <summary>CN of the organiser; null where it is not said.</summary>
    public string? OrganiserName { get; init; }

    /// <summary>The line of an attendee; null where they have none.</summary>
    public AttendeeLine? Of(string address) => Attendees.FirstOrDefault(a => a.Address == address);
}

/// <summary>An ATTENDEE line (RFC 5545 3.8.4.1).</summary>
/// <param name="Answer">PARTSTAT; none for NEEDS-ACTION and where it is not said.</param>
public sealed record AttendeeLine(
    string Address,
    Answer Answer,
    string? SentBy = null,
    string? DelegatedTo = null,
    string? DelegatedFrom = null
)
{
    /// <summary>CN; null where it is not said.</summary>
    public string? Name { get; init; }

    /// <summary>By ROLE and CUTYPE.</summary>
    public AttendeeRole Role { get; init; }
}
