using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Somebody is told that a meeting was changed, moved or cancelled, or that they are asked to it no more.</summary>
/// <param name="To">Who is told.</param>
/// <param name="Lane">Whose part in the meeting it is: theirs, or that of somebody for whom they speak.</param>
/// <param name="Stretch">When it takes place since, or was to.</param>
/// <param name="Note">What who acted wrote with it.</param>
/// <param name="Change">The change that is told.</param>
public sealed record MeetingNews(
    long Id,
    EffectKind Kind,
    UserId To,
    UserId Lane,
    EntryId Entry,
    LocalDateTime? RecurrenceId,
    Stretch Stretch,
    string? Note,
    long Change,
    Instant At
);

public interface IMeetingNewsReads
{
    /// <summary>What somebody was told lately and has not put away, latest first.</summary>
    IReadOnlyList<MeetingNews> MeetingNewsFor(UserId who, Instant now, int limit);

    /// <summary>What was written with some changes to those who were told of them, by change.</summary>
    IReadOnlyDictionary<long, string> NotesWith(IReadOnlyCollection<long> changes);
}
