using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Watching;

/// <summary>What becomes of series in the weeks ahead: clocks that change, and ends.</summary>
internal static class OfSeries
{
    private sealed record Told(Lane Lane, IReadOnlyList<LaneEntry> Coming)
    {
        public Entry Entry => Coming[0].Occurrence.Entry;
    }

    public static IEnumerable<Concern> Find(Looking looking, IReadOnlyList<Lane> lanes)
    {
        var series = lanes
            .SelectMany(lane =>
                lane.Entries.Where(e => e.Told is { RecurrenceId: not null, AllDay: false, Title: not null, Takes: > TimeTaken.Free })
                    .GroupBy(e => e.Occurrence.Entry.Id)
                    .Select(g => new Told(lane, [.. g]))
            )
            .ToList();
        return series.SelectMany(s => OutOfHours(looking, s)).Concat(series.SelectMany(s => RunsOut(looking, s)));
    }

    /// <summary>
    /// Of who keeps the lane; and of those required, where the meeting is theirs to change, as their hours are told to anyone.
    /// </summary>
    private static IEnumerable<Concern> OutOfHours(Looking looking, Told series)
    {
        var (viewing, lane) = (looking.Viewing, series.Lane);
        var until = looking.Until(ConcernKind.OutOfHours, lane);
        var coming = series.Coming.Where(e => e.Told.Stretch.Start > viewing.Now && e.Told.Stretch.Start < until).ToList();
        if (coming.Count < 2)
            yield break;
        if (Turned(coming, lane.Days) is { } own)
            yield return Of(viewing, lane, own, lane.Who, lane.Days.ZoneAt(own.Told.Stretch.Start));
        if (series.Entry.Owner != lane.Who.Id || coming[0].Told.Whole is not { } whole)
            yield break;
        var span = new Stretch(coming[0].Told.Stretch.Start, coming[^1].Told.Stretch.End);
        var people = viewing.Users(whole.Attendees.Select(a => a.Who));
        foreach (
            var who in whole
                .Attendees.Where(a => a.Role == AttendeeRole.Required && a.Answer != Answer.Declined)
                .Select(a => people[a.Who])
                .Where(p => p is { Kind: UserKind.Person, Hours: not null } && p.Zone != lane.Who.Zone)
        )
        {
            var days = new PersonDays(who, span, [], viewing.Places, []);
            if (Turned(coming, days) is { } theirs)
                yield return Of(viewing, lane, theirs, who, days.ZoneAt(theirs.Told.Stretch.Start));
        }
    }

    private static LaneEntry? Turned(List<LaneEntry> coming, PersonDays days) =>
        Turns.OutOfHours(coming.Select(e => e.Told.Stretch), days) is { } bad ? coming.First(e => e.Told.Stretch == bad) : null;

    private static Concern Of(Viewing viewing, Lane lane, LaneEntry entry, CalendarUser whom, DateTimeZone zone)
    {
        var there = zone.ToLocal(entry.Told.Stretch.Start);
        return new Concern(
            ConcernKind.OutOfHours,
            lane,
            $"{entry.Told.PublicId}-{whom.PublicId}",
            $"{Looking.At(entry)} {whom.PublicId}",
            entry.Told.Stretch.Start
        )
        {
            Title = entry.Told.Title!,
            Text = $"from {LaneWords.When(viewing, lane, entry.Told.Stretch)}",
            Judgement = "Clocks change",
            Reason = $"it is then at {English.Time(there.TimeOfDay)} for {whom.GivenName}, out of hours",
            Entry = entry,
            Marked = entry.Told.Stretch,
        };
    }

    private static IEnumerable<Concern> RunsOut(Looking looking, Told series)
    {
        var (viewing, lane) = (looking.Viewing, series.Lane);
        if (series.Entry.Owner != lane.Who.Id || !series.Coming[0].Told.MayChange)
            yield break;
        var ahead = looking.Until(ConcernKind.RunsOut, lane) - viewing.Now;
        if (Routines.Last(series.Entry, viewing.Now, ahead, lane.Who.HomeZone) is not { } last)
            yield break;
        var entry = series.Coming.FirstOrDefault(e => e.Told.RecurrenceId == last.RecurrenceId) ?? series.Coming[^1];
        yield return new Concern(ConcernKind.RunsOut, lane, series.Entry.PublicId, $"{Looking.At(entry)}", entry.Told.Stretch.Start)
        {
            Title = entry.Told.Title!,
            Text = LaneWords.When(viewing, lane, entry.Told.Stretch),
            Judgement = "Ends",
            Tone = "plain",
            Reason = "it takes place for the last time",
            Entry = entry,
            Marked = entry.Told.Stretch,
            Ways = [Longer(series.Entry.Rule!, last.RecurrenceId!.Value.Date), new(WayOutKind.Entry, "Open it to repeat it longer")],
        };
    }

    /// <summary>Half a year more, in the words in which it is edited.</summary>
    private static WayOutView Longer(Rule now, LocalDate last)
    {
        var longer = Routines.Longer(now, last);
        return new WayOutView(WayOutKind.Repeat, $"Repeat it until {English.DayAndYear(longer.Until!.Value.Time.Date)}")
        {
            Repeats = new RepeatsLongerView(RuleWords.Write(now), RuleWords.Write(longer)),
        };
    }
}
