using System.Collections.Immutable;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Reads;

/// <summary>An occurrence with what may be told of it. What is not told may be used here, and is never told.</summary>
/// <param name="Site">Where it is, for ways, whether or not it may be told.</param>
internal sealed record LaneEntry(Occurrence Occurrence, DisclosedEntry Told, string? Site);

/// <summary>Somebody's lane over a span, as it is used inside the server.</summary>
/// <param name="Rights">The viewer's on the main calendar.</param>
internal sealed record Lane(
    CalendarUser Who, Rights Rights, StretchSet Hours, ImmutableArray<LaneEntry> Entries, ImmutableArray<Absence> Absences)
{
    /// <summary>Holidays and closures where they work; their hours leave these out.</summary>
    public ImmutableArray<DayOff> DaysOff { get; init; } = [];

    /// <summary>Weeks in which nothing new is arranged for them, told to those who see the calendar whole.</summary>
    public ImmutableArray<NoGo> NoGo { get; init; } = [];

    /// <summary>Calendars kept elsewhere that stand on it, told to those who may change it.</summary>
    public ImmutableArray<Followed> Followed { get; init; } = [];

    public bool Known => Rights.Sight > Sight.Nothing;
}

internal static class Lanes
{
    /// <summary>The lanes of some people, in the order asked for.</summary>
    public static IReadOnlyList<Lane> Read(Viewing viewing, IReadOnlyList<CalendarUser> people, Stretch span)
    {
        var calendars = viewing.CalendarsOf([.. people.Select(p => p.Id)]);
        var entries = viewing.Store.Touching([.. calendars.Values.SelectMany(c => c.Ids)], span);
        var absences = viewing.Store.Absences([.. people.Select(p => p.Id)], span).ToLookup(a => a.Who);
        var (from, until) = Around(span);
        var daysOff = viewing.Store.DaysOff([.. people.SelectMany(viewing.WhereOf).Distinct()], from, until).ToLookup(d => d.Where);
        var noGo = viewing.Store.NoGoWeeks([.. people.Select(p => p.Id)], from, until).ToLookup(n => n.Who);
        return [.. people.Select(who =>
        {
            ImmutableArray<DayOff> off = [.. viewing.WhereOf(who).SelectMany(w => daysOff[w]).Where(d => d.In(who.HomeZone).Overlaps(span))];
            var hours = who.HoursOrUsual.Within(span, who.HomeZone).Except(StretchSet.Of(off.Select(d => d.In(who.HomeZone))));
            if (!calendars.TryGetValue(who.Id, out var own)) return new Lane(who, Rights.None, hours, [], []) { DaysOff = off };
            var told = Told(viewing, who, own, own.Ids.SelectMany(c => entries[c]), span);
            return new Lane(who, own.Rights, hours, told, own.Rights.Sight > Sight.Nothing ? [.. absences[who.Id]] : [])
            {
                DaysOff = off,
                NoGo = own.Rights.Sight == Sight.Whole ? [.. noGo[who.Id]] : [],
                Followed = own.Rights.Acting >= Acting.Change ? own.Followed : [],
            };
        })];
    }

    /// <summary>The days that touch a span in any zone.</summary>
    private static (LocalDate From, LocalDate Until) Around(Stretch span) =>
        (span.Start.InUtc().Date.PlusDays(-1), span.End.InUtc().Date.PlusDays(2));

    private static ImmutableArray<LaneEntry> Told(Viewing viewing, CalendarUser who, LaneCalendars calendars, IEnumerable<Entry> entries, Stretch span)
    {
        var told = ImmutableArray.CreateBuilder<LaneEntry>();
        var standing = calendars.OfResource ? [.. entries] : entries;
        if (calendars.OfResource) viewing.ReadRights(standing.SelectMany(e => e.Participations.Select(p => p.Who).Append(e.Owner)));
        foreach (var entry in standing)
        {
            foreach (var occurrence in Occurrences.In(calendars.OnLane(entry), span, who.HomeZone))
            {
                if (calendars.Told(viewing, occurrence) is { } disclosed)
                    told.Add(new LaneEntry(occurrence, disclosed, viewing.SiteOf(occurrence.Place)));
            }
        }

        told.Sort((a, b) => a.Told.Stretch.Start.CompareTo(b.Told.Stretch.Start));
        return told.ToImmutable();
    }
}
