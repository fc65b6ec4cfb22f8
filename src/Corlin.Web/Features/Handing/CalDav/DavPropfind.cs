using System.Xml.Linq;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>What a request wants to know of each thing (RFC 4918 9.1).</summary>
/// <param name="Names">Null for all there are.</param>
internal sealed record WantedProperties(IReadOnlyList<XName>? Names, bool NamesAlone)
{
    /// <param name="asked">The PROPFIND, or a report.</param>
    public static WantedProperties Of(XElement? asked) =>
        asked?.Element(Dav.D + "prop") is { } prop ? new([.. prop.Elements().Select(e => e.Name)], false)
        : asked?.Element(Dav.D + "propname") is not null ? new(null, true)
        : new(null, false);

    /// <param name="data">The object itself, where it is asked for; null where it is not to be given.</param>
    public XElement Response(string address, Dictionary<XName, object?> has, Func<string>? data = null)
    {
        var found = has.Where(p => p.Value != DavProperties.Missing).ToDictionary();
        if (Names is null)
            return new XElement(
                Dav.D + "response",
                Dav.Href(address),
                Stat(StatusCodes.Status200OK, found.Select(p => new XElement(p.Key, NamesAlone ? null : p.Value)))
            );
        var (there, missing) = (new List<XElement>(), new List<XElement>());
        foreach (var name in Names.Distinct())
        {
            if (name == Dav.C + "calendar-data" && data is not null)
                there.Add(new XElement(name, Dav.Plain(data())));
            else if (found.TryGetValue(name, out var value))
                there.Add(new XElement(name, value));
            else
                missing.Add(new XElement(name));
        }

        return new XElement(
            Dav.D + "response",
            Dav.Href(address),
            there.Count > 0 || missing.Count == 0 ? Stat(StatusCodes.Status200OK, there) : null,
            missing.Count > 0 ? Stat(StatusCodes.Status404NotFound, missing) : null
        );
    }

    private static XElement Stat(int status, IEnumerable<XElement> properties) =>
        new(Dav.D + "propstat", new XElement(Dav.D + "prop", properties), new XElement(Dav.D + "status", Dav.Status(status)));
}

/// <summary>PROPFIND and PROPPATCH.</summary>
internal static class DavPropfind
{
    public static async Task<IResult> FindAsync(DavRequest request, DavPath path)
    {
        var deep = Depth(request.Context.Request);
        var wanted = WantedProperties.Of(await Dav.ReadAsync(request.Context.Request));
        var properties = new DavProperties(request);
        if (path is DavPath.Object one)
        {
            var calendar = request.Calendar(one.Who, one.Key);
            var found = await request.ObjectAsync(one) ?? throw DavRequest.NotFound();
            return Dav.Multistatus([wanted.Response(path.Address, DavProperties.Of(calendar)(found))]);
        }

        var own = properties.Of(path) ?? throw DavRequest.NotFound();
        var responses = new List<XElement> { wanted.Response(path.Address, own) };
        if (deep)
            responses.AddRange(await WithinAsync(request, path, wanted, properties));
        return Dav.Multistatus(responses);
    }

    /// <summary>Nothing that a device could set is kept: each is told as that.</summary>
    public static async Task<IResult> PatchAsync(DavRequest request, DavPath path)
    {
        if (path is DavPath.Object || new DavProperties(request).Of(path) is null)
            throw DavRequest.NotFound();
        var asked = await Dav.ReadAsync(request.Context.Request);
        var names = asked?.Elements().Elements(Dav.D + "prop").Elements().Select(e => new XElement(e.Name)).ToList() ?? [];
        return Dav.Multistatus([
            new XElement(
                Dav.D + "response",
                Dav.Href(path.Address),
                new XElement(
                    Dav.D + "propstat",
                    new XElement(Dav.D + "prop", names),
                    new XElement(Dav.D + "status", Dav.Status(StatusCodes.Status403Forbidden)),
                    new XElement(Dav.D + "error", new XElement(Dav.D + "cannot-modify-protected-property"))
                )
            ),
        ]);
    }

    private static async Task<IEnumerable<XElement>> WithinAsync(
        DavRequest request,
        DavPath path,
        WantedProperties wanted,
        DavProperties properties
    )
    {
        if (path is DavPath.Calendar calendar)
        {
            var of = DavProperties.Of(request.Calendar(calendar.Who, calendar.Key));
            return (await request.ObjectsAsync(calendar.Key, null)).Select(o =>
                wanted.Response(new DavPath.Object(calendar.Who, calendar.Key, o.Object.Name).Address, of(o))
            );
        }

        IEnumerable<DavPath> within = path switch
        {
            DavPath.Root => [request.Principal, request.HomePath],
            DavPath.Home h =>
            [
                .. request.Home.Calendars.Select(c => new DavPath.Calendar(h.Who, c.Key)),
                new DavPath.Inbox(h.Who),
                new DavPath.Outbox(h.Who),
            ],
            _ => [],
        };
        return within.Select(p => wanted.Response(p.Address, properties.Of(p)!));
    }

    /// <summary>Whether what is within is asked for too; all of a tree at once is not told (RFC 4918 9.1).</summary>
    private static bool Depth(HttpRequest request) =>
        request.Headers["Depth"].ToString() switch
        {
            "0" => false,
            "1" => true,
            _ => throw new DavException(
                StatusCodes.Status403Forbidden,
                Dav.D + "propfind-finite-depth",
                "Ask for one level at a time (Depth: 0 or 1)."
            ),
        };
}
