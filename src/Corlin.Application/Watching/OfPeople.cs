using System.Globalization;
using Corlin.Application.Access;
using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Watching;

/// <summary>What is wrong around those whose calendars are kept: who covers, who reads along, on whom they count.</summary>
internal static class OfPeople
{
    /// <summary>So many who can read a title are more than its author thinks of.</summary>
    public const int ManyReaders = 40;

    /// <summary>So many of those on whom the coming days count are looked at, the most often met first.</summary>
    private const int MostNeighbours = 30;

    public static IEnumerable<Concern> Find(Looking looking, IReadOnlyList<Lane> lanes) =>
        Covers(looking, lanes).Concat(WidelyRead(looking, lanes)).Concat(Neglected(looking, lanes));

    private static IEnumerable<Concern> Covers(Looking looking, IReadOnlyList<Lane> lanes)
    {
        var viewing = looking.Viewing;
        var covered = lanes
            .SelectMany(l =>
                l.Absences.Where(a =>
                        a.Covers is not null && a.Stretch.End > viewing.Now && a.Stretch.Start < looking.Until(ConcernKind.CoverAway, l)
                    )
                    .Select(a => (Lane: l, Absence: a, Cover: a.Covers!.Value))
            )
            .ToList();
        if (covered.Count == 0)
            yield break;
        var who = covered.Select(c => c.Cover).Distinct().ToList();
        viewing.ReadRights(who);
        var span = new Stretch(covered.Min(c => c.Absence.Stretch.Start), covered.Max(c => c.Absence.Stretch.End));
        var theirs = viewing.Store.Absences([.. who.Where(w => viewing.RightsOnLane(w).Sight > Sight.Nothing)], span).ToLookup(a => a.Who);
        var people = viewing.Users(who);
        foreach (var (lane, absence, cover) in covered)
        {
            if (theirs[cover].FirstOrDefault(a => a.Stretch.Overlaps(absence.Stretch)) is not { } away)
                continue;
            yield return new Concern(
                ConcernKind.CoverAway,
                lane,
                string.Create(CultureInfo.InvariantCulture, $"{absence.Id}-{people[cover].PublicId}"),
                FormattableString.Invariant($"{absence.Stretch.Start} {absence.Stretch.End} {away.Stretch.Start} {away.Stretch.End}"),
                Instant.Max(absence.Stretch.Start, away.Stretch.Start)
            )
            {
                Title = $"{lane.Who.GivenName} is away",
                Text = Days(lane, absence),
                Judgement = "Cover away",
                Reason = $"{people[cover].Name} covers, and is away {Days(lane, away)}",
                Marked = absence.Stretch,
                Ways = [new(WayOutKind.Whereabouts, "Open in Whereabouts")],
            };
        }
    }

    private static string Days(Lane lane, Absence absence)
    {
        var zone = lane.Who.HomeZone;
        var (first, last) = (zone.ToLocal(absence.Stretch.Start).Date, zone.ToLocal(absence.Stretch.End - Duration.Epsilon).Date);
        return first == last ? $"on {English.ShortDay(first)}" : $"from {English.ShortDay(first)} to {English.ShortDay(last)}";
    }

    private static IEnumerable<Concern> WidelyRead(Looking looking, IReadOnlyList<Lane> lanes)
    {
        var viewing = looking.Viewing;
        var grants = viewing.Store.GrantsIn([.. lanes.Select(l => l.Who.Id)]).Where(g => g.HoldsAt(viewing.Now)).ToLookup(g => g.Owner);
        foreach (var lane in lanes)
        {
            var until = looking.Until(ConcernKind.WidelyRead, lane);
            var titles = lane
                .Entries.Where(e => e.Told is { Title: not null, Private: false } && e.Told.Stretch.Start < until)
                .Select(e => e.Occurrence.Entry.Id)
                .Distinct()
                .Count();
            if (titles == 0 || !MayBeMany(viewing, grants[lane.Who.Id]))
                continue;
            var readers = TitleReaders.Count(viewing, lane.Who, [.. grants[lane.Who.Id].Where(g => g.Calendar is null)]).Open;
            if (readers < ManyReaders)
                continue;
            yield return new Concern(ConcernKind.WidelyRead, lane, "titles", readers.ToString(CultureInfo.InvariantCulture), until)
            {
                Title = $"{readers} people can read the titles on {lane.Who.GivenName}’s calendar",
                Text = English.Count(titles, "entry ahead is not private", "entries ahead are not private"),
                Judgement = "Widely read",
                Tone = "plain",
                Reason = "mark what is confidential as private, or lower what everyone sees",
                Ways = [new(WayOutKind.Access, "Open in Access")],
            };
        }
    }

    /// <summary>Cheaply: a default that tells titles, a group, or so many people.</summary>
    private static bool MayBeMany(Viewing viewing, IEnumerable<Grant> grants)
    {
        var telling = grants.Where(g => g.Terms.Sight >= Sight.Headlines).ToList();
        if (telling.Exists(g => g.Receiver is null) || telling.Count >= ManyReaders)
            return true;
        var receivers = viewing.Users(telling.Select(g => g.Receiver).OfType<UserId>());
        return telling.Exists(g => receivers[g.Receiver!.Value].Kind == UserKind.Group);
    }

    /// <summary>Those required in the days ahead in whose name nothing was done for long: their free time may be none.</summary>
    private static IEnumerable<Concern> Neglected(Looking looking, IReadOnlyList<Lane> lanes)
    {
        var viewing = looking.Viewing;
        var counted = lanes
            .SelectMany(lane =>
                lane.Entries.Where(e =>
                        looking.IsDue(ConcernKind.Neglected, lane, e.Told.Stretch.Start) && e.Occurrence.Entry.Owner == lane.Who.Id
                    )
                    .Where(e => e.Told.Whole is not null)
                    .SelectMany(e => e.Told.Whole!.Attendees)
                    .Where(a => a is { Role: AttendeeRole.Required, Answer: Answer.None } && !viewing.Viewer.MaySpeakFor(a.Who))
                    .Select(a => (Lane: lane, a.Who))
            )
            .ToList();
        var who = counted.GroupBy(c => c.Who).OrderByDescending(g => g.Count()).Take(MostNeighbours).Select(g => g.Key).ToList();
        if (who.Count == 0)
            yield break;
        viewing.ReadRights(who);
        var people = viewing.Users(who);
        var seen = who.Where(w => people[w] is { Kind: UserKind.Person, Inside: true } && viewing.RightsOnLane(w).Sight > Sight.Nothing);
        var changes = viewing.Store.LastChanges([.. seen]);
        foreach (var (id, last) in changes.Where(c => viewing.Now - c.Value > Tended.ChangedWithin).OrderBy(c => c.Value))
        {
            var (lane, theirs) = (counted.First(c => c.Who == id).Lane, counted.Count(c => c.Who == id));
            var person = people[id];
            yield return new Concern(
                ConcernKind.Neglected,
                lane,
                person.PublicId,
                last.ToString(),
                looking.Until(ConcernKind.Neglected, lane)
            )
            {
                Title = $"{person.Name} has not kept their calendar",
                Text = $"required in {English.Count(theirs, "meeting", "meetings")} ahead, no reply yet",
                Judgement = "Neglected",
                Tone = "plain",
                Reason = $"nothing was done in it since {English.ShortDay(viewing.Zone.ToLocal(last).Date)}",
                Ways = [new(WayOutKind.Person, $"Open {person.GivenName}’s page", person.PublicId)],
            };
        }
    }
}
