using System.Collections.Frozen;

namespace Corlin.Core.Time;

/// <summary>What business calls zones by, besides cities and countries.</summary>
internal static class ZoneNames
{
    /// <summary>Abbreviations in their usual sense, whatever the season.</summary>
    public static readonly FrozenDictionary<string, string> Abbreviations = Table(
        """
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
        """
    );

    /// <summary>The same written out, without "standard", "daylight", "summer" and "time".</summary>
    public static readonly FrozenDictionary<string, string> Written = Table(
        """
        us eastern|eastern us > America/New_York
        us central|central us > America/Chicago
        us mountain > America/Denver
        us pacific > America/Los_Angeles
        alaska > America/Anchorage
        hawaii > Pacific/Honolulu
        atlantic > America/Halifax
        newfoundland > America/St_Johns
        greenwich mean|greenwich|british|uk > Europe/London
        western european|western europe > Europe/Lisbon
        central european|central europe|middle european > Europe/Berlin
        eastern european|eastern europe > Europe/Helsinki
        irish > Europe/Dublin
        moscow > Europe/Moscow
        gulf > Asia/Dubai
        arabian|arabia > Asia/Riyadh
        india|indian > Asia/Kolkata
        china|chinese|beijing > Asia/Shanghai
        japan|japanese|tokyo > Asia/Tokyo
        korea|korean > Asia/Seoul
        australian eastern|australia eastern > Australia/Sydney
        australian central > Australia/Adelaide
        australian western > Australia/Perth
        new zealand|nz > Pacific/Auckland
        east africa|east african > Africa/Nairobi
        west africa|west african > Africa/Lagos
        central africa|central african > Africa/Maputo
        south africa|south african > Africa/Johannesburg
        brasilia > America/Sao_Paulo
        universal|coordinated universal > Etc/UTC
        """,
        '|'
    );

    /// <summary>Other names of cities, as the list of cities has them; of cities that it has not their zone.</summary>
    public static readonly FrozenDictionary<string, string> OtherCities = Table(
        """
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
        kl > Kuala Lumpur
        bkk > Bangkok
        dc > Washington, D.C.
        joburg > Johannesburg
        jozi > Johannesburg
        lissabon|lisbonne|lisbona > Lisbon
        oporto > Porto
        munchen|muenchen|monaco di baviera > Munich
        koln|koeln > Cologne
        frankfurt am main > Frankfurt
        genf|geneve|ginevra > Geneva
        zuerich|zurigo > Zürich
        basle|bale > Basel
        berne > Bern
        praha|prag > Prague
        warszawa|warschau > Warsaw
        krakau > Kraków
        danzig > Gdańsk
        breslau > Wrocław
        roma|rom > Rome
        milano|mailand > Milan
        napoli|neapel > Naples
        torino > Turin
        firenze|florenz > Florence
        venezia|venedig > Venice
        genova > Genoa
        bruxelles|brussel > Brussels
        antwerpen > Europe/Brussels
        den haag|s gravenhage > The Hague
        kobenhavn|kopenhagen > Copenhagen
        goteborg|goeteborg > Göteborg
        athina|athens greece > Athens
        beograd > Belgrade
        bucuresti|bukarest > Bucharest
        moskva|moskau > Moscow
        sevilla > Seville
        saragossa > Zaragoza
        mallorca|majorca|ibiza|menorca|palma de mallorca > Europe/Madrid
        tenerife|gran canaria|lanzarote|fuerteventura|la palma > Atlantic/Canary
        crete|corfu|rhodes > Europe/Athens
        sicily|sardinia > Europe/Rome
        corsica > Europe/Paris
        jersey > Europe/Jersey
        guernsey > Europe/Guernsey
        al qahirah > Cairo
        canton > Guangzhou
        rangoon > Yangon
        ulan bator|ulaanbaatar > Asia/Ulaanbaatar
        constantinople > Istanbul
        ciudad de mexico|cdmx > Mexico City
        habana|la habana > Havana
        vegas > Las Vegas
        philly > Philadelphia
        silicon valley|bay area > America/Los_Angeles
        bali|denpasar > Asia/Makassar
        zanzibar > Africa/Dar_es_Salaam
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
        londres|londra|londen > London
        nova iorque|nueva york|nova york > New York
        genebra|ginebra > Geneva
        zurique > Zürich
        berna > Bern
        basileia|basilea > Basel
        munique > Munich
        berlim > Berlin
        hamburgo > Hamburg
        francoforte|francfort > Frankfurt
        colonia > Cologne
        estugarda > Stuttgart
        parigi > Paris
        marselha > Marseille
        estrasburgo > Strasbourg
        bruxelas|bruselas > Brussels
        antuerpia > Europe/Brussels
        haia|la haya|la haye > The Hague
        amesterdao > Amsterdam
        roterdao > Rotterdam
        copenhaga|copenhague|copenaghen > Copenhagen
        estocolmo|stoccolma > Stockholm
        helsinquia > Helsinki
        edimburgo|edimbourg > Edinburgh
        dublim > Dublin
        viena|vienne > Vienna
        varsovia|varsovie > Warsaw
        cracovia > Kraków
        praga > Prague
        budapeste > Budapest
        bucareste > Bucharest
        moscovo|moscu|moscou|mosca > Moscow
        atenas|athenes|atene > Athens
        istambul|estambul > Istanbul
        veneza > Venice
        florenca|florencia > Florence
        milao > Milan
        turim > Turin
        napoles > Naples
        genua > Genoa
        madri > Madrid
        sevilha > Seville
        saragoca > Zaragoza
        corunha|la coruna|a coruna > Europe/Madrid
        toquio|tokio > Tokyo
        pequim|pekin > Beijing
        xangai > Shanghai
        seul > Seoul
        singapura|singapur|singapour > Singapore
        bombaim > Mumbai
        nova deli > New Delhi
        banguecoque > Bangkok
        cidade do cabo|kapstadt|kaapstad > Cape Town
        joanesburgo > Johannesburg
        marraquexe > Marrakesh
        argel > Algiers
        cidade do mexico > Mexico City
        sidney > Sydney
        bavaria > Europe/Berlin
        chatham islands > Pacific/Chatham
        faroes|faroe islands > Atlantic/Faroe
        shetland|orkney|isle of skye|hebrides|cornwall > Europe/London
        isle of man > Europe/Isle_of_Man
        galicia|catalonia|basque country > Europe/Madrid
        brittany|normandy|provence > Europe/Paris
        tuscany|lombardy > Europe/Rome
        saxony|hesse|lower saxony|north rhine westphalia > Europe/Berlin
        newfoundland and labrador > America/St_Johns
        """,
        '|'
    );

    /// <summary>Other names of countries, by ISO 3166.</summary>
    public static readonly FrozenDictionary<string, string> Countries = Table(
        """
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
        cape verde|cabo verde > CV
        nz|aotearoa > NZ
        ksa > SA
        rsa > ZA
        prc > CN
        roc > TW
        drc > CD
        eire|republic of ireland > IE
        schweiz|suisse|svizzera > CH
        osterreich|oesterreich > AT
        italia > IT
        polska > PL
        sverige > SE
        norge > NO
        danmark > DK
        suomi > FI
        nederland > NL
        magyarorszag > HU
        hellas > GR
        eswatini > SZ
        north macedonia > MK
        myanmar > MM
        cote d ivoire|cote divoire > CI
        nippon > JP
        bharat > IN
        swaziland > SZ
        macedonia > MK
        brasil > BR
        deutschland > DE
        espana|espanha|spanien|espagne > ES
        alemanha|alemania|allemagne > DE
        franca|frankreich > FR
        irlanda|irland > IE
        noruega|norwegen|norvege > NO
        dinamarca|danemark > DK
        suecia|schweden > SE
        finlandia|finnland > FI
        islandia > IS
        paises baixos|holanda|niederlande > NL
        belgica|belgien|belgique > BE
        suica|suiza > CH
        italien|italie > IT
        polonia|polen > PL
        grecia|griechenland > GR
        turquia > TR
        escocia|inglaterra|reino unido|schottland > GB
        estados unidos > US
        japao|japon > JP
        indien > IN
        nova zelandia|neuseeland > NZ
        africa do sul > ZA
        """,
        '|'
    );

    private static FrozenDictionary<string, string> Table(string text, char between = ' ') =>
        text.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
            .Select(l => l.Split(" > "))
            .SelectMany(l => l[0].Split(between).Select(name => KeyValuePair.Create(name, l[1])))
            .ToFrozenDictionary();
}
