using System.Collections.Immutable;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <summary>An occurrence with what may be told of it. What is not told may be used here, and is never told.</summary>
/// <param name="Site">Where it is, for ways, whether or not it may be told.</param>
internal sealed record LaneEntry(Occurrence Occurrence, DisclosedEntry Told, string? Site);

/// <summary>Somebody's lane over a span, as it is used inside the server.</summary>
/// <param name="Rights">The viewer's on the main calendar.</param>
internal sealed record Lane(
    CalendarUser Who,
    Rights Rights,
    StretchSet Hours,
    ImmutableArray<LaneEntry> Entries,
    ImmutableArray<Absence> Absences
)
{
    /// <summary>
    /// Where they are on each day, as far as the viewer may know it: to who may not see the calendar as their hours say it.
    /// </summary>
    public required PersonDays Days { get; init; }

    /// <summary>How much of where they are the viewer is told.</summary>
    public required WhereSight Where { get; init; }

    /// <summary>Holidays and closures where they work; their hours leave these out.</summary>
    public ImmutableArray<DayOff> DaysOff { get; init; } = [];

    /// <summary>Weeks in which nothing new is arranged for them, told to those who see the calendar whole.</summary>
    public ImmutableArray<NoGo> NoGo { get; init; } = [];

    /// <summary>Calendars kept elsewhere that stand on it, told to those who may change it.</summary>
    public ImmutableArray<Followed> Followed { get; init; } = [];

    public bool Known => Rights.Sight > Sight.Nothing;
}

internal static class LaneReading
{
    /// <summary>The lanes of some people, in the order asked for.</summary>
    public static IReadOnlyList<Lane> Read(Viewing viewing, IReadOnlyList<CalendarUser> people, Stretch span)
    {
        var calendars = viewing.CalendarsOf([.. people.Select(p => p.Id)]);
        var entries = viewing.Store.Touching([.. calendars.Values.SelectMany(c => c.Ids)], span);
        var absences = viewing.Store.Absences([.. people.Select(p => p.Id)], span).ToLookup(a => a.Who);
        var (from, until) = Around(span);
        var stays = viewing.Store.Stays([.. people.Select(p => p.Id)], from, until).ToLookup(s => s.Who);
        var daysOff = DaysOff(viewing, people, stays.SelectMany(s => s), from, until);
        var noGo = viewing.Store.NoGoWeeks([.. people.Select(p => p.Id)], from, until).ToLookup(n => n.Who);
        return
        [
            .. people.Select(who =>
            {
                var rights = calendars.TryGetValue(who.Id, out var own) ? own.Rights : Rights.None;
                var days = new PersonDays(
                    who,
                    span,
                    rights.Sight > Sight.Nothing ? stays[who.Id] : [],
                    viewing.Places,
                    Concerning(viewing, who, daysOff)
                );
                ImmutableArray<DayOff> off = [.. days.Closed];
                if (own is null)
                    return new Lane(who, rights, days.Hours, [], [])
                    {
                        Days = days,
                        Where = WhereSight.Usual,
                        DaysOff = off,
                    };
                var told = Told(viewing, who, own, own.Ids.SelectMany(c => entries[c]), span);
                return new Lane(
                    who,
                    rights,
                    days.Hours,
                    told,
                    rights.Sight > Sight.Nothing ? [.. absences[who.Id].Select(a => a.ToldTo(viewing.Person, rights.MaySpeakFor))] : []
                )
                {
                    Days = days,
                    Where = WhereTo.Sight(who, rights),
                    DaysOff = off,
                    NoGo = own.Rights.Sight == Sight.Everything ? [.. noGo[who.Id]] : [],
                    Followed = own.Rights.Acting >= Acting.Change ? own.Followed : [],
                };
            }),
        ];
    }

    /// <summary>The holidays of where some people live, and the closures of where they may be.</summary>
    internal static ILookup<string, DayOff> DaysOff(
        Viewing viewing,
        IReadOnlyList<CalendarUser> people,
        IEnumerable<Stay> stays,
        LocalDate from,
        LocalDate until
    )
    {
        var sites = stays
            .Select(s => s.Place)
            .Concat(people.SelectMany(p => p.Hours?.Spans.Select(s => s.Place) ?? []))
            .Select(viewing.SiteOf)
            .OfType<string>();
        return viewing.Store.DaysOff([.. people.SelectMany(viewing.WhereOf).Concat(sites).Distinct()], from, until).ToLookup(d => d.Where);
    }

    /// <summary>Those that may concern somebody: a holiday of where they live, and any closure.</summary>
    internal static IEnumerable<DayOff> Concerning(Viewing viewing, CalendarUser who, ILookup<string, DayOff> daysOff)
    {
        var own = viewing.WhereOf(who).ToHashSet();
        return daysOff.SelectMany(d => d).Where(d => d.Kind == DayOffKind.Closure || own.Contains(d.Where));
    }

    /// <summary>The days that touch a span in any zone.</summary>
    internal static (LocalDate From, LocalDate Until) Around(Stretch span) =>
        (span.Start.InUtc().Date.PlusDays(-1), span.End.InUtc().Date.PlusDays(2));

    private static ImmutableArray<LaneEntry> Told(
        Viewing viewing,
        CalendarUser who,
        LaneCalendars calendars,
        IEnumerable<Entry> entries,
        Stretch span
    )
    {
        var told = ImmutableArray.CreateBuilder<LaneEntry>();
        var standing = calendars.OfResource ? [.. entries] : entries;
        if (calendars.OfResource)
            viewing.ReadRights(standing.SelectMany(e => e.Participations.Select(p => p.Who).Append(e.Owner)));
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
