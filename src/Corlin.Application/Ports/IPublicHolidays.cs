using NodaTime;

namespace Corlin.Application.Ports;

/// <summary>Knows the public holidays of countries.</summary>
public interface IPublicHolidays
{
    /// <summary>The holidays of a year with their names, empty for a country it does not know.</summary>
    /// <param name="country">ISO 3166, of a part where that matters: "PT", "CA-NS".</param>
    IReadOnlyList<(LocalDate Date, string Name)> In(string country, int year);
}
