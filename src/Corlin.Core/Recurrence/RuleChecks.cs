using Corlin.Core.Meetings;
using Corlin.Core.Time;

namespace Corlin.Core.Recurrence;

/// <summary>What a rule must hold to be given to an entry by hand; what comes from outside is taken as it is.</summary>
public static class RuleChecks
{
    /// <exception cref="RefusedException">The rule never occurs, or leaves out the very start.</exception>
    public static void MustFit(Rule? rule, EntryTime time)
    {
        if (rule is null) return;
        var zone = time is TimedEntry timed ? Zones.Get(timed.Zone) : null;
        if (Expansion.First(time.LocalStart, rule, zone) is not { } first) throw new RefusedException(RefusalKind.NeverOccurs, "repeats");
        if (first != time.LocalStart) throw new RefusedException(RefusalKind.StartLeftOut, "repeats");
    }
}
