using System.Collections.Frozen;

namespace Corlin.Core.Time;

/// <summary>What business calls zones by, besides cities and countries.</summary>
internal static class ZoneNames
{
    /// <summary>Abbreviations in their usual sense, whatever the season.</summary>
    public static readonly FrozenDictionary<string, string> Abbreviations = Table("""
        est edt et eastern > America/New_York
        cst cdt ct central > America/Chicago
        mst mdt mt mountain > America/Denver
        pst pdt pt pacific > America/Los_Angeles
        akst akdt > America/Anchorage
        hst > Pacific/Honolulu
        ast adt atlantic > America/Halifax
        nst ndt newfoundland > America/St_Johns
        brt > America/Sao_Paulo
        art > America/Argentina/Buenos_Aires
        clt clst > America/Santiago
        cot > America/Bogota
        pet > America/Lima
        gmt bst > Europe/London
        wet west > Europe/Lisbon
        cet cest met > Europe/Berlin
        eet eest > Europe/Helsinki
        msk > Europe/Moscow
        trt > Europe/Istanbul
        cat > Africa/Maputo
        eat > Africa/Nairobi
        wat > Africa/Lagos
        sast > Africa/Johannesburg
        gst > Asia/Dubai
        pkt > Asia/Karachi
        ist > Asia/Kolkata
        npt > Asia/Kathmandu
        bdt > Asia/Dhaka
        ict > Asia/Bangkok
        wib > Asia/Jakarta
        sgt > Asia/Singapore
        hkt > Asia/Hong_Kong
        pht > Asia/Manila
        kst > Asia/Seoul
        jst > Asia/Tokyo
        awst > Australia/Perth
        acst acdt > Australia/Adelaide
        aest aedt aet > Australia/Sydney
        nzst nzdt nzt > Pacific/Auckland
        utc z zulu uct > Etc/UTC
        """);

    /// <summary>Other names of cities, as the list of cities has them; of cities that it has not their zone.</summary>
    public static readonly FrozenDictionary<string, string> OtherCities = Table("""
        nyc|new york city > New York
        la > Los Angeles
        sf > San Francisco
        washington|washington dc > Washington, D.C.
        bangalore > Bengaluru
        bombay > Mumbai
        madras > Chennai
        calcutta > Kolkata
        saigon > Ho Chi Minh City
        peking > Beijing
        kiev > Kyiv
        rio > Rio de Janeiro
        saint petersburg|st petersburg > St. Petersburg
        gothenburg > Göteborg
        nuremberg > Nürnberg
        hanover > Hannover
        cracow > Kraków
        tel aviv > Tel Aviv-Yafo
        quebec city > Québec
        hk > Hong Kong
        macao > Macau
        antwerp|ghent|bruges|liege|leuven > Europe/Brussels
        lucerne|lugano|st gallen > Europe/Zurich
        aarhus|odense|aalborg > Europe/Copenhagen
        espoo > Europe/Helsinki
        lviv|odesa|kharkiv > Europe/Kyiv
        dartmouth|lunenburg > America/Halifax
        cochin|goa|visakhapatnam|vizag > Asia/Kolkata
        penang > Asia/Kuala_Lumpur
        canaries|canary islands > Atlantic/Canary
        sines > Europe/Lisbon
        """, '|');

    /// <summary>Other names of countries, by ISO 3166.</summary>
    public static readonly FrozenDictionary<string, string> Countries = Table("""
        uk|united kingdom|great britain|britain|england|scotland|wales|northern ireland > GB
        usa|us|united states|united states of america|america > US
        uae|united arab emirates|emirates > AE
        holland > NL
        czechia|czech republic > CZ
        south korea|korea > KR
        north korea > KP
        russia|russian federation > RU
        ivory coast > CI
        burma > MM
        vietnam|viet nam > VN
        turkey|turkiye > TR
        cape verde > CV
        swaziland > SZ
        macedonia > MK
        brasil > BR
        deutschland > DE
        espana > ES
        """, '|');

    private static FrozenDictionary<string, string> Table(string text, char between = ' ') =>
        text.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Select(l => l.Split(" > "))
            .SelectMany(l => l[0].Split(between).Select(name => KeyValuePair.Create(name, l[1]))).ToFrozenDictionary();
}
