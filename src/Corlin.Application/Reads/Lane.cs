using System.Collections.Immutable;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;

namespace Corlin.Application.Reads;

/// <summary>An occurrence with what may be told of it. What is not told may be used here, and is never told.</summary>
/// <param name="Site">Where it is, for ways, whether or not it may be told.</param>
internal sealed record LaneEntry(Occurrence Occurrence, DisclosedEntry Told, string? Site);

/// <summary>Somebody's lane over a span, as it is used inside the server.</summary>
internal sealed record Lane(
    CalendarUser Who, Rights Rights, StretchSet Hours, ImmutableArray<LaneEntry> Entries, ImmutableArray<Absence> Absences)
{
    public bool Known => Rights.Sight > Sight.Nothing;
}

internal static class Lanes
{
    /// <summary>The lanes of some people, in the order asked for.</summary>
    public static IReadOnlyList<Lane> Read(Viewing viewing, IReadOnlyList<CalendarUser> people, Stretch span)
    {
        var rights = viewing.RightsOn([.. people.Select(p => p.Id)]);
        var entries = viewing.Store.Touching([.. rights.Values.Select(r => r.Calendar)], span);
        var absences = viewing.Store.Absences([.. people.Select(p => p.Id)], span).ToLookup(a => a.Who);
        return [.. people.Select(who =>
        {
            var hours = who.HoursOrUsual.Within(span, who.HomeZone);
            if (!rights.TryGetValue(who.Id, out var own)) return new Lane(who, Rights.None, hours, [], []);
            var told = Told(viewing, who, own.Rights, entries[own.Calendar], span);
            return new Lane(who, own.Rights, hours, told, own.Rights.Sight > Sight.Nothing ? [.. absences[who.Id]] : []);
        })];
    }

    private static ImmutableArray<LaneEntry> Told(Viewing viewing, CalendarUser who, Rights rights, IEnumerable<Entry> entries, Stretch span)
    {
        var told = ImmutableArray.CreateBuilder<LaneEntry>();
        foreach (var occurrence in entries.SelectMany(e => Occurrences.In(e, span, who.HomeZone)))
        {
            if (Disclosure.Disclose(occurrence, who.Id, viewing.Viewer, rights, viewing.Now) is { } entry)
                told.Add(new LaneEntry(occurrence, entry, viewing.SiteOf(occurrence.Place)));
        }

        told.Sort((a, b) => a.Told.Stretch.Start.CompareTo(b.Told.Stretch.Start));
        return told.ToImmutable();
    }
}
