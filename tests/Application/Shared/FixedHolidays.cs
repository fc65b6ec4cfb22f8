using Corlin.Application.Ports;
using NodaTime;

namespace Corlin.Application.Tests;

/// <summary>Every country keeps the same day.</summary>
internal sealed class FixedHolidays : IPublicHolidays
{
    public IReadOnlyList<(LocalDate Date, string Name)> In(string country, int year) => [(new LocalDate(year, 3, 26), "Good Friday")];
}
