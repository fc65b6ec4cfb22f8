using System.Text.Json;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Watch;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>What the reader is reminded of, soonest first.</summary>
/// <param name="Next">When the next one comes up, in milliseconds; null where none does within a day.</param>
/// <param name="Zone">The reader's own.</param>
/// <param name="Principals">Those of whom one can choose to be reminded: oneself and those one speaks for.</param>
public sealed record RemindersView(
    long Now,
    IReadOnlyList<ReminderView> Due,
    long? Next,
    ZoneView Zone,
    IReadOnlyList<PersonView> Principals,
    ReminderLikes Likes
);

/// <param name="Lane">The public id of whose lane to open it on.</param>
/// <param name="Leave">When to leave for it, in milliseconds, and null where there is no way to go.</param>
/// <param name="Where">The place, or "by video".</param>
/// <param name="Way">"25 minutes on the way".</param>
/// <param name="Missed">It is over, and nobody was there to see the reminder.</param>
public sealed record ReminderView(
    string Id,
    string? Occurrence,
    string Lane,
    IReadOnlyList<PersonView> For,
    string Title,
    string? Where,
    long Start,
    long End,
    long? Leave,
    string? Way,
    string? Link,
    bool Missed
);

/// <summary>How somebody likes to be reminded.</summary>
/// <param name="Of">Public ids of those whose entries they are reminded of; null for all they speak for and themselves.</param>
/// <param name="Minutes">How long before the start, where there is no way to go.</param>
/// <param name="Browser">Whether the browser tells it too.</param>
public sealed record ReminderLikes(IReadOnlyList<string>? Of = null, int Minutes = 10, bool Browser = false)
{
    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);

    /// <summary>As kept in the settings; what cannot be read is as usual.</summary>
    public static ReminderLikes Read(string? json)
    {
        try
        {
            var kept = json is null ? null : JsonSerializer.Deserialize<ReminderLikes>(json, Web);
            return kept is { Minutes: >= 0 and <= 240 } ? kept : new ReminderLikes();
        }
        catch (JsonException)
        {
            return new ReminderLikes();
        }
    }
}

public sealed record ReadReminders(UserId Viewer, Instant Now)
{
    /// <summary>The earliest reminder that can be chosen is a day before.</summary>
    private static readonly Duration LooksAhead = Duration.FromHours(25);

    public RemindersView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var likes = ReminderLikes.Read(store.Settings(Viewer).GetValueOrDefault("reminders"));
        IReadOnlyList<CalendarUser> principals = [viewing.Person, .. viewing.Principals];
        var people = principals.Where(p => likes.Of?.Contains(p.PublicId) ?? true).ToList();
        var span = new Stretch(Now - Reminders.LooksBack, Now + LooksAhead);
        var candidates = LaneReading
            .Read(viewing, people, span)
            .SelectMany(lane => OnLane(viewing, lane, Duration.FromMinutes(likes.Minutes)))
            .ToList();
        var marks = store.ReminderMarks(Viewer, [.. candidates.Select(c => c.Entry.Occurrence.Entry.Id).Distinct()]);
        var due = new List<(Candidate First, IReadOnlyList<CalendarUser> For, ReminderState State)>();
        Instant? next = null;
        foreach (var group in candidates.GroupBy(c => (c.Entry.Occurrence.Entry.Id, c.Entry.Told.RecurrenceId)))
        {
            // One meeting of several principals is one reminder, for whoever must leave first.
            var first = group.MinBy(c => c.DueAt)!;
            var mark = marks.GetValueOrDefault(group.Key);
            var state = Reminders.StateOf(first.Entry.Told.Stretch, first.DueAt, mark, Now);
            if (state == ReminderState.Ahead)
            {
                var at = Reminders.NextAt(first.DueAt, mark);
                next = next is { } sooner ? Instant.Min(sooner, at) : at;
            }
            else if (state != ReminderState.Quiet)
            {
                due.Add((first, [.. group.Select(c => c.Lane.Who)], state));
            }
        }

        var views = due.OrderBy(d => d.State == ReminderState.Missed)
            .ThenBy(d => d.First.Entry.Told.Stretch.Start)
            .Select(d => View(viewing, d.First, d.For, d.State));
        return new RemindersView(
            LaneViews.Ms(Now),
            [.. views],
            next is { } n ? LaneViews.Ms(n) : null,
            viewing.View(viewing.Person.Zone, viewing.ClockOf(viewing.Person), span),
            [.. principals.Select(viewing.View)],
            likes
        );
    }

    private sealed record Candidate(Lane Lane, LaneEntry Entry, Instant DueAt, Instant? Leave, Duration? Way);

    private static IEnumerable<Candidate> OnLane(Viewing viewing, Lane lane, Duration usual)
    {
        var ways = LaneViews.WaysOn(viewing, lane).Where(w => w.To is not null && LaneViews.IsTold(w)).ToDictionary(w => w.To!, w => w.Way);
        foreach (var entry in lane.Entries)
        {
            var told = entry.Told;
            if (told.AllDay || told.Takes < TimeTaken.Pencilled || told.Sight < Sight.Headlines)
                continue;
            var way = ways.GetValueOrDefault(entry);
            var leave = way?.Drawn.Start;
            if (Reminders.DueAt(told.Stretch.Start, leave, told.Mark?.Reminder, usual) is { } at)
                yield return new Candidate(lane, entry, at, leave, way?.Needed);
        }
    }

    private static ReminderView View(Viewing viewing, Candidate one, IReadOnlyList<CalendarUser> people, ReminderState state)
    {
        var told = one.Entry.Told;
        return new ReminderView(
            told.PublicId!,
            LaneViews.Id(told.RecurrenceId),
            one.Lane.Who.PublicId,
            [.. people.Select(viewing.View)],
            told.Title!,
            told.Place ?? (told.Whole?.Link is null ? null : "by video"),
            LaneViews.Ms(told.Stretch.Start),
            LaneViews.Ms(told.Stretch.End),
            one.Leave is { } leave ? LaneViews.Ms(leave) : null,
            one.Way is { } way ? $"{English.Length(way)} on the way" : null,
            told.Whole?.Link,
            state == ReminderState.Missed
        );
    }
}
