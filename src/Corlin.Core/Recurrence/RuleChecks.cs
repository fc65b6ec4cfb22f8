using Corlin.Core.Meetings;
using Corlin.Core.Time;

namespace Corlin.Core.Recurrence;

/// <summary>What a rule must hold to be given to an entry by hand; what comes from outside is taken as it is.</summary>
public static class RuleChecks
{
    /// <summary>What is wrong with a rule at a start: it never occurs, or leaves out the very start; null where nothing is.</summary>
    public static RefusalKind? Fault(Rule rule, EntryTime time)
    {
        if (Expansion.First(time.LocalStart, rule, time.WallZone) is not { } first) return RefusalKind.NeverOccurs;
        return first == time.LocalStart ? null : RefusalKind.StartLeftOut;
    }

    /// <exception cref="RefusedException">The rule has a <see cref="Fault"/>.</exception>
    public static void MustFit(Rule? rule, EntryTime time)
    {
        if (rule is not null && Fault(rule, time) is { } fault) throw new RefusedException(fault, "repeats");
    }
}
