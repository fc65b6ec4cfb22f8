using Corlin.Core.Refusals;
using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Recurrence;

/// <summary>What a rule must hold to be given to an entry by hand; what comes from outside is taken as it is.</summary>
public static class RuleChecks
{
    /// <summary>What is wrong with a rule at a start: it never occurs, or leaves out the very start; null where nothing is.</summary>
    public static RefusalKind? Fault(Rule rule, EntryTime time)
    {
        if (Expansion.First(time.LocalStart, rule, time.WallZone) is not { } first)
            return RefusalKind.NeverOccurs;
        return first == time.LocalStart ? null : RefusalKind.StartLeftOut;
    }

    /// <exception cref="RefusedException">The rule has a <see cref="Fault"/>, or its occurrences take more time than there is.</exception>
    public static void MustFit(Rule? rule, EntryTime time)
    {
        if (rule is null)
            return;
        if (Fault(rule, time) is { } fault)
            throw new RefusedException(fault, "repeats");
        if (TakesMoreThanThereIs(rule, time))
            throw new RefusedException(RefusalKind.LongerThanItsRhythm, "repeats");
    }

    private const int Looked = 60;

    /// <summary>
    /// Whether occurrences take more time than passes between them: an hourly entry of days would stand a hundredfold on its own lane.
    /// </summary>
    public static bool TakesMoreThanThereIs(Rule rule, EntryTime time)
    {
        var starts = Expansion
            .Starts(time.LocalStart, rule, time.WallZone, time.LocalStart, LocalDateTime.MaxIsoValue.PlusDays(-800))
            .Take(Looked)
            .ToList();
        if (starts.Count < 2)
            return false;
        var stretch = time.ToStretch(DateTimeZone.Utc);
        var passes = starts[^1].InUtc().ToInstant() - starts[0].InUtc().ToInstant();
        // A day around a change of clocks is an hour shorter or longer.
        return stretch.Length * (starts.Count - 1) > passes + Duration.FromHours(2);
    }
}
