using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Access;

/// <summary>The only way from an entry to a value that a read may return.</summary>
public static class Disclosure
{
    /// <summary>What a viewer may know of an occurrence on a lane; null where it does not stand there or they may see nothing.</summary>
    /// <param name="lane">Whose lane it is.</param>
    /// <param name="rights">The viewer's rights on that lane at <paramref name="now"/>.</param>
    /// <param name="shared">
    /// The rights that count for what is shared of a meeting, where those on the lane do not: a room tells no more of a meeting than the
    /// lanes of
    /// those who meet (<see cref="InRoom"/>).
    /// </param>
    /// <remarks>
    /// Who takes part in a meeting, or speaks for one who does, knows its shared content whole; for shared content the higher of that and
    /// the grant on the lane applies. Private by the organiser is private on every lane; an attendee can make their own lane private, and
    /// the strictest wins.
    /// </remarks>
    public static DisclosedEntry? Disclose(
        Occurrence occurrence,
        UserId lane,
        Viewer viewer,
        Rights rights,
        Instant now,
        Rights? shared = null
    )
    {
        return Agreement.On(occurrence, lane, now) is { } takes ? Told(occurrence, lane, viewer, rights, takes, shared) : null;
    }

    /// <summary>
    /// An occurrence that its lane's owner declined: it stands there no more, and they and who speaks for them find it again to say
    /// otherwise. Null for anybody else, and where it was not declined.
    /// </summary>
    public static DisclosedEntry? Declined(Occurrence occurrence, UserId lane, Viewer viewer, Rights rights)
    {
        var entry = occurrence.Entry;
        if (entry.Kind != EntryKind.Meeting || entry.Status != MeetingStatus.Sent)
            return null;
        if (
            Agreement.Of(entry, lane, occurrence.RecurrenceId) is not { Answer: Answer.Declined } own
            || !viewer.StandsFor(lane, occurrence.Private || own.OwnPrivate)
        )
            return null;
        return Told(occurrence, lane, viewer, rights, TimeTaken.Free, null);
    }

    private static DisclosedEntry? Told(Occurrence occurrence, UserId lane, Viewer viewer, Rights rights, TimeTaken takes, Rights? shared)
    {
        var onShared = shared ?? rights;
        var entry = occurrence.Entry;
        var own = Agreement.Of(entry, lane, occurrence.RecurrenceId);
        var isPrivate = occurrence.Private || own is { OwnPrivate: true };
        var takesPart = TakesPart(occurrence, viewer);
        var addedIt = ReadsOwnAddition(entry, viewer, rights);

        var sight = takesPart || addedIt ? Sight.Everything : onShared.Sight;
        if (sight == Sight.Nothing)
            return null;
        if (isPrivate && !addedIt && !KnowsPrivate(takesPart, own, lane, viewer))
            sight = Least(sight, onShared.PrivateSight);
        // Taken time is told even of what is private.
        var withheld = isPrivate && sight < Sight.Headlines;
        if (withheld)
            sight = Sight.Outline;

        var allDay = occurrence.Time is AllDayEntry;
        if (sight == Sight.Outline)
            return new DisclosedEntry
            {
                Stretch = occurrence.Stretch,
                Takes = takes,
                Sight = sight,
                Withheld = withheld,
                AllDay = allDay,
            };
        return new DisclosedEntry(sight == Sight.Everything ? occurrence : null, viewer)
        {
            Stretch = occurrence.Stretch,
            Takes = takes,
            Sight = sight,
            AllDay = allDay,
            Private = isPrivate,
            PublicId = entry.PublicId,
            RecurrenceId = occurrence.RecurrenceId,
            Kind = entry.Kind,
            Title = occurrence.Title,
            Place = occurrence.Place,
            Time = occurrence.Time,
            Rule = entry.Rule,
            TakesPart = takesPart,
            WhyNot = WhyNotChange(entry, viewer, rights),
            Mark = rights.SeesMarks ? entry.MarkOn(lane) : null,
        };
    }

    /// <summary>
    /// The rights that count for a meeting on the lane of a room: that the room is taken is told by the grant on the room, what is on there
    /// only as far as the viewer reads it on the lane of the organiser or of an attendee on whose lane it stands.
    /// </summary>
    /// <param name="onRoom">The viewer's rights on the room.</param>
    /// <param name="onLane">The viewer's rights on somebody's lane.</param>
    public static Rights InRoom(Entry meeting, LocalDateTime? recurrenceId, Rights onRoom, Func<UserId, Rights> onLane)
    {
        var most = Read(meeting.Private, onLane(meeting.Owner));
        foreach (var part in meeting.Status == MeetingStatus.Draft ? [] : Agreement.For(meeting, recurrenceId))
            if (part is { Role: not AttendeeRole.Resource, Answer: Answer.None or Answer.Tentative or Answer.Accepted })
                most = Greatest(most, Read(meeting.Private || part.OwnPrivate, onLane(part.Who)));
        return onRoom with { Sight = Greatest(most, Least(onRoom.Sight, Sight.Outline)), Private = true, PrivateSight = most };
    }

    private static Sight Read(bool isPrivate, Rights rights) => isPrivate ? rights.PrivateSight : rights.Sight;

    private static Sight Greatest(Sight one, Sight other) => one < other ? other : one;

    /// <summary>What somebody may be shown of what another is told of an occurrence: no more than they are told themselves.</summary>
    public static DisclosedEntry Least(DisclosedEntry own, DisclosedEntry others) =>
        own.Sight < others.Sight ? own : others with { Mark = own.Mark is null ? null : others.Mark };

    /// <summary>
    /// What a viewer may know of what a change did to an entry, on a lane. The strictest of what it was, became and is now holds.
    /// </summary>
    /// <param name="rightsOn">The viewer's rights now on the calendar of that lane where a state of it stands: what was granted then does
    /// not count.</param>
    /// <param name="left">As it stood last while whoever's lane it is was asked; null where they were not taken out.</param>
    public static PastEntry Past(
        Entry? before,
        Entry? after,
        Entry? now,
        UserId lane,
        Viewer viewer,
        Func<Entry, Rights> rightsOn,
        Entry? left = null
    )
    {
        // Before it was sent nobody who is asked knew of it; that it was sent they know.
        if (after is not null && before is not null && IsDraftOfAnother(before, lane) && !IsDraftOfAnother(after, lane))
            before = null;
        var sight = Stood(before, lane) || Stood(after, lane) || Stood(now, lane) ? Sight.Everything : Sight.Nothing;
        foreach (var state in new[] { before, after, now })
            if (state is not null)
                sight = Least(sight, OfWhole(state, lane, viewer, rightsOn(state)));
        if (sight > Sight.Nothing && now is not null && IsTakenOut(now, lane) && !KnowsOtherwise([before, after, now], left, lane, viewer))
            sight = Sight.Nothing;
        return sight < Sight.Headlines
            ? new PastEntry { Withheld = true }
            : new PastEntry
            {
                Withheld = false,
                Before = State(before, sight, viewer, now),
                After = State(after, sight, viewer, now),
            };
    }

    /// <summary>A meeting left the calendar of who was taken out of it, as what they declined did.</summary>
    public static bool IsTakenOut(Entry now, UserId lane) => now.Kind == EntryKind.Meeting && now.Owner != lane && !now.Asks(lane);

    /// <summary>
    /// They, and who speaks for them, are told what they did with it; who organises it or is asked to it knows it anyway.
    /// </summary>
    private static bool KnowsOtherwise(IReadOnlyList<Entry?> states, Entry? left, UserId lane, Viewer viewer)
    {
        // What they had made private before they were taken out stays so.
        var own = states.Append(left).OfType<Entry>().SelectMany(s => s.Participations).Where(p => p.Who == lane);
        var isPrivate = states.Any(s => s is { HoldsPrivate: true });
        return viewer.StandsFor(lane, isPrivate || own.Any(p => p.OwnPrivate))
            || viewer.StandsFor(states[^1]!.Owner, isPrivate)
            || states[^1]!.Participations.Any(p => !p.NotAsked && viewer.StandsFor(p.Who, isPrivate || p.OwnPrivate));
    }

    private static bool Stood(Entry? state, UserId lane) =>
        state is not null && (state.Kind == EntryKind.Meeting ? state.StandsWith(lane) : state.Owner == lane);

    private static bool IsDraftOfAnother(Entry entry, UserId lane) =>
        entry is { Kind: EntryKind.Meeting, Status: MeetingStatus.Draft } && entry.Owner != lane;

    /// <summary>One's own additions are whole to their author for as long as they may add there.</summary>
    private static bool ReadsOwnAddition(Entry entry, Viewer viewer, Rights rights) =>
        rights.Acting >= Acting.Add && Deciding.AddedIt(entry, viewer.Person);

    /// <summary>How much of an entry as a whole, a series with all its occurrences, a viewer may know on a lane.</summary>
    /// <param name="rights">The viewer's on the calendar of that lane where it stands.</param>
    public static Sight OfWhole(Entry entry, UserId lane, Viewer viewer, Rights rights)
    {
        if (IsDraftOfAnother(entry, lane))
            return viewer.StandsFor(entry.Owner, entry.HoldsPrivate) ? Sight.Everything : Sight.Nothing;
        // Who is invited to single occurrences knows those, not the whole.
        var own = entry.Participations.FirstOrDefault(p => p.Who == lane && p.RecurrenceId is null);
        var takesPart =
            entry.Kind != EntryKind.Meeting
                ? viewer.Person == entry.Owner
                : viewer.StandsFor(entry.Owner, entry.HoldsPrivate)
                    || (
                        entry.Status != MeetingStatus.Draft
                        && entry.Participations.Any(p =>
                            p.RecurrenceId is null && !p.NotAsked && viewer.StandsFor(p.Who, entry.HoldsPrivate || p.OwnPrivate)
                        )
                    );
        if (ReadsOwnAddition(entry, viewer, rights))
            return Sight.Everything;
        // What was declined left that calendar; who takes part, or speaks for who does, finds it again.
        if (!takesPart && entry.Owner != lane && entry.HasDeclined(lane))
            return Sight.Nothing;
        var sight = takesPart ? Sight.Everything : rights.Sight;
        var isPrivate = entry.HoldsPrivate || entry.Participations.Any(p => p.Who == lane && p.OwnPrivate);
        return isPrivate && !KnowsPrivate(takesPart, own, lane, viewer) ? Least(sight, rights.PrivateSight) : sight;
    }

    /// <summary>
    /// Who knows a meeting from this lane is told why it is not theirs to change, however little they know of its organiser's.
    /// </summary>
    private static WhyNot? WhyNotChange(Entry entry, Viewer viewer, Rights rights) =>
        entry.Kind != EntryKind.Meeting ? Deciding.WhyNotChange(entry, viewer.Person, rights)
        : Deciding.WhyNotChange(entry, viewer.Person, viewer.OnOrganiser(entry.Owner)) is { } whyNot
            ? whyNot == Access.WhyNot.NotKnown ? Access.WhyNot.OrganiserOnly
                : whyNot
        : null;

    private static EntryState? State(Entry? entry, Sight sight, Viewer viewer, Entry? now) =>
        entry is null
            ? null
            : new EntryState(
                entry.PublicId,
                entry.Title,
                entry.Place,
                entry.Time,
                entry.Rule,
                entry.Overrides.Count(o => !o.Cancelled),
                entry.Exceptions.Length + entry.Overrides.Count(o => o.Cancelled),
                entry.Takes,
                entry.Private,
                sight == Sight.Everything
                    ? new WholeState(
                        entry.Agenda,
                        entry.Line,
                        entry.Link,
                        entry.DialIn,
                        Parts.ToldTo(viewer, entry, entry.Participations, now)
                    )
                    : null
            );

    private static bool TakesPart(Occurrence occurrence, Viewer viewer)
    {
        var entry = occurrence.Entry;
        if (entry.Kind != EntryKind.Meeting)
            return viewer.Person == entry.Owner;
        if (viewer.StandsFor(entry.Owner, occurrence.Private))
            return true;
        if (entry.Status == MeetingStatus.Draft)
            return false;
        foreach (var part in Agreement.For(entry, occurrence.RecurrenceId))
        {
            if (viewer.StandsFor(part.Who, occurrence.Private || part.OwnPrivate))
                return true;
        }

        return false;
    }

    /// <summary>
    /// Whether they know it as one who takes part, or for one: of what an attendee made private on their own lane only who stands for that
    /// attendee.
    /// </summary>
    private static bool KnowsPrivate(bool takesPart, Participation? own, UserId lane, Viewer viewer) =>
        takesPart && (own is not { OwnPrivate: true } || viewer.StandsFor(lane, true));

    private static Sight Least(Sight one, Sight other) => one < other ? one : other;
}
