using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;

namespace Corlin.Application.Meetings;

/// <param name="When">"now, to 10:00", "10:30 to 11:30".</param>
/// <param name="Leave">"leave at 10:05", where there is a way to go; null otherwise.</param>
/// <param name="With">Who else is in it.</param>
public sealed record ComingView(
    string Id,
    string? Occurrence,
    string Title,
    string When,
    bool IsNow,
    string? Where,
    string? Link,
    string? Leave,
    string? With,
    string Takes,
    long Start,
    long End
);

/// <summary>What comes on a lane, in words.</summary>
internal static class ComingViews
{
    public static ComingView View(Viewing viewing, Lane lane, LaneEntry entry)
    {
        var told = entry.Told;
        var (start, end) = (viewing.Zone.ToLocal(told.Stretch.Start), viewing.Zone.ToLocal(told.Stretch.End));
        var isNow = told.Stretch.Contains(viewing.Now);
        var day = start.Date == viewing.Today || isNow ? "" : $"{English.NearDay(start.Date, viewing.Today)} ";
        var others = told.Whole?.Attendees.Select(a => a.Who)
            .Append(told.Whole.Organiser)
            .Distinct()
            .Where(w => w != viewing.Person.Id)
            .ToList()
            ?? [];
        var people = viewing.Meeting(others);
        var named = others.Select(o => people[o]).Where(u => u.Kind == UserKind.Person).ToList();
        return new ComingView(
            told.PublicId!,
            LaneViews.Id(told.RecurrenceId),
            told.Title!,
            isNow ? $"now, to {English.Time(end.TimeOfDay)}" : $"{day}{English.Time(start.TimeOfDay)} to {English.Time(end.TimeOfDay)}",
            isNow,
            told.Place,
            told.Whole?.Link,
            Leave(viewing, lane, entry),
            With(named),
            English.Word(told.Takes),
            LaneViews.Ms(told.Stretch.Start),
            LaneViews.Ms(told.Stretch.End)
        );
    }

    private static string? With(IReadOnlyList<CalendarUser> people) =>
        people.Count switch
        {
            0 => null,
            > 3 => $"with {people[0].Name}, {people[1].Name} and {people.Count - 2} more",
            _ => $"with {English.And([.. people.Select(p => p.Name)])}",
        };

    /// <summary>"leave at 10:05", where there is a way to go; null otherwise.</summary>
    public static string? Leave(Viewing viewing, Lane lane, LaneEntry entry)
    {
        if (entry.Told.Stretch.Start <= viewing.Now)
            return null;
        var way = LaneViews.WaysOn(viewing, lane).FirstOrDefault(w => ReferenceEquals(w.To, entry));
        return way.Way is null
            ? null
            : $"leave at {English.Time(viewing.Zone.ToLocal(entry.Told.Stretch.Start - way.Way.Needed).TimeOfDay)}";
    }
}
