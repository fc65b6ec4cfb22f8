using Corlin.Application.Wording;
using Corlin.Core.Access;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using NodaTime;

namespace Corlin.Application.Lanes;

/// <param name="Days">One for each of the month.</param>
/// <param name="Away">Absences that touch the month, by columns.</param>
/// <param name="MaySay">Whether the viewer may say where they are.</param>
/// <param name="Said">What was said of their days and is not over, what repeats first; empty for who may not say it.</param>
/// <param name="Seen">The last change of it, which is sent along with what is said next.</param>
/// <param name="Told">How much of it others are told.</param>
/// <param name="MayLend">Whether the viewer may let who covers speak for them meanwhile.</param>
public sealed record StripView(
    PersonView Who,
    IReadOnlyList<StripDayView> Days,
    IReadOnlyList<StripAwayView> Away,
    bool MaySay,
    IReadOnlyList<StayView> Said,
    long Seen,
    WhereTold Told,
    bool MayLend
);

/// <param name="Pieces">Where they are, in order; none where they do not work and nothing is said.</param>
/// <param name="Off">The holiday or closure, in words; null where none is.</param>
/// <param name="Words">All of it in words, "Head office until 14:00, then at home".</param>
/// <param name="Works">Whether they work at any time of it.</param>
public sealed record StripDayView(IReadOnlyList<StripPieceView> Pieces, string? Off, string Words, bool Works);

/// <summary>A part of a day as it is drawn.</summary>
/// <param name="Place">What is written: the place, "Home", "On the way", "Not working", a town, "Elsewhere".</param>
/// <param name="Site">Where that is, to tell whether there is a way between two: a site, or where only the town is told a town; null where
/// it is nowhere to be told.</param>
/// <param name="From">Where it begins in the column, 0 to 100.</param>
/// <param name="To">Where it ends.</param>
public sealed record StripPieceView(StayKind Kind, string Place, string? Site, int From, int To);

/// <summary>Something that was said of somebody's days.</summary>
/// <param name="Words">"at Halifax yard from 10 March 2027 to 12 March 2027".</param>
public sealed record StayView(long Id, string Words, bool Repeats);

/// <param name="First">The first column, from 0, that it touches.</param>
/// <param name="Last">The last.</param>
public sealed record StripAwayView(long Id, int First, int Last, string Words);

/// <summary>A month of where somebody is, a column a day.</summary>
internal static class Strips
{
    private const int MostSaid = 40;

    public static IReadOnlyList<StripView> Read(Viewing viewing, IReadOnlyList<CalendarUser> people, IReadOnlyList<LocalDate> dates)
    {
        IReadOnlyList<UserId> ids = [.. people.Select(p => p.Id)];
        var span = new Stretch(
            dates[0].PlusDays(-1).AtMidnight().InUtc().ToInstant(),
            dates[^1].PlusDays(2).AtMidnight().InUtc().ToInstant()
        );
        var (from, until) = LaneReading.Around(span);
        var stays = viewing.Store.Stays(ids, from, until).ToLookup(s => s.Who);
        var daysOff = LaneReading.DaysOff(viewing, people, stays.SelectMany(s => s), from, until);
        var absences = viewing.Store.Absences(ids, span).ToLookup(a => a.Who);
        var ahead = viewing.Store.Stays(ids, viewing.Today.PlusDays(-1), LocalDate.MaxIsoValue).ToLookup(s => s.Who);
        viewing.ReadRights(ids);
        return
        [
            .. people.Select(who =>
            {
                var rights = viewing.RightsOnLane(who.Id);
                var sight = WhereTo.Sight(who, rights);
                var days = new PersonDays(
                    who,
                    span,
                    sight > WhereSight.Usual ? stays[who.Id] : [],
                    viewing.Places,
                    LaneReading.Concerning(viewing, who, daysOff)
                );
                IEnumerable<Absence> away =
                    rights.Sight > Sight.Nothing ? absences[who.Id].Select(a => a.ToldTo(viewing.Person, rights.MaySpeakFor)) : [];
                return new StripView(
                    viewing.View(who),
                    [.. dates.Select(d => Day(viewing, who, sight, days, d))],
                    [.. away.Select(a => Away(viewing, who, a, dates)).OfType<StripAwayView>().OrderBy(a => a.First)],
                    rights.MaySpeakFor,
                    rights.MaySpeakFor ? Said(ahead[who.Id]) : [],
                    rights.MaySpeakFor ? viewing.Store.LastStayChange(who.Id) : 0,
                    rights.MaySpeakFor ? who.TellsWhere : WhereTold.Place,
                    rights.MaySpeakFor && MayLend(viewing, who)
                );
            }),
        ];
    }

    /// <summary>Whether the viewer may let who covers speak for somebody meanwhile.</summary>
    private static bool MayLend(Viewing viewing, CalendarUser who) =>
        who.Id == viewing.Person.Id
        || Granting.WhyNotPassOn(
            viewing.Held.Where(g => g.Owner == who.Id && g.IsOn(null)),
            new AccessTerms(Sight.Everything, Acting.SpeakFor, Until: viewing.Now),
            viewing.Now
        )
            is null;

    private static IReadOnlyList<StayView> Said(IEnumerable<Stay> stays) =>
        [
            .. stays
                .OrderBy(s => !s.Repeats)
                .ThenBy(s => s.First)
                .ThenBy(s => s.Id)
                .Take(MostSaid)
                .Select(s => new StayView(s.Id, English.Stay(s), s.Repeats)),
        ];

    /// <summary>Where somebody whose lane was read works on a day of it, in words.</summary>
    public static string Words(Viewing viewing, Lane lane, LocalDate date) => Day(viewing, lane.Who, lane.Where, lane.Days, date).Words;

    private static StripDayView Day(Viewing viewing, CalendarUser who, WhereSight sight, PersonDays days, LocalDate date)
    {
        var parts = days.On(date);
        var working = parts.Where(p => p.Working).ToList();
        if (working.Count > 0 && working.All(p => days.Off(p) is not null))
            return new StripDayView([], days.Off(working[0])!.Words, days.Off(working[0])!.Words, false);
        var told = Joined(
            parts.Where(p => days.Off(p) is null).Select(p => (Told: Told(viewing, who, sight, p, days.IsUsual(p)), p.From, p.To))
        );
        if (told.Count == 0)
            return new StripDayView([], null, "not working", false);
        // The column is as wide as their hours that day; what lies outside them stands at its edge.
        var (from, to) =
            working.Count > 0 ? (working.Min(p => p.From), working.Max(p => p.To)) : (told.Min(t => t.From), told.Max(t => t.To));
        var pieces = told.Select(t => Piece(t.Told, t.From, t.To, from, to)).OfType<StripPieceView>().ToList();
        return new StripDayView(
            pieces,
            null,
            pieces.Count == 0 ? "not working" : Words([.. told.Where(t => Piece(t.Told, t.From, t.To, from, to) is not null)]),
            working.Count > 0
        );
    }

    private static string Words(IReadOnlyList<((StayKind Kind, string Place, string? Site) Told, int From, int To)> told) =>
        told.Count == 1
            ? told[0].Told.Place
            : English.And([
                .. told.Select(
                    (t, i) => i == 0 ? $"{t.Told.Place} until {Clock(t.To)}" : $"{t.Told.Place.ToLowerInvariant()} from {Clock(t.From)}"
                ),
            ]);

    private static string Clock(int minutes) =>
        minutes == DaySpan.Midnight ? "24:00" : English.Time(LocalTime.Midnight.PlusMinutes(minutes));

    /// <summary>What says the same one after the other is one.</summary>
    private static List<((StayKind Kind, string Place, string? Site) Told, int From, int To)> Joined(
        IEnumerable<((StayKind Kind, string Place, string? Site) Told, int From, int To)> parts
    )
    {
        var joined = new List<((StayKind Kind, string Place, string? Site) Told, int From, int To)>();
        foreach (var part in parts)
        {
            if (joined.Count > 0 && joined[^1].Told == part.Told)
                joined[^1] = joined[^1] with { To = part.To };
            else
                joined.Add(part);
        }

        return joined;
    }

    /// <summary>What is drawn of it; null of what lies outside their hours and is no way.</summary>
    private static StripPieceView? Piece((StayKind Kind, string Place, string? Site) told, int from, int to, int first, int last)
    {
        const int Edge = 12;
        int At(int minute) => Math.Clamp((minute - first) * 100 / Math.Max(1, last - first), 0, 100);
        var (start, end) = (At(from), At(to));
        if (start < end)
            return new StripPieceView(told.Kind, told.Place, told.Site, start, end);
        if (told.Kind != StayKind.OnTheWay)
            return null;
        return from >= last
            ? new StripPieceView(told.Kind, told.Place, told.Site, 100 - Edge, 100)
            : new StripPieceView(told.Kind, told.Place, told.Site, 0, Edge);
    }

    private static (StayKind Kind, string Place, string? Site) Told(
        Viewing viewing,
        CalendarUser who,
        WhereSight sight,
        DayPart part,
        bool usual
    )
    {
        if (sight == WhereSight.Elsewhere)
            return usual ? (StayKind.Place, viewing.TownOf(who), viewing.SiteOf(who.Place)) : (StayKind.Place, "Elsewhere", null);
        var town = part.Place is { } at && viewing.Places.TryGetValue(at, out var known) ? known.Town : viewing.TownOf(who);
        return (part.Kind, sight) switch
        {
            (StayKind.OnTheWay, _) => (part.Kind, "On the way", null),
            (StayKind.NotWorking, _) => (part.Kind, "Not working", null),
            // Where only the town is told, home is one of its places, and a site is not named either.
            (StayKind.Home, WhereSight.Town) => (StayKind.Place, viewing.TownOf(who), viewing.TownOf(who)),
            (_, WhereSight.Town) => (part.Kind, town, town),
            (StayKind.Home, _) => (part.Kind, "Home", null),
            _ => (part.Kind, part.Place ?? town, viewing.SiteOf(part.Place)),
        };
    }

    private static StripAwayView? Away(Viewing viewing, CalendarUser who, Absence absence, IReadOnlyList<LocalDate> dates)
    {
        var from = who.HomeZone.ToLocal(absence.Stretch.Start).Date;
        var to = who.HomeZone.ToLocal(absence.Stretch.End - Duration.Epsilon).Date;
        if (to < dates[0] || from > dates[^1])
            return null;
        return new StripAwayView(
            absence.Id,
            Math.Max(0, Period.DaysBetween(dates[0], from)),
            Math.Min(dates.Count - 1, Period.DaysBetween(dates[0], to)),
            LaneViews.AwayWords(viewing, absence)
        );
    }
}
