using System.Text.Json.Serialization;
using Corlin.Core.Calendars;
using NodaTime;

namespace Corlin.Store.Model;

/// <summary>When something takes place, as it was said: timed, or all day where <see cref="FirstDay"/> is set.</summary>
internal sealed class TimeColumns
{
    public LocalDateTime? LocalStart { get; set; }
    public string? Zone { get; set; }
    public Duration? Length { get; set; }
    public string? EndZone { get; set; }
    public string? TzdbVersion { get; set; }
    public LocalDate? FirstDay { get; set; }
    public LocalDate? UntilDay { get; set; }
}

internal sealed class EntryRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public required string Uid { get; set; }
    public string? RelatedTo { get; set; }
    public EntryKind Kind { get; set; }
    public long CalendarId { get; set; }
    public long OwnerId { get; set; }
    public required TimeColumns Time { get; set; }

    /// <summary>When it is over for good; a series without end has the largest instant.</summary>
    public Instant LastEnd { get; set; }

    public string? Rule { get; set; }
    public string? Additions { get; set; }
    public string? Exceptions { get; set; }
    public required string Title { get; set; }
    public string? Place { get; set; }
    public string? Link { get; set; }
    public string? Agenda { get; set; }

    public string? StyledAgenda { get; set; }

    public string? DialIn { get; set; }

    public string? AskedBy { get; set; }

    public string? RingBack { get; set; }

    public bool NoAnswers { get; set; }
    public string? Line { get; set; }
    public TimeTaken Takes { get; set; }
    public bool Private { get; set; }
    public MeetingStatus Status { get; set; }
    public int Sequence { get; set; }
    public int Version { get; set; }
    public string? GoesOn { get; set; }
    public string? HoldRequest { get; set; }
    public Instant? LapsesAt { get; set; }
    public long MadeById { get; set; }
    public Instant MadeAt { get; set; }

    /// <summary>
    /// Title, place and agenda of the entry and its overrides as plain text, for finding. Worked out from them: no part of the state that
    /// the history keeps.
    /// </summary>
    [JsonIgnore]
    public string SearchText { get; set; } = "";

    /// <summary>
    /// The key of its conference where that is one of Corlin's own. Worked out from the link: no part of the state that the history keeps.
    /// </summary>
    [JsonIgnore]
    public string? ConferenceKey { get; set; }

    public Admission Admission { get; set; }

    public bool Convened { get; set; }

    /// <summary>What of an imported iCalendar object Corlin does not use.</summary>
    public string? Raw { get; set; }

    public bool KeptElsewhere { get; set; }

    /// <summary>The groups that were asked as such, each with those of it who are settled ("4:11 12;5:13"); null for none.</summary>
    public string? Groups { get; set; }

    /// <summary>The number of the entry that it is tied to, with what follows; null for none.</summary>
    public long? TiedToId { get; set; }

    public LocalDateTime? TieOccurrence { get; set; }

    public TieKind? TieKind { get; set; }

    public Duration? TieGap { get; set; }

    public string? TieWords { get; set; }

    public int MovedAt { get; set; }

    public Instant? ToldAt { get; set; }

    public bool OnlyOccurrences { get; set; }
}

internal sealed class OverrideRow
{
    public long EntryId { get; set; }
    public LocalDateTime RecurrenceId { get; set; }
    public required TimeColumns Time { get; set; }
    public string? Title { get; set; }
    public string? Place { get; set; }
    public bool Cancelled { get; set; }
    public bool AndFollowing { get; set; }

    public string? Agenda { get; set; }

    public string? Link { get; set; }

    public bool? Private { get; set; }

    public TimeTaken? Takes { get; set; }

    public int Sequence { get; set; }

    public Instant? ToldAt { get; set; }
}

internal sealed class ParticipationRow
{
    public long Id { get; set; }
    public long EntryId { get; set; }
    public long UserId { get; set; }
    public LocalDateTime? RecurrenceId { get; set; }
    public AttendeeRole Role { get; set; }
    public Answer Answer { get; set; }
    public string? Comment { get; set; }
    public Instant? ProposedStart { get; set; }
    public Instant? ProposedEnd { get; set; }
    public Instant? AnsweredAt { get; set; }
    public long? AnsweredById { get; set; }

    public bool ByWordOfMouth { get; set; }

    public bool Untold { get; set; }
    public bool OwnPrivate { get; set; }

    public bool NotAsked { get; set; }

    public string? Address { get; set; }

    public long? DelegatedToId { get; set; }

    public long? DelegatedFromId { get; set; }

    public bool Uninvited { get; set; }
    public int Version { get; set; }
}

/// <summary>A paper that lies with an entry. Never altered but for the mark of its being taken away.</summary>
internal sealed class PaperRow
{
    public long Id { get; set; }
    public required string PublicId { get; set; }
    public long EntryId { get; set; }
    public required string Name { get; set; }

    /// <summary>The name's words as plain text, for finding.</summary>
    public required string SearchName { get; set; }
    public required string MediaType { get; set; }
    public long Size { get; set; }
    public required string Hash { get; set; }
    public string? Address { get; set; }
    public bool GoesOut { get; set; }
    public long AddedById { get; set; }
    public Instant AddedAt { get; set; }

    /// <summary>The change that laid it there.</summary>
    public long AddedByChangeId { get; set; }

    /// <summary>The change that took it away, or null.</summary>
    public long? RemovedByChangeId { get; set; }
    public Instant? RemovedAt { get; set; }
}

/// <summary>What is noted about an entry on one lane.</summary>
internal sealed class LaneMarkRow
{
    public long EntryId { get; set; }

    /// <summary>Whose lane, by the number inside.</summary>
    public long LaneId { get; set; }
    public long? CategoryId { get; set; }
    public bool NoReminder { get; set; }
    public Duration? ReminderBefore { get; set; }

    public Rank? Rank { get; set; }
}

internal sealed class CategoryRow
{
    public long Id { get; set; }
    public long OwnerId { get; set; }
    public required string Name { get; set; }
    public int Colour { get; set; }

    /// <summary>It is off the list; what carried it is still known, should it come back.</summary>
    public bool Removed { get; set; }
}

/// <summary>What became of somebody's reminder.</summary>
internal sealed class ReminderRow
{
    public long UserId { get; set; }
    public long EntryId { get; set; }

    /// <summary>The occurrence as text; empty for one that takes place once.</summary>
    public required string RecurrenceId { get; set; }
    public Instant OccursAt { get; set; }
    public Instant? ShownAt { get; set; }
    public Instant? SnoozedUntil { get; set; }
    public Instant? DismissedAt { get; set; }
}

/// <summary>What stands on a calendar: the one table by which every span is read. It can be rebuilt from the entries.</summary>
internal sealed class OccupancyRow
{
    public long CalendarId { get; set; }
    public Instant LastEnd { get; set; }
    public Instant FirstStart { get; set; }
    public long EntryId { get; set; }

    /// <summary>The override that it is about, as text; empty for the entry or series itself.</summary>
    public required string RecurrenceId { get; set; }

    public TimeTaken Takes { get; set; }
}

/// <summary>A group that was asked to a meeting. Worked out from the entry: by it the meetings of a group are found.</summary>
internal sealed class EntryGroupRow
{
    public long GroupId { get; set; }
    public long EntryId { get; set; }
}
