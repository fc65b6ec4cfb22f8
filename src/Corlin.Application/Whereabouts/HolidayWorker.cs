using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application.Whereabouts;

/// <summary>Keeps the holidays of every country with a place, for last year, this one and the two to come.</summary>
public sealed class HolidayWorker(IReadStore reads, IWriteGate gate, IPublicHolidays holidays)
{
    private static readonly Duration BetweenLooks = Duration.FromMinutes(10);

    private readonly HashSet<(string Country, int Year)> done = [];
    private Instant nextLook = Instant.MinValue;

    /// <returns>How many countries' years were written.</returns>
    public async Task<int> RunDueAsync(Instant now, CancellationToken cancel = default)
    {
        if (now < nextLook)
            return 0;
        nextLook = now + BetweenLooks;
        var year = now.InUtc().Year;
        var countries = await reads.ReadAsync(s => s.Places().Values.Select(p => p.Country).OfType<string>().Distinct().ToList(), cancel);
        var written = 0;
        foreach (var country in countries.Where(c => done.Add((c, year))))
        {
            for (var one = year - 1; one <= year + 2; one++)
            {
                if (await gate.RunAsync(new KeepHolidays(country, one, holidays.In(country, one)), cancel))
                    written++;
            }
        }

        return written;
    }
}
