using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Meetings;
using Corlin.Core.Sheets;
using Corlin.Core.Time;
using Corlin.Core.Travel;
using NodaTime;

namespace Corlin.Application.Handing;

/// <summary>Writes the lines of a sheet.</summary>
internal sealed class SheetLines(Viewing viewing, Lane lane, SheetParts parts, SheetKnowledge known)
{
    private const int MostPeople = 12;
    private static readonly Duration ShortestGap = Duration.FromMinutes(15);

    private readonly List<(Way Way, LaneEntry? From, LaneEntry? To)> ways = parts.HasFlag(SheetParts.Ways)
        ? [.. LaneViews.WaysOn(viewing, lane).Where(LaneViews.IsTold)]
        : [];

    /// <summary>The same for the same occurrence on every sheet; null for what may not be told apart.</summary>
    public static string? Key(LaneEntry entry) => entry.Told.PublicId is { } id ? $"{id}@{LaneViews.Id(entry.Told.RecurrenceId)}" : null;

    /// <summary>All of a lane that can be told apart.</summary>
    public static ImmutableArray<SheetLine> Kept(Lane lane, Stretch span) =>
        [
            .. lane
                .Entries.Where(e => e.Told.Stretch.Overlaps(span) && Key(e) is not null)
                .Select(e => new SheetLine(Key(e)!, e.Told.Stretch, e.Told.Title ?? "", e.Told.Place, e.Told.Private)),
        ];

    public string Title(LaneEntry entry) =>
        Hides(entry) || entry.Told.Withheld ? "Private" : entry.Told.Title ?? English.Word(entry.Told.Takes);

    /// <summary>The lines of a day in time order.</summary>
    /// <param name="last">The sheet before that has the day; null where none has, or nothing of it may be told.</param>
    public IReadOnlyList<SheetLineView> Of(
        IReadOnlyList<LaneEntry> entries,
        Stretch day,
        DateTimeZone zone,
        LocalDate date,
        HandedSheet? last
    )
    {
        var now = Kept(lane, day);
        var changes = last is null ? null : SheetChanges.Since(last, now);
        var lines = entries
            .Select(e => Line(e, zone, date, Key(e) is { } key ? changes?.GetValueOrDefault(key) : null))
            .Concat(parts.HasFlag(SheetParts.Gaps) ? Gaps(entries, day, zone, date) : [])
            .Concat(last is null ? [] : SheetChanges.Gone(last, now, day).Where(MayKnow).Select(g => Gone(g, zone, date)));
        return [.. lines.OrderBy(l => l.Start).ThenBy(l => l.Kind).ThenBy(l => l.End)];
    }

    private bool Hides(LaneEntry entry) => entry.Told.Private && !parts.HasFlag(SheetParts.Private);

    private bool MayKnow(SheetLine line) => viewing.Viewer.StandsFor(lane.Who.Id, line.Private);

    private SheetLineView Line(LaneEntry entry, DateTimeZone zone, LocalDate date, SheetChange? change)
    {
        var (told, hidden) = (entry.Told, Hides(entry));
        var whole = hidden ? null : told.Whole;
        var (last, open) = hidden ? (null, []) : known.Before(entry);
        var part = whole is null ? null : Agreement.Of(entry.Occurrence.Entry, lane.Who.Id, told.RecurrenceId);
        return new SheetLineView(
            SheetLineKind.Entry,
            told.PublicId,
            LaneViews.Id(told.RecurrenceId),
            LaneViews.Ms(told.Stretch.Start),
            LaneViews.Ms(told.Stretch.End),
            English.SheetTime(told.Stretch, zone, date),
            Home(told.Stretch.Start, zone),
            Title(entry),
            [.. States(told, whole, part)],
            change is null ? null : English.Different(change, zone, date),
            Leave(entry, zone),
            hidden ? null : told.Place,
            parts.HasFlag(SheetParts.Joining) ? [.. new[] { whole?.Link, whole?.DialIn }.OfType<string>()] : [],
            parts.HasFlag(SheetParts.People) && whole is not null ? People(whole) : [],
            parts.HasFlag(SheetParts.Agenda) ? whole?.Agenda : null,
            hidden ? [] : known.Papers(entry),
            last,
            open,
            English.Word(told.Takes)
        );
    }

    /// <summary>What is not agreed says so.</summary>
    private IEnumerable<string> States(DisclosedEntry told, WholeEntry? whole, Participation? part)
    {
        if (told.Takes == TimeTaken.Hold && whole?.LapsesAt is { } lapses)
            yield return English.HeldUntil(viewing.Zone.ToLocal(lapses), viewing.Today);
        else if (told.Takes is TimeTaken.Hold or TimeTaken.Pencilled)
            yield return English.Word(told.Takes);
        if (told.Kind != EntryKind.Meeting || whole is null)
            yield break;
        if (part is { Answer: Answer.None, Role: not AttendeeRole.Resource })
            yield return English.NotAnsweredYet;
        else if (part is { Answer: Answer.Tentative })
            yield return English.AnsweredTentatively;
        if (part is null && !whole.Agreed)
            yield return English.NotAgreed(LaneViews.Waiting(whole));
    }

    private string? Home(Instant start, DateTimeZone zone)
    {
        var (there, home) = (zone.ToLocal(start), lane.Who.HomeZone.ToLocal(start));
        return there == home ? null : $"{English.Time(home.TimeOfDay)} in {viewing.TownOf(lane.Who)}";
    }

    private string? Leave(LaneEntry entry, DateTimeZone zone)
    {
        var way = ways.Find(w => ReferenceEquals(w.To, entry)).Way;
        return way is null ? null : English.LeaveAt(zone.ToLocal(entry.Told.Stretch.Start - way.Needed).TimeOfDay, way.Needed, way.ShortBy);
    }

    private IReadOnlyList<SheetPersonView> People(WholeEntry whole)
    {
        var answers = whole.Attendees.ToLookup(a => a.Who, a => a.Answer);
        var ids = whole.Attendees.Select(a => a.Who).Append(whole.Organiser).Distinct().Where(id => id != lane.Who.Id).ToList();
        var people = viewing.Meeting(ids);
        var named = ids.Select(id => people[id]).Where(u => u.Kind == UserKind.Person).ToList();
        IEnumerable<SheetPersonView> shown = named
            .Take(MostPeople)
            .Select(u => new SheetPersonView(u.Name, Who(u, answers[u.Id].Select(English.NotComing).FirstOrDefault())));
        return named.Count > MostPeople
            ? [.. shown, new SheetPersonView(English.Count(named.Count - MostPeople, "person more", "people more"), "")]
            : [.. shown];
    }

    private string Who(CalendarUser user, string? answer)
    {
        var met =
            user.Inside ? null
            : known.LastMet(user.Id) is { } at ? English.LastMet(viewing.Zone.ToLocal(at).Date, viewing.Today)
            : English.NeverMet;
        return string.Join("; ", new[] { user.Post, met, answer }.Where(w => !string.IsNullOrEmpty(w)));
    }

    private IEnumerable<SheetLineView> Gaps(IReadOnlyList<LaneEntry> entries, Stretch day, DateTimeZone zone, LocalDate date)
    {
        var taken = StretchSet.Of(entries.Where(e => e.Told.Takes > TimeTaken.Free).Select(e => e.Told.Stretch));
        var onTheWay = StretchSet.Of(ways.Select(w => w.Way.Drawn));
        var away = StretchSet.Of(lane.Absences.Select(a => a.Stretch));
        return lane
            .Hours.Intersect(StretchSet.Of([day]))
            .Except(taken)
            .Except(onTheWay)
            .Except(away)
            .Stretches.Where(g => g.Length >= ShortestGap && g.End > viewing.Now)
            .Select(g => Plain(SheetLineKind.Gap, g, zone, date, English.FreeFor(g.Length), null));
    }

    private SheetLineView Gone(SheetLine line, DateTimeZone zone, LocalDate date) =>
        Plain(
            SheetLineKind.Gone,
            line.Stretch,
            zone,
            date,
            line.Private && !parts.HasFlag(SheetParts.Private) ? "Private" : line.Title,
            English.TakesPlaceNoMore
        );

    private static SheetLineView Plain(
        SheetLineKind kind,
        Stretch stretch,
        DateTimeZone zone,
        LocalDate date,
        string title,
        string? change
    ) =>
        new(
            kind,
            null,
            null,
            LaneViews.Ms(stretch.Start),
            LaneViews.Ms(stretch.End),
            English.SheetTime(stretch, zone, date),
            null,
            title,
            [],
            change,
            null,
            null,
            [],
            [],
            null,
            [],
            null,
            [],
            English.Word(TimeTaken.Free)
        );
}
