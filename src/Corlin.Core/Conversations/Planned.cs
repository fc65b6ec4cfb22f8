using System.Collections.Immutable;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>An event, or what is different about some occurrences, with the order in which it was last changed.</summary>
/// <param name="Sequence">SEQUENCE of the last message about it.</param>
/// <param name="Stamp">DTSTAMP of the same.</param>
/// <param name="MovedAt">The SEQUENCE of its last change of time: an answer to an older one is out of date.</param>
public sealed record Planned(
    PlannedTime Time,
    Rule? Rule,
    ImmutableArray<LocalDateTime> Additions,
    ImmutableArray<LocalDateTime> Exceptions,
    string? Summary,
    string? Location,
    ScheduledStatus Status,
    int Sequence,
    Instant Stamp,
    int MovedAt,
    string Organiser,
    ImmutableSortedDictionary<string, Seat> Seats
)
{
    /// <summary>What it says besides its time and people.</summary>
    public PartText Text { get; init; } = PartText.None;

    /// <summary>More occurrences are not compared.</summary>
    private const int MostCompared = 400;

    /// <summary>An event of a message as it is to stand; it has a time and an organiser.</summary>
    internal static Planned Of(ScheduledPart part, ImmutableSortedDictionary<string, Seat> seats) =>
        new(
            part.Time!,
            part.RecurrenceId is null ? part.Rule : null,
            part.Additions,
            part.Exceptions,
            part.Summary,
            part.Location,
            part.Status ?? ScheduledStatus.Confirmed,
            part.Sequence,
            part.Stamp,
            part.Sequence,
            part.Organiser!,
            seats
        )
        {
            Text = part.Text,
        };

    /// <summary>Whether an occurrence of it starts at a moment by its rule.</summary>
    public bool Occurs(Instant moment)
    {
        var local = Time.Zone.ToLocal(moment);
        return Time.Zone.ToInstant(local) == moment
            && !Exceptions.Contains(local)
            && (
                local == Time.Start
                || Additions.Contains(local)
                || (Rule is not null && Expansion.Yields(Time.Start, Rule, Time.Zone, local))
            );
    }

    /// <summary>Whether start, end, rule and its dates more and less are the same moments, in whatever zone they are told.</summary>
    public bool HappensWith(Planned other) =>
        Time.Stretch == other.Time.Stretch
        && Rule is null == other.Rule is null
        && Moments(Rule).SequenceEqual(other.Moments(other.Rule))
        && Moments(Additions).SetEquals(other.Moments(other.Additions))
        && Moments(Exceptions).SetEquals(other.Moments(other.Exceptions));

    private IEnumerable<Stretch> Moments(Rule? rule) =>
        rule is null
            ? []
            : Expansion.Starts(Time.Start, rule, Time.Zone, Time.Start, Expansion.EndOfTime).Take(MostCompared).Select(Time.At);

    private HashSet<Instant> Moments(ImmutableArray<LocalDateTime> dates) => [.. dates.Select(d => Time.Zone.ToInstant(d))];
}
