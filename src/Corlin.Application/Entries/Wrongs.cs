using Corlin.Application.Lanes;
using Corlin.Application.People;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Papers;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Entries;

/// <summary>Somebody asked, with what the chosen time is for them.</summary>
internal sealed record AskedAtTime(CalendarUser Who, bool Required, PersonAtTime State, Lane Lane);

/// <summary>What is wrong with a meeting before it is sent, each with what mends it.</summary>
/// <param name="asked">The organiser first.</param>
/// <param name="papers">Those laid with it.</param>
/// <param name="named">The ids and addresses of those required themselves, not as members of a group.</param>
internal sealed class Wrongs(
    Viewing viewing,
    IReadOnlyList<AskedAtTime> asked,
    Stretch stretch,
    string? place,
    bool hasLink,
    IReadOnlyList<Paper> papers,
    Apart but,
    IReadOnlyCollection<string> named
)
{
    /// <summary>Whether mail reaches anybody outside.</summary>
    public bool MailLeaves { get; init; } = true;

    private static readonly MendView TakeBestSlot = new(MendKind.Slot, "Take the best free slot");
    private static readonly MendView ByVideo = new(MendKind.Video, "Add a link");

    private IReadOnlyList<FreeRoom>? freeRooms;

    /// <summary>Where it takes place: as it is typed, or where its first room is; null where that is not known.</summary>
    public string? Site => viewing.SiteOf(place, asked.Select(a => a.Who));

    private IEnumerable<AskedAtTime> People => asked.Where(a => a.Who.Kind == UserKind.Person);

    private IEnumerable<AskedAtTime> Rooms => asked.Where(a => a.Who.Kind == UserKind.Room);

    /// <summary>The heaviest first.</summary>
    public IEnumerable<WarningView> Find() => [.. AboutTheTime(), .. AboutTheRest()];

    /// <summary>What is wrong with the time and the place for those asked.</summary>
    public IEnumerable<WarningView> AboutTheTime()
    {
        if (stretch.Start < viewing.Now)
            yield return new WarningView("That time has passed.", "wrong", [TakeBestSlot]);
        if (Of(AtTimeKind.Away) is { Count: > 0 } away)
            yield return new WarningView($"{Names(away)} away then.{string.Concat(away.Select(SaysOfIt))}", "wrong", Instead(away));
        if (Of(AtTimeKind.Taken) is { Count: > 0 } taken)
            yield return new WarningView(
                $"{Names(taken)} taken then{(By(taken) is { Length: > 0 } what ? $": {what}" : "")}.",
                "wrong",
                Instead(taken)
            );
        foreach (var wrong in RoomsWrong())
            yield return wrong;
        foreach (var wrong in TooFar())
            yield return wrong;
        var outOfHours = Of(AtTimeKind.OutOfHours).ToLookup(a => Off(a)?.Words);
        foreach (var off in outOfHours.Where(g => g.Key is not null))
            yield return new WarningView($"A day off for {Names([.. off])}: {off.Key}.", "doubt", Instead([.. off]));
        if (outOfHours[null].ToList() is { Count: > 0 } late)
            yield return new WarningView($"Out of hours for {Names(late)}.", "doubt", Instead(late));
        foreach (
            var (whom, week) in People
                .Where(a => a.Required)
                .SelectMany(a => a.Lane.NoGo.Where(n => n.In(a.Who.HomeZone).Overlaps(stretch)).Take(1).Select(n => (a, n)))
        )
            yield return new WarningView(
                $"A no-go week for {whom.Who.GivenName}{(week.Words.Length == 0 ? "" : $": {week.Words}")}.",
                "doubt",
                Instead([whom])
            );
        if (Of(AtTimeKind.Pencilled) is { Count: > 0 } pencilled)
            yield return new WarningView(
                $"Over something pencilled for {Names(pencilled)}{(By(pencilled) is { Length: > 0 } over ? $", {over}" : "")}; both stand until one is answered.",
                "doubt",
                Instead(pencilled)
            );
    }

    private IEnumerable<WarningView> AboutTheRest()
    {
        if (!MailLeaves && Outside() is { Count: > 0 } unheard)
            yield return new WarningView(
                $"Mail cannot leave here: {Names(unheard)} {(unheard.Count == 1 ? "hears" : "hear")} nothing of it.",
                "wrong",
                []
            );
        foreach (var moved in AddressesThatWait.ChangedLately(viewing, [.. People.Select(a => a.Who)]))
            yield return new WarningView(moved, "doubt", []);
        foreach (var wrong in WhereWrong())
            yield return wrong;
        foreach (var wrong in TooLarge())
            yield return wrong;
        if (Outside() is { Count: > 0 } outside && Inside() is { Count: > 0 } inside)
        {
            var which = inside.Count == 1 ? $"“{inside[0].Name}”" : $"{inside.Count} papers";
            yield return new WarningView(
                $"{Names(outside)} cannot open {which}: papers stay inside.",
                "doubt",
                [new MendView(MendKind.PapersOut, inside.Count == 1 ? "Send it along" : "Send them along")]
            );
        }
    }

    /// <summary>Who covers, and the text that whoever asks is to read.</summary>
    private string SaysOfIt(AskedAtTime one)
    {
        if (one.Lane.Absences.FirstOrDefault(a => a.Stretch.Overlaps(stretch)) is not { } absence)
            return "";
        var cover =
            absence.Covers is { } id && viewing.Users([id]).TryGetValue(id, out var who)
                ? $" {who.Name} covers for {one.Who.GivenName}."
                : "";
        if (absence.Reason is { } reason)
            cover = $" {English.Word(absence.Kind)}: {reason}.{cover}";
        return absence.TextInside is { } text && viewing.Person.Inside ? $"{cover} “{text}”" : cover;
    }

    private IEnumerable<WarningView> TooLarge()
    {
        if (Outside().Count > 0 && PaperVersions.Latest(papers).Where(p => p.GoesOut).Sum(p => p.Size) > Paper.MostBytesOut)
            yield return new WarningView(
                $"The papers that go out are more than {English.Size(Paper.MostBytesOut)} together: the last of them stay inside.",
                "doubt",
                []
            );
    }

    /// <summary>What mends a time that does not suit some: another, or to go without one of them.</summary>
    private IReadOnlyList<MendView> Instead(List<AskedAtTime> whom) =>
        whom is [var one]
        && one != asked[0]
        && (named.Contains(one.Who.PublicId) || named.Contains(one.Who.Address))
        && People.Count(p => p.Required) > 2
            ? [TakeBestSlot, new MendView(MendKind.Optional, $"Ask {one.Who.GivenName} only if free", Person: viewing.View(one.Who))]
            : [TakeBestSlot];

    private List<AskedAtTime> Of(AtTimeKind kind) => [.. People.Where(a => a.Required && a.State.Kind == kind)];

    /// <summary>The holiday or closure that somebody has then.</summary>
    private DayOff? Off(AskedAtTime one) => one.Lane.Days.At(stretch.Start) is { } part ? one.Lane.Days.Off(part) : null;

    /// <summary>What stands there, where it is one person's and may be known.</summary>
    private static string By(List<AskedAtTime> some) => some is [{ State.By: { } title }] ? $"“{title}”" : "";

    private static string Names(List<AskedAtTime> some) => English.And([.. some.Select(a => a.Who.GivenName)]);

    private List<AskedAtTime> Outside() => [.. People.Where(a => !a.Who.Inside)];

    private List<Paper> Inside() => [.. PaperVersions.Latest(papers).Where(p => !p.GoesOut)];

    private IEnumerable<WarningView> RoomsWrong()
    {
        var seats = viewing.Store.Facts([.. Rooms.Select(r => r.Who.Id)]);
        var coming = People.Count();
        foreach (var room in Rooms)
        {
            if (room.State.Kind is AtTimeKind.Taken or AtTimeKind.Pencilled or AtTimeKind.Away)
                yield return new WarningView($"{room.Who.Name} is taken then.", "wrong", [.. OtherRoom(coming), TakeBestSlot]);
            if (seats.TryGetValue(room.Who.Id, out var facts) && facts.Capacity is { } holds && holds < coming)
                yield return new WarningView(
                    $"{room.Who.Name} holds {holds}; with the organiser {coming} come.",
                    "doubt",
                    OtherRoom(coming)
                );
        }
    }

    private IEnumerable<WarningView> WhereWrong()
    {
        if (hasLink)
            yield break;
        if (Outside() is { Count: > 0 } outside)
            yield return new WarningView(
                $"{Names(outside)} {(outside.Count == 1 ? "gets" : "get")} no conference link.",
                "doubt",
                [ByVideo]
            );
        else if (string.IsNullOrWhiteSpace(place) && !Rooms.Any())
            yield return new WarningView("It has neither a place nor a link.", "doubt", [ByVideo, .. OtherRoom(People.Count())]);
    }

    /// <summary>The smallest room of the organiser's site that is free and holds them all.</summary>
    private IReadOnlyList<MendView> OtherRoom(int coming)
    {
        freeRooms ??= FreeRooms.At(viewing, stretch, [.. Rooms.Select(r => r.Who.Id)], but);
        return FreeRooms.Fitting(viewing, freeRooms, coming, viewing.SiteOf(asked[0].Who.Place)) is { } room
            ? [new MendView(MendKind.Room, $"Take {room.Words}", Person: viewing.View(room.Room))]
            : [];
    }

    private IEnumerable<WarningView> TooFar()
    {
        // Who can join by link need not travel.
        if (Site is not { } site || hasLink)
            yield break;
        foreach (var one in People.Where(p => p.Required))
        {
            if (WhereTo.Keeps(viewing, one.Lane, stretch, site) is { } part)
                yield return new WarningView(
                    $"{one.Who.GivenName} {WhereTo.WhyNotThere(viewing, one.Lane, part)}.",
                    "doubt",
                    [ByVideo, TakeBestSlot]
                );
        }

        foreach (var one in People.Where(p => p.Required && p.State.Kind is AtTimeKind.Free or AtTimeKind.Held or AtTimeKind.Pencilled))
        {
            if (Way(viewing, one.Lane, stretch, site, but, told: true) is not { TooFar: true, With: { } with } verdict)
            {
                if (WayNotTold(viewing, one.Lane, stretch, site, but))
                    yield return new WarningView($"{one.Who.GivenName} is not free then.", "doubt", [TakeBestSlot]);
                continue;
            }

            var later = with.Stretch.End <= stretch.Start ? stretch.Start + verdict.By : stretch.Start - verdict.By;
            var quarter = Duration.FromMinutes(15).TotalMilliseconds;
            var ticks = LaneViews.Ms(later) / quarter;
            var start = (long)((with.Stretch.End <= stretch.Start ? Math.Ceiling(ticks) : Math.Floor(ticks)) * quarter);
            var why =
                $"{one.Who.GivenName} has no time to get {(with.Stretch.End <= stretch.Start ? "there from" : "from there to")} “{with.Key.Told.Title}”: {English.Length((int)Math.Ceiling(verdict.By.TotalMinutes))} short.";
            var at = viewing.Zone.ToLocal(Instant.FromUnixTimeMilliseconds(start));
            yield return new WarningView(
                why,
                "doubt",
                [new MendView(MendKind.Start, $"Start at {English.Time(at.TimeOfDay)}", start), ByVideo]
            );
        }
    }

    /// <summary>Whether somebody who is free lacks the time to get to a site for a stretch, or from there to what follows.</summary>
    public static bool NoWay(Viewing viewing, Lane lane, Stretch stretch, string site, Apart but) =>
        Way(viewing, lane, stretch, site, but, told: true).TooFar || WayNotTold(viewing, lane, stretch, site, but);

    /// <summary>
    /// The way from or to a place that may not be known is taken time, whatever place is tried: nobody finds the place by trying.
    /// </summary>
    private static bool WayNotTold(Viewing viewing, Lane lane, Stretch stretch, string site, Apart but) =>
        Way(viewing, lane, stretch, viewing.SiteOf(lane.Who.Place) ?? site, but, told: false).TooFar;

    /// <param name="told">Whether what is told with its place is looked at, or what is not.</param>
    private static Verdict<LaneEntry> Way(Viewing viewing, Lane lane, Stretch stretch, string site, Apart but, bool told)
    {
        var day = AtTime.Around(stretch);
        var standing = lane
            .Entries.Where(e =>
                !e.Told.AllDay && e.Told.Stretch.Overlaps(day) && !but.Has(e.Occurrence.Entry) && e.Told.Sight >= Sight.Headlines == told
            )
            .Select(e => new Standing<LaneEntry>(e, e.Told.Stretch, e.Told.Takes))
            .ToList();
        return Verdicts.Of(stretch, site, standing, e => e.Site, lane.Hours, lane.Absences, viewing.Store.Travel());
    }
}
