using System.Globalization;
using System.Text;
using System.Xml.Linq;
using Corlin.Application.Handing;
using Corlin.Core.Time;
using Corlin.Core.Whereabouts;
using Corlin.Web.Adapters;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>Reports: what is sought, what is named, what changed, what is taken (RFC 4791 7, RFC 6578).</summary>
internal static class DavReports
{
    /// <summary>More are not told at once.</summary>
    private const int MostHrefs = 20_000;

    private const int MostExpanded = 10_000;

    public static async Task<IResult> RunAsync(DavRequest request, DavPath path)
    {
        var asked = await Dav.ReadAsync(request.Context.Request) ?? throw NoSuchReport();
        if (path is not DavPath.Calendar place)
            throw NoSuchReport();
        var calendar = request.Calendar(place.Who, place.Key);
        return asked.Name == Dav.C + "calendar-query" ? await QueryAsync(request, place, calendar, asked)
            : asked.Name == Dav.C + "calendar-multiget" ? await NamedAsync(request, place, calendar, asked)
            : asked.Name == Dav.D + "sync-collection" ? await ChangedAsync(request, place, calendar, asked)
            : asked.Name == Dav.C + "free-busy-query" ? await TakenAsync(request, calendar, asked)
            : throw NoSuchReport();
    }

    private static DavException NoSuchReport() =>
        new(StatusCodes.Status403Forbidden, Dav.D + "supported-report", "There is no such report here.");

    private static async Task<IResult> QueryAsync(DavRequest request, DavPath.Calendar place, DeviceCalendarView calendar, XElement asked)
    {
        var query = new CalendarQuery(asked, Zones.Get(calendar.Zone));
        var content = await ReadAsync(request, place.Key, null);
        var found = request.Texts(content).Where(query.Finds);
        return Dav.Multistatus(Told(new Telling(content, place, calendar, asked), found));
    }

    private static async Task<IResult> NamedAsync(DavRequest request, DavPath.Calendar place, DeviceCalendarView calendar, XElement asked)
    {
        var hrefs = asked.Elements(Dav.D + "href").Select(h => h.Value).Distinct().Take(MostHrefs + 1).ToList();
        if (hrefs.Count > MostHrefs)
            throw new DavException(StatusCodes.Status403Forbidden, Dav.D + "number-of-matches-within-limits", "Ask for fewer at once.");
        var names = hrefs.ToDictionary(
            h => h,
            h => DavPath.OfHref(h) is DavPath.Object o && o.Who == place.Who && o.Key == place.Key ? o.Name : null
        );
        var content = await ReadAsync(request, place.Key, [.. names.Values.OfType<string>().Distinct()]);
        var texts = request.Texts(content);
        var there = texts.Select(t => t.Object.Name).ToHashSet(StringComparer.Ordinal);
        return Dav.Multistatus(
            Told(new Telling(content, place, calendar, asked), texts)
                .Concat(names.Where(n => n.Value is null || !there.Contains(n.Value)).Select(n => Gone(n.Key)))
        );
    }

    private static async Task<IResult> ChangedAsync(DavRequest request, DavPath.Calendar place, DeviceCalendarView calendar, XElement asked)
    {
        var token = asked.Element(Dav.D + "sync-token")?.Value.Trim() ?? "";
        var since = token.Length == 0 ? null : SyncToken.State(token) ?? "";
        var changes = await request.Reader.ReadAsync(new ReadDeviceChanges(request.Reader.Person, place.Key, since, request.Reader.Now).Run)
            ?? throw new DavException(
                StatusCodes.Status403Forbidden,
                Dav.D + "valid-sync-token",
                "From that state the changes cannot be told. Read the calendar anew."
            );
        var limit = asked.Element(Dav.D + "limit")?.Element(Dav.D + "nresults")?.Value;
        if (
            limit is not null
            && int.TryParse(limit, NumberStyles.None, CultureInfo.InvariantCulture, out var most)
            && most < changes.Changed.Objects.Count + changes.Gone.Count
        )
            throw new DavException(
                StatusCodes.Status507InsufficientStorage,
                Dav.D + "number-of-matches-within-limits",
                "There is more than that, and it is told at once."
            );
        return Dav.Multistatus(
            Told(new Telling(changes.Changed, place, calendar, asked), request.Texts(changes.Changed))
                .Concat(changes.Gone.Distinct().Select(n => Gone(new DavPath.Object(place.Who, place.Key, n).Address))),
            new XElement(Dav.D + "sync-token", SyncToken.Of(changes.State))
        );
    }

    /// <summary>When somebody is taken, and by nothing that is told.</summary>
    private static async Task<IResult> TakenAsync(DavRequest request, DeviceCalendarView calendar, XElement asked)
    {
        var span = asked.Element(Dav.C + "time-range") is { } range
            ? CalendarQuery.Span(range)
            : throw new DavException(StatusCodes.Status400BadRequest, null, "Say of which time.");
        if (span.Length > Absence.Longest)
            throw new DavException(StatusCodes.Status403Forbidden, Dav.D + "number-of-matches-within-limits", "Ask for a year at most.");
        var (reader, address) = (request.Reader, calendar.OwnerAddress);
        var times = (await reader.ReadAsync(new ReadTaken(reader.Person, [address], span, reader.Now).Run))[address]
            ?? throw DavRequest.NotFound();
        return Results.Text(DeviceTexts.Taken(times, null, reader.Now), DavObjects.Type, Encoding.UTF8);
    }

    private static Task<DeviceContent> ReadAsync(DavRequest request, string key, IReadOnlyCollection<string>? names) =>
        request.Reader.ReadAsync(new ReadDeviceObjects(request.Reader.Person, key, names, request.Reader.Now).Run);

    private static XElement Gone(string href) =>
        new(Dav.D + "response", Dav.Href(href), new XElement(Dav.D + "status", Dav.Status(StatusCodes.Status404NotFound)));

    private static IEnumerable<XElement> Told(Telling telling, IEnumerable<ObjectText> found) =>
        found.Select(o => telling.Wanted.Response(telling.Address(o), telling.Of(o), () => telling.Text(o)));

    /// <summary>How a report tells each object: as it is, or each of its occurrences in a span by itself.</summary>
    private sealed record Telling(DeviceContent Content, DavPath.Calendar Place, DeviceCalendarView Calendar, XElement Asked)
    {
        private readonly Stretch? expand = Asked.Element(Dav.D + "prop")?.Element(Dav.C + "calendar-data")?.Element(Dav.C + "expand")
            is { } range
            ? CalendarQuery.Span(range)
            : null;

        public Func<ObjectText, Dictionary<XName, object?>> Of { get; } = DavProperties.Of(Calendar);

        public WantedProperties Wanted { get; } = WantedProperties.Of(Asked);

        public string Address(ObjectText one) => new DavPath.Object(Place.Who, Place.Key, one.Object.Name).Address;

        public string Text(ObjectText one)
        {
            if (expand is not { } span || one.Object.Told is not { } told)
                return one.Text;
            var within = Core.Calendars.Occurrences.In(told, span, Zones.Get(Calendar.Zone)).Take(MostExpanded);
            return DeviceTexts.Expanded(told, within, told.MadeAt, Content.People);
        }
    }
}
