using System.Collections.Immutable;
using Corlin.Application.Ports;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Text;
using NodaTime;

namespace Corlin.Application.Calendars;

/// <summary>What is to be noted about an entry on a lane.</summary>
/// <param name="Category">The name of a category, made where there is none of that name; null or empty for none.</param>
/// <param name="Reminder">Null for as usual.</param>
/// <param name="Rank">Null where nothing is said.</param>
public sealed record MarkWish(string? Category, ReminderWish? Reminder, Rank? Rank)
{
    public static readonly MarkWish Nothing = new(null, null, null);

    private static readonly Duration EarliestReminder = Duration.FromDays(1);

    /// <summary>The marks of a new entry.</summary>
    internal ImmutableArray<LaneMark> On(IChangeSession session, UserId lane)
    {
        MustRemind(Reminder);
        var mark = new LaneMark(lane)
        {
            Category = CategoryOf(session, lane, Category),
            Reminder = Reminder,
            Rank = Rank,
        };
        return mark.IsEmpty ? [] : [mark];
    }

    /// <exception cref="RefusedException">It is after the start, or more than a day before.</exception>
    internal static void MustRemind(ReminderWish? reminder)
    {
        if (reminder?.Before is { } before && (before < Duration.Zero || before > EarliestReminder))
            throw new RefusedException(RefusalKind.BadInput, "reminder", before.ToString());
    }

    /// <summary>The category of that name on a lane's list, made where there is none; null for no name.</summary>
    internal static CategoryId? CategoryOf(IChangeSession session, UserId lane, string? category)
    {
        if (string.IsNullOrWhiteSpace(category))
            return null;
        var name = category.Trim();
        if (name.Length > Core.Calendars.Category.LongestName)
            throw new RefusedException(RefusalKind.BadInput, "category", name);
        var list = session.Categories([lane]);
        var known = list.FirstOrDefault(c => Plain.Of(c.Name) == Plain.Of(name));
        return known?.Id ?? session.CategoryStore.Save(new Category(default, lane, name, Core.Calendars.Category.NextColour(list))).Id;
    }
}
