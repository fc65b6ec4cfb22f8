using Corlin.Application.Arranging;
using Corlin.Application.Calendars;
using Corlin.Application.Entries;
using Corlin.Application.Handing;
using Corlin.Application.History;
using Corlin.Application.Lanes;
using Corlin.Application.People;
using Corlin.Application.Ports;
using Corlin.Application.Whereabouts;
using Corlin.Core.Access;
using NodaTime;

namespace Corlin.Application.Tests.WhoMayKnow;

/// <summary>
/// Whatever an organisation is, nobody learns by any read, on any lane, with any id, more than a plain second statement of the rules
/// allows; and what it allows is told.
/// </summary>
internal static class WhoMayKnow
{
    /// <summary>
    /// So many ask in one organisation, and in so many ways each read of which there are more; other organisations draw others.
    /// </summary>
    private static readonly (int Viewers, int Ways) Asked = (2, 2);

    public static IEnumerable<string> Wrong(Organisation made, ICalendarReads store, World world, int seed)
    {
        var rules = new PlainRules(made);
        var random = new Random(seed);
        foreach (var viewer in Enumerable.Range(0, Organisation.Inside).OrderBy(_ => random.Next()).Take(Asked.Viewers))
        {
            foreach (var wrong in OnEachLane(made, rules, store, world, viewer))
                yield return wrong;
            foreach (var wrong in OfWhereabouts(made, rules, store, world, viewer))
                yield return wrong;
            foreach (var wrong in OfTakenTime(made, rules, store, world, viewer))
                yield return wrong;
            foreach (var wrong in OfFeeds(made, rules, store, world, viewer))
                yield return wrong;
            foreach (var wrong in OfDevices(made, rules, store, world, viewer))
                yield return wrong;
            foreach (var wrong in ByAnyRead(made, rules, store, world, viewer, random))
                yield return wrong;
        }
    }

    /// <summary>Asked for on a lane an entry is told as far as the rules say, and no less.</summary>
    private static IEnumerable<string> OnEachLane(Organisation made, PlainRules rules, ICalendarReads store, World world, int viewer)
    {
        foreach (var entry in made.Entries)
        {
            for (var lane = PlainRules.TheRoom; lane < Organisation.Inside; lane++)
            {
                var owner = lane == PlainRules.TheRoom ? made.Room : made.People[lane];
                var answer = EveryRead.Answer(new ReadEntry(made.People[viewer].Id, entry.Id, null, owner.PublicId, world.Now), store);
                var may = rules.Told(viewer, entry, lane);
                // Who declined, or speaks for who did, finds what they declined.
                if (may == 0 && answer is not null && rules.FindsDeclined(viewer, entry, lane))
                    continue;
                var told =
                    answer is null ? 0
                    : answer.Any(t => t.Contains(entry.Whole, StringComparison.Ordinal)) ? 3
                    : 2;
                if (entry.Kind is "hold" or "tied" ? (told >= 2) != (may >= 2) : Math.Max(1, told) != Math.Max(1, may))
                    yield return $"{viewer} reads {told} of {entry} on {lane}, and may {may}";
            }
        }
    }

    /// <summary>
    /// Where somebody works is told to who sees their calendar as far as was said, and to who sees nothing of it not at all.
    /// </summary>
    private static IEnumerable<string> OfWhereabouts(Organisation made, PlainRules rules, ICalendarReads store, World world, int viewer)
    {
        foreach (var (who, tells) in made.TellsWhere)
        {
            var sees = rules.On(viewer, who, false).Sees;
            var may =
                rules.SpeaksFor(viewer, who, false) || (sees >= 2 && tells == 0) ? made.PlaceOf(who)
                : sees == 0 ? "Lisbon"
                : tells == 2 ? "Elsewhere"
                : made.TownOf(who);
            var strip = new ReadWhereabouts(made.People[viewer].Id, null, world.Now, [made.People[who].PublicId])
                .Run(store)
                .Strips.First(s => s.Who.Id == made.People[who].PublicId);
            var piece = strip.Days[16].Pieces[0];
            if (piece.Place != may)
                yield return $"{viewer} is told that {who} is at {piece.Place}, and may know {may} (sees {sees}, told {tells})";
            if (may != made.PlaceOf(who) && piece.Site == made.PlaceOf(who))
                yield return $"{viewer} is told the site of {who}, and may know {may} (sees {sees}, told {tells})";
        }
    }

    /// <summary>What time somebody's is taken is told to who sees anything of their calendar, and to nobody else.</summary>
    private static IEnumerable<string> OfTakenTime(Organisation made, PlainRules rules, ICalendarReads store, World world, int viewer)
    {
        for (var who = 0; who < Organisation.Inside; who++)
        {
            var told =
                EveryRead.Answer(
                    new ReadBusy(
                        made.People[viewer].Id,
                        made.People[who].PublicId,
                        new LocalDate(2027, 3, 8),
                        new LocalDate(2027, 3, 12),
                        world.Now
                    ),
                    store
                )
                is not null;
            var may = who == viewer || rules.On(viewer, who, false).Sees > 0;
            if (told != may)
                yield return $"{viewer} is told when {who} is taken: {told}, and may: {may}";
        }
    }

    /// <summary>
    /// A feed tells its reader no title that the lane does not tell them, and where it tells taken time only or leaves out what is private,
    /// none of those.
    /// </summary>
    private static IEnumerable<string> OfFeeds(Organisation made, PlainRules rules, ICalendarReads store, World world, int viewer)
    {
        for (var who = 0; who < Organisation.Inside; who++)
        {
            var sees = who == viewer || rules.On(viewer, who, false).Sees > 0;
            foreach (var (most, withPrivate) in new[] { (Sight.Outline, true), (Sight.Headlines, false), (Sight.Headlines, true) })
            {
                var told = EveryRead.Answer(
                    new ReadFeed(made.People[viewer].Id, made.People[who].PublicId, most, withPrivate, 30, world.Now),
                    store
                );
                if (told is not null != sees)
                    yield return $"{viewer} reads a feed of {who}: {told is not null}, and may: {sees}";
                // What is tied to an entry has its title.
                foreach (
                    var title in made
                        .Entries.GroupBy(e => e.Headline)
                        .Where(e => told?.Any(t => t.Contains(e.Key, StringComparison.Ordinal)) == true)
                )
                {
                    var may =
                        most == Sight.Headlines
                        && title.Any(entry => (withPrivate || !entry.Private) && rules.Told(viewer, entry, who) >= 2);
                    if (!may)
                        yield return $"{viewer} reads the title of {title.First()} in a feed of {who} ({most}, private {withPrivate})";
                }
            }
        }
    }

    /// <summary>A device is told of each entry on a lane what its owner is told there, and no less.</summary>
    private static IEnumerable<string> OfDevices(Organisation made, PlainRules rules, ICalendarReads store, World world, int viewer)
    {
        for (var who = 0; who < Organisation.Inside; who++)
        {
            var answer = EveryRead.Answer(new ReadDeviceObjects(made.People[viewer].Id, made.People[who].PublicId, null, world.Now), store);
            foreach (var entry in made.Entries.Where(e => e.TiedTo is null && made.Entries.All(o => o.TiedTo != e)))
            {
                var told =
                    answer is null ? 0
                    : answer.Any(t => t.Contains(entry.Whole, StringComparison.Ordinal)) ? 3
                    : answer.Any(t => t.Contains(entry.Headline, StringComparison.Ordinal)) ? 2
                    : 0;
                var may = entry.OnFurther ? 0 : rules.Told(viewer, entry, who);
                // Of what is no meeting the words that are told whole alone stand in papers, which no device gets.
                if (entry.Kind != "meeting")
                    (told, may) = (Math.Min(told, 2), Math.Min(may, 2));
                if (told != (may >= 2 && answer is not null ? may : 0))
                    yield return $"{viewer} is told {told} of {entry} on the device’s calendar of {who}, and may {may}";
            }
        }
    }

    private static IEnumerable<string> ByAnyRead(
        Organisation made,
        PlainRules rules,
        ICalendarReads store,
        World world,
        int viewer,
        Random random
    )
    {
        var mayNot = MayNot(made, rules, viewer).ToList();
        List<string> people = [.. made.People.Select(p => p.PublicId), made.Room.PublicId, made.Group.PublicId, made.Contact.PublicId];
        List<string> texts = ["hh", made.ContactName, .. made.Entries.Take(2).Select(e => e.Headline), made.Entries[0].Whole];
        // What was done in each name is asked for always: it tells of everything.
        var histories = made.People.Select(p =>
            (object)new ReadHistory(made.People[viewer].Id, p.PublicId, null, null, null, null, null, world.Now)
        );
        foreach (var (type, reads) in EveryRead.Types.Select(t => (t, t == typeof(ReadHistory) ? histories : [])))
        {
            foreach (
                var read in reads.Concat(
                    EveryRead.Of(
                        type,
                        made.People[viewer].Id,
                        world.Now,
                        people,
                        made.Entries,
                        texts,
                        made.Numbers,
                        random,
                        mostOfOne: Asked.Ways
                    )
                )
            )
            {
                if (EveryRead.Answer(read, store) is not { } answer)
                    continue;
                foreach (var mark in mayNot)
                {
                    // Which places the organisation has everybody knows.
                    if (mark.StartsWith("Port", StringComparison.Ordinal) && read is ReadPlaces)
                        continue;
                    if (
                        mark.StartsWith("Pier", StringComparison.Ordinal)
                        && read is ReadPlaces or ReadPerson or ReadWhereabouts or ReadIndex or ReadFind or ReadClosures or ReadPresets
                    )
                        continue;
                    if (
                        answer.Any(t => t.Contains(mark, StringComparison.Ordinal))
                        && !SaidBack(read, mark)
                        && !DidIt(made, rules, viewer, read, mark)
                    )
                        yield return $"{viewer} is told {mark} by {read}: {string.Join(" | ", answer.Where(t => t.Contains(mark, StringComparison.Ordinal)).Take(3))}";
                }
            }
        }
    }

    /// <summary>Some reads say back the words that they were asked to understand.</summary>
    private static bool SaidBack(object read, string mark) =>
        read switch
        {
            ReadRepeat repeat => repeat.Words.Contains(mark, StringComparison.Ordinal),
            ReadLine line => line.Text.Contains(mark, StringComparison.Ordinal),
            ReadPasted pasted => pasted.Text.Contains(mark, StringComparison.Ordinal),
            _ => false,
        };

    /// <summary>
    /// What somebody did with a meeting out of which they were taken since is told by their own history, to them and to who speaks for
    /// them.
    /// </summary>
    private static bool DidIt(Organisation made, PlainRules rules, int viewer, object read, string mark) =>
        (read is ReadActs or ReadArchive || (read is ReadHistory history && made.People.Any(p => p.PublicId == history.Who)))
        && made.Entries.Any(e =>
            e.Headline == mark
            && e.Parts.Any(p =>
                p.Removed
                && (p.Answer != "none" || p.OwnPrivate)
                && rules.SpeaksFor(viewer, p.Who, e.Private || p.OwnPrivate)
                && (read is not ReadHistory of || made.People[p.Who].PublicId == of.Who)
            )
        );

    private static IEnumerable<string> MayNot(Organisation made, PlainRules rules, int viewer)
    {
        foreach (var entry in made.Entries.Where(e => e.TiedTo is null))
        {
            var tied = made.Entries.FirstOrDefault(e => e.TiedTo == entry);
            var most = Math.Max(rules.Anywhere(viewer, entry), tied is null ? 0 : Math.Min(2, rules.Anywhere(viewer, tied)));
            // Who is invited to organise it is told what it is.
            var offered = entry.Number == made.Offered && rules.SpeaksFor(viewer, made.OfferedTo, entry.Private);
            if (most < 2 && !offered && !WroteIt(entry, viewer))
                yield return entry.Headline;
            if (most < 3)
                yield return entry.Whole;
            foreach (var part in entry.Parts.Where(p => !rules.ReadsComment(viewer, entry, p)))
                yield return entry.CommentOf(part.Who);
            foreach (var lane in entry.Noted.Where(lane => !rules.ReadsNotes(viewer, entry, lane)))
                yield return entry.NotesOn(lane);
        }

        foreach (
            var away in Enumerable
                .Range(0, 3)
                .Where(w => !rules.SpeaksFor(viewer, w, false) && !(w == Organisation.ReasonToldBy && rules.On(viewer, w, false).Sees > 0))
        )
            yield return Organisation.ReasonOf(away);
        foreach (var (who, tells) in made.TellsWhere.Where(w => !rules.SpeaksFor(viewer, w.Key, false)))
        {
            var sees = rules.On(viewer, who, false).Sees;
            if (tells != 0 || sees < 2)
                yield return made.PlaceOf(who);
            if (tells == 2 || sees == 0)
                yield return made.TownOf(who);
        }

        foreach (var asked in made.Requests.Where(r => !rules.SpeaksFor(viewer, r.Owner, r.Private)))
            yield return asked.Mark;
        if (!rules.KeepsContacts(viewer) && !made.Entries.Any(e => e is { Contact: true } && rules.TakesPart(viewer, e)))
            yield return made.ContactName;
    }

    /// <summary>Of what somebody did themselves the mail room and their own history may tell the words they wrote.</summary>
    private static bool WroteIt(Stood entry, int viewer) => entry.Kind == "meeting" && entry.Owner == viewer;
}
