using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>What is known of an attendee's part.</summary>
/// <param name="DelegatedTo">The address of who comes in their place.</param>
/// <param name="DelegatedFrom">In whose place they come.</param>
/// <param name="Proposes">The other time that they propose.</param>
/// <param name="Uninvited">Whether they answered without being asked; they do not count for agreement.</param>
/// <param name="AnsweredAt">DTSTAMP of their last answer that counted; null where none did.</param>
public sealed record Seat(
    Answer Answer,
    string? DelegatedTo = null,
    string? DelegatedFrom = null,
    Stretch? Proposes = null,
    bool Uninvited = false,
    Instant? AnsweredAt = null
)
{
    /// <summary>DTSTAMP of the last refusal of a time that they proposed; null where there was none.</summary>
    public Instant? RefusedAt { get; init; }

    /// <summary>As the organiser asked them.</summary>
    public AttendeeRole Role { get; init; }

    /// <summary>Asked, and nothing said.</summary>
    public static readonly Seat Asked = new(Answer.None);

    /// <summary>Nobody's.</summary>
    public static readonly ImmutableSortedDictionary<string, Seat> None = ImmutableSortedDictionary<string, Seat>.Empty.WithComparers(
        StringComparer.Ordinal
    );

    /// <summary>As an ATTENDEE of a message puts it.</summary>
    public static Seat Of(AttendeeLine line) => new(line.Answer, line.DelegatedTo, line.DelegatedFrom) { Role = line.Role };

    /// <summary>The attendees of an event by their address.</summary>
    public static ImmutableSortedDictionary<string, Seat> All(ScheduledPart part) =>
        part.Attendees.DistinctBy(a => a.Address).ToImmutableSortedDictionary(a => a.Address, Of, StringComparer.Ordinal);
}
