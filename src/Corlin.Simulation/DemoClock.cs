using NodaTime;

namespace Corlin.Simulation;

/// <summary>A clock that starts at a chosen moment and can be put forward; otherwise it runs like any other.</summary>
public sealed class DemoClock(IClock real) : IClock
{
    private readonly Lock guard = new();
    private Duration ahead = Duration.Zero;
    private Instant? stopped;

    public DemoClock(IClock real, Instant start)
        : this(real) => ahead = start - real.GetCurrentInstant();

    public Instant GetCurrentInstant()
    {
        lock (guard)
            return stopped ?? real.GetCurrentInstant() + ahead;
    }

    /// <summary>Puts the clock forward.</summary>
    public void Advance(Duration by)
    {
        lock (guard)
            ahead += by;
    }

    /// <summary>Stands still at a moment; null lets it run again where it would be.</summary>
    public void StopAt(Instant? moment)
    {
        lock (guard)
            stopped = moment;
    }
}
