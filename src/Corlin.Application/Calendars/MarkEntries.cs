using Corlin.Application.Ports;
using Corlin.Application.Shared;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Text;

namespace Corlin.Application.Calendars;

/// <summary>Notes a category, a reminder or a rank on entries of a lane, several at once. Nobody is told: it belongs to the lane.</summary>
/// <param name="Lane">Whose lane they stand on.</param>
/// <param name="Entries">Public ids.</param>
/// <param name="Category">The name of a category, made where there is none of that name; empty for none; null for as it is.</param>
/// <param name="Reminder">Null for as it is.</param>
/// <param name="Rank">Null for as it is.</param>
[Change(ChangeKind.EntryMarked, "noted a category or a reminder of", MayTakeBack.ByWhoMarksEachEntry)]
public sealed record MarkEntries(
    UserId Actor,
    UserId Lane,
    IReadOnlyList<string> Entries,
    string? Category,
    ReminderChoice? Reminder = null,
    RankChoice? Rank = null
) : IChange<long>
{
    public const int MostEntries = 500;

    public long Apply(IChangeSession session)
    {
        if (Entries.Count is 0 or > MostEntries)
            throw new RefusedException(
                RefusalKind.BadInput,
                "entries",
                Entries.Count.ToString(System.Globalization.CultureInfo.InvariantCulture)
            );
        MarkWish.MustRemind(Reminder?.Wish);
        var entries = Entries.Distinct().Select(e => session.MustMark(Actor, Lane, e)).ToList();
        var change = session.Begin(ChangeKind.EntryMarked, Actor, Lane, entries[0].Rights.Grant);
        var category = MarkWish.CategoryOf(session, Lane, Category);
        foreach (var (entry, _) in entries)
        {
            var mark = entry.MarkOn(Lane);
            if (Category is not null)
                mark = mark with { Category = category };
            if (Reminder is not null)
                mark = mark with { Reminder = Reminder.Wish };
            if (Rank is not null)
                mark = mark with { Rank = Rank.Wish };
            session.EntryStore.Save(
                entry with
                {
                    Marks = [.. entry.Marks.Where(m => m.Lane != Lane), .. mark.IsEmpty ? [] : new[] { mark }],
                }
            );
        }

        return change;
    }
}

/// <param name="Entries">Public ids.</param>
public sealed record ChosenOnLane(UserId Lane, IReadOnlyList<string> Entries);

/// <summary>
/// Puts what was chosen on several lanes into a category of that name; each lane has a list of its own. All of it or none.
/// </summary>
public sealed record MarkChosen(UserId Actor, IReadOnlyList<ChosenOnLane> Chosen, string Category) : IChange<IReadOnlyList<long>>
{
    private const int MostLanes = 50;

    /// <returns>A change for each lane.</returns>
    public IReadOnlyList<long> Apply(IChangeSession session)
    {
        if (Chosen.Count is 0 or > MostLanes)
            throw new RefusedException(RefusalKind.BadInput, "chosen", null);
        return [.. Chosen.Select(c => new MarkEntries(Actor, c.Lane, c.Entries, Category).Apply(session))];
    }
}

/// <param name="Wish">Null for as usual.</param>
public sealed record ReminderChoice(ReminderWish? Wish);

/// <param name="Wish">Null for nothing said.</param>
public sealed record RankChoice(Rank? Wish);

/// <summary>Calls a category something else, gives it another colour, or takes it off the list; entries that carry it follow.</summary>
/// <param name="Name">Null for as it is.</param>
/// <param name="Colour">Null for as it is.</param>
[Change(ChangeKind.CategoryChanged, "changed the list of categories", MayTakeBack.ByWhoChangesTheLane)]
public sealed record ChangeCategory(UserId Actor, UserId Lane, CategoryId Id, string? Name, int? Colour, bool Remove) : IChange<long>
{
    public long Apply(IChangeSession session)
    {
        var rights = session.MustChangeLane(Actor, Lane);
        var list = session.Categories([Lane]);
        var stands = list.FirstOrDefault(c => c.Id == Id) ?? throw new RefusedException(RefusalKind.NotFound);
        var change = session.Begin(ChangeKind.CategoryChanged, Actor, Lane, rights.Grant);
        if (Remove)
        {
            session.CategoryStore.Remove(stands);
            return change;
        }

        var name = Name?.Trim() ?? stands.Name;
        if (name.Length is 0 or > Category.LongestName)
            throw new RefusedException(RefusalKind.BadInput, "name", name);
        if (list.Any(c => c.Id != Id && Plain.Of(c.Name) == Plain.Of(name)))
            throw new RefusedException(RefusalKind.NameTaken, "name", name);
        var colour = Colour ?? stands.Colour;
        if (colour is < 0 or >= Category.Colours)
            throw new RefusedException(RefusalKind.BadInput, "colour", null);
        session.CategoryStore.Save(stands with { Name = name, Colour = colour });
        return change;
    }
}
