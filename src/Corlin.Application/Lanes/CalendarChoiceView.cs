using Corlin.Core.Calendars;

namespace Corlin.Application.Lanes;

/// <summary>One of somebody's own calendars, to choose from.</summary>
/// <param name="Id">"main", or the public id of a further one.</param>
/// <param name="Note">What it is, where the name does not say it.</param>
public sealed record CalendarChoiceView(string Id, string Name, string? Note)
{
    /// <summary>What the main calendar is called where one is chosen: it has no id of its own outside.</summary>
    public const string MainId = "main";

    internal static CalendarChoiceView Main(CalendarUser owner) => new(MainId, $"{owner.GivenName}’s main calendar", null);

    internal static CalendarChoiceView Of(FurtherCalendar calendar) =>
        new(calendar.PublicId, calendar.Name, calendar.Counts ? null : "does not count as taken");
}
