using System.Globalization;
using System.Xml.Linq;
using Corlin.Application.Handing;
using Corlin.Web.Adapters;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>The live properties of everything that a device can ask about (RFC 4918 15, 3744, 4791, 5397, 6578, 6638, 7809).</summary>
internal sealed class DavProperties(DavRequest request)
{
    private static readonly XNamespace D = Dav.D;

    private static readonly XNamespace C = Dav.C;

    /// <summary>What is there under an address; null for nothing.</summary>
    public Dictionary<XName, object?>? Of(DavPath path) =>
        path switch
        {
            DavPath.Root => Common([new XElement(D + "collection")], "Corlin"),
            DavPath.Principal p => Principal(p.Who),
            DavPath.Home h when h.Who == request.Home.Id => Common([new XElement(D + "collection")], "Calendars"),
            DavPath.Inbox i when i.Who == request.Home.Id => Inbox(),
            DavPath.Outbox o when o.Who == request.Home.Id => Common(
                [new XElement(D + "collection"), new XElement(C + "schedule-outbox")],
                "What is asked of others"
            ),
            DavPath.Calendar c when c.Who == request.Home.Id => request.Home.Calendars.FirstOrDefault(x => x.Key == c.Key) is { } calendar
                ? Calendar(calendar)
                : null,
            _ => null,
        };

    /// <summary>Those of the objects of a calendar; what all of them share is made once.</summary>
    public static Func<ObjectText, Dictionary<XName, object?>> Of(DeviceCalendarView calendar)
    {
        var (ofEntry, ofOther) = (Privileges(RightsIn(calendar)), Privileges(["read"]));
        var owner = Dav.Href(new DavPath.Principal(calendar.Owner).Address);
        return one =>
            new()
            {
                [D + "resourcetype"] = null,
                [D + "getetag"] = one.Tag,
                [D + "getcontenttype"] = "text/calendar; charset=utf-8; component=VEVENT",
                [D + "getcontentlength"] = System.Text.Encoding.UTF8.GetByteCount(one.Text).ToString(CultureInfo.InvariantCulture),
                [C + "schedule-tag"] = one.ScheduleTag is { } tag ? tag : Missing,
                [D + "owner"] = owner,
                [D + "current-user-privilege-set"] = one.Object.IsEntry ? ofEntry : ofOther,
            };
    }

    /// <summary>Stands for a property that something of its kind can have and this one has not.</summary>
    public static readonly object Missing = new();

    private Dictionary<XName, object?> Common(object[] kinds, string name) =>
        new()
        {
            [D + "resourcetype"] = kinds,
            [D + "displayname"] = Dav.Plain(name),
            [D + "current-user-principal"] = Dav.Href(request.Principal.Address),
            [D + "owner"] = Dav.Href(request.Principal.Address),
            [D + "principal-collection-set"] = Dav.Href(new DavPath.Root().Address),
            [D + "current-user-privilege-set"] = Privileges(["read"]),
        };

    private Dictionary<XName, object?>? Principal(string who)
    {
        if (who != request.Home.Id)
        {
            // Of others only whose calendars they are is told.
            if (request.Home.Calendars.FirstOrDefault(c => c.Owner == who) is not { } theirs)
                return null;
            var other = Common([new XElement(D + "principal")], theirs.OwnerName);
            other[C + "calendar-user-address-set"] = Dav.Href($"mailto:{theirs.OwnerAddress}");
            return other;
        }

        var own = Common([new XElement(D + "collection"), new XElement(D + "principal")], request.Home.Name);
        own[D + "principal-URL"] = Dav.Href(request.Principal.Address);
        own[C + "calendar-home-set"] = Dav.Href(request.HomePath.Address);
        own[C + "calendar-user-address-set"] = request.Home.Addresses.Select(a => Dav.Href($"mailto:{a}")).ToArray();
        own[C + "calendar-user-type"] = "INDIVIDUAL";
        own[C + "schedule-inbox-URL"] = Dav.Href(new DavPath.Inbox(request.Home.Id).Address);
        own[C + "schedule-outbox-URL"] = Dav.Href(new DavPath.Outbox(request.Home.Id).Address);
        return own;
    }

    private Dictionary<XName, object?> Inbox()
    {
        var inbox = Common([new XElement(D + "collection"), new XElement(C + "schedule-inbox")], "What came");
        if (request.Home.Calendars.FirstOrDefault(c => c.Key == request.Home.Id) is { } main)
            inbox[C + "schedule-default-calendar-URL"] = Dav.Href(new DavPath.Calendar(request.Home.Id, main.Key).Address);
        return inbox;
    }

    private Dictionary<XName, object?> Calendar(DeviceCalendarView calendar)
    {
        var found = Common([new XElement(D + "collection"), new XElement(C + "calendar")], calendar.Name);
        found[D + "owner"] = Dav.Href(new DavPath.Principal(calendar.Owner).Address);
        found[D + "current-user-privilege-set"] = Privileges([.. RightsIn(calendar), "read-current-user-privilege-set"]);
        found[D + "sync-token"] = SyncToken.Of(calendar);
        found[D + "supported-report-set"] = new[]
        {
            C + "calendar-query",
            C + "calendar-multiget",
            C + "free-busy-query",
            D + "sync-collection",
        }
            .Select(r => new XElement(D + "supported-report", new XElement(D + "report", new XElement(r))))
            .ToArray();
        found[C + "supported-calendar-component-set"] = new XElement(C + "comp", new XAttribute("name", "VEVENT"));
        found[C + "supported-calendar-data"] = new XElement(
            C + "calendar-data",
            new XAttribute("content-type", "text/calendar"),
            new XAttribute("version", "2.0")
        );
        found[C + "supported-collation-set"] = new[] { "i;ascii-casemap", "i;octet", "i;unicode-casemap" }
            .Select(s => new XElement(C + "supported-collation", s))
            .ToArray();
        found[C + "max-resource-size"] = DavObjects.MostBytes.ToString(CultureInfo.InvariantCulture);
        found[C + "min-date-time"] = "19000101T000000Z";
        found[C + "max-date-time"] = "22001231T235959Z";
        found[C + "calendar-timezone"] = DeviceTexts.Zone(calendar.Zone, request.Reader.Now);
        found[C + "calendar-timezone-id"] = calendar.Zone;
        found[C + "schedule-calendar-transp"] = new XElement(C + "opaque");
        return found;
    }

    private static string[] RightsIn(DeviceCalendarView calendar) =>
        calendar.MayChange ? ["read", "read-free-busy", "write", "write-content", "bind", "unbind"]
        : calendar.MayAdd ? ["read", "read-free-busy", "write-content", "bind", "unbind"]
        : ["read", "read-free-busy"];

    private static XElement[] Privileges(IEnumerable<string> names) =>
        [.. names.Select(n => new XElement(D + "privilege", new XElement((n == "read-free-busy" ? C : D) + n)))];
}

/// <summary>The state of a calendar as a URI (RFC 6578 4).</summary>
internal static class SyncToken
{
    private const string Scheme = "data:,";

    public static string Of(DeviceCalendarView calendar) => Of(calendar.State);

    public static string Of(string state) => Scheme + state;

    /// <summary>Null where it is none of ours.</summary>
    public static string? State(string token) => token.StartsWith(Scheme, StringComparison.Ordinal) ? token[Scheme.Length..] : null;
}
