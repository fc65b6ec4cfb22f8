using System.Xml.Linq;
using Corlin.Application.Handing;
using Corlin.Core.Whereabouts;
using Corlin.Web.Adapters;

namespace Corlin.Web.Features.Handing.CalDav;

/// <summary>A device asks when people are taken, before it arranges something (RFC 6638 5). Invitations leave by themselves.</summary>
internal static class DavOutbox
{
    private const int MostBytes = 100 * 1024;

    public static async Task<IResult> PostAsync(DavRequest request, DavPath.Outbox path)
    {
        if (path.Who != request.Home.Id)
            throw DavRequest.NotFound();
        var body = await DavBody.ReadAsync(request.Context.Request, MostBytes);
        if (DeviceTexts.Asked(body) is not { } asked)
            throw new DavException(
                StatusCodes.Status403Forbidden,
                Dav.C + "valid-scheduling-message",
                "Only a request for taken time is laid down here (VFREEBUSY)."
            );
        if (!request.Home.Addresses.Contains(asked.By))
            throw new DavException(StatusCodes.Status403Forbidden, Dav.C + "organizer-allowed", "Only whose device it is asks with it.");
        if (asked.Span.Length > Absence.Longest || asked.Of.Count > ReadTaken.MostPeople)
            throw new DavException(
                StatusCodes.Status403Forbidden,
                Dav.D + "number-of-matches-within-limits",
                $"Ask for {ReadTaken.MostPeople} people and a year at most."
            );
        var reader = request.Reader;
        var taken = await reader.ReadAsync(new ReadTaken(reader.Person, asked.Of, asked.Span, reader.Now).Run);
        return Dav.Xml(
            new XElement(
                Dav.C + "schedule-response",
                new XAttribute(XNamespace.Xmlns + "D", Dav.D),
                new XAttribute(XNamespace.Xmlns + "C", Dav.C),
                asked.Of.Select(a => new XElement(
                    Dav.C + "response",
                    new XElement(Dav.C + "recipient", Dav.Href($"mailto:{a}")),
                    new XElement(Dav.C + "request-status", taken[a] is null ? "3.7;Invalid calendar user" : "2.0;Success"),
                    taken[a] is { } times ? new XElement(Dav.C + "calendar-data", DeviceTexts.Taken(times, asked, reader.Now)) : null
                ))
            ),
            StatusCodes.Status200OK
        );
    }
}
