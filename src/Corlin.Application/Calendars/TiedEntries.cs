using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Editing;
using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>
/// Makes an entry on a lane that belongs with another on it: preparation, the way there, a debrief, the hour by which papers are due.
/// </summary>
/// <param name="Entry">The public id of the other.</param>
/// <param name="RecurrenceId">Which of a series; null for all of it.</param>
/// <param name="Gap">How long before the other's start it begins, by the wall clock; of a debrief how long after its end.</param>
[Change(ChangeKind.EntryTied, "added a linked time,", MayTakeBack.ByWhoChangesTheLane)]
public sealed record TieEntry(
    UserId Actor,
    UserId Lane,
    string Entry,
    LocalDateTime? RecurrenceId,
    TieKind Kind,
    Duration Gap,
    Duration Length
) : IChange<AddedAppointment>
{
    public const int MostOfOne = 20;

    public static readonly Duration LongestLength = Duration.FromDays(1);

    public static readonly Duration LongestGap = Duration.FromDays(92);

    public AddedAppointment Apply(IChangeSession session)
    {
        if (Length < Duration.Zero || Length > LongestLength)
            throw new RefusedException(RefusalKind.LengthTooLong, "minutes");
        if (Duration.Max(Gap, -Gap) > LongestGap)
            throw new RefusedException(RefusalKind.SpanTooLong, "gapMinutes");
        var (to, rights) = session.MustMark(Actor, Lane, Entry);
        // What is tied is itself bound to another; and who keeps a calendar elsewhere moves its entries there, where nothing here belongs
        // to the move.
        if (to.Tie is not null || to.Kind == EntryKind.Hold)
            throw new RefusedException(RefusalKind.BadInput, "entry", to.Title);
        if (to.KeptElsewhere)
            throw new RefusedException(RefusalKind.KeptElsewhere);
        if (to.Status == MeetingStatus.Cancelled)
            throw new RefusedException(RefusalKind.Cancelled);
        if (session.TiedTo([to.Id], MostOfOne).Count == MostOfOne)
            throw new RefusedException(RefusalKind.TooMany, "entry", $"{MostOfOne} entries tied to one");
        var zone = session.Users([Lane])[Lane].HomeZone;
        var tie = new Tie(to.Id, to.IsSeries ? RecurrenceId : null, Kind, Gap, English.Word(Kind));
        var change = session.Begin(ChangeKind.EntryTied, Actor, Lane, rights.Grant);
        var added = session.New(
            EntryKind.Appointment,
            Lane,
            Actor,
            to.Title,
            new TimedEntry(default, zone.Id, Length, null, Zones.TzdbVersion)
        ) with
        {
            Tie = tie,
            RelatedTo = to.Uid,
            Takes = Kind == TieKind.PapersDue ? TimeTaken.Free : TimeTaken.Firm,
            Home = to.Owner == Lane ? to.Home : session.CalendarOf(Lane),
        };
        var stands = Ties.Follow(added, to, zone, session.Now) ?? throw new RefusedException(RefusalKind.RuleDoesNotMove, "gapMinutes");
        if (stands.Status == MeetingStatus.Cancelled)
            throw new RefusedException(RefusalKind.NotFound, "occurrence");
        session.EntryStore.Save(stands);
        return new AddedAppointment(stands.PublicId, change);
    }
}

/// <summary>What is tied to an entry follows it, in the transaction of whatever moved it.</summary>
public static class TiedEntries
{
    private const int MostFollowing = 200;

    /// <summary>
    /// Brings what is tied to the entries that a change stored to where it belongs; what was itself moved by hand is tied as it stands
    /// then.
    /// </summary>
    public static void Follow(IChangeSession session)
    {
        var stored = session.EntryStore.Stored.ToDictionary(e => e.Id);
        var byHand = stored.Values.Where(e => e.Tie is { } tie && !stored.ContainsKey(tie.To)).ToList();
        foreach (var some in stored.Keys.Chunk(500))
        foreach (var tied in session.TiedTo(some, MostFollowing))
            session.Bring(tied, stored[tied.Tie!.To]);
        foreach (var tied in byHand)
            session.TieAsItStands(tied);
    }

    /// <summary>What is tied to single occurrences of a series stays with them.</summary>
    /// <param name="cut">From which occurrence on they belong to the new series; null where it is still the same one.</param>
    /// <param name="by">By how much their recurrence ids are later.</param>
    internal static void TiesGoAlong(this IChangeSession session, Entry before, Entry after, LocalDateTime? cut, Period by)
    {
        foreach (var tied in session.TiedTo([before.Id], MostFollowing))
        {
            if (tied.Tie is { RecurrenceId: { } one } tie && (cut is null || one >= cut))
                session.EntryStore.Save(
                    tied with
                    {
                        Tie = tie with { To = after.Id, RecurrenceId = one + by },
                        RelatedTo = after.Uid,
                        Version = tied.Version + 1,
                    }
                );
            else if (cut is not null && tied is { Status: MeetingStatus.Sent, Tie: { RecurrenceId: null } whole })
                session.Repeat(tied, whole, after);
        }
    }

    /// <summary>What is tied to one occurrence is tied to the entry that it became.</summary>
    internal static void TiesGoOff(this IChangeSession session, Entry series, LocalDateTime id, Entry alone)
    {
        foreach (var tied in session.TiedTo([series.Id], MostFollowing).Where(t => t.Tie!.RecurrenceId == id))
            session.EntryStore.Save(
                tied with
                {
                    Tie = tied.Tie! with { To = alone.Id, RecurrenceId = null },
                    RelatedTo = alone.Uid,
                    Version = tied.Version + 1,
                }
            );
    }

    /// <summary>What is tied to a series as a whole is there for the one that begins behind it too.</summary>
    private static void Repeat(this IChangeSession session, Entry tied, Tie tie, Entry after)
    {
        var id = PublicIds.New();
        var copy = tied with
        {
            Id = default,
            PublicId = id,
            Uid = PublicIds.Uid(id),
            RelatedTo = after.Uid,
            Tie = tie with { To = after.Id },
            Overrides = [],
            Version = 0,
        };
        if (session.Following(copy, after) is { Status: MeetingStatus.Sent } stands)
            session.EntryStore.Save(stands);
    }

    private static void Bring(this IChangeSession session, Entry tied, Entry to)
    {
        if (session.Following(tied, to) is { } next)
            session.EntryStore.Save(next with { Version = tied.Version + 1 });
    }

    private static void TieAsItStands(this IChangeSession session, Entry tied)
    {
        if (session.EntriesNow([tied.Tie!.To]).Values.FirstOrDefault() is not { } to)
            return;
        // Who takes it off the lane by hand wants it there no more, wherever the other goes.
        var next =
            tied.Status == MeetingStatus.Cancelled || tied.Kind != EntryKind.Appointment
                ? null
                : Ties.AsItStands(tied, to, session.Users([tied.Owner])[tied.Owner].HomeZone);
        if (next != tied.Tie)
            session.EntryStore.Save(tied with { Tie = next });
    }

    private static Entry? Following(this IChangeSession session, Entry tied, Entry to) =>
        Ties.Follow(tied, to, session.Users([tied.Owner])[tied.Owner].HomeZone, session.Now);
}
