using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>What reads of conferences ask of the store.</summary>
public interface IConferenceReads
{
    /// <summary>The entries to which the key of a conference belongs, the latest first.</summary>
    IReadOnlyList<Entry> EntriesOfConference(string key, int limit);

    /// <summary>
    /// Who is or was in the conference of an entry, or knocks, in the order in which they came; of more than the limit the latest.
    /// </summary>
    IReadOnlyList<Presence> PresencesOf(EntryId entry, LocalDateTime? recurrenceId, int limit);

    /// <summary>Everyone who is in any conference and was heard of since a moment.</summary>
    IReadOnlyList<Presence> PresentSince(Instant seen, int limit);

    /// <summary>The calls to somebody since a moment.</summary>
    IReadOnlyList<Call> CallsTo(UserId who, Instant since, int limit);

    /// <summary>The calls into the conference of an entry, the latest first.</summary>
    IReadOnlyList<Call> CallsOf(EntryId entry, int limit);

    Call? Call(string publicId);
}
