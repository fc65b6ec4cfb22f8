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
            _ => "Somebody required whose calendar is neglected",
        };
}
