using Corlin.Core.Refusals;
using Corlin.Core.Time;

namespace Corlin.Core.Whereabouts;

/// <summary>A place as it is kept, from what was typed.</summary>
public static class SoundPlace
{
    /// <returns>Its country by letters, and its own site where none was said.</returns>
    /// <exception cref="RefusedException">It has no name or town, is longer than it may be, or has a zone or country that there is not.</exception>
    public static Place Of(Place said)
    {
        var name = Short(said.Name, "name");
        return said with
        {
            Name = name,
            Town = Short(said.Town, "town"),
            Site = said.Site.Trim() is { Length: > 0 and <= Place.LongestName } site ? site : name,
            Zone = Zones.Exists(said.Zone) ? said.Zone : throw new RefusedException(RefusalKind.ZoneUnknown, "zone", said.Zone),
            Country = string.IsNullOrWhiteSpace(said.Country)
                ? null
                : Countries.Read(said.Country) ?? throw new RefusedException(RefusalKind.CountryUnknown, "country", Head(said.Country)),
            Address =
                said.Address?.Length > Place.LongestAddress
                    ? throw new RefusedException(RefusalKind.BadInput, "address", Head(said.Address))
                : string.IsNullOrWhiteSpace(said.Address) ? null
                : said.Address.Trim(),
        };
    }

    private static string Short(string text, string field) =>
        text.Trim() is { Length: > 0 and <= Place.LongestName } one
            ? one
            : throw new RefusedException(RefusalKind.BadInput, field, Head(text.Trim()));

    private static string Head(string text) => text.Length > 40 ? text[..40] : text;
}
