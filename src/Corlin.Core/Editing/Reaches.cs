using Corlin.Core.Calendars;
using Corlin.Core.Recurrence;
using NodaTime;

namespace Corlin.Core.Editing;

/// <summary>How many occurrences an edit would reach, and which.</summary>
/// <param name="Count">Null where there is no end, or none within <see cref="Expansion.Most"/>.</param>
/// <param name="First">The wall-clock start of the first.</param>
/// <param name="Last">That of the last; null without end.</param>
public sealed record ReachSpan(Reach Reach, int? Count, LocalDateTime First, LocalDateTime? Last);

/// <summary>How much of a series a change is about.</summary>
public static class Reaches
{
    /// <summary>The three reaches at an occurrence; from here on is left out where it is the same as all or as this one.</summary>
    public static IEnumerable<ReachSpan> At(Entry entry, LocalDateTime id, DateTimeZone ownerZone)
    {
        yield return new ReachSpan(Reach.ThisOne, 1, id, id);
        var all = Span(Reach.All, entry, LocalDateTime.MinIsoValue, ownerZone);
        if (all is null)
            yield break;
        var following = Span(Reach.FromHereOn, entry, id, ownerZone);
        if (following is not null && following.First > all.First && following.Count != 1)
            yield return following;
        yield return all;
    }

    private static ReachSpan? Span(Reach reach, Entry entry, LocalDateTime from, DateTimeZone ownerZone)
    {
        var series = new Series(entry, ownerZone);
        var limit = entry.Rule is { Ends: false } ? 1 : Expansion.Most + 1;
        LocalDateTime? first = null,
            last = null;
        var count = 0;
        foreach (var id in series.Ids(from, LocalDateTime.MaxIsoValue).Where(i => series.Find(i) is not null).Take(limit))
        {
            first ??= id;
            last = id;
            count++;
        }

        if (first is not { } begin)
            return null;
        return entry.Rule is { Ends: false } || count > Expansion.Most
            ? new ReachSpan(reach, null, begin, null)
            : new ReachSpan(reach, count, begin, last);
    }
}
