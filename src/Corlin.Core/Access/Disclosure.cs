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
    /// <remarks>
    /// Who takes part in a meeting, or speaks for one who does, knows its shared content whole; for shared content the
    /// higher of that and the grant on the lane applies. Private by the organiser is private on every lane; an attendee
    /// can make their own lane private, and the strictest wins.
    /// </remarks>
    public static DisclosedEntry? Disclose(Occurrence occurrence, UserId lane, Viewer viewer, Rights rights, Instant now)
    {
        if (Agreement.On(occurrence, lane, now) is not { } takes) return null;
        var entry = occurrence.Entry;
        var own = Agreement.Of(entry, lane, occurrence.RecurrenceId);
        var isPrivate = entry.Private || own is { OwnPrivate: true };
        var takesPart = TakesPart(occurrence, viewer);
        var addedIt = Deciding.AddedIt(entry, viewer.Person);

        var sight = takesPart || addedIt ? Sight.Whole : rights.Sight;
        if (sight == Sight.Nothing) return null;
        if (isPrivate && !addedIt && !KnowsPrivate(takesPart, own, lane, viewer)) sight = Least(sight, rights.PrivateSight);
        // Taken time is told even of what is private.
        var withheld = isPrivate && sight < Sight.Headline;
        if (withheld) sight = Sight.Outline;

        var allDay = occurrence.Time is AllDayEntry;
        if (sight == Sight.Outline) return new DisclosedEntry { Stretch = occurrence.Stretch, Takes = takes, Sight = sight, Withheld = withheld, AllDay = allDay };
        return new DisclosedEntry(sight == Sight.Whole ? occurrence : null)
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
            WhyNot = WhyNotChange(entry, viewer, rights),
            Mark = rights.SeesMarks ? entry.MarkOn(lane) : null,
        };
    }

    /// <summary>What somebody may be shown of what another is told of an occurrence: no more than they are told themselves.</summary>
    public static DisclosedEntry Least(DisclosedEntry own, DisclosedEntry others) =>
        own.Sight < others.Sight ? own : others with { Mark = own.Mark is null ? null : others.Mark };

    /// <summary>What a viewer may know of what a change did to an entry, on a lane. The strictest of what it was, became and is now holds.</summary>
    /// <param name="rightsOn">The viewer's rights now on the calendar of that lane where a state of it stands: what was granted then does not count.</param>
    public static PastEntry Past(Entry? before, Entry? after, Entry? now, UserId lane, Viewer viewer, Func<Entry, Rights> rightsOn)
    {
        var sight = Sight.Whole;
        foreach (var state in new[] { before, after, now })
            if (state is not null) sight = Least(sight, SightOf(state, lane, viewer, rightsOn(state)));
        return sight < Sight.Headline
            ? new PastEntry { Withheld = true }
            : new PastEntry { Withheld = false, Before = State(before, sight), After = State(after, sight) };
    }

    /// <summary>How much of an entry as a whole, a series with all its occurrences, a viewer may know on a lane.</summary>
    private static Sight SightOf(Entry entry, UserId lane, Viewer viewer, Rights rights)
    {
        // Who is asked to single occurrences knows those, not the whole.
        var own = entry.Participations.FirstOrDefault(p => p.Who == lane && p.RecurrenceId is null);
        var takesPart = entry.Kind != EntryKind.Meeting
            ? viewer.Person == entry.Owner
            : viewer.StandsFor(entry.Owner, entry.Private)
                || (entry.Status != MeetingStatus.Draft && entry.Participations.Any(p => p.RecurrenceId is null && !p.NotAsked && viewer.StandsFor(p.Who, entry.Private || p.OwnPrivate)));
        var addedIt = Deciding.AddedIt(entry, viewer.Person);
        if (addedIt) return Sight.Whole;
        var sight = takesPart ? Sight.Whole : rights.Sight;
        var isPrivate = entry.Private || entry.Participations.Any(p => p.Who == lane && p.OwnPrivate);
        return isPrivate && !KnowsPrivate(takesPart, own, lane, viewer) ? Least(sight, rights.PrivateSight) : sight;
    }

    /// <summary>Who knows a meeting from this lane is told why it is not theirs to change, however little they know of its organiser's.</summary>
    private static WhyNot? WhyNotChange(Entry entry, Viewer viewer, Rights rights) => entry.Kind != EntryKind.Meeting
        ? Deciding.WhyNotChange(entry, viewer.Person, rights)
        : Deciding.WhyNotChange(entry, viewer.Person, viewer.OnOrganiser(entry.Owner)) is { } whyNot ? whyNot == Access.WhyNot.NotKnown ? Access.WhyNot.OrganiserOnly : whyNot : null;

    private static EntryState? State(Entry? entry, Sight sight) => entry is null ? null : new EntryState(
        entry.PublicId, entry.Title, entry.Place, entry.Time, entry.Rule, entry.Overrides.Count(o => !o.Cancelled),
        entry.Exceptions.Length + entry.Overrides.Count(o => o.Cancelled), entry.Takes, entry.Private,
        sight == Sight.Whole ? new WholeState(entry.Agenda, entry.Line, entry.Link, entry.DialIn, entry.Participations) : null);

    private static bool TakesPart(Occurrence occurrence, Viewer viewer)
    {
        var entry = occurrence.Entry;
        if (entry.Kind != EntryKind.Meeting) return viewer.Person == entry.Owner;
        if (viewer.StandsFor(entry.Owner, entry.Private)) return true;
        if (entry.Status == MeetingStatus.Draft) return false;
        foreach (var part in Agreement.For(entry, occurrence.RecurrenceId))
        {
            if (viewer.StandsFor(part.Who, entry.Private || part.OwnPrivate)) return true;
        }

        return false;
    }

    /// <summary>Whether they know it as one who takes part, or for one: of what an attendee made private on their own lane only who stands for that attendee.</summary>
    private static bool KnowsPrivate(bool takesPart, Participation? own, UserId lane, Viewer viewer) =>
        takesPart && (own is not { OwnPrivate: true } || viewer.StandsFor(lane, true));

    private static Sight Least(Sight one, Sight other) => one < other ? one : other;
}
