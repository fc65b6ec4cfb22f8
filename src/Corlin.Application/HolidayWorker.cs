using Corlin.Application.Changes;
using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application;

/// <summary>Keeps the holidays of every country with a place, for last year, this one and the two to come.</summary>
public sealed class HolidayWorker(IReadStore reads, IWriteGate gate, IPublicHolidays holidays)
{
    private int doneFor;

    /// <returns>How many countries' years were written.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        var year = now.InUtc().Year;
        if (doneFor == year) return 0;
        var countries = await reads.ReadAsync(s => s.Places().Values.Select(p => p.Country).OfType<string>().Distinct().ToList(), cancel);
        var written = 0;
        foreach (var country in countries)
        {
            for (var one = year - 1; one <= year + 2; one++)
            {
                if (await gate.RunAsync(new KeepHolidays(country, one, holidays.In(country, one)), cancel)) written++;
            }
        }

        // Without places there is nothing to keep yet.
        if (countries.Count > 0) doneFor = year;
        return written;
    }
}
