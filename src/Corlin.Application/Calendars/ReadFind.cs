using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Text;
using Corlin.Core.Time;
using Corlin.Core.Words.Lines;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>What is called something: people, groups, rooms, and entries of all years.</summary>
public sealed record FoundView(IReadOnlyList<FoundPersonView> People, IReadOnlyList<FoundEntryView> Entries, bool More)
{
    /// <summary>The answer where it was asked when two last met; null otherwise.</summary>
    public LastMetView? LastMet { get; init; }

    /// <summary>The day that was named beside a person, or alone; null where none was.</summary>
    public FoundDayView? Day { get; init; }
}

/// <param name="Date">yyyy-mm-dd.</param>
/// <param name="Words">The day in words, with its year.</param>
/// <param name="Alone">Whether only the day was typed.</param>
public sealed record FoundDayView(string Date, string Words, bool Alone);

/// <param name="Now">Whether they can be had now and until when; null where their calendar may not be seen.</param>
public sealed record FoundPersonView(PersonView Who, string? Now);

/// <param name="Lane">The public id of whose lane it stands on.</param>
/// <param name="Date">The day of that lane in the viewer's zone, yyyy-mm-dd.</param>
/// <param name="When">Day, hour and year in words.</param>
public sealed record FoundEntryView(
    string Id,
    string? Occurrence,
    string Lane,
    string LaneName,
    int Flag,
    string Title,
    string When,
    string Date,
    string? Place,
    string? Why
);

/// <summary>Looks for a word in what the viewer may see, and for whom they name.</summary>
public sealed record ReadFind(UserId Viewer, string Text, Instant Now)
{
    private const int MostPeople = 5;
    private const int MostEntries = 20;

    /// <summary>So many are held against what the viewer may see; more are not looked at.</summary>
    private const int MostCandidates = 400;

    private const int MostLanes = 60;
    private const int MostWords = 6;

    public FoundView Run(ICalendarReads store)
    {
        var typed = Plain.Words(Text).Distinct().Take(MostWords).ToList();
        if (typed.Sum(w => w.Length) < 2)
            return new FoundView([], [], false);
        var viewing = new Viewing(store, Viewer, Now);
        var lanes = Lanes(viewing);
        if (Core.Words.LastMet.Read(Text) is { } asked && LastMetViews.Read(viewing, asked, lanes) is { } met)
            return new FoundView([], [], false) { LastMet = met };
        var day = SomebodysDay.Read(Text, viewing.Zone.ToLocal(Now).Date);
        var people = day is { Who: "" } ? [] : store.SeekUsers(day?.Who ?? Text, viewing.Keeps, MostPeople);
        // "May Ferreira" names nobody's day.
        if (day is { Who.Length: > 0 } && people.Count == 0)
            (day, people) = (null, store.SeekUsers(Text, viewing.Keeps, MostPeople));
        List<SoughtWord> words =
        [
            .. typed.Select(w => new SoughtWord(
                w,
                Called(
                    w,
                    typed.Count == 1 ? people
                        : w.Length < 3 ? []
                        : store.SeekUsers(w, viewing.Keeps, MostPeople)
                )
            )),
        ];
        var found = Look(viewing, lanes, words);
        // One slip of the keys is forgiven where nothing is said as it was typed.
        if (found.Entries.Count == 0 && words.Any(w => w.Text.Length >= SoughtWord.LeastNear))
            found = Look(viewing, lanes, [.. words.Select(w => w.Text.Length >= SoughtWord.LeastNear ? w with { Near = true } : w)]);
        return new FoundView([.. Reachable(viewing, people)], found.Entries, found.More) { Day = day is null ? null : View(day) };
    }

    private static FoundDayView View(SomebodysDay day) =>
        new(NodaTime.Text.LocalDatePattern.Iso.Format(day.Day), $"{English.Day(day.Day)} {day.Day.Year}", day.Who.Length == 0);

    private static List<UserId> Called(string word, IReadOnlyList<CalendarUser> people) =>
        [.. people.Where(p => p.Kind is UserKind.Person && Plain.Of(p.Name).Contains(word, StringComparison.Ordinal)).Select(p => p.Id)];

    /// <summary>
    /// Entries of which the viewer may know each of some words, each at its next occurrence: what is ahead first, soonest first; then what
    /// has been, latest first.
    /// </summary>
    private (IReadOnlyList<FoundEntryView> Entries, bool More) Look(
        Viewing viewing,
        List<CalendarUser> lanes,
        IReadOnlyList<SoughtWord> words
    )
    {
        var store = viewing.Store;
        var calendars = viewing.CalendarsOf([.. lanes.Select(l => l.Id)]).Where(c => c.Value.AnythingSeen).ToDictionary();
        var owners = calendars.SelectMany(c => c.Value.Ids.Select(id => (id, c.Key))).ToDictionary(c => c.id, c => c.Key);
        var candidates = store.Matching([.. owners.Keys], words, MostCandidates);
        // What somebody declined stands on no lane; they find it all the same.
        var mains = calendars.Where(c => viewing.Viewer.MaySpeakFor(c.Key)).ToDictionary(c => c.Key, c => c.Value.Main);
        candidates = [.. candidates, .. store.Declined([.. mains.Keys], words, MostCandidates).Select(d => (mains[d.Who], d.Entry))];
        var papers = store.Papers([.. candidates.Select(c => c.Entry.Id).Distinct()]).ToLookup(p => p.Entry, p => p.Name);
        var found = new List<(Instant Start, FoundEntryView View)>();
        foreach (var (calendar, entry) in candidates)
        {
            var lane = viewing.Users([owners[calendar]])[owners[calendar]];
            if (Nearest(entry, lane) is not { } occurrence)
                continue;
            if (calendars[lane.Id].ToldOrDeclined(viewing, occurrence) is not { PublicId: not null } told)
                continue;
            if (Why(viewing, told, papers[entry.Id], words) is not { } why)
                continue;
            found.Add((told.Stretch.Start, View(viewing, lane, told, why)));
        }

        // One meeting on several lanes is one.
        var ordered = found
            .OrderBy(f => f.Start < Now)
            .ThenBy(f => f.Start < Now ? Now - f.Start : f.Start - Now)
            .Select(f => f.View)
            .DistinctBy(f => (f.Id, f.Occurrence))
            .ToList();
        return ([.. ordered.Take(MostEntries)], ordered.Count > MostEntries || candidates.Count == MostCandidates);
    }

    private static IEnumerable<FoundPersonView> Reachable(Viewing viewing, IReadOnlyList<CalendarUser> people)
    {
        var around = new Stretch(viewing.Now - Duration.FromHours(18), viewing.Now + Duration.FromHours(18));
        return LaneReading
            .Read(viewing, people, around)
            .Select(lane => new FoundPersonView(
                viewing.View(lane.Who),
                lane.Known && lane.Who.Kind != UserKind.Group ? ReachWords.Now(viewing, lane) : null
            ));
    }

    /// <summary>Those for whom the viewer speaks, who gave them a grant, and the viewer.</summary>
    private static List<CalendarUser> Lanes(Viewing viewing) =>
        [
            .. viewing
                .Users([viewing.Person.Id, .. viewing.Held.Select(g => g.Owner)])
                .Values.OrderByDescending(u => viewing.Viewer.MaySpeakFor(u.Id))
                .Take(MostLanes),
        ];

    /// <summary>The next occurrence, or the last where none follows.</summary>
    private Occurrence? Nearest(Entry entry, CalendarUser lane)
    {
        if (!entry.IsSeries)
            return Occurrences.Find(entry, null, lane.HomeZone);
        return Occurrences.FirstFrom(entry, lane.HomeZone.ToLocal(Now), lane.HomeZone)
            ?? Occurrences.In(entry, new Stretch(Now - Duration.FromDays(3_660), Now), lane.HomeZone).LastOrDefault();
    }

    /// <summary>
    /// Why it was found, from what the viewer may see of it alone: each word must be said in that; null where one is not.
    /// </summary>
    private static string? Why(Viewing viewing, DisclosedEntry told, IEnumerable<string> papers, IReadOnlyList<SoughtWord> words)
    {
        var why = words.Select(w => Why(viewing, told, papers, w)).ToList();
        return why.Contains(null) ? null : why.Find(w => w!.Length > 0) ?? "";
    }

    private static string? Why(Viewing viewing, DisclosedEntry told, IEnumerable<string> papers, SoughtWord word)
    {
        if (word.IsIn(told.Title) || word.IsIn(told.Place))
            return "";
        if (word.IsIn(told.Whole?.AskedBy))
            return "asked for by them";
        if (word.IsIn(told.Whole?.Agenda))
            return "in the agenda";
        if (told.Whole is not null && papers.FirstOrDefault(word.IsIn) is { } paper)
            return $"paper “{paper}”";
        var with = told.Whole?.Attendees.Select(a => a.Who).Append(told.Whole.Organiser).FirstOrDefault(word.With.Contains);
        return with is { } who && who != default ? $"with {viewing.Users([who])[who].GivenName}" : null;
    }

    internal static FoundEntryView View(Viewing viewing, CalendarUser lane, DisclosedEntry told, string why)
    {
        var local = viewing.Zone.ToLocal(told.Stretch.Start);
        return new FoundEntryView(
            told.PublicId!,
            LaneViews.Id(told.RecurrenceId),
            lane.PublicId,
            lane.GivenName,
            lane.Flag,
            told.Title!,
            $"{English.Day(local.Date)} {local.Year}, {English.Time(local.TimeOfDay)}",
            NodaTime.Text.LocalDatePattern.Iso.Format(local.Date),
            told.Place,
            why.Length == 0 ? null : why
        );
    }
}
