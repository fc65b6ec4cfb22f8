using Corlin.Core.Meetings;
using Corlin.Core.Time;
using NodaTime;
using NodaTime.Text;

namespace Corlin.Simulation.Mail;

/// <summary>The working week of somebody outside, as they keep it themselves: Monday to Friday.</summary>
/// <param name="From">When their day starts ("08:00"), on the clock of <paramref name="Zone"/>.</param>
/// <param name="Deputy">Who comes for them outside their hours; null for nobody.</param>
public sealed record OwnCalendar(string Zone, string From, string Until, IReadOnlyList<OwnTaken> Taken, Mailbox? Deputy = null)
{
    /// <summary>How far ahead they look for another time.</summary>
    private const int Days = 10;

    private static readonly Duration Step = Duration.FromMinutes(30);

    /// <summary>Whether it lies within one of their days.</summary>
    public bool IsAtWork(Stretch at)
    {
        var (start, end) = Local(at);
        return start.Date == end.Date
            && start.DayOfWeek is not (IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday)
            && start.TimeOfDay >= Clock(From)
            && end.TimeOfDay <= Clock(Until);
    }

    /// <param name="accepted">What they accepted besides.</param>
    public bool IsFree(Stretch at, IReadOnlyCollection<Stretch> accepted)
    {
        var (start, end) = Local(at);
        return IsAtWork(at)
            && !accepted.Any(a => a.Overlaps(at))
            && !Taken.Any(t => t.Days.Contains(start.DayOfWeek) && Clock(t.From) < end.TimeOfDay && start.TimeOfDay < Clock(t.Until));
    }

    /// <summary>The next time of the same length that suits them; null where there is none soon.</summary>
    public Stretch? NextFree(Stretch at, IReadOnlyCollection<Stretch> accepted)
    {
        var until = at.Start + Duration.FromDays(Days);
        for (var start = at.Start + Step; start < until; start += Step)
            if (new Stretch(start, start + (at.End - at.Start)) is var next && IsFree(next, accepted))
                return next;
        return null;
    }

    private (LocalDateTime Start, LocalDateTime End) Local(Stretch at) =>
        (Zones.Get(Zone).ToLocal(at.Start), Zones.Get(Zone).ToLocal(at.End));

    private static LocalTime Clock(string text) => LocalTimePattern.CreateWithInvariantCulture("HH:mm").Parse(text).Value;
}

/// <summary>What takes their time each week.</summary>
public sealed record OwnTaken(IReadOnlyList<IsoDayOfWeek> Days, string From, string Until);
