using NodaTime;
using PublicHoliday;
using Known = PublicHoliday.IPublicHolidays;

namespace Corlin.Web.Adapters;

/// <summary>The holidays that the package knows, under the names they have where they are kept.</summary>
internal sealed class PublicHolidays : Application.Ports.IPublicHolidays
{
    public IReadOnlyList<(LocalDate Date, string Name)> In(string country, int year)
    {
        if (year is < 1900 or > 2200 || Calendar(country) is not { } calendar)
            return [];
        return [.. calendar.PublicHolidayNames(year).Select(h => (LocalDate.FromDateTime(h.Key), h.Value)).OrderBy(h => h.Item1)];
    }

    private static Known? Calendar(string country)
    {
        var part = country.Length > 3 ? country[3..] : "";
        return country[..Math.Min(2, country.Length)] switch
        {
            "CA" => new CanadaPublicHoliday(part),
            "NZ" => new NewZealandPublicHoliday { ProvincialDistrict = District(part) },
            var code => Enum.TryParse<PublicHolidayCountryCode>(code, ignoreCase: true, out var known)
                ? PublicHolidayFactory.GetPublicHolidayForCountry(known)
                : null,
        };
    }

    /// <summary>The provincial anniversary is kept by the old province, ISO 3166-2 names the region.</summary>
    private static NewZealandPublicHoliday.ProvincialDistricts District(string part) =>
        part switch
        {
            "WGN" => NewZealandPublicHoliday.ProvincialDistricts.WELLINGTON,
            "AUK" => NewZealandPublicHoliday.ProvincialDistricts.AUCKLAND,
            "CAN" => NewZealandPublicHoliday.ProvincialDistricts.CANTERBURY,
            "OTA" => NewZealandPublicHoliday.ProvincialDistricts.OTAGO,
            _ => NewZealandPublicHoliday.ProvincialDistricts.ALL,
        };
}
