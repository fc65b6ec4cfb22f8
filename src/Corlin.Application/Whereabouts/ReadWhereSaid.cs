using System.Collections.Immutable;
using Corlin.Application.Lanes;
using Corlin.Application.Ports;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Refusals;
using Corlin.Core.Text;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using Corlin.Core.Words;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>What a line says of where somebody is, and what saying it does.</summary>
/// <param name="Said">What was understood; empty where something was not.</param>
/// <param name="Problem">What is not understood or missing, in a sentence; null where all was.</param>
/// <param name="Away">On which of these days they are away, in words; null where on none.</param>
/// <param name="NoLongerFit">What stands firm or pencilled then and would fit no more, the next first.</param>
public sealed record WhereSaidView(
    IReadOnlyList<WhereSaidItem> Said,
    string? Problem,
    string? Away,
    IReadOnlyList<NoLongerFits> NoLongerFit
);

/// <param name="Words">"at Halifax yard from 10 March 2027 to 12 March 2027".</param>
public sealed record WhereSaidItem(WhereSaid Said, string Words);

/// <param name="Why">"works at home that day".</param>
public sealed record NoLongerFits(string Entry, string? Occurrence, string Title, string When, string Why);

/// <param name="Who">The public id of whose days it is about.</param>
/// <param name="Line">As it was typed; null where <paramref name="Said"/> says it.</param>
/// <param name="Month">The first day of the month that is looked at: days without a month are read from there on.</param>
public sealed record ReadWhereSaid(UserId Viewer, string Who, string? Line, IReadOnlyList<WhereSaid> Said, LocalDate? Month, Instant Now)
{
    public const int LongestLine = 200;

    private const int Most = 50;
    private const int DaysAhead = 366;

    public WhereSaidView Run(ICalendarReads store)
    {
        var viewing = new Viewing(store, Viewer, Now);
        var who = viewing.MustSpeakFor(Who);
        if (Line is { Length: > LongestLine })
            throw new RefusedException(RefusalKind.BadInput, "line", Line[..40] + "…");
        if (Said.Count > SayWhere.MostAtOnce)
            throw new RefusedException(RefusalKind.BadInput, "said");
        var today = who.HomeZone.ToLocal(Now).Date;
        var said = Said;
        if (Line is not null)
        {
            var reading = WhereReader.Read(Line, Month is { } month && month > today ? month : today, words => Like(viewing, words));
            if (reading.Stays.IsEmpty)
                return new WhereSaidView(
                    [],
                    reading.NotUnderstood
                        + (
                            reading.Nowhere && viewing.Places.Count == 0
                                ? " There are no places yet: they are made under People, Places."
                                : ""
                        ),
                    null,
                    []
                );
            said = reading.Stays;
        }

        if (said.Count == 0)
            return new WhereSaidView([], "Nothing is said.", null, []);
        IReadOnlyList<WhereSaidItem> items = [.. said.Select(s => new WhereSaidItem(s, Words(s)))];
        List<(Stay Stay, bool Usual)> stays;
        try
        {
            stays = [.. said.Select(s => (SayWhere.StayOf(viewing.Places, who.Id, s, today, Now), s.Usual))];
        }
        catch (RefusedException e)
        {
            return new WhereSaidView(items, English.Refused(e.Refusal), null, []);
        }

        return new WhereSaidView(items, null, Away(viewing, who, stays), NoLongerFit(viewing, who, stays, today));
    }

    private static string Words(WhereSaid said)
    {
        var words = English.Stay(said.Kind, said.Place, said.First, said.Last, said.Rule, said.Part);
        return said.Usual ? "as usual" + words[English.WhereWord(said.Kind, said.Place).Length..] : words;
    }

    /// <summary>The open places that some words may mean: one by its whole name, or those that have all of the words.</summary>
    private static IReadOnlyList<string> Like(Viewing viewing, string words)
    {
        var wanted = Plain.Words(words);
        if (wanted.Length == 0 || words.Length < 3)
            return [];
        var whole = viewing.WorkPlaces.Where(p => Plain.Of(p) == Plain.Of(words)).ToList();
        return whole.Count > 0 ? whole : [.. viewing.WorkPlaces.Where(p => wanted.All(Plain.Words(p).Contains))];
    }

    private static string? Away(Viewing viewing, CalendarUser who, IEnumerable<(Stay Stay, bool Usual)> stays)
    {
        var found = stays
            .SelectMany(s =>
                viewing
                    .Store.Absences([who.Id], Span(who, s.Stay))
                    .Where(a =>
                        s.Stay.Days(
                                who.HomeZone.ToLocal(a.Stretch.Start).Date,
                                who.HomeZone.ToLocal(a.Stretch.End - Duration.Epsilon).Date.PlusDays(1)
                            )
                            .Any()
                    )
            )
            .DistinctBy(a => a.Id)
            .ToList();
        return found.Count == 0
            ? null
            : $"{who.GivenName} is away {English.And([.. found.Take(3).Select(a => English.FromTo(a.Stretch, who.HomeZone))])}, which goes before it.";
    }

    private static Stretch Span(CalendarUser who, Stay stay) =>
        new(
            who.HomeZone.Day(stay.First).Start,
            who.HomeZone.Day(stay.Rule is null ? stay.Last!.Value : stay.First.PlusDays(DaysAhead)).End
        );

    private IReadOnlyList<NoLongerFits> NoLongerFit(
        Viewing viewing,
        CalendarUser who,
        IReadOnlyList<(Stay Stay, bool Usual)> said,
        LocalDate today
    )
    {
        var spans = said.Select(s => Span(who, s.Stay)).ToList();
        var start = Instant.Max(Now, spans.Min(s => s.Start));
        var end = Instant.Min(spans.Max(s => s.End), start + Duration.FromDays(DaysAhead));
        if (end <= start)
            return [];
        var span = new Stretch(start, end);
        var before = LaneReading.Read(viewing, [who], span).Single();
        var (from, until) = LaneReading.Around(span);
        IReadOnlyList<Stay> stays = viewing.Store.Stays([who.Id], from, until);
        foreach (var (stay, usual) in said)
        {
            var room = Stays.MakeRoom(stays, stay, usual, today).ToDictionary(m => m.Ended.Id, m => m.Left);
            stays =
            [
                .. stays.SelectMany(s => room.TryGetValue(s.Id, out var left) ? left : ImmutableArray.Create(s)),
                .. usual ? Array.Empty<Stay>() : [stay with { Id = long.MaxValue }],
            ];
        }

        var days = new PersonDays(
            who,
            span,
            stays,
            viewing.Places,
            LaneReading.Concerning(viewing, who, LaneReading.DaysOff(viewing, [who], stays, from, until))
        );
        var after = before with { Days = days, Hours = days.Hours };
        return
        [
            .. before
                .Entries.Where(e =>
                    e.Told is { Takes: >= TimeTaken.Pencilled, AllDay: false, PublicId: not null } && e.Told.Stretch.Start > Now
                )
                .Where(e => Why(viewing, before, e) is null)
                .Select(e => (Entry: e, Why: Why(viewing, after, e)))
                .Where(e => e.Why is not null)
                .Take(Most)
                .Select(e => View(viewing, e.Entry, e.Why!)),
        ];
    }

    private static string? Why(Viewing viewing, Lane lane, LaneEntry entry)
    {
        var stretch = entry.Told.Stretch;
        if (lane.Days.At(stretch.Start) is { Kind: StayKind.OnTheWay })
            return "is on the way then";
        if (lane.Days.At(stretch.Start) is { Kind: StayKind.NotWorking })
            return "does not work then";
        if (LaneWords.NotThere(viewing, lane, entry) is { } part)
            return WhereTo.WhyNotThere(viewing, lane, part);
        return lane.Hours.Covers(stretch)
            ? null
            : $"out of hours: {AtTime.Local(viewing, lane.Who, lane.Days.ZoneAt(stretch.Start), stretch.Start)} there";
    }

    private static NoLongerFits View(Viewing viewing, LaneEntry entry, string why)
    {
        var local = viewing.Zone.ToLocal(entry.Told.Stretch.Start);
        return new NoLongerFits(
            entry.Told.PublicId!,
            LaneViews.Id(entry.Told.RecurrenceId),
            entry.Told.Title ?? "Private",
            $"{English.Day(local.Date)}, {English.Time(local.TimeOfDay)}",
            why
        );
    }
}
