using System.Text.Json.Serialization;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What the outbox keeps: a message about a meeting or a letter to somebody outside, or a notice to somebody inside.</summary>
public sealed record OutboxMessage(OutgoingMail? Mail, Notice? Notice, Letter? Letter = null);

/// <summary>Tells somebody inside that something of theirs has changed.</summary>
/// <param name="To">The address of who is told.</param>
/// <param name="Entry">The public id of the meeting.</param>
/// <param name="For">Of a copy the address of the principal to whom it went; null for one's own.</param>
/// <param name="Stretch">When what it is about takes place, or was to.</param>
/// <param name="Note">What who acted wrote with it.</param>
public sealed record Notice(
    EffectKind Kind,
    string To,
    string About,
    string Entry,
    LocalDateTime? RecurrenceId,
    string? For = null,
    Stretch? Stretch = null,
    string? Note = null
)
{
    /// <summary>Whether it is told on the Desk: what asks for an answer waits there as an invitation, what was answered in Chase.</summary>
    [JsonIgnore]
    public bool IsNews =>
        Kind
            is EffectKind.Moved
                or EffectKind.Changed
                or EffectKind.Cancelled
                or EffectKind.Removed
                or EffectKind.TurnedOver
                or EffectKind.Forwarded
                or EffectKind.NotesReleased
                or EffectKind.AnsweredOtherwise
                or EffectKind.AnswerEntered
                or EffectKind.TurnOverRefused;
}

/// <summary>Brings notices to those inside.</summary>
public interface INoticeCarrier
{
    Task DeliverAsync(string messageId, Notice notice, CancellationToken cancel = default);
}

/// <summary>A conference as its service makes one.</summary>
/// <param name="DialIn">The number and code by telephone, in words; null where there is none.</param>
public sealed record MadeConference(string Link, string? DialIn);

/// <summary>Makes conferences.</summary>
public interface IConferenceLinks
{
    /// <summary>Whether there is a service that makes them; where not, a link can only be given.</summary>
    bool MakesLinks { get; }

    /// <returns>Null where none are made.</returns>
    MadeConference? Make();
}

/// <summary>Tells open screens that a calendar has changed, and nothing else. Who announces waits for nobody's screen.</summary>
public interface ILiveUpdates
{
    Task AnnounceAsync(IReadOnlyCollection<CalendarChange> changes);
}

/// <param name="Number">The calendar's change number after the change.</param>
/// <param name="Reach">Who may learn that something changed.</param>
public sealed record CalendarChange(CalendarId Calendar, long Number, ChangeReach Reach = ChangeReach.Outline);
