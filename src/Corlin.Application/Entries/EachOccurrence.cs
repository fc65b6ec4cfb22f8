using Corlin.Application.Lanes;
using Corlin.Application.Wording;
using Corlin.Core.Calendars;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Application.Entries;

/// <summary>How the occurrences of a series suit those who must come.</summary>
/// <param name="Words">"26 times until Tuesday 7 September: 23 suit everyone required."</param>
/// <param name="Wrong">What is in the way of whom, and when; the heaviest first.</param>
public sealed record SeriesView(string Words, string Tone, int Times, int Fitting, IReadOnlyList<WarningView> Wrong);

/// <summary>Every occurrence of the half year weighed for everyone, as a single meeting is.</summary>
internal static class EachOccurrence
{
    private const int DatesTold = 4;

    private sealed record InTheWay(string Words, string Tone, LocalDate On);

    /// <param name="asked">Their lanes over the whole half year; the required ones are weighed.</param>
    /// <param name="occurrences">In order.</param>
    /// <param name="site">Where it takes place; null where nobody need be there.</param>
    public static SeriesView Weigh(
        Viewing viewing,
        IReadOnlyList<(Lane Lane, bool Required)> asked,
        IReadOnlyList<Stretch> occurrences,
        string? site,
        Apart but
    )
    {
        var found = new List<InTheWay>();
        var fitting = 0;
        foreach (var occurrence in occurrences)
        {
            var on = viewing.Zone.ToLocal(occurrence.Start).Date;
            var wrong = At(viewing, asked, occurrence, site, but);
            if (wrong.Count == 0)
                fitting++;
            found.AddRange(wrong.Select(w => new InTheWay(w.Words, w.Tone, on)));
        }

        var told = found
            .GroupBy(f => (f.Words, f.Tone))
            .OrderBy(g => g.Key.Tone == "wrong" ? 0 : 1)
            .ThenByDescending(g => g.Count())
            .Select(g => new WarningView(
                $"{g.Key.Words} {Dates([.. g.Select(f => f.On)], occurrences.Count, viewing.Today)}.",
                g.Key.Tone,
                []
            ));
        return new SeriesView(
            English.Occurrences(occurrences.Count, fitting, viewing.Zone.ToLocal(occurrences[^1].Start).Date),
            fitting == occurrences.Count ? "fits" : "doubt",
            occurrences.Count,
            fitting,
            [.. told]
        );
    }

    /// <summary>What is in the way of those who must come at one occurrence; empty where it suits all of them.</summary>
    public static IReadOnlyList<(string Words, string Tone)> At(
        Viewing viewing,
        IReadOnlyList<(Lane Lane, bool Required)> asked,
        Stretch occurrence,
        string? site,
        Apart but
    ) => [.. asked.Where(a => a.Required).Select(a => Wrong(viewing, a.Lane, occurrence, site, but)).OfType<(string Words, string Tone)>()];

    private static (string Words, string Tone)? Wrong(Viewing viewing, Lane lane, Stretch stretch, string? site, Apart but)
    {
        var state = AtTime.One(viewing, lane, stretch, but);
        var who = lane.Who.Kind == UserKind.Room ? lane.Who.Name : lane.Who.GivenName;
        switch (state.Kind)
        {
            case AtTimeKind.Away:
                return ($"{who} is away", "wrong");
            case AtTimeKind.Taken:
                return ($"{who} is taken", "wrong");
            case AtTimeKind.Pencilled when lane.Who.Kind == UserKind.Room:
                return ($"{who} is taken", "wrong");
            case AtTimeKind.OutOfHours when lane.Who.Kind == UserKind.Room:
                return null;
            case AtTimeKind.OutOfHours when lane.Days.At(stretch.Start) is { } part && lane.Days.Off(part) is { } off:
                return ($"{who} has {off.Words}", "doubt");
            case AtTimeKind.OutOfHours:
                return ($"{who} is out of hours", "doubt");
            case AtTimeKind.Pencilled:
                return ($"{who} has something pencilled", "doubt");
        }

        if (site is null || lane.Who.Kind == UserKind.Room)
            return null;
        if (WhereTo.Keeps(viewing, lane, stretch, site) is { } keeps)
            return ($"{who} {WhereTo.WhyNotThere(viewing, lane, keeps)}", "doubt");
        return Wrongs.NoWay(viewing, lane, stretch, site, but) ? ($"{who} has no time for the way", "doubt") : null;
    }

    private static string Dates(List<LocalDate> on, int of, LocalDate today)
    {
        if (on.Count == of && of > 1)
            return "each time";
        string Day(LocalDate date) => date.Year == today.Year ? English.ShortDay(date) : English.DayAndYear(date);
        if (on.Count <= DatesTold + 1)
            return $"on {English.And([.. on.Select(Day)])}";
        return $"on {string.Join(", ", on.Take(DatesTold).Select(Day))} and {English.Count(on.Count - DatesTold, "more", "more")}";
    }
}
