using System.Collections.Immutable;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Sheets;

/// <summary>An entry as a sheet told it.</summary>
/// <param name="Key">The same for the same occurrence on every sheet.</param>
public sealed record SheetLine(string Key, Stretch Stretch, string Title, string? Place, bool Private);

/// <summary>A sheet that was printed or sent.</summary>
/// <param name="First">Its first day.</param>
/// <param name="Days">How many it has.</param>
public sealed record HandedSheet(UserId Owner, UserId By, Instant At, LocalDate First, int Days, ImmutableArray<SheetLine> Lines)
{
    /// <summary>Whether it went by itself.</summary>
    public bool ByItself { get; init; }
}

/// <summary>What is different of an entry since the last sheet.</summary>
/// <param name="IsNew">It stood on none.</param>
/// <param name="Was">When it was to take place; null where that is the same.</param>
/// <param name="WasAt">Where it was to take place, "" for nowhere; null where that is the same.</param>
public sealed record SheetChange(bool IsNew, Stretch? Was, string? WasAt);

/// <summary>Holds a sheet against the one before it.</summary>
public static class SheetChanges
{
    /// <summary>Of each line what is different; those that are the same are left out.</summary>
    public static IReadOnlyDictionary<string, SheetChange> Since(HandedSheet last, IEnumerable<SheetLine> now)
    {
        var before = last.Lines.ToDictionary(l => l.Key);
        var changes = new Dictionary<string, SheetChange>();
        foreach (var line in now)
        {
            if (!before.TryGetValue(line.Key, out var was))
                changes[line.Key] = new SheetChange(true, null, null);
            else if (was.Stretch != line.Stretch || was.Place != line.Place)
                changes[line.Key] = new SheetChange(
                    false,
                    was.Stretch == line.Stretch ? null : was.Stretch,
                    was.Place == line.Place ? null : was.Place ?? ""
                );
        }

        return changes;
    }

    /// <summary>What stood on the last sheet in a stretch and stands there no more, wherever it went, in time order.</summary>
    public static ImmutableArray<SheetLine> Gone(HandedSheet last, IEnumerable<SheetLine> now, Stretch span)
    {
        var here = now.Where(l => l.Stretch.Overlaps(span)).Select(l => l.Key).ToHashSet();
        return [.. last.Lines.Where(l => l.Stretch.Overlaps(span) && !here.Contains(l.Key)).OrderBy(l => l.Stretch.Start)];
    }
}
