using Corlin.Core.Time;

namespace Corlin.Core.Tests;

public class CountriesTests
{
    [Theory]
    [InlineData("Portugal", "PT")]
    [InlineData(" portugal ", "PT")]
    [InlineData("pt", "PT")]
    [InlineData("PT", "PT")]
    [InlineData("the Netherlands", "NL")]
    [InlineData("Holland", "NL")]
    [InlineData("united kingdom", "GB")]
    [InlineData("GB", "GB")]
    [InlineData("U.S.A.", "US")]
    [InlineData("Österreich", "AT")]
    [InlineData("Côte d’Ivoire", "CI")]
    [InlineData("France", "FR")]
    [InlineData("Réunion", "RE")]
    [InlineData("Hong Kong", "HK")]
    [InlineData("United States", "US")]
    [InlineData("ca-ns", "CA-NS")]
    [InlineData("NZ-WGN", "NZ-WGN")]
    public void A_country_is_known_by_its_name_or_its_letters(string said, string code) => Assert.Equal(code, Countries.Read(said));

    [Theory]
    [InlineData("")]
    [InlineData("P")]
    [InlineData("ZZ")]
    [InlineData("Portug")]
    [InlineData("PT-")]
    [InlineData("ZZ-AB")]
    [InlineData("PT-ABCD")]
    [InlineData("CA-N S")]
    [InlineData("12")]
    [InlineData("-99")]
    [InlineData("Kosovo")]
    public void What_is_no_country_is_none(string said) => Assert.Null(Countries.Read(said));

    [Theory]
    [InlineData("PT", "Portugal")]
    [InlineData("CA-NS", "Canada (NS)")]
    [InlineData("FR", "France")]
    [InlineData("RE", "Réunion")]
    [InlineData("ZZ", "ZZ")]
    [InlineData("", "")]
    public void A_country_has_a_name(string code, string name) => Assert.Equal(name, Countries.Name(code));
}
