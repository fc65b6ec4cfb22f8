using System.Collections.Immutable;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Conversations;

/// <summary>What sets an occurrence apart from its series.</summary>
/// <param name="Own">Its own time, text and people; null where it has those of the series.</param>
/// <param name="Cancelled">Whether it takes place no more.</param>
/// <param name="Sequence">Of the last message about it alone; null where there was none.</param>
/// <param name="Stamp">DTSTAMP of the same.</param>
/// <param name="Said">The seats that were changed for it alone.</param>
public sealed record Apart(Planned? Own, bool Cancelled, int? Sequence, Instant? Stamp, ImmutableSortedDictionary<string, Seat> Said)
{
    /// <summary>It is as the series has it.</summary>
    public static readonly Apart Nothing = new(null, false, null, null, Seat.None);
}

/// <summary>What holds from an occurrence on (RANGE=THISANDFUTURE, RFC 5545 3.2.13), for those that are not set apart.</summary>
/// <param name="Own">The time, text and people of that occurrence; null where they are those of the series.</param>
/// <param name="Said">The seats that were changed from there on.</param>
public sealed record Onwards(Planned? Own, bool Cancelled, int? Sequence, Instant? Stamp, ImmutableSortedDictionary<string, Seat> Said)
{
    /// <summary>Nothing is different from there on.</summary>
    public static readonly Onwards Nothing = new(null, false, null, null, Seat.None);
}

/// <summary>What stands of one UID: the series or the single event, and what is different about some occurrences.</summary>
/// <param name="Rows">The event first, then what ADD put beside it; empty where only occurrences are known.</param>
/// <param name="Occurrences">Those that are set apart, by the moment at which each was first to start.</param>
/// <param name="Ranges">By the moment of their first occurrence.</param>
public sealed record Standing(
    string Uid,
    ImmutableArray<Planned> Rows,
    ImmutableSortedDictionary<Instant, Apart> Occurrences,
    ImmutableSortedDictionary<Instant, Onwards> Ranges
)
{
    /// <summary>Nothing of it is known.</summary>
    public static Standing Empty(string uid) =>
        new(uid, [], ImmutableSortedDictionary<Instant, Apart>.Empty, ImmutableSortedDictionary<Instant, Onwards>.Empty);

    /// <summary>The series or the single event; null where only occurrences are known.</summary>
    public Planned? Whole => Rows.IsEmpty ? null : Rows[0];

    /// <summary>The address of the organiser.</summary>
    public string Organiser => (Whole ?? Occurrences.Values.Select(o => o.Own).OfType<Planned>().First()).Organiser;

    /// <summary>Whether an occurrence was first to start then.</summary>
    public bool Has(Instant recurrenceId) => Occurrences.ContainsKey(recurrenceId) || Rows.Any(r => r.Occurs(recurrenceId));

    /// <summary>What is different about an occurrence; nothing where it is as the series has it.</summary>
    public Apart ApartAt(Instant recurrenceId) => Occurrences.GetValueOrDefault(recurrenceId, Apart.Nothing);

    /// <summary>The same with another whole.</summary>
    public Standing With(Planned whole) => this with { Rows = Rows.IsEmpty ? [whole] : Rows.SetItem(0, whole) };

    /// <summary>The same with one occurrence set apart.</summary>
    public Standing With(Instant recurrenceId, Apart apart) => this with { Occurrences = Occurrences.SetItem(recurrenceId, apart) };

    /// <summary>The same with another stretch from an occurrence on.</summary>
    public Standing With(Instant from, Onwards range) => this with { Ranges = Ranges.SetItem(from, range) };

    /// <summary>The same with an event as it stands.</summary>
    internal Standing Holding(ScheduledPart part)
    {
        var planned = Planned.Of(part, Seat.All(part));
        if (part.RecurrenceId is not { } id)
            return With(planned);
        // Only who moved is asked anew: another place leaves the answers as they were.
        if (At(id) is { } before && before.Time.Stretch == planned.Time.Stretch)
            planned = planned with { MovedAt = before.MovedAt };
        var cancelled = planned.Status == ScheduledStatus.Cancelled;
        var after = With(id, new Apart(planned, cancelled, part.Sequence, part.Stamp, Seat.None));
        return part.AndFollowing ? after.With(id, new Onwards(planned, cancelled, part.Sequence, part.Stamp, Seat.None)) : after;
    }

    /// <summary>Without what was said of occurrences that are none any more; those with a time of their own stay.</summary>
    public Standing Fitted() =>
        this with
        {
            Occurrences = Occurrences.RemoveRange(
                Occurrences.Where(o => o.Value.Own is null && !Rows.Any(r => r.Occurs(o.Key))).Select(o => o.Key)
            ),
            Ranges = Ranges.RemoveRange(Ranges.Keys.Where(k => !Rows.Any(r => r.Occurs(k)))),
        };

    /// <summary>What holds for the whole, or for one occurrence with all that it has of its series; null where there is none.</summary>
    public Planned? At(Instant? recurrenceId)
    {
        if (recurrenceId is not { } id)
            return Whole;
        if (!Has(id))
            return null;
        var apart = ApartAt(id);
        if ((apart.Own ?? OfTheSeries(id)) is not { } planned)
            return null;
        return planned with
        {
            Seats = planned.Seats.SetItems(apart.Said),
            Status = apart.Cancelled ? ScheduledStatus.Cancelled : planned.Status,
            Sequence = apart.Sequence ?? planned.Sequence,
            Stamp = apart.Stamp ?? planned.Stamp,
        };
    }

    /// <summary>
    /// The order in which a message about the whole or an occurrence is held against what stands: its own, or where it has none that of
    /// what cancelled it. Null where nothing was said of it alone.
    /// </summary>
    public (int Sequence, Instant Stamp)? OrderAt(Instant? recurrenceId)
    {
        if (recurrenceId is not { } id)
            return Whole is null ? null : (Whole.Sequence, Whole.Stamp);
        if (ApartAt(id) is { Sequence: { } own, Stamp: { } stamp })
            return (own, stamp);
        if (Last(id, r => r.Cancelled) is var (_, range) && range is { Sequence: { } sequence, Stamp: { } at })
            return (sequence, at);
        return Whole is { Status: ScheduledStatus.Cancelled } ? (Whole.Sequence, Whole.Stamp) : null;
    }

    /// <summary>An occurrence as the series and its ranges have it.</summary>
    private Planned? OfTheSeries(Instant id)
    {
        if ((Rows.FirstOrDefault(r => r.Occurs(id)) ?? Whole) is not { } row)
            return null;
        var shifting = Last(id, r => r.Own is not null);
        var planned = shifting is var (from, range) ? Shifted(row, range.Own!, from, id) : Once(row, id);
        // What was answered for a range holds as long as its people are not told anew.
        foreach (var (at, said) in Ranges.Where(r => r.Key <= id && (shifting is null || r.Key >= shifting.Value.From)))
            planned = planned with { Seats = planned.Seats.SetItems(said.Said) };
        return Last(id, r => r.Own is not null || r.Cancelled) is var (_, governs) && governs.Cancelled
            ? planned with
            {
                Status = ScheduledStatus.Cancelled,
            }
            : planned;
    }

    private (Instant From, Onwards Range)? Last(Instant id, Func<Onwards, bool> which) =>
        Ranges.LastOrDefault(r => r.Key <= id && which(r.Value)) is { Value: { } range } found ? (found.Key, range) : null;

    private static Planned Once(Planned row, Instant id) =>
        row with
        {
            Time = row.Time with { Start = row.Time.Zone.ToLocal(id) },
            Rule = null,
            Additions = [],
            Exceptions = [],
        };

    /// <summary>An occurrence as a range has it: moved by the same difference of the wall clock of the series.</summary>
    private static Planned Shifted(Planned row, Planned range, Instant first, Instant id)
    {
        var zone = row.Time.Zone;
        var by = Period.Between(zone.ToLocal(first), zone.ToLocal(range.Time.Stretch.Start), PeriodUnits.Days | PeriodUnits.AllTimeUnits);
        return range with { Time = new PlannedTime(zone.ToLocal(id) + by, zone, range.Time.Days, range.Time.More) };
    }
}
