using Corlin.Core.Watch;

namespace Corlin.Application.Wording;

// What needs a look, in words.
public static partial class English
{
    public static string NeedsLookLead(int standing, int dismissed)
    {
        var needs = standing == 0 ? "Nothing needs a look." : $"{Capital(Count(standing, "thing needs", "things need"))} a look.";
        return dismissed == 0
            ? needs
            : $"{needs} {Capital(Count(dismissed, "was dismissed", "were dismissed"))} and {(dismissed == 1 ? "has" : "have")} not changed since.";
    }

    /// <summary>"All of the next 26 fit.", "Of the next 26, 22 fit and two are tight; two clash."</summary>
    public static string SeriesFit(IReadOnlyList<VerdictKind> verdicts)
    {
        int Many(VerdictKind kind) => verdicts.Count(v => v == kind);
        var (all, fit) = (verdicts.Count, Many(VerdictKind.Fits));
        if (all == 1)
            return fit == 1 ? "The one that is left fits." : $"The one that is left: {Word(verdicts[0]).ToLowerInvariant()}.";
        if (fit == all)
            return $"All of the next {all} fit.";
        var good = And([
            .. new[]
            {
                fit > 0 ? Count(fit, "fits", "fit") : "",
                Many(VerdictKind.Tight) is > 0 and var tight ? Count(tight, "is tight", "are tight") : "",
            }.Where(w => w.Length > 0),
        ]);
        var bad = And([
            .. new[]
            {
                Said(VerdictKind.Clashes, "clashes", "clash"),
                Said(VerdictKind.Away, "falls into an absence", "fall into an absence"),
                Said(VerdictKind.OutOfHours, "is out of hours", "are out of hours"),
                Said(VerdictKind.Elsewhere, "is too far that day", "are too far that day"),
            }.Where(w => w.Length > 0),
        ]);
        return $"Of the next {all}, {string.Join("; ", new[] { good, bad }.Where(w => w.Length > 0))}.";

        string Said(VerdictKind kind, string one, string many) => Many(kind) is > 0 and var count ? Count(count, one, many) : "";
    }

    public static string LookedFor(ConcernKind kind) =>
        kind switch
        {
            ConcernKind.Clash => "Two entries at the same time",
            ConcernKind.NoWay => "Not enough time for the journey",
            ConcernKind.Elsewhere => "In a place where they are not that day",
            ConcernKind.OutOfHours => "A series that lands out of hours when clocks change",
            ConcernKind.Room => "A room that refused, or is too small",
            ConcernKind.Unprepared => "A meeting without agenda or papers",
            ConcernKind.RequiredAway => "Somebody required is away",
            ConcernKind.CoverAway => "Whoever covers is away too",
            ConcernKind.AnsweredApart => "Answered differently by principal and assistant",
            ConcernKind.WidelyRead => "Titles that 40 people or more can read",
            ConcernKind.RunsOut => "A series that ends",
            ConcernKind.HoldsLapse => "Held times that lapse",
            _ => "Somebody required whose calendar is neglected",
        };
}
