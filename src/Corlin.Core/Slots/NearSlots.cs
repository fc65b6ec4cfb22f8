using Corlin.Core.Time;
using NodaTime;

namespace Corlin.Core.Slots;

/// <summary>The slots around a moment, as for an occurrence of a series that is none itself.</summary>
public sealed class NearSlots(SlotWork work)
{
    private readonly StartBits slots = work.Slots();

    /// <summary>
    /// Those that begin at most so long before or after it: on the nearest day first, there at the nearest hour, of two alike the earlier.
    /// </summary>
    /// <param name="reader">By whose clock days and hours are told.</param>
    public IEnumerable<Instant> Of(Instant moment, Duration within, DateTimeZone reader)
    {
        var wanted = reader.ToLocal(moment);
        var (first, last) = (work.Grid.FirstAt(moment - within), work.Grid.FirstAt(moment + within + Duration.Epsilon));
        return Enumerable
            .Range(first, last - first)
            .Where(n => slots[n])
            .Select(n => work.Grid[n])
            .OrderBy(start => Math.Abs(Period.DaysBetween(wanted.Date, reader.ToLocal(start).Date)))
            .ThenBy(start => Math.Abs((reader.ToLocal(start).TimeOfDay - wanted.TimeOfDay).ToDuration().TotalNanoseconds))
            .ThenBy(start => start);
    }
}
